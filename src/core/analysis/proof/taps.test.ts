import { plainTake } from '../../../../hostile/plainTake';
import { reportOf } from '../../../../scripts/reportOf';
import { seedsFor } from '../../../../scripts/walks';
import { allCases, placed } from '../../../cli/audit/cases';
import { arrivalTable } from '../../arrivals';
import { createRandom, type FftKernel, loadFftKernel, type Random } from '../../math';
import { isDirect } from '../../microphones';
import { resolveFiles } from '../../planning';
import { proveTake, readTap, type TapReading } from '../index';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

const { PI, exp, sin } = Math;

/** Two knocks and a clap in hiss, written sample by sample: the clap begins upwards, or downwards where a level is negative. */
function tapped(knockLevel: number, clapLevel: number, rate: number, random: Random): Float32Array {
  const sounds = [
    { atS: 0.8, level: knockLevel, hertz: 95, diesS: 0.015 },
    { atS: 1.05, level: knockLevel, hertz: 110, diesS: 0.015 },
    { atS: 2.6, level: clapLevel, hertz: 900, diesS: 0.002 },
  ];
  return Float32Array.from({ length: 4 * rate }, (_, i) => {
    let x = 1e-4 * random.normal();
    for (const { atS, level, hertz, diesS } of sounds) {
      const t = i / rate - atS;
      if (t >= 0) x += level * exp(-t / diesS) * sin(2 * PI * hertz * t);
    }
    return x;
  });
}

/** One build of each set-up of two microphones and more that can be knocked on. */
const CASES = allCases().filter(
  ({ room, recipe }, i, all) =>
    room.name === 'middle' &&
    recipe.microphones.length > 1 &&
    all.findIndex((other) => other.room.name === 'middle' && other.recipe.id === recipe.id) === i,
);

type Planted = 'nothing' | 'reversed' | 'swapped';

/** What is said of a take by plain code with something planted, knocks before it or not. */
async function said(seed: number, withTaps: boolean): Promise<{ what: Planted; named: boolean; wrong: boolean; where: string }> {
  const random = createRandom(seed);
  const one = CASES[seed % CASES.length] as (typeof CASES)[number];
  const session = placed(one);
  const plan = resolveFiles(session);
  const rate = plan.sampleRateHz;
  const table = arrivalTable(plan);
  const take = plainTake(plan, seed, 2);
  const ids = plan.microphones.map(({ id }) => id);
  const able = plan.microphones.flatMap(({ model: { kind } }, m) => (isDirect(kind) || kind === 'loudspeaker' ? [] : [m]));
  const what: Planted = able.length < 2 ? 'nothing' : random.uniform() < 0.2 ? 'nothing' : random.uniform() < 0.6 ? 'reversed' : 'swapped';
  const first = able[Math.floor(random.uniform() * able.length)] as number;
  const second = able[(able.indexOf(first) + 1) % Math.max(1, able.length)] as number;
  // Which microphone's sound is in each channel, and which way up it is there.
  const inside = ids.map((_, c) => (what === 'swapped' ? (c === first ? second : c === second ? first : c) : c));
  const sign = ids.map((_, c) => (what === 'reversed' && c === first ? -1 : 1));
  const channel = (m: (index: number) => Float32Array): Record<string, Float32Array> =>
    Object.fromEntries(ids.map((id, c) => [id, m(inside[c] as number).map((x) => (sign[c] as number) * x)]));
  const report = await reportOf(
    kernel,
    rate,
    channel((m) => take.get(ids[m] as string) ?? new Float32Array(rate)),
  );
  const matching = Object.fromEntries(ids.map((id) => [id, id]));
  const taps = !withTaps
    ? []
    : able.flatMap((m): TapReading[] => {
        const heard = ids.map((_, other) => {
          const own = other === m;
          const chain = plan.microphones[other]?.flipped ? -1 : 1;
          const [knock, clap] = own ? [0.3, 0.2] : [0.3 * 10 ** (-random.between(14, 35) / 20), 0.2 * 10 ** (-random.between(4, 15) / 20)];
          return tapped(knock, chain * clap, rate, random);
        });
        const all = channel((other) => heard[other] as Float32Array);
        const reading = readTap(
          ids[m] as string,
          Object.entries(all).map(([name, samples]) => ({ name, samples })),
          rate,
          ids.map(() => -80),
        );
        return reading ? [reading] : [];
      });
  const { findings } = proveTake(table, { ...report, taps }, matching);
  const faults = findings.filter(({ code }) => code === 'polarity-reversed' || code === 'channels-swapped' || code === 'channel-late');
  const wanted = what === 'reversed' ? [ids[first]] : [ids[first], ids[second]];
  const isIt = ({ code, microphoneIds }: (typeof faults)[number]): boolean =>
    code === (what === 'reversed' ? 'polarity-reversed' : 'channels-swapped') &&
    microphoneIds.length === wanted.length &&
    wanted.every((id) => id !== undefined && microphoneIds.includes(id));
  return {
    what,
    named: what === 'nothing' ? faults.length === 0 : faults.some(isIt),
    wrong: what === 'nothing' ? faults.length > 0 : faults.some((fault) => !isIt(fault)),
    where: `${seed} ${one.recipe.id} ${what}: ${findings.map(({ code }) => code).join(', ')}`,
  };
}

test('knocked on one after another, what is reversed or swapped is named in every set-up, by takes that say little of it themselves', async () => {
  const left: string[] = [];
  let [told, wrong, before, all] = [0, 0, 0, 0];
  for (const seed of seedsFor({ name: 'knocks', least: 5, all: 300, seconds: 8 })) {
    const one = await said(seed, true);
    if (one.wrong) wrong++;
    if (one.what !== 'nothing') {
      all++;
      if (one.named) told++;
      else left.push(one.where);
      if (process.env.ALL_WALKS && (await said(seed, false)).named) before++;
    }
  }
  process.stdout.write(
    `knocks: ${told} of ${all} named, ${wrong} wrong${process.env.ALL_WALKS ? `, ${before} without knocks` : ''}\n${left.join('\n')}\n`,
  );
  expect(wrong).toBe(0);
  expect(told / Math.max(1, all)).toBeGreaterThanOrEqual(0.95);
});
