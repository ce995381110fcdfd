import { boathouseKit } from '../../../../demo/boathouse';
import { reportOf as checked } from '../../../../scripts/reportOf';
import { arrivalTable } from '../../arrivals';
import { createRandom, type FftKernel, loadFftKernel } from '../../math';
import { resolvePlan } from '../../planning';
import { renderTake } from '../../render';
import { balanceOf, matchByName, proveTake, type TakeReport } from '../index';
import { kPower } from './loudness';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

const RATE = 48_000;

const reportOf = (channels: Readonly<Record<string, Float32Array>>): Promise<TakeReport> => checked(kernel, RATE, channels);

/** The two sections of K weighting at 48 kHz as ITU-R BS.1770-4 prints them, run over a sine as plainly as can be. */
function throughPrinted(hertz: number): number {
  let signal = Array.from({ length: RATE }, (_, n) => Math.sin((2 * Math.PI * hertz * n) / RATE));
  for (const [b0, b1, b2, a1, a2] of [
    [1.53512485958697, -2.69169618940638, 1.19839281085285, -1.69065929318241, 0.73248077421585],
    [1, -2, 1, -1.99004745483398, 0.99007225036621],
  ] as const) {
    const out: number[] = [];
    signal.forEach((x, n) => {
      out.push(b0 * x + b1 * (signal[n - 1] ?? 0) + b2 * (signal[n - 2] ?? 0) - a1 * (out[n - 1] ?? 0) - a2 * (out[n - 2] ?? 0));
    });
    signal = out;
  }
  const late = signal.slice(RATE / 2);
  return 10 * Math.log10((2 * late.reduce((sum, x) => sum + x * x, 0)) / late.length);
}

test.each([40, 100, 400, 997, 2000, 5000, 10_000])('K weighting at %d Hz is that of the printed filters', (hertz) => {
  expect(10 * Math.log10(kPower(hertz, RATE))).toBeCloseTo(throughPrinted(hertz), 1);
});

/** Two things struck in turn, each nearest to a microphone of its own; the pair hears one so many decibels over the other. */
function inTurn(levels: readonly [number, number]): Record<string, Float32Array> {
  const random = createRandom(4);
  const channels = ['Snare', 'Tom', 'Overhead left', 'Overhead right'].map(() =>
    Float32Array.from({ length: 8 * RATE }, () => 1e-5 * random.normal()),
  );
  for (let k = 0; k < 14; k++) {
    const which = k % 2;
    const at = 12_000 + 24_000 * k;
    const burst = Float32Array.from({ length: 4000 }, (_, i) => random.normal() * Math.exp(-i / 500));
    const put = (c: number, gain: number, late: number): void => {
      const channel = channels[c] as Float32Array;
      for (let i = 0; i < burst.length; i++) channel[at + late + i] = (channel[at + late + i] as number) + gain * (burst[i] as number);
    };
    put(which, 0.3, 0);
    put(1 - which, 0.01, 60);
    const gain = 0.1 * 10 ** ((levels[which] as number) / 20);
    put(2, gain, which ? 120 : 90);
    put(3, gain, which ? 90 : 130);
  }
  return Object.fromEntries(['Snare', 'Tom', 'Overhead left', 'Overhead right'].map((name, c) => [name, channels[c] as Float32Array]));
}

test.each<[readonly [number, number]]>([[[0, -6]], [[0, -12]], [[-9, 0]], [[0, 0]]])(
  '%j dB in the pair are as many LU between like sounds',
  async (levels) => {
    const report = await reportOf(inTurn(levels));
    const balance = balanceOf(report, { comparisons: [], findings: [], limits: [] }, null, {});
    expect(balance?.channels).toEqual(['Overhead left', 'Overhead right']);
    const lu = (spot: string): number => balance?.rows.find(({ name }) => name === `nearest to ${spot}`)?.lu ?? Number.NaN;
    expect(lu('Snare') - lu('Tom')).toBeCloseTo(levels[0] - levels[1], 0);
    expect(Math.max(...(balance?.rows.map((row) => row.lu) ?? []))).toBe(0);
  },
);

test('of a take rendered as planned the balance in the pair is the plan’s, within 4 LU', async () => {
  const plan = resolvePlan(boathouseKit());
  const table = arrivalTable(plan);
  const take = renderTake(plan, { seed: 5 });
  const report = await reportOf(Object.fromEntries(take.channels.map(({ name, samples }) => [name, samples])));
  const matching = matchByName(
    report.channels.map(({ name }) => name),
    plan.microphones,
  );
  const balance = balanceOf(report, proveTake(table, report, matching), table, matching);
  const rows = balance?.rows.filter(({ plannedLu }) => plannedLu !== null) ?? [];
  expect(rows.length).toBeGreaterThanOrEqual(4);
  const off = rows.map(({ lu, plannedLu }) => lu - (plannedLu ?? 0));
  const middle = off.reduce((sum, one) => sum + one, 0) / off.length;
  for (const one of off) expect(Math.abs(one - middle)).toBeLessThan(4);
});

test('without a picture, or with one source, there is no balance', async () => {
  const { Snare, Tom, 'Overhead left': left } = inTurn([0, -6]);
  const none = { comparisons: [], findings: [], limits: [] };
  expect(balanceOf(await reportOf({ Snare: Snare as Float32Array, Tom: Tom as Float32Array }), none, null, {})).toBeNull();
  expect(balanceOf(await reportOf({ 'Room far': left as Float32Array, Snare: Snare as Float32Array }), none, null, {})).toBeNull();
});
