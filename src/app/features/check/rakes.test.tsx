import { boathouseKit } from '../../../../demo/boathouse';
import { type Comparison, suggestSetup } from '../../../core/analysis';
import { livePlan } from '../../stores/planHooks';
import { byDifference, channelLabels, type SourceRake, sourceRakes } from './rakes';

test('soft and hard strokes of one source, heard apart, are one rake: the surest, each channel once', () => {
  const session = boathouseKit();
  const [spot, other, third] = session.microphones;
  if (!spot || !other || !third) throw new Error('demo');
  const heard = (index: number, microphoneId: string, confidence: number, measuredSamples: number): Comparison => ({
    heard: index,
    sourceKey: 'kit/snare',
    sourceName: 'Snare',
    spotId: spot.id,
    microphoneId,
    plannedSamples: 100,
    measuredSamples,
    plannedPolarity: 1,
    measuredPolarity: 1,
    confidence,
    levelDb: -6,
  });
  const comparisons = [heard(0, other.id, 0.5, 90), heard(2, other.id, 0.9, 101), heard(2, third.id, 0.9, 120)];
  const [rake, ...more] = sourceRakes(livePlan(session).table, session.microphones, comparisons, 48_000);
  expect(more).toEqual([]);
  const measured = rake?.marks.filter(({ ghost }) => !ghost).map(({ id, timeMs }) => [id, Math.round(timeMs * 48)]);
  expect(measured).toEqual([
    [spot.id, 0],
    [other.id, 101],
    [third.id, 120],
  ]);
});

test('an arrival that is not sure says so, and is no difference from the plan', () => {
  const session = boathouseKit();
  const [spot, other] = session.microphones;
  if (!spot || !other) throw new Error('demo');
  const heard = (confidence: number): Comparison => ({
    heard: 0,
    sourceKey: 'kit/snare',
    sourceName: 'Snare',
    spotId: spot.id,
    microphoneId: other.id,
    plannedSamples: 100,
    measuredSamples: 900,
    plannedPolarity: 1,
    measuredPolarity: 1,
    confidence,
    levelDb: -6,
  });
  const rakes = [0.4, 0.9].map((confidence) => sourceRakes(livePlan(session).table, session.microphones, [heard(confidence)], 48_000));
  expect(rakes.map(([rake]) => rake?.marks.map(({ unsure }) => unsure === true))).toEqual([
    [false, false, true],
    [false, false, false],
  ]);
  const more = rakes[1] ?? [];
  expect(byDifference([...(rakes[0] ?? []), ...more.map((rake) => ({ ...rake, id: 'sure' }))]).shown.map(({ id }) => id)).toEqual(['sure']);
});

test('labels of channels are short and no two alike', () => {
  const names = ['Kick', 'Snare', 'Snare under', 'OH L', 'OH R', 'Room', 'Room 2', 'Rack', '', '—'];
  const labels = channelLabels(names);
  expect([...labels.values()].slice(0, 8)).toEqual(['K', 'S', 'SU', 'OHL', 'OHR', 'R', 'R2', 'R3']);
  expect(new Set(labels.values()).size).toBe(names.length);
});

test('channels are taken for a set-up whose microphones they are, and for none where they are of another number or kind', () => {
  expect(suggestSetup(['Kick', 'Snare', 'OH L', 'OH R'])?.id).toMatch(/^kit-four/);
  expect(suggestSetup(['Audio 1', 'Audio 2'])).toBeNull();
  expect(suggestSetup(['Kick', 'Snare', 'Snare under', 'OH L', 'OH R', 'Room', 'Room 2'])?.id).not.toBe('kit-twelve');
});

test('sources that arrive otherwise than planned are in view, the others fold; where none does, two are in view', () => {
  const rake = (id: string, offMs: number, measuredUp = true): SourceRake => ({
    id,
    sourceName: id,
    spotName: 'Snare',
    marks: [
      { id: 'spot', label: 'S', colour: '', timeMs: 0, levelDb: 0, upright: true },
      { id: 'far', label: 'F', colour: '', timeMs: 2, levelDb: 0, upright: true, ghost: true },
      { id: 'far', label: 'F', colour: '', timeMs: 2 + offMs, levelDb: 0, upright: measuredUp },
    ],
  });
  const names = (rakes: readonly SourceRake[]): string[] => rakes.map(({ id }) => id);
  const mixed = byDifference([rake('a', 0), rake('b', 0.4), rake('c', 0.05), rake('d', 0, false)]);
  expect([names(mixed.shown), names(mixed.folded)]).toEqual([
    ['b', 'd'],
    ['a', 'c'],
  ]);
  const alike = byDifference([rake('a', 0), rake('b', 0), rake('c', 0.05)]);
  expect([names(alike.shown), names(alike.folded)]).toEqual([['a', 'b'], ['c']]);
});
