import { BOATHOUSE_SHELF } from '../../../demo/boathouse';
import { sayMetric } from '../../words';
import { checkPlan, leaks, threeToOne } from '../checks';
import { addInstrument, newSession, type Session } from '../document';
import { inputList, tapeListCsv } from '../exchange';
import type { Instrument } from '../instruments';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { assignInputs, DEVICE_CATALOGUE } from '../patch';
import { loadMilpSolver } from '../patch/highs';
import { fitOf, gainSetting, patchProblem, placeSetup, resolvePlan } from '../planning';
import { renderTake } from '../render';
import { recipeById } from '../setups';
import { pluggedIn, tapeList, walkingOrder } from '../tape';
import { arrivalTable, copiesOf, firstReflections, swayOf } from './index';

const guitar: Instrument = {
  id: 'g',
  kind: 'guitar',
  variant: 'dreadnought',
  name: 'Guitar',
  positionM: { x: 2.6, y: 2 },
  rotationDeg: 0,
  mirrored: false,
  choices: { voice: 'yes' },
};
const recipe = recipeById('guitar-direct');
if (!recipe) throw new Error('no such set-up');
const shelf = (models: readonly string[]) => ({
  ...BOATHOUSE_SHELF,
  microphones: MICROPHONE_CATALOGUE.filter(({ id }) => models.includes(id)),
  devices: DEVICE_CATALOGUE.filter(({ id }) => id === 'eight-input' || id === 'twelve-input'),
});
function session(models: readonly string[]): Session {
  let ids = 0;
  return placeSetup(addInstrument(guitar)(newSession('s', 's', '2026-01-01T00:00:00.000Z', shelf(models))), recipe as never, 'g', () => `n${++ids}`)
    .session;
}
const up = session(['pickup', 'small-condenser']);
const table = arrivalTable(resolvePlan(up));
const [pickup, microphone] = up.microphones;
if (!pickup || !microphone) throw new Error('two channels');
const arrival = (m: number, source: string) => table.rows[m]?.find(({ sourceKey }) => sourceKey === `g/${source}`);

test('a direct and a microphone channel are both there, each of its own kind', () => {
  expect(up.microphones.map(({ modelId }) => modelId)).toEqual(['pickup', 'small-condenser']);
  expect(pickup.stand).toBeNull();
});

test('the pickup hears its guitar at once and without the room; the voice and the microphone’s air it does not (common practice)', () => {
  for (const part of ['guitar', 'strings']) expect(arrival(0, part)?.delaySeconds).toBe(0);
  expect((arrival(0, 'guitar')?.levelDb ?? 0) - (arrival(0, 'guitar')?.roomDb ?? 0)).toBeGreaterThan(100);
  expect((arrival(0, 'guitar')?.levelDb ?? 0) - (arrival(0, 'voice')?.levelDb ?? 0)).toBeGreaterThan(100);
  expect(leaks(table).find((leak) => leak.microphone.id === pickup.id)?.marginDb).toBeGreaterThan(60);
  expect(firstReflections(table.plan.microphones[0] as never, table.plan.sources[0] as never, table.plan)).toEqual([]);
  expect(swayOf(table.plan.microphones[0] as never, table.plan.sources[0] as never, table.plan)).toEqual({ levelDb: 0, toneDb: 0 });
});

test('the microphone is late by its distance: some 30 cm are 0.87 ms (343.2 m/s)', () => {
  const late = arrival(1, 'guitar');
  expect((late?.delaySeconds ?? 0) * table.plan.speedOfSoundMps).toBeCloseTo(late?.paths[0]?.lengthM ?? 0, 6);
  const found = checkPlan(table).find(({ code, microphoneIds }) => code === 'comb' && microphoneIds.includes(pickup.id));
  expect(found?.severity).toBe('note');
  expect(found?.move).toEqual(
    expect.objectContaining({ kind: 'align', microphoneId: pickup.id, samples: Math.round((late?.delaySeconds ?? 0) * table.plan.sampleRateHz) }),
  );
});

test('held back as offered, both are in step and the finding is gone', () => {
  const found = checkPlan(table).find(({ code }) => code === 'comb');
  if (found?.move?.kind !== 'align') throw new Error('an alignment');
  const { samples } = found.move;
  const aligned = { ...up, microphones: up.microphones.map((m) => (m.id === pickup.id ? { ...m, alignSamples: samples } : m)) };
  const after = arrivalTable(resolvePlan(aligned));
  expect(checkPlan(after).filter(({ code }) => code === 'comb')).toEqual([]);
  const [a, b] = [0, 1].map((m) => copiesOf(after, m, 0)[0]?.delaySeconds ?? Number.NaN) as [number, number];
  expect(Math.abs(a - b)).toBeLessThan(1 / table.plan.sampleRateHz);
});

test('nothing says which way up a pickup is, so nothing is told to flip; three to one is asked of air only', () => {
  expect(arrival(0, 'guitar')?.settled).toBe(false);
  expect(checkPlan(table).filter(({ code }) => code === 'polarity-opposed')).toEqual([]);
  expect(threeToOne(table, pickup.id, microphone.id)).toBeNull();
});

test('the tape has nothing to measure of it and says so; it is still in the list of a day', () => {
  expect(tapeList(table.plan).some(({ microphoneId }) => microphoneId === pickup.id)).toBe(false);
  expect(pluggedIn(table.plan).map(({ id }) => id)).toEqual([pickup.id]);
  expect(walkingOrder(table.plan).map(({ id }) => id)).toContain(pickup.id);
  expect(tapeListCsv(table.plan, tapeList(table.plan), [], 'metric', sayMetric)).toMatch(/PU,Pickup,"?plugged in, 0 ms/);
});

test('straight in it gets an instrument input, on a direct box a microphone’s; its level fits either', async () => {
  const solve = await loadMilpSolver();
  for (const [model, connector] of [
    ['pickup', 'Hi-Z'],
    ['pickup-direct-box', 'XLR'],
  ] as const) {
    const plugged = session([model, 'small-condenser']);
    const heard = arrivalTable(resolvePlan(plugged));
    const result = assignInputs(patchProblem(plugged, heard), solve);
    if (!result.ok) throw new Error(JSON.stringify(result.reason));
    const [id] = plugged.microphones.map((m) => m.id);
    const input = plugged.shelf.devices.flatMap((device) => device.inputs.map((one) => ({ ...one, deviceId: device.id })));
    const own = input.find((one) => `${one.deviceId}/${one.id}` === result.inputs[id ?? '']);
    if (!own) throw new Error('an input');
    expect(own.connectors).toContain(connector);
    expect(gainSetting(heard, id ?? '', own)?.verdict).toBe('fits');
    const rows = inputList({ ...plugged, patch: result.inputs }, heard);
    expect(rows.find(({ microphoneId }) => microphoneId === id)?.input).toBe(own.name);
  }
});

test('a device without an instrument input refuses it in one sentence', async () => {
  const solve = await loadMilpSolver();
  const dry = { ...up, shelf: { ...up.shelf, devices: DEVICE_CATALOGUE.filter(({ id }) => id === 'twelve-input') } };
  const result = assignInputs(patchProblem(dry, table), solve);
  expect(!result.ok && result.reason).toMatchObject({
    code: 'no-patch',
    facts: { must: { each: [{ code: 'needs-its-plug', facts: { names: { each: ['Pickup'] } } }] }, way: { code: 'adaptor-box' } },
  });
});

test('a pickup stands in for no microphone, nor one for it: Fits says what is missing', () => {
  const bare = addInstrument(guitar)(newSession('s', 's', '2026-01-01T00:00:00.000Z', shelf(['pickup'])));
  expect(fitOf(bare, recipe, guitar).reasons[0]?.code).toMatch(/^(microphones-short|kind-missing)$/);
  const without = addInstrument(guitar)(newSession('s', 's', '2026-01-01T00:00:00.000Z', shelf(['large-multi-pattern'])));
  expect(fitOf(without, recipe, guitar).reasons).toContainEqual({ code: 'kind-missing', facts: { kind: 'pickup', place: expect.any(String) } });
});

test('rendered, its channel begins with the stroke and the microphone’s later by the plan', () => {
  const take = renderTake(table.plan, { seed: 3, rounds: 1, noiseSplDb: -20 });
  const starts = take.truth.strokes.find(({ source }) => source === 'g/guitar')?.atSample ?? 0;
  const first = (channel: number): number => {
    const samples = take.channels[channel]?.samples ?? new Float32Array();
    const near = samples.subarray(starts - 50, starts + 400);
    const most = near.reduce((peak, v) => Math.max(peak, Math.abs(v)), 0);
    return near.findIndex((v) => Math.abs(v) > 0.25 * most);
  };
  const late = first(1) - first(0);
  expect(Math.abs(late - (arrival(1, 'guitar')?.delaySeconds ?? 0) * take.sampleRateHz)).toBeLessThan(12);
});
