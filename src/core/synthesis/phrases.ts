import type { SourceId } from '../ids';
import type { InstrumentKind } from '../instruments';
import type { Note } from './voices';

/** A note of a phrase: which source plays it, at which beat of eight. */
export interface Played extends Note {
  readonly sourceId: SourceId;
  readonly beat: number;
}

/** Every phrase is two bars of four; it comes round again. */
export const PHRASE_BEATS = 8;
const BEAT_S = 0.5;
export const PHRASE_S = PHRASE_BEATS * BEAT_S;

const C = 261.63;
const semitones = (from: number, steps: number): number => from * 2 ** (steps / 12);

const hit = (sourceId: SourceId, beat: number, hard = 0.8): Played => ({ sourceId, beat, hard, hertz: [], seconds: 0.3 });
const tone = (sourceId: SourceId, beat: number, hertz: number, seconds: number, hard = 0.75): Played => ({
  sourceId,
  beat,
  hard,
  hertz: [hertz],
  seconds,
});

function kit(ids: readonly string[]): Played[] {
  const has = (id: string): boolean => ids.includes(id);
  const toms = ids.filter((id) => id.includes('tom'));
  const time = has('hat') ? 'hat' : (ids.find((id) => /ride|hat/.test(id)) ?? null);
  return [
    ...[0, 2.5, 4, 5.5].filter(() => has('kick')).map((beat) => hit('kick', beat, beat % 4 === 0 ? 0.9 : 0.7)),
    ...[1, 3, 5, 7].filter(() => has('snare')).map((beat) => hit('snare', beat, 0.85)),
    ...(time ? [0, 0.5, 1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5].map((beat) => hit(time, beat, beat % 1 === 0 ? 0.7 : 0.45)) : []),
    ...toms.flatMap((id, k) => [hit(id, 6 + k * 0.5, 0.8), hit(id, 6.25 + k * 0.5, 0.6)]),
    ...ids.filter((id) => /crash/.test(id)).map((id) => hit(id, 0, 0.8)),
    ...ids.filter((id) => /ride/.test(id) && id !== time).flatMap((id) => [hit(id, 6, 0.6), hit(id, 7, 0.6)]),
  ];
}

const CHORDS = [
  [82.41, 123.47, 164.81, 196, 246.94, 329.63],
  [98, 123.47, 146.83, 196, 246.94, 392],
] as const;

function strumming(): Played[] {
  const strokes = [
    [0, false],
    [1, false],
    [1.5, true],
    [2.5, true],
    [3, false],
    [3.5, true],
  ] as const;
  return CHORDS.flatMap((hertz, bar) =>
    strokes.flatMap(([beat, isUp]) =>
      ['guitar', 'strings'].map((sourceId): Played => ({ sourceId, beat: 4 * bar + beat, hard: beat === 0 ? 0.9 : 0.65, hertz, seconds: 1, isUp })),
    ),
  );
}

/** One line of eight notes over the registers of a keyboard. */
const keyboard = (ids: readonly string[], lowHz: number): Played[] =>
  [0, 7, 12, 16, 19, 24, 28, 31].map((steps, k) =>
    tone(ids[Math.min(ids.length - 1, Math.floor((k * ids.length) / 8))] ?? '', k, semitones(lowHz, steps), 0.9, 0.6 + 0.05 * k),
  );

const melody = (ids: readonly string[], lowHz: number): Played[] =>
  [
    [0, 0, 0.9],
    [1, 4, 0.45],
    [2, 7, 0.9],
    [4, 9, 0.45],
    [5, 7, 0.45],
    [6, 4, 0.9],
  ].flatMap(([beat = 0, steps = 0, seconds = 0.5]) => ids.map((id) => tone(id, beat, semitones(lowHz, steps), seconds)));

const hands = (ids: readonly string[]): Played[] =>
  [0, 0.75, 1.5, 2, 2.5, 3.25, 4, 4.5, 5.25, 6, 6.5, 7].map((beat, k) => hit(ids[k % ids.length] ?? '', beat, k % 3 === 0 ? 0.9 : 0.55));

/** Lowest note of a horn's tune (middle of its range, from memory). */
const HORN_HZ: Readonly<Record<string, number>> = { trumpet: C, flugelhorn: 233.08, trombone: 116.54, tuba: 58.27, 'french-horn': 174.61 };
const SAX_HZ: Readonly<Record<string, number>> = { soprano: 311.13, alto: 207.65, tenor: 155.56, baritone: 103.83 };

const PHRASES: Readonly<Record<InstrumentKind, (ids: readonly string[], variant: string) => Played[]>> = {
  'drum-kit': kit,
  guitar: strumming,
  voice: (ids) => melody(ids, 196),
  'upright-piano': (ids) => keyboard(ids, 65.41),
  'grand-piano': (ids) => keyboard(ids, 65.41),
  cajon: hands,
  'hand-drums': hands,
  mallets: (ids) => keyboard(ids, 174.61),
  shaken: (ids) => Array.from({ length: 16 }, (_, k) => hit(ids[0] ?? '', k / 2, k % 2 === 0 ? 0.9 : 0.5)),
  brass: (ids, variant) => melody(ids, HORN_HZ[variant] ?? 233.08),
  saxophone: (ids, variant) => melody(ids, SAX_HZ[variant] ?? 207.65),
};

/** A short phrase on all of an instrument's sources. */
export function phraseOf(kind: InstrumentKind, variant: string, sourceIds: readonly string[]): readonly Played[] {
  return PHRASES[kind](sourceIds, variant).filter(({ sourceId }) => sourceIds.includes(sourceId));
}

/** One source alone: its first note of the phrase, once a second. */
export function strokesOf(phrase: readonly Played[], sourceId: SourceId): readonly Played[] {
  const one = phrase.find((played) => played.sourceId === sourceId);
  return one ? [0, 2, 4, 6].map((beat) => ({ ...one, beat })) : [];
}
