import { plainTake } from '../../../../hostile/plainTake';
import { reportOf } from '../../../../scripts/reportOf';
import { seedsFor } from '../../../../scripts/walks';
import { allCases, placed } from '../../../cli/audit/cases';
import { arrivalTable } from '../../arrivals';
import { createRandom, type FftKernel, loadFftKernel } from '../../math';
import { isDirect } from '../../microphones';
import { resolveFiles } from '../../planning';
import { proveTake } from '../index';
import { gainsOf } from './gains';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

const CASES = allCases().filter(
  ({ room, recipe }, i, all) =>
    room.name === 'middle' &&
    recipe.microphones.length > 2 &&
    all.findIndex((other) => other.room.name === 'middle' && other.recipe.id === recipe.id) === i,
);

test('gains that explain all measurements together are found, up to one for all; who is not measured has none', () => {
  const random = createRandom(3);
  const gains = [0, 4, -20, 1, 0];
  const measured = Array.from({ length: 40 }, () => {
    const [channel, against] = [random.integer(0, 4), random.integer(0, 4)];
    return { channel, against, db: (gains[channel] as number) - (gains[against] as number) + 0.5 * random.normal() };
  }).filter(({ channel, against }) => channel !== against);
  const found = gainsOf(6, measured);
  for (const [channel, gain] of gains.entries()) expect(Math.abs((found[channel] ?? 99) - gain)).toBeLessThan(1.2);
  expect(found[5]).toBeNull();
});

// By the plain renderer, which shares nothing with what measures: one channel 20 dB lower, or none.
test('of takes by plain code a channel that is 20 dB low is named with its figure, no other one is, and nothing where all are as planned', async () => {
  const counts = { planted: 0, named: 0, wrong: 0, clean: 0, cleanTold: 0 };
  for (const seed of seedsFor({ name: 'gains', from: 1, least: 5, all: 60, seconds: 12 })) {
    const random = createRandom(900 + seed);
    const one = CASES[(seed * 7) % CASES.length];
    if (!one) continue;
    const plan = resolveFiles(placed(one));
    const able = plan.microphones.filter(({ model }) => !isDirect(model.kind));
    const low = seed % 3 === 0 ? null : (able[random.integer(0, able.length - 1)]?.id ?? null);
    const take = plainTake(plan, seed, 3);
    const report = await reportOf(
      kernel,
      plan.sampleRateHz,
      Object.fromEntries([...take].map(([id, x]) => [id, id === low ? x.map((v) => 0.1 * v) : x])),
    );
    const { findings } = proveTake(arrivalTable(plan), report, Object.fromEntries([...take.keys()].map((id) => [id, id])));
    const told = findings.filter(({ code }) => code === 'gain-differs');
    if (low === null) {
      counts.clean++;
      counts.cleanTold += told.length;
    } else {
      counts.planted++;
      const [named] = told.filter(({ microphoneIds }) => microphoneIds[0] === low);
      if (named) counts.named++;
      if (told.some((finding) => finding !== named)) counts.wrong++;
    }
  }
  expect([counts.wrong, counts.cleanTold]).toEqual([0, 0]);
  expect(counts.named).toBeGreaterThan(0);
});
