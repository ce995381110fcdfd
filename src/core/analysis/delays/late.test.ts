import type { ChannelReport, SourceReport } from '../reading/report';
import { lateFindings } from './late';

/** Channels by name alone. */
const channels = (...names: string[]): ChannelReport[] => names.map((name) => ({ name }) as ChannelReport);

/** A source counted from its nearest channel: when the others hear it, ms, and how loud, dB. */
const source = (spot: string, spotDb: number, heard: Readonly<Record<string, readonly [number, number]>>): SourceReport => ({
  spot,
  events: 6,
  spotDb,
  arrivals: Object.entries(heard).map(([channel, [ms, levelDb]]) => ({ channel, delaySamples: 48 * ms, polarity: 1, confidence: 0.95, levelDb })),
});
const told = (sources: readonly SourceReport[], names: readonly string[], corrected = {}) =>
  lateFindings({ sources, sampleRate: 48_000, channels: channels(...names) }, corrected);

const KIT = ['Snare', 'Tom', 'OH L', 'OH R'];
const tom = source('Tom', 0, { Snare: [1.5, -20], 'OH L': [3, -12], 'OH R': [2.8, -12] });

// Sound takes 2.9 ms for a metre (ISO 9613-1): overheads a metre off hear a drum some 3 ms after its own microphone.
test('as it should be: nothing is told', () => {
  expect(told([source('Snare', 0, { Tom: [1.6, -22], 'OH L': [3, -10], 'OH R': [2.9, -10] }), tom], KIT)).toEqual([]);
});

test('a snare 5 ms late is heard after both overheads, which are right on the tom: it is late, by 2.1 ms and more', () => {
  const late = source('OH R', -10, { Snare: [2.1, 10], 'OH L': [0.1, 0], Tom: [-1, -12] });
  expect(told([late, tom], KIT)).toEqual([
    expect.objectContaining({
      code: 'late',
      severity: 'improve',
      channels: ['Snare'],
      message: expect.objectContaining({
        code: 'late-on-its-own',
        facts: expect.objectContaining({
          name: 'Snare',
          by: { figure: expect.closeTo(2.1, 6), digits: 1 },
          others: { join: 'and', each: ['OH L', 'OH R'] },
        }),
      }),
    }),
  ]);
});

test('where nothing says that the overheads are right, it is a question', () => {
  const late = source('OH R', -10, { Snare: [2.1, 10], 'OH L': [0.1, 0] });
  expect(told([late], ['Snare', 'OH L', 'OH R'])).toEqual([expect.objectContaining({ code: 'question', severity: 'note' })]);
});

test('the chance that is stated is that of the arrivals that say so: one is six to one, two are past a thousand to one', () => {
  const both = source('OH R', -10, { Snare: [2.1, 10], 'OH L': [0.1, 0], Tom: [-1, -12] });
  const [sure] = told([both, tom], KIT);
  // 0.03 a priori, 0.005 for an arrival that is wrong all the same (4 of 870 were, in open recordings): odds of 199 a witness over 32.3 against.
  expect(sure?.probability).toBeCloseTo(1224.8 / 1225.8, 5);
  const one = source('OH R', -10, { Snare: [2.1, 10] });
  expect(told([one], ['Snare', 'OH R'])).toEqual([expect.objectContaining({ code: 'question', probability: expect.closeTo(6.155 / 7.155, 2) })]);
});

test('one overhead before every drum, the other after: its own track starts too soon', () => {
  const sources = [
    source('OH L', -10, { Snare: [2, 10], Tom: [3.4, -10], 'OH R': [5, 0] }),
    source('OH L', -12, { Tom: [2.2, 12], Snare: [3.5, -8], 'OH R': [5.1, 0] }),
  ];
  expect(told(sources, KIT)).toEqual([expect.objectContaining({ code: 'early', channels: ['OH L'] })]);
});

test('what is said of a channel by hand counts: a bottom microphone has no own source', () => {
  const late = source('OH R', -10, { Snare: [2.1, 10], 'OH L': [0.1, 0], Tom: [-1, -12] });
  expect(told([late, tom], KIT, { Snare: 'other side' })).toEqual([]);
});

test('a microphone that hears two drums alike has no source of its own', () => {
  const a = source('OH R', -10, { Snare: [2.1, 10], 'OH L': [0.1, 0] });
  const b = source('OH R', -11, { Snare: [2.4, 10], 'OH L': [0.4, 0] });
  expect(told([a, b, tom], KIT)).toEqual([]);
});

describe('a hat that falls together with the kick', () => {
  const KICKED = ['Kick', 'Tom', 'OH L', 'OH R'];
  /** The kick's strokes as they were heard: overhead by the hat's sound, 0.9 ms before the kick's own microphone. */
  const together = source('Kick', 0, { 'OH L': [-0.9, -14], 'OH R': [3.1, -13] });
  const hat = source('Tom', -10, { Kick: [2.4, 0], 'OH L': [1.5, -10], 'OH R': [5.2, -10] });
  const alone = source('Kick', 0, { 'OH L': [3.4, -14], 'OH R': [3.2, -13] });

  test('lends it its differences: nothing is asked where it is heard alone besides, or where other strokes of the kick differ', () => {
    expect(told([together, hat, tom], KICKED)).toEqual([]);
    expect(told([together, alone, tom], KICKED)).toEqual([]);
  });

  test('where nothing else explains the difference it is asked', () => {
    expect(told([together, tom], KICKED)).toEqual([expect.objectContaining({ code: 'question', channels: ['Kick', 'OH L'] })]);
  });
});
