import { expect, test } from '@jest/globals';
import { familyOf, INSTRUMENT_KINDS, placedGeometry } from '../instruments';
import { PHRASE_BEATS, phraseOf, strokesOf, touchOf, voiceOf } from './index';

const RATE = 48_000;

/** Strength of a frequency in a signal by a plain Fourier sum over a part of it. */
function strength(signal: Float32Array, hertz: number, from = 0, to = signal.length): number {
  let [re, im] = [0, 0];
  for (let n = from; n < to; n++) {
    re += (signal[n] as number) * Math.cos((2 * Math.PI * hertz * n) / RATE);
    im += (signal[n] as number) * Math.sin((2 * Math.PI * hertz * n) / RATE);
  }
  return Math.hypot(re, im) / (to - from);
}

/** The strongest frequency near one, in cents from it. */
function centsOff(signal: Float32Array, hertz: number): number {
  const steps = Array.from({ length: 17 }, (_, k) => 5 * (k - 8));
  const levels = steps.map((cents) => strength(signal, hertz * 2 ** (cents / 1200), 4000, Math.min(signal.length, 24_000)));
  return steps[levels.indexOf(Math.max(...levels))] as number;
}

test.each([
  ['guitar', 'dreadnought', 'guitar', 0.2, 196],
  ['guitar', 'dreadnought', 'guitar', 0.2, 329.6],
  ['upright-piano', 'studio', 'middle', 0.6, 261.6],
  ['brass', 'flugelhorn', 'bell', 0.08, 233.1],
  ['saxophone', 'alto', 'bell', 0.06, 207.7],
  ['voice', 'singer', 'voice', 0.03, 196],
  ['mallets', 'vibraphone', 'middle', 0.1, 349.2],
] as const)('%s (%s): its note is in tune within 15 cents', (kind, variant, source, radius, hertz) => {
  const sound = voiceOf(kind, variant, source, radius)({ hertz: [hertz], hard: 0.7, seconds: 0.9 }, RATE, 5);
  expect(Math.abs(centsOff(sound, hertz))).toBeLessThanOrEqual(15);
});

test('harder is brighter: of a horn and a piano the upper half weighs more (common experience)', () => {
  for (const [kind, variant, source] of [
    ['brass', 'trumpet', 'bell'],
    ['grand-piano', 'salon', 'middle'],
  ] as const) {
    const bright = (hard: number): number => {
      const sound = voiceOf(kind, variant, source, 0.1)({ hertz: [262], hard, seconds: 0.6 }, RATE, 5);
      return strength(sound, 262 * 6) / strength(sound, 262);
    };
    expect(bright(1)).toBeGreaterThan(1.3 * bright(0.2));
  }
});

test('a tom’s lowest mode is its pitch, the next at 1.59 of it (Rossing); a larger drum is lower', () => {
  const small = voiceOf('drum-kit', 'five-piece', 'rack-tom', 0.127)({ hertz: [], hard: 0.3, seconds: 1 }, RATE, 5);
  const at = 15.5 / 0.127;
  // After the glide, in the tail.
  expect(strength(small, at, 4000, 20_000)).toBeGreaterThan(4 * strength(small, 1.3 * at, 4000, 20_000));
  const large = voiceOf('drum-kit', 'five-piece', 'floor-tom', 0.2)({ hertz: [], hard: 0.3, seconds: 1 }, RATE, 5);
  expect(strength(large, 15.5 / 0.2, 4000, 20_000)).toBeGreaterThan(strength(large, at, 4000, 20_000));
});

test('every source of every instrument has a phrase, within its two bars, each sound whole, of peak 1, the same each time', () => {
  for (const kind of INSTRUMENT_KINDS)
    for (const variant of Object.keys(familyOf(kind).variants)) {
      const { sources } = placedGeometry({ id: 'one', kind, variant, name: 'One', positionM: { x: 1, y: 1 }, rotationDeg: 0, mirrored: false });
      const ids = sources.map(({ id }) => id);
      const phrase = phraseOf(kind, variant, ids);
      for (const { id, radiusM } of sources) {
        const own = phrase.filter(({ sourceId }) => sourceId === id);
        expect([kind, variant, id, own.length > 0]).toEqual([kind, variant, id, true]);
        for (const { beat } of own) expect(beat >= 0 && beat < PHRASE_BEATS).toBe(true);
        expect(strokesOf(phrase, id)).toHaveLength(4);
        const [note] = own;
        if (!note || variant !== Object.keys(familyOf(kind).variants)[0]) continue;
        const voice = voiceOf(kind, variant, id, radiusM);
        const sound = voice(note, 24_000, 3);
        const peak = sound.reduce((most, x) => Math.max(most, Math.abs(x)), 0);
        expect(sound.every(Number.isFinite)).toBe(true);
        expect(peak).toBeGreaterThan(0.9);
        expect(peak).toBeLessThanOrEqual(1);
        expect(voice(note, 24_000, 3)).toEqual(sound);
      }
    }
});

test('what was chosen is followed: a stuffed kick falls sooner, a capo moves the strings, other answers leave all as it is', () => {
  const kick = (stuffing: string): Float32Array => {
    const { fall } = touchOf('kick', { stuffing });
    return voiceOf('drum-kit', 'five-piece', 'kick', 0.28)({ hertz: [], hard: 0.8, seconds: 1, fall }, RATE, 5);
  };
  const late = (sound: Float32Array): number => sound.subarray(9600, 12_000).reduce((sum, x) => sum + x * x, 0);
  expect(late(kick('stuffed'))).toBeLessThan(0.2 * late(kick('nothing')));
  expect(touchOf('guitar', { capo: '2nd' }).semitones).toBe(2);
  expect(touchOf('snare', { beater: 'wool', stuffing: 'stuffed' })).toEqual({ fall: 1, hard: 1, semitones: 0 });
  expect(touchOf('kick', { beater: 'a word of one’s own' })).toEqual({ fall: 1, hard: 1, semitones: 0 });
});
