import { spawn } from 'node:child_process';
import { availableParallelism } from 'node:os';
import { loadFftKernel } from '../core/math';
import { allCases, ROOMS } from './audit/cases';
import { accuse, type FaultCounts, noFaults, noProofs, type ProofCounts, prove } from './audit/proof';
import { type Counts, noCounts, walk } from './audit/walk';
import { readArguments, runCommand, wholeNumber } from './command';

const USAGE = 'Usage: npm run -s audit -- [--seed N] [--every N] [--takes N] [--renders] [--json]';

interface Part {
  readonly counts: Counts;
  readonly proof: ProofCounts;
  readonly faults: FaultCounts;
}

/** Takes of every other rate come by in turn. */
const RATES = [48_000, 44_100, 96_000];
/** Seeds of two takes of a case are this far apart, more than there are cases. */
const TAKE_APART = 10_000;

/**
 * Walks over every share-th case; renders, as planned and with one thing planted, are proved in the middle room only: of each case
 * as many as `takes` says, each with a seed of its own, the rates in turn; with `--renders` these alone.
 */
async function walkShare(seed: number, share: number, shares: number, takes: number, rendersOnly: boolean): Promise<Part> {
  const kernel = await loadFftKernel();
  const [counts, proof, faults] = [noCounts(), noProofs(), noFaults()];
  for (const [i, one] of allCases().entries()) {
    // Rooms come by in turn: a share must not get one room's alone.
    if ((i + Math.floor(i / ROOMS.length)) % shares !== share) continue;
    if (!rendersOnly) walk(one, seed + i, counts);
    if (one.room.name !== 'middle') continue;
    for (let take = 0; take < takes; take++) {
      await prove(one, seed + i + TAKE_APART * take, kernel, proof, RATES[(i + take) % RATES.length]);
      await accuse(one, seed + i + TAKE_APART * take, kernel, faults);
    }
  }
  return { counts, proof, faults };
}

/** Has a share walked by a process of its own. */
const walkElsewhere = (seed: number, share: number, shares: number, takes: number, rendersOnly: boolean): Promise<Part> =>
  new Promise((resolve, reject) => {
    const args = [
      process.argv[1] ?? '',
      '--seed',
      String(seed),
      '--share',
      String(share),
      '--shares',
      String(shares),
      '--takes',
      String(takes),
      ...(rendersOnly ? ['--renders'] : []),
    ];
    const child = spawn(process.execPath, [...process.execArgv, ...args], { stdio: ['ignore', 'pipe', 'inherit'] });
    let text = '';
    child.stdout.on('data', (chunk) => {
      text += chunk;
    });
    child.on('close', (code) => (code === 0 ? resolve(JSON.parse(text) as Part) : reject(new Error(`A part of the audit ended with ${code}.`))));
  });

/** Adds up counts of the same shape: numbers are added, lists joined. */
function sum<T>(a: T, b: T): T {
  if (typeof a === 'number') return (a + (b as number)) as T;
  if (Array.isArray(a)) return [...a, ...(b as unknown[])] as T;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return Object.fromEntries(
    [...new Set([...Object.keys(x), ...Object.keys(y)])].map((key) => [
      key,
      x[key] === undefined ? y[key] : y[key] === undefined ? x[key] : sum(x[key], y[key]),
    ]),
  ) as T;
}

const total = (by: Readonly<Record<string, number>>): number => Object.values(by).reduce((all, one) => all + one, 0);

const lines = (title: string, list: readonly string[]): string[] => [
  `${title}: ${list.length}`,
  ...list.slice(0, 12).map((line) => `  ${line}`),
  ...(list.length > 12 ? [`  and ${list.length - 12} more (--json has all)`] : []),
];

function asText(seed: number, { counts, proof, faults }: Part): string {
  const { moves, findings, disturbed, fits } = counts;
  const told = (by: Counts['findings']): string => `${by.fix} fix, ${by.improve} improve, ${by.note} note`;
  return [
    `Seed ${seed}: ${counts.setups} set-ups placed`,
    `As planned: ${told(findings)}`,
    `Fits: ${fits.fine} called fine, ${fits.told} with a reason`,
    ...lines('Called fine and not', fits.falselyFine),
    ...lines('Refused without a reason', fits.silent),
    `Knocked by 15 cm and 15°: ${told(disturbed)}`,
    `Moves: ${moves.withMove} of ${moves.findings} fix and improve findings have one; ${moves.offered} offered, ${moves.mend} mend, ${moves.left} leave it, ${moves.worse} make something worse`,
    `Pressing the first move until none is left: ${counts.settled} settle in ${counts.presses} presses`,
    ...lines('Never settle', counts.unsettled),
    `Single faults that raise harm by 6 dB and more: ${total(counts.silentHarm.harmful)}, of which nothing is said about ${total(counts.silentHarm.silent)}`,
    ...lines('Silent', counts.silentHarm.where),
    ...lines('Findings that pull one microphone opposite ways', counts.opposed),
    ...lines('Inside something solid', counts.solids),
    ...lines('Aims that miss', counts.aims),
    `Rendered as planned and proved: ${proof.takes} takes, ${proof.falseFix} false fix, ${proof.falseImprove} false improve, ${proof.questions} questions, ${proof.unmatched} not matched; ${proof.recognised} of ${proof.sources} sources recognised, ${proof.unproven} takes with channels that nothing proves`,
    ...lines('Told falsely', proof.told),
    `One thing planted in each of ${faults.takes} takes: ${faults.named} named, ${faults.asked} asked, ${faults.unshown} said not to be shown, ${faults.silent} silent, ${faults.wrong} wrong`,
    ...Object.entries({ ...faults.byKind, ...faults.byMicrophones }).map(
      ([kind, one]) =>
        `  ${kind}: ${one.named} of ${one.takes} named, ${one.asked} asked, ${one.unshown} said not to be shown, ${one.silent} silent, ${one.wrong} wrong`,
    ),
    ...lines('Not named', faults.told),
    '',
  ].join('\n');
}

await runCommand(async () => {
  const { values } = readArguments(
    {
      seed: { type: 'string', default: '1' },
      every: { type: 'string', default: '1' },
      takes: { type: 'string', default: '1' },
      renders: { type: 'boolean' },
      json: { type: 'boolean' },
      share: { type: 'string' },
      shares: { type: 'string' },
    },
    USAGE,
  );
  const seed = wholeNumber('seed', values.seed ?? '1', 0, USAGE);
  const rendersOnly = values.renders ?? false;
  const takes = wholeNumber('takes', values.takes ?? '1', 1, USAGE);
  if (values.share !== undefined) {
    process.stdout.write(JSON.stringify(await walkShare(seed, Number(values.share), Number(values.shares), takes, rendersOnly)));
    return;
  }
  const cores = Math.max(1, Math.min(4, availableParallelism()));
  const shares = cores * wholeNumber('every', values.every ?? '1', 1, USAGE);
  const parts = await Promise.all(Array.from({ length: cores }, (_, i) => walkElsewhere(seed, i, shares, takes, rendersOnly)));
  const part = parts.reduce(sum);
  const { setups, fits, findings, disturbed, moves, settled, presses, unsettled, silentHarm, opposed, solids, aims } = part.counts;
  const report = {
    seed,
    setups,
    fits,
    findings,
    disturbed,
    moves,
    settled,
    presses,
    unsettled,
    silentHarm,
    opposed,
    solids,
    aims,
    proof: part.proof,
    faults: part.faults,
  };
  process.stdout.write(values.json ? `${JSON.stringify({ format: 'shuttlecraft-audit', version: 1, ...report })}\n` : asText(seed, part));
});
