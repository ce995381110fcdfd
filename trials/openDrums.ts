import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { FLACDecoder } from '@wasm-audio-decoders/flac';

/**
 * Takes of a kit from open recordings (CC0), carried to microphones along straight lines and off six walls, in the plainest way there
 * is. It shares nothing with the application: what it says of a take is the truth the take check is held against.
 */
export const RATE = 44_100;
const SPEED = 343.2;

const FOLDER = join(dirname(createRequire(import.meta.url).resolve('supersonic-scsynth-samples/package.json')), 'samples');

/** Strokes of each drum, soft and hard, mono at 44.1 kHz. */
const FILES = {
  kick: ['drum_bass_hard', 'drum_bass_soft'],
  snare: ['drum_snare_hard', 'drum_snare_soft'],
  'tom high': ['drum_tom_hi_hard', 'drum_tom_hi_soft'],
  'tom low': ['drum_tom_lo_hard', 'drum_tom_lo_soft'],
  hat: ['drum_cymbal_closed', 'drum_cymbal_pedal'],
  crash: ['drum_cymbal_hard', 'drum_splash_hard'],
} as const;
type Drum = keyof typeof FILES;
export type Point = readonly [number, number, number];

export type Strokes = Readonly<Record<Drum, readonly Float32Array[]>>;

/** Recordings by name, mono. */
export async function loadSounds<K extends string>(
  files: Readonly<Record<K, readonly string[]>>,
): Promise<Readonly<Record<K, readonly Float32Array[]>>> {
  const decoder = new FLACDecoder();
  await decoder.ready;
  const out: Record<string, Float32Array[]> = {};
  for (const [key, names] of Object.entries(files) as [K, readonly string[]][]) {
    const sounds: Float32Array[] = [];
    for (const name of names) {
      const { channelData } = await decoder.decodeFile(readFileSync(join(FOLDER, `${name}.flac`)));
      sounds.push(Float32Array.from(channelData[0] as Float32Array));
      await decoder.reset();
    }
    out[key] = sounds;
  }
  decoder.free();
  return out as Record<K, Float32Array[]>;
}

export const loadStrokes = (): Promise<Strokes> => loadSounds(FILES);

/** Where the drums are, metres; the drummer sits at the origin and looks along y. */
const PLACES: Readonly<Record<Drum, Point>> = {
  kick: [0, 0.75, 0.3],
  snare: [-0.2, 0.35, 0.62],
  'tom high': [-0.05, 0.75, 0.85],
  'tom low': [0.5, 0.3, 0.55],
  hat: [-0.6, 0.4, 0.9],
  crash: [-0.55, 0.95, 1.3],
};

interface Microphone {
  readonly name: string;
  readonly at: Point;
  /** Hears this drum from the other side. */
  readonly under: Drum | null;
}

const CLOSE: readonly Microphone[] = [
  { name: 'Kick', at: [0, 1.05, 0.32], under: null },
  { name: 'Snare', at: [-0.24, 0.42, 0.7], under: null },
  { name: 'Snare under', at: [-0.2, 0.38, 0.42], under: 'snare' },
  { name: 'Tom 1', at: [-0.08, 0.82, 0.95], under: null },
  { name: 'Floor tom', at: [0.55, 0.37, 0.66], under: null },
  { name: 'Hat', at: [-0.72, 0.45, 1.08], under: null },
];
/** What a bigger kit has besides. */
const SECOND: readonly Microphone[] = [
  { name: 'Kick out', at: [0.05, 1.3, 0.35], under: null },
  { name: 'Snare side', at: [-0.33, 0.36, 0.66], under: null },
  { name: 'Ride', at: [0.45, 0.8, 1.2], under: null },
  { name: 'Knee', at: [0.15, 0.5, 0.75], under: null },
];
const FAR: readonly Microphone[] = [
  { name: 'OH L', at: [-0.75, 0.6, 1.75], under: null },
  { name: 'OH R', at: [0.75, 0.55, 1.75], under: null },
  { name: 'Room', at: [0.4, 2.9, 1.3], under: null },
  { name: 'Room 2', at: [-1.1, 2.7, 1.4], under: null },
];
const SECOND_FAR: readonly Microphone[] = [
  { name: 'Front', at: [0, 1.9, 1], under: null },
  { name: 'Behind', at: [0.1, -0.4, 1.5], under: null },
];
/** In front of the kick's front head both hear the same side of it. */
const INTO_KICK: readonly string[] = ['Kick', 'Kick out'];

/** Small numbers without pattern: mulberry32, public domain. */
export function numbers(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

const apart = (a: Point, b: Point): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

export const samplesBetween = (a: Point, b: Point): number => (apart(a, b) / SPEED) * RATE;

/** Adds a sound some samples later, between two samples by a straight line. */
function addLate(out: Float32Array, sound: Float32Array, late: number, gain: number): void {
  const whole = Math.floor(late);
  const part = late - whole;
  const last = Math.min(sound.length, out.length - whole - 1);
  for (let i = Math.max(0, -whole); i < last; i++) {
    const value = gain * (sound[i] as number);
    out[whole + i] = (out[whole + i] as number) + value * (1 - part);
    out[whole + i + 1] = (out[whole + i + 1] as number) + value * part;
  }
}

export interface OpenTake {
  readonly names: readonly string[];
  readonly channels: readonly Float32Array[];
  /** Channel whose cable is reversed or that is late, or −1. */
  readonly wrong: number;
  /** By how much it is late, samples. */
  readonly late: number;
  /** Where every sound came from: its way to each channel, samples, and which way up it arrives there. */
  readonly truth: readonly Truth[];
  /** Mains is in the recordings themselves: to be told of it is no fault. */
  readonly hums?: boolean;
}

export interface Truth {
  readonly name: string;
  readonly samples: readonly number[];
  readonly signs: readonly (1 | -1)[];
}

export interface OpenOptions {
  readonly seed: number;
  readonly fault: 'none' | 'reversed' | 'late';
  readonly seconds?: number;
  /** Anything that happens: 2 to 16 channels, decays of 0.2 to 0.8 s, 6 to 40 dB between each channel's sound and its noise. */
  readonly wide?: boolean;
}

/** A room round the player: its corner, its sizes, how much of a sound its walls give back, and its noisy tail. */
export interface Hall {
  readonly size: Point;
  readonly corner: Point;
  readonly kept: number;
  readonly tail: number;
}

/** A sound carried to one microphone: straight, and once off each wall. */
export function carry(out: Float32Array, sound: Float32Array, hall: Hall, from: Point, to: Point, at: number, gain: number): void {
  const way = apart(from, to);
  addLate(out, sound, at + (way / SPEED) * RATE, gain / Math.max(0.05, way));
  for (let wall = 0; wall < 6; wall++) {
    const axis = wall >> 1;
    const plane = (hall.corner[axis] as number) + (wall & 1 ? (hall.size[axis] as number) : 0);
    const image = from.map((x, i) => (i === axis ? 2 * plane - x : x)) as unknown as Point;
    const round = apart(image, to);
    addLate(out, sound, at + (round / SPEED) * RATE, (gain * hall.kept) / round);
  }
}

/** The room's tail (every channel its own noise under the strokes, dying away), a level of its own, the recorder's hiss. */
export function finish(channels: readonly Float32Array[], hall: Hall, next: () => number, wide = false): void {
  const between = (low: number, high: number): number => low + (high - low) * next();
  for (const channel of channels) {
    const dry = Float32Array.from(channel);
    const decay = 10 ** (-3 / (hall.tail * RATE));
    let energy = 0;
    const wet = between(0.02, 0.08);
    for (let i = 0; i < channel.length; i++) {
      energy = energy * decay + Math.abs(dry[i] as number) * (1 - decay);
      channel[i] = (dry[i] as number) + wet * energy * (next() - 0.5) * 8;
    }
    const peak = channel.reduce((most, v) => Math.max(most, Math.abs(v)), 1e-9);
    const gain = 10 ** (between(-18, -8) / 20) / peak;
    const power = channel.reduce((sum, v) => sum + v * v, 0) / channel.length;
    // Evenly spread numbers have a twelfth of their range squared as their power.
    const noise = wide ? gain * Math.sqrt(12 * power) * 10 ** (-between(6, 40) / 20) : 3e-5;
    for (let i = 0; i < channel.length; i++) channel[i] = (channel[i] as number) * gain + noise * (next() - 0.5);
  }
}

/** One channel made wrong: upside down, or 100 to 600 samples late. */
export function spoil(
  channels: readonly Float32Array[],
  fault: OpenOptions['fault'],
  among: number,
  next: () => number,
): { wrong: number; late: number } {
  if (fault === 'none') return { wrong: -1, late: 0 };
  const wrong = Math.floor(next() * among);
  const channel = channels[wrong] as Float32Array;
  if (fault === 'reversed') {
    for (let i = 0; i < channel.length; i++) channel[i] = -(channel[i] as number);
    return { wrong, late: 0 };
  }
  const late = 100 + Math.floor(next() * 500);
  channel.copyWithin(late, 0);
  channel.fill(0, 0, late);
  return { wrong, late };
}

/** So many of them by chance, in their order. */
function some<T>(all: readonly T[], count: number, next: () => number): T[] {
  const drawn = all.map((one, i) => ({ one, i, lot: next() })).sort((a, b) => a.lot - b.lot);
  return drawn
    .slice(0, count)
    .sort((a, b) => a.i - b.i)
    .map(({ one }) => one);
}

/** A kit played at 80 to 150 beats a minute into three to ten channels (two to sixteen when wide), in a room of 3 to 6 m. */
export function openTake(strokes: Strokes, { seed, fault, seconds = 14, wide = false }: OpenOptions): OpenTake {
  const next = numbers(seed);
  const between = (low: number, high: number): number => low + (high - low) * next();
  const jitter = (p: Point, by: number): Point => [p[0] + between(-by, by), p[1] + between(-by, by), p[2] + between(-by, by)];
  const closeCount = 1 + Math.floor(next() * CLOSE.length);
  const farCount = Math.min(FAR.length, Math.max(2, Math.floor(next() * 5)));
  const chosen = wide
    ? some([...CLOSE, ...SECOND, ...FAR, ...SECOND_FAR], 2 + Math.floor(next() * 15), next)
    : [...CLOSE.slice(0, closeCount), ...FAR.slice(0, farCount)];
  const microphones = chosen.map((one) => ({ ...one, at: jitter(one.at, 0.03) }));
  const size: Point = [between(3, 6), between(4, 6), between(2.3, 3)];
  const corner: Point = [-size[0] / 2 + between(-0.3, 0.3), -1 - between(0, 0.8), 0];
  const hall: Hall = { size, corner, kept: between(0.35, 0.75), tail: between(0.2, wide ? 0.8 : 0.5) };
  const beat = 60 / between(80, 150) / 2;
  const channels = microphones.map(() => new Float32Array(Math.round(seconds * RATE)));
  // What a kick's front head sends up is the other way up than its batter's side sends back: which wins overhead is anybody's guess.
  const kickOver = next() < 0.5 ? 1 : -1;
  const upside = ({ name, under }: Microphone, drum: Drum): 1 | -1 =>
    under === drum ? -1 : drum === 'kick' && !INTO_KICK.includes(name) ? kickOver : 1;
  const hit = (drum: Drum, at: number, hard: boolean, loud: number): void => {
    const sound = strokes[drum][hard ? 0 : 1] ?? strokes[drum][0];
    if (!sound) return;
    microphones.forEach((microphone, c) => {
      carry(channels[c] as Float32Array, sound, hall, PLACES[drum], microphone.at, at, upside(microphone, drum) * loud);
    });
  };
  let step = 0;
  for (let at = 0.5; at < seconds - 1.2; at += beat, step++) {
    const when = (at + between(-0.008, 0.008)) * RATE;
    const loud = between(0.5, 1);
    const hard = next() < 0.7;
    if (step % 4 === 0 || (step % 4 === 1 && next() < 0.25)) hit('kick', when, hard, loud);
    if (step % 4 === 2) hit('snare', when + between(-60, 60), hard, loud);
    if (next() < 0.7) hit('hat', when + between(-80, 80), hard, 0.5 * loud);
    if (next() < 0.16) hit('tom high', when + between(0, 300), hard, loud);
    if (next() < 0.16) hit('tom low', when + between(0, 300), hard, loud);
    if (next() < 0.06) hit('crash', when, hard, loud);
  }
  finish(channels, hall, next, wide);
  return {
    names: microphones.map(({ name }) => name),
    channels,
    ...spoil(channels, fault, fault === 'late' ? closeCount : microphones.length, next),
    truth: (Object.keys(PLACES) as Drum[]).map((drum) => ({
      name: drum,
      samples: microphones.map(({ at }) => samplesBetween(PLACES[drum], at)),
      signs: microphones.map((microphone) => upside(microphone, drum)),
    })),
  };
}

/** A mono 32-bit float WAV, written by hand. */
export function floatWav(samples: Float32Array): Uint8Array {
  const bytes = new Uint8Array(44 + 4 * samples.length);
  const view = new DataView(bytes.buffer);
  const text = (at: number, word: string): void => {
    for (let i = 0; i < word.length; i++) view.setUint8(at + i, word.charCodeAt(i));
  };
  text(0, 'RIFF');
  view.setUint32(4, 36 + 4 * samples.length, true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 3, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, RATE, true);
  view.setUint32(28, 4 * RATE, true);
  view.setUint16(32, 4, true);
  view.setUint16(34, 32, true);
  text(36, 'data');
  view.setUint32(40, 4 * samples.length, true);
  for (let i = 0; i < samples.length; i++) view.setFloat32(44 + 4 * i, samples[i] as number, true);
  return bytes;
}
