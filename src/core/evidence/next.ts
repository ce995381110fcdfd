import { solveLinear, type Vec3, vec3 } from '../math';
import { type Altered, alteredBy } from './altered';
import { clapsLog, clickUnder, tapUnder, timesCovariance } from './claps';
import { PRIOR } from './hypothesis';
import type { Cause, Click, Model, Tap } from './model';
import { tapsLog } from './taps';

const { exp, log, log2, max } = Math;

/** Something that could be done while everything is recorded: knock on a microphone and clap before it, or click at a place that is known. */
export type Doable = { readonly tap: number } | { readonly click: Omit<Click, 'channel' | 'arrivals'> };

/** Latenesses and steps that stand for all of them, seconds and metres. */
const LATE_S = [0.0012, 0.005];
const STEP_M = 0.15;
const STEPS: readonly Vec3[] = [-STEP_M, STEP_M].flatMap((by) => [vec3(by, 0, 0), vec3(0, by, 0), vec3(0, 0, by)]);
/** So many of the likeliest things that may be wrong are held against one another. */
const MOST_WEIGHED = 60;

/** One thing that may be wrong, or nothing, as the set-up would be with it; and how likely that is. */
interface Possible {
  readonly changed: Altered;
  readonly weight: number;
}

function faultsOf(model: Model): { readonly causes: readonly Cause[]; readonly prior: number }[] {
  const channels = Array.from({ length: model.microphones }, (_, channel) => channel);
  const instruments = [...new Set(Array.from({ length: model.sources }, (_, source) => model.instrumentOf(source)))];
  const one = (cause: Cause, prior: number): { causes: readonly Cause[]; prior: number } => ({ causes: [cause], prior });
  return [
    { causes: [], prior: 1 },
    ...channels.flatMap((channel) => [
      one({ kind: 'reversed', channel }, PRIOR.reversed),
      ...LATE_S.map((seconds) => one({ kind: 'late', channel, seconds }, PRIOR.late / LATE_S.length)),
      ...(model.fixed(channel) ? [] : STEPS.map((byM) => one({ kind: 'moved', channel, byM }, PRIOR.moved / STEPS.length))),
      ...channels.slice(channel + 1).map((other) => one({ kind: 'swapped', channel, other }, PRIOR.swapped)),
    ]),
    ...instruments.flatMap((instrument) => STEPS.map((byM) => one({ kind: 'elsewhere', instrument, byM }, PRIOR.elsewhere / STEPS.length))),
  ];
}

/** Entropy of weights that add up to what they do, bits. */
function entropyOf(weights: readonly number[]): number {
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  return weights.reduce((sum, weight) => sum - (weight > 0 ? (weight / total) * log2(weight / total) : 0), 0);
}

/** Weights times how likely each makes what was heard, the likeliest at 1 times its weight. */
function reweighed(possible: readonly Possible[], logOf: (changed: Altered) => number): number[] {
  const logs = possible.map(({ changed }) => logOf(changed));
  const most = max(...logs);
  return possible.map(({ weight }, i) => weight * exp((logs[i] as number) - most));
}

const bySound =
  (model: Model) =>
  (changed: Altered): number =>
    tapsLog(model.taps ?? [], changed) + clapsLog(model, changed);

/** How much is open of what may be wrong after what was heard by knocks, claps and clicks, bits; and how much each thing that could be done would settle. */
export function settledBy(model: Model, doable: readonly Doable[]): { readonly openBits: number; readonly bits: readonly number[] } {
  // What was played is no part of it: arrivals of sources are nothing to these.
  const bare: Model = { ...model, sources: 0 };
  const nowhere = (): never => {
    throw new Error('a model without sources was asked for one');
  };
  const before = faultsOf(model).map(({ causes, prior }) => ({ changed: alteredBy(bare, nowhere, causes), weight: prior }));
  const weights = reweighed(before, bySound(bare));
  const possible = before
    .map(({ changed }, i): Possible => ({ changed, weight: weights[i] as number }))
    .sort((a, b) => b.weight - a.weight)
    .slice(0, MOST_WEIGHED);
  const total = possible.reduce((sum, { weight }) => sum + weight, 0);
  const openBits = entropyOf(possible.map(({ weight }) => weight));
  const shares = possible.map(({ weight }) => weight / total);
  const bits = doable.map((one) => {
    const said = possible.map(({ changed }): Said => saidUnder(bare, one, changed));
    const weighs = inverseOf(bare, one, possible[0]?.changed);
    const left = shares.reduce((sum, share, truth) => {
      const logs = said.map((other) => -apart(said[truth] as Said, other, weighs) / 2);
      return sum + share * entropyOf(logs.map((value, i) => (shares[i] as number) * exp(value)));
    }, 0);
    return max(0, openBits - left);
  });
  return { openBits, bits };
}

/** What a clap or a click would say: in which channel it is, which way up there, and when the others have it. */
type Said = Tap | Click | null;

const saidUnder = (model: Model, one: Doable, changed: Altered): Said =>
  'tap' in one ? tapUnder(model, one.tap, changed) : clickUnder(model, one.click, changed);

interface Weighs {
  readonly channels: readonly number[];
  readonly inverse: readonly (readonly number[])[];
}

/** By how much times that differ tell two things apart: the inverse of their covariance, 1/s². */
function inverseOf(model: Model, one: Doable, changed: Altered | undefined): Weighs {
  const said = changed ? saidUnder(model, one, changed) : null;
  if (!said || !changed) return { channels: [], inverse: [] };
  const heard: Model = 'microphone' in said ? { ...model, taps: [said], clicks: [] } : { ...model, taps: [], clicks: [said] };
  const { channels, covariance } = timesCovariance(heard, changed);
  const columns = channels.map(
    (_, i) =>
      solveLinear(
        covariance,
        channels.map((__, j) => (i === j ? 1 : 0)),
      ) ?? channels.map(() => 0),
  );
  return { channels, inverse: columns };
}

/** Sounds in other channels, or the other way up, and times however far apart, tell two things apart by no more than this. */
const OTHERWISE = 2 * log(200);
const MOST_APART = 40;

/** How far apart two things that could be said are, as minus twice the expected log of their odds. */
function apart(a: Said, b: Said, { channels, inverse }: Weighs): number {
  if (a === null || b === null) return a === b ? 0 : OTHERWISE;
  if (a.channel !== b.channel) return OTHERWISE;
  const signs = 'sign' in a && 'sign' in b && a.sign !== b.sign ? OTHERWISE : 0;
  const off = channels.map((channel) => lateIn(a, channel) - lateIn(b, channel));
  let times = 0;
  for (const [i, row] of inverse.entries()) for (const [j, value] of row.entries()) times += value * (off[i] as number) * (off[j] as number);
  return signs + Math.min(MOST_APART, times);
}

const lateIn = ({ arrivals = [] }: Tap | Click, channel: number): number => arrivals.find((one) => one.channel === channel)?.lateSeconds ?? 0;
