import type { SourceId } from '../ids';
import type { InstrumentKind } from '../instruments';
import { brass, plucked, reed, strummed, sung, throughBody } from './sounded';
import { bar, box, type DrumBody, drum, grains, hammered, plate } from './struck';
import { finished, thin } from './tools';

/** One sound of a source: what is played, how hard (0 to 1), how long where it is held. */
export interface Note {
  readonly hertz: readonly number[];
  readonly hard: number;
  readonly seconds: number;
  readonly isUp?: boolean;
  /** Falls in this share of its usual time, by damping; 1 where it is not said. */
  readonly fall?: number;
}

/** Plays one sound, peak 1, starting at once. */
export type Voice = (note: Note, rate: number, seed: number) => Float32Array;

/** A drum's pitch follows its head: about so many Hz times metres of radius (usual tunings, from memory). */
const TOM_HZ_M = 15.5;

const head =
  (body: Omit<DrumBody, 'hertz'>, hertz: number): Voice =>
  (note, rate, seed) =>
    drum({ ...body, fallS: body.fallS * (note.fall ?? 1), hertz }, rate, note.hard, seed);

const KIT: Readonly<Record<string, (radiusM: number) => Voice>> = {
  kick: () => head({ fallS: 0.11, glide: 0.7, knock: 0.9, wires: 0, out: 0 }, 56),
  snare: () => head({ fallS: 0.07, glide: 0.15, knock: 0.8, wires: 0.9, out: 0.4 }, 185),
  tom: (radiusM) => head({ fallS: 0.16, glide: 0.12, knock: 0.5, wires: 0, out: 0.35 }, TOM_HZ_M / radiusM),
  hat: () => (note, rate, seed) => plate(rate, note.hard, seed, { fallS: 0.05, lowHz: 1800 }),
  crash: () => (note, rate, seed) => plate(rate, note.hard, seed, { fallS: 0.6, lowHz: 350 }),
  ride: () => (note, rate, seed) => plate(rate, 0.6 * note.hard, seed, { fallS: 0.45, lowHz: 500 }),
};

const first = (note: Note): number => note.hertz[0] ?? 220;

const guitar: Voice = (note, rate, seed) =>
  note.hertz.length > 1
    ? strummed(rate, note.hertz, note.hard, seed, note.isUp === true)
    : finished(throughBody(plucked(rate, first(note), note.hard, seed), rate));

const OTHERS: Readonly<Record<Exclude<InstrumentKind, 'drum-kit'>, (sourceId: SourceId, radiusM: number, variant: string) => Voice>> = {
  guitar: (sourceId) => (sourceId === 'strings' ? (note, rate, seed) => finished(thin(guitar(note, rate, seed), rate, 1500)) : guitar),
  voice: () => (note, rate, seed) => sung(rate, first(note), note.hard, seed, note.seconds),
  'upright-piano': () => (note, rate, seed) => hammered(rate, first(note), note.hard, seed),
  'grand-piano': () => (note, rate, seed) => hammered(rate, first(note), note.hard, seed),
  cajon: () => (note, rate, seed) => box(rate, note.hard, seed),
  'hand-drums': (_, radiusM) => head({ fallS: 0.09, glide: 0.05, knock: 0.7, wires: 0, out: 0.6 }, (2 * TOM_HZ_M) / radiusM),
  mallets: (_, __, variant) => (note, rate, seed) => bar(rate, first(note), note.hard, seed, variant === 'vibraphone'),
  shaken: (_, __, variant) => (note, rate, seed) => grains(rate, note.hard, seed, variant === 'tambourine'),
  brass: () => (note, rate, seed) => brass(rate, first(note), note.hard, seed, note.seconds),
  saxophone: () => (note, rate, seed) => reed(rate, first(note), note.hard, seed, note.seconds),
};

/** The voice of a source: by the instrument, and by what of it sounds. */
export function voiceOf(kind: InstrumentKind, variant: string, sourceId: SourceId, radiusM: number): Voice {
  if (kind !== 'drum-kit') return OTHERS[kind](sourceId, radiusM, variant);
  const name = Object.keys(KIT).find((known) => sourceId.includes(known)) ?? (/cymbal|china|splash/.test(sourceId) ? 'crash' : 'tom');
  return (KIT[name] as (radiusM: number) => Voice)(radiusM);
}
