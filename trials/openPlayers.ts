import { carry, finish, type Hall, loadSounds, numbers, type OpenOptions, type OpenTake, type Point, RATE, samplesBetween, spoil } from './openDrums';

/**
 * Takes of a guitar, hand percussion, a piano and a horn by the same plain renderer: the first two from open recordings (CC0), the others
 * from plainly added partials. Each sound leaves from a place of its own; every microphone hears it the same way up.
 */
export const PLAYERS = ['guitar', 'hand percussion', 'piano', 'horn'] as const;
export type Player = (typeof PLAYERS)[number];

const FILES = {
  guitar: ['guit_em9', 'guit_harmonics', 'guit_e_fifths'],
  'hand percussion': ['tabla_ghe1', 'tabla_ghe4', 'tabla_na', 'tabla_tun1', 'tabla_ke1'],
} as const;

export type PlayerSounds = Readonly<Record<Player, readonly Float32Array[]>>;

/** A struck string: partials a little sharp, each dying faster than the one below (Fletcher and Rossing, from memory). */
function pianoNote(hz: number): Float32Array {
  const out = new Float32Array(Math.round(1.2 * RATE));
  for (let n = 1; n * hz < 9000; n++) {
    const partial = n * hz * Math.sqrt(1 + 0.0004 * n * n);
    for (let i = 0; i < out.length; i++)
      out[i] = (out[i] as number) + (Math.exp((-i / RATE) * (1.5 + n)) / n) * Math.sin((2 * Math.PI * partial * i) / RATE);
  }
  return out;
}

/** A blown note: harmonics that come in one after the other, a little vibrato, no attack to speak of. */
function hornNote(hz: number): Float32Array {
  const out = new Float32Array(Math.round(0.8 * RATE));
  for (let n = 1; n * hz < 9000; n++)
    for (let i = 0; i < out.length; i++) {
      const t = i / RATE;
      const swell = Math.min(1, t / (0.02 + 0.006 * n)) * Math.min(1, (0.8 - t) / 0.1);
      out[i] = (out[i] as number) + (swell / n ** 0.8) * Math.sin(2 * Math.PI * n * hz * t + 0.3 * n * Math.sin(2 * Math.PI * 5 * t));
    }
  return out;
}

export async function loadPlayers(): Promise<PlayerSounds> {
  const open = await loadSounds(FILES);
  // The recordings are phrases of several seconds: their beginnings are notes.
  const guitar = open.guitar.map((sound) => sound.slice(0, Math.round(1.5 * RATE)));
  return { ...open, guitar, piano: [65.4, 110, 164.8, 246.9, 392, 523.3].map(pianoNote), horn: [174.6, 233.1, 261.6, 349.2, 466.2].map(hornNote) };
}

interface Scene {
  readonly microphones: readonly { readonly name: string; readonly at: Point }[];
  /** Where the sounds come from, in turn by note. */
  readonly from: readonly Point[];
  readonly beat: readonly [number, number];
}

const SCENES: Readonly<Record<Player, Scene>> = {
  guitar: {
    microphones: [
      { name: 'Guitar neck', at: [0.3, 0.35, 0.75] },
      { name: 'Guitar body', at: [-0.25, 0.4, 0.7] },
      { name: 'Room', at: [0.4, 2.4, 1.4] },
    ],
    from: [
      [0, 0, 0.7],
      [0.1, 0, 0.7],
    ],
    beat: [0.35, 0.7],
  },
  'hand percussion': {
    microphones: [
      { name: 'Conga high', at: [-0.15, 0.2, 1] },
      { name: 'Conga low', at: [0.25, 0.2, 1] },
      { name: 'Overhead L', at: [-0.5, 0.5, 1.7] },
      { name: 'Overhead R', at: [0.6, 0.5, 1.7] },
    ],
    from: [
      [-0.18, 0, 0.78],
      [0.2, 0, 0.78],
    ],
    beat: [0.2, 0.4],
  },
  piano: {
    microphones: [
      { name: 'Piano low', at: [-0.4, 0.3, 1.5] },
      { name: 'Piano high', at: [0.4, 0.3, 1.5] },
      { name: 'Room', at: [0.2, 2.6, 1.5] },
    ],
    from: [
      [-0.5, 0, 1],
      [-0.2, 0, 1],
      [0.1, 0, 1],
      [0.4, 0, 1],
    ],
    beat: [0.25, 0.6],
  },
  horn: {
    microphones: [
      { name: 'Trumpet', at: [0, 0.6, 1.3] },
      { name: 'Room', at: [0.5, 2.5, 1.6] },
      { name: 'Room 2', at: [-0.7, 2.3, 1.6] },
    ],
    from: [[0, 0, 1.35]],
    beat: [0.5, 1],
  },
};

/** Microphones anywhere before a player, half a metre to two and a half away, a foot from every wall at the least. */
function around({ from }: Scene, { corner, size }: Hall, count: number, between: (low: number, high: number) => number): Scene['microphones'] {
  const [x, y, z] = from[0] as Point;
  const inside = (at: number, axis: 0 | 1 | 2): number => Math.min(corner[axis] + size[axis] - 0.3, Math.max(corner[axis] + 0.3, at));
  return Array.from({ length: count }, (_, i) => {
    const [turn, way] = [between(0, Math.PI), between(0.5, 2.5)];
    const at: Point = [inside(x + way * Math.cos(turn), 0), inside(y + way * Math.sin(turn), 1), inside(z + between(-0.2, 0.8), 2)];
    return { name: `Besides ${i + 1}`, at };
  });
}

/** One player for some seconds into two to four channels, two to sixteen when wide. */
export function playerTake(sounds: PlayerSounds, player: Player, { seed, fault, seconds = 12, wide = false }: OpenOptions): OpenTake {
  const next = numbers(seed);
  const between = (low: number, high: number): number => low + (high - low) * next();
  const scene = SCENES[player];
  const count = 2 + Math.floor(next() * (scene.microphones.length - 1));
  const jitter = (p: Point): Point => [p[0] + between(-0.05, 0.05), p[1] + between(-0.05, 0.05), p[2] + between(-0.05, 0.05)];
  const own = scene.microphones.slice(0, wide ? 2 : count).map((one) => ({ ...one, at: jitter(one.at) }));
  const size: Point = [between(3, 6), between(4, 6), between(2.3, 3)];
  const hall: Hall = {
    size,
    corner: [-size[0] / 2 + between(-0.3, 0.3), -1 - between(0, 0.8), 0],
    kept: between(0.3, 0.7),
    tail: between(0.2, wide ? 0.8 : 0.5),
  };
  const microphones = wide ? [...own, ...around(scene, hall, Math.floor(next() * 15), between)] : own;
  const channels = microphones.map(() => new Float32Array(Math.round(seconds * RATE)));
  for (let at = 0.4; at < seconds - 1.5; at += between(...scene.beat)) {
    const note = Math.floor(next() * sounds[player].length);
    const from = scene.from[player === 'piano' ? Math.min(3, Math.floor((note * 4) / 6)) : Math.floor(next() * scene.from.length)] as Point;
    const loud = between(0.4, 1);
    microphones.forEach(({ at: to }, c) => carry(channels[c] as Float32Array, sounds[player][note] as Float32Array, hall, from, to, at * RATE, loud));
  }
  finish(channels, hall, next, wide);
  return {
    names: microphones.map(({ name }) => name),
    channels,
    ...spoil(channels, fault, microphones.length, next),
    // The guitar was recorded with mains in it: in a quiet end 60 Hz stands 29 dB above 55 and 65 Hz (measured).
    hums: player === 'guitar',
    truth: scene.from.map((from, i) => ({
      name: String(i),
      samples: microphones.map(({ at }) => samplesBetween(from, at)),
      signs: microphones.map(() => 1 as const),
    })),
  };
}
