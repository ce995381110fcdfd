import { reportOf } from '../scripts/reportOf';
import { seedsFor } from '../scripts/walks';
import { allCases, nameOf, placed } from '../src/cli/audit/cases';
import { createRandom, type FftKernel, loadFftKernel } from '../src/core/math';
import { isDirect } from '../src/core/microphones';
import { resolveFiles } from '../src/core/planning';
import { plainTake } from './plainTake';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

const { PI, sin, cos, floor } = Math;

/** What a recorder writes whose clock is faster by so many millionths, and which began so many samples sooner: by a windowed sinc of 48 taps. */
function byClock(samples: Float32Array, ppm: number, sooner: number): Float32Array {
  const half = 24;
  return samples.map((_, n) => {
    const at = (n - sooner) / (1 + ppm * 1e-6);
    const whole = floor(at);
    const share = at - whole;
    if (share < 1e-9) return samples[whole] ?? 0;
    let sum = 0;
    const first = sin(PI * share) / PI;
    for (let k = 1 - half; k <= half; k++) {
      const x = share - k;
      sum += ((samples[whole + k] ?? 0) * (k % 2 === 0 ? first : -first) * (0.5 + 0.5 * cos((PI * x) / half))) / x;
    }
    return sum;
  });
}

interface Counts {
  takes: number;
  found: number;
  drifting: number;
  accused: number;
  worstPpm: number;
}

/** One set-up played for half a minute, some of its channels by another clock in two of three. */
async function listenTo(seed: number, cases: ReturnType<typeof allCases>, counts: Counts, wrong: string[]): Promise<void> {
  const random = createRandom(seed);
  const one = cases[random.integer(0, cases.length - 1)] as (typeof cases)[number];
  const plan = resolveFiles(placed(one));
  const air = plan.microphones.filter(({ model }) => !isDirect(model.kind));
  if (air.length < 2) return;
  const rounds = Math.ceil(30 / (0.465 * plan.sources.length));
  const sounds = plainTake(plan, seed, rounds);
  const drifts = random.uniform() < 0.67;
  const ppm = drifts ? (random.uniform() < 0.5 ? -1 : 1) * random.between(20, 90) : 0;
  const own = new Set(air.slice(0, random.integer(1, Math.max(1, floor(air.length / 2)))).map(({ id }) => id));
  const sooner = random.integer(-120, 120);
  const channels = air.map(({ id, name }) => {
    const samples = sounds.get(id) ?? new Float32Array();
    return [name, drifts && own.has(id) ? byClock(samples, ppm, sooner) : samples] as const;
  });
  const report = await reportOf(kernel, plan.sampleRateHz, Object.fromEntries(channels));
  const told = report.findings.filter(({ code }) => code === 'clocks-differ');
  const label = `${seed} ${nameOf(one)} ${drifts ? `${ppm.toFixed(1)} ppm of ${own.size} of ${air.length}` : 'one clock'}`;
  counts.takes += 1;
  if (drifts) {
    counts.drifting += 1;
    const [, off] = report.clocks;
    const wanted = off?.group.some((name) => air.some(({ id, name: its }) => its === name && own.has(id))) ? ppm : -ppm;
    if (told.length === 1 && off && Math.abs(off.driftPpm - wanted) < 3) {
      counts.found += 1;
      counts.worstPpm = Math.max(counts.worstPpm, Math.abs(off.driftPpm - wanted));
    } else wrong.push(`${label}: ${JSON.stringify(report.clocks.slice(1))}`);
  } else if (told.length > 0) wrong.push(`${label}: accused of ${JSON.stringify(report.clocks.slice(1))}`);
  const fixes = report.findings.filter(({ severity }) => severity === 'fix');
  counts.accused += told.length > 0 && !drifts ? 1 : 0;
  if (fixes.length > 0) wrong.push(`${label}: ${fixes.map(({ message }) => message).join(' | ')}`);
}

test('recorders that drift are told from those that do not, from half a minute on, and nobody is accused of what the drift does (seeded)', async () => {
  const cases = allCases().filter(({ room, recipe }) => room.name === 'middle' && recipe.microphones.length >= 2);
  const counts: Counts = { takes: 0, found: 0, drifting: 0, accused: 0, worstPpm: 0 };
  const wrong: string[] = [];
  for (const seed of seedsFor({
    name: 'drifting recorders',
    least: 3,
    all: Number(process.env.TAKES ?? 200),
    seconds: 8,
    from: Number(process.env.FROM_SEED ?? 1),
  }))
    await listenTo(seed, cases, counts, wrong);
  console.info(JSON.stringify(counts));
  for (const line of wrong) console.info(line.slice(0, 300));
  expect(counts.drifting).toBeGreaterThan(0);
  expect(counts.accused).toBe(0);
  expect(counts.found / counts.drifting).toBeGreaterThan(0.9);
});
