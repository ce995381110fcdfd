import type { FitReason } from '../core/planning';
import { CHECK_ITEMS } from '../core/planning/checklist.data';
import { EN } from './en';
import { say, sayFit } from './index';

const fits = (code: 'inputs-short' | 'stands-short' | 'microphones-short', needed: number, free: number): string =>
  sayFit({ code, facts: { needed, free } }, 'metric');

test.each([
  [0, 'It needs 1 input and none is free.'],
  [1, 'It needs 1 input and 1 is free.'],
  [2, 'It needs 1 input and 2 are free.'],
  [5, 'It needs 1 input and 5 are free.'],
])('what is counted is counted as people do: %d free', (free, words) => {
  expect(fits('inputs-short', 1, free)).toBe(words);
});

test('plurals of every message that counts', () => {
  expect([0, 1, 2, 5].map((n) => fits('stands-short', 2, n))).toEqual([
    'It needs 2 stands and none is free.',
    'It needs 2 stands and 1 is free.',
    'It needs 2 stands and 2 are free.',
    'It needs 2 stands and 5 are free.',
  ]);
  expect([0, 1, 2, 5].map((n) => fits('microphones-short', 12, n))).toEqual([
    'The shelf has no free microphones and it needs 12.',
    'The shelf has 1 free microphone and it needs 12.',
    'The shelf has 2 free microphones and it needs 12.',
    'The shelf has 5 free microphones and it needs 12.',
  ]);
  expect([0, 1, 2, 5].map((n) => say('fits', 'needs', { microphones: n, stands: n }, 'metric'))).toEqual([
    '0 microphones, no stands',
    '1 microphone, 1 stand',
    '2 microphones, 2 stands',
    '5 microphones, 5 stands',
  ]);
});

test('what is in the quiet: one thing and several, when and where', () => {
  const at = [5.2, 11.8].map((seconds) => ({ seconds }));
  expect(say('heard', 'low', { count: 1, at: at.slice(0, 1) }, 'metric')).toMatch(/^Something at 5 s in the low \(traffic, /);
  expect(say('heard', 'high', { count: 5, at }, 'metric')).toMatch(/^5 things at 5 s, 12 s in the high \(birds, /);
  expect(say('heard', 'hum', { mainsHz: 50, level: { whole: -61.6 } }, 'metric')).toMatch(/^Hum at 50 Hz, −62 dBFS: /);
});

test('tape: how many readings are there, and how many are wanted', () => {
  expect([0, 1, 2].map((count) => say('tape', 'too-few', { count, more: 3 - count }, 'metric'))).toEqual([
    'Three readings fix a place and there are 0: read 3 more.',
    'Three readings fix a place and there is 1: read 2 more.',
    'Three readings fix a place and there are 2: read 1 more.',
  ]);
  expect(say('tape', 'triangle-open', { first: 'Snare centre', second: 'Kick front', by: { metres: 0.06 } }, 'metric')).toBe(
    'Snare centre and Kick front cannot both be right: the triangle is off by 6 cm. Measure both again.',
  );
});

test('lengths are said in the reader’s units, names as their owner wrote them', () => {
  const reason: FitReason = { code: 'ceiling-near', facts: { gap: { metres: 0.4 }, place: 'Overhead left' } };
  expect(sayFit(reason, 'metric')).toBe('The ceiling is only 40 cm above Overhead left: hang something soft above it.');
  expect(sayFit(reason, 'imperial')).toMatch(/^The ceiling is only 1′ 3.* above Overhead left: hang something soft above it\.$/);
});

test('a fact that is wanted and not given, and a code that is not there, are errors and no holes in a sentence', () => {
  expect(() => say('fits', 'room-small', { place: 'Room' }, 'metric')).toThrow();
  expect(() => say('fits', 'nothing' as 'needs', {}, 'metric')).toThrow(RangeError);
});

test('every line of the day’s lists is said, and no words are left over', () => {
  expect(Object.keys(EN.checklist).sort()).toEqual(CHECK_ITEMS.map(({ id }) => id).sort());
});

test('every message of the catalogue is a message', () => {
  for (const [domain, messages] of Object.entries(EN))
    for (const code of Object.keys(messages)) {
      const facts = new Proxy({}, { ownKeys: () => [], get: () => 1, has: () => true });
      try {
        say(domain as 'fits', code as 'needs', facts, 'metric');
      } catch (error) {
        expect(String(error)).toMatch(/not provided|MISSING_VALUE/i);
      }
    }
});
