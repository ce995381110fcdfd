import { reportOf } from '../../../scripts/reportOf';
import { walks } from '../../../scripts/walks';
import { matchByName, proveTake } from '../../core/analysis';
import { arrivalTable } from '../../core/arrivals';
import { INSTRUMENT_KINDS, type InstrumentKind } from '../../core/instruments';
import { type FftKernel, loadFftKernel } from '../../core/math';
import { resolvePlan } from '../../core/planning';
import { HIDDEN_THINGS, type HiddenThing, practiceTake } from '../../core/render';
import { allCases, placed } from './cases';

let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

/** What the check may call a hidden thing: by its name, or by a question or a limit that holds it. */
const CODES: Readonly<Record<HiddenThing, readonly string[]>> = {
  'two faults': ['polarity-reversed', 'channel-late', 'question'],
  nothing: [],
  'one reversed': ['polarity-reversed', 'question', 'unproven', 'unshown'],
  'one late': ['channel-late', 'question', 'unproven', 'unshown'],
  'two exchanged': ['channels-swapped', 'question', 'unproven', 'unshown'],
  'one stand elsewhere': ['distance-differs', 'question', 'unproven', 'unshown', 'source-unmatched', 'instrument-elsewhere'],
  'mains hum': ['hum'],
  'a clipped channel': ['clipped'],
  'a knocked stand': ['thumps'],
  'a click from headphones': ['ticking'],
};
/** What is the take's own and not hidden: levels of its soft channels, and what its sources leave open. */
const ALLOWED = new Set(['low-level', 'noise', 'unproven', 'sum-fuller', 'question', 'unshown', 'source-unmatched']);

/** The first set-up of a family that has two microphones or more in air, in the middle room. */
const setUpOf = (kind: InstrumentKind) =>
  allCases().find((one) => one.room.name === 'middle' && one.recipe.instrument === kind && resolvePlan(placed(one)).microphones.length > 1);

async function told(kind: InstrumentKind, thing: HiddenThing, seed: number) {
  const one = setUpOf(kind);
  if (!one) return null;
  const plan = resolvePlan(placed(one));
  const { take, words } = practiceTake(plan, thing, seed);
  const report = await reportOf(kernel, take.sampleRateHz, Object.fromEntries(take.channels.map(({ name, samples }) => [name, samples])));
  const matching = matchByName(
    report.channels.map(({ name }) => name),
    plan.microphones,
  );
  const proof = proveTake(arrivalTable(plan), report, matching);
  const own = report.findings.filter(({ code }) => !['polarity-reversed', 'question', 'late', 'early'].includes(code));
  return {
    words,
    found: [...proof.findings, ...own].map(({ severity, code, message }) => ({ severity, code: code as string, message })),
    limits: proof.limits.length,
  };
}

const PAIRS = INSTRUMENT_KINDS.flatMap((kind, i) => {
  const things = HIDDEN_THINGS.filter((thing) => thing !== 'two faults');
  return walks(1, things.length) === 1
    ? [[kind, things[(i + 1) % things.length] as HiddenThing] as const]
    : things.map((thing) => [kind, thing] as const);
});

test.each(PAIRS)('%s, %s: found, and nothing else is', async (kind, thing) => {
  const heard = await told(kind, thing, 11);
  // A family whose set-ups have one microphone alone has no practice of channels against each other.
  if (!heard) return expect(setUpOf(kind)).toBeUndefined();
  const codes = [...heard.found.map(({ code }) => code), ...(heard.limits > 0 ? ['unshown'] : [])];
  if (CODES[thing].length > 0) expect([heard.words, codes, codes.some((code) => CODES[thing].includes(code))]).toEqual([heard.words, codes, true]);
  const other = heard.found.filter(({ severity, code }) => severity !== 'note' && !CODES[thing].includes(code) && !ALLOWED.has(code));
  expect([heard.words, other]).toEqual([heard.words, []]);
});
