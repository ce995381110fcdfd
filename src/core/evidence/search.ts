import { dot, magnitude, median, scale, solveLinear, type Vec3, vec3 } from '../math';
import { logLikelihood, residuals, SIGMA_S, sourcesOf } from './likelihood';
import type { Cause, Cluster, Explanation, Model, Weighed } from './model';

/** How rare each cause is, for each channel (our choice: a cable is seldom reversed, a stand is often elsewhere). */
const PRIOR = { reversed: 0.03, late: 0.03, moved: 0.05, swapped: 0.005 } as const;
/** A channel is early by nothing we know of. */
const EARLY_SHARE = 0.02;
/** Lateness of a converter or a plug-in: from this, else it is rather a place, to this, seconds. */
const LATE_FROM_S = 3.5e-4;
const LATE_TO_S = 0.04;
/** Less than this is rather a stand than a converter, seconds. */
const A_STANDS_WORTH_S = 0.0012;
/** How far a stand ends up from its place, metres (one standard deviation along each axis), and at most. */
const ASTRAY_M = 0.2;
const FARTHEST_M = 0.8;
/** Odds by which something is said, and by which it is only asked. */
const SAID = 0.95;
/** A question is asked when it is likelier than this that something is wrong. */
const ASKED = 0.3;
const MOST_CAUSES = 4;

interface Hypothesis {
  readonly cause: Cause;
  readonly logPosterior: number;
}

/** Values that stand together, the most told first. */
function modes(values: readonly number[], within: number, most: number): number[] {
  const left = [...values];
  const out: number[] = [];
  while (left.length && out.length < most) {
    const votes = left.map((value) => left.filter((other) => Math.abs(other - value) < within));
    const group = votes.reduce((a, b) => (b.length > a.length ? b : a));
    out.push(group.reduce((sum, value) => sum + value, 0) / group.length);
    for (const value of group) left.splice(left.indexOf(value), 1);
  }
  return out;
}

/** Lateness of a channel that its arrivals ask for: as a channel, and as the spot that others are counted from. */
function lateTries(model: Model, clusters: readonly Cluster[], causes: readonly Cause[], channel: number): number[] {
  const asked: number[] = [];
  for (let source = 0; source < model.sources; source++) {
    const all = clusters.map(() => source);
    for (const left of residuals(model, clusters, causes, all)) {
      if (left.channel === channel) asked.push(left.seconds);
      else if (left.spot === channel) asked.push(-left.seconds);
    }
  }
  return modes(asked, 2 * SIGMA_S, 6).filter((seconds) => Math.abs(seconds) >= LATE_FROM_S && Math.abs(seconds) <= LATE_TO_S);
}

function lateHypotheses(model: Model, clusters: readonly Cluster[], causes: readonly Cause[], channel: number): Hypothesis[] {
  return lateTries(model, clusters, causes, channel).map((seconds) => {
    const cause: Cause = { kind: 'late', channel, seconds };
    // The chance of just this lateness, as finely as it is known, among all there could be.
    const occam = Math.log((SIGMA_S * 2.5) / LATE_TO_S);
    const prior = Math.log(PRIOR.late) + (seconds < 0 ? Math.log(EARLY_SHARE) : 0) + (Math.abs(seconds) < A_STANDS_WORTH_S ? Math.log(0.3) : 0);
    return { cause, logPosterior: logLikelihood(model, clusters, [...causes, cause]) + prior + occam };
  });
}

/** The displacement that residuals of a channel ask for, held back by how far stands usually go; and how well it is known. */
function displacement(
  model: Model,
  clusters: readonly Cluster[],
  causes: readonly Cause[],
  sources: readonly number[],
  channel: number,
  start: Vec3,
): { byM: Vec3; occam: number } | null {
  let byM = start;
  let occam = 0;
  for (let round = 0; round < 6; round++) {
    const rows = residuals(model, clusters, [...causes, { kind: 'moved', channel, byM }], sources).filter(
      (left) => left.channel === channel || left.spot === channel,
    );
    const a = [0, 1, 2].map((i) => [0, 1, 2].map((j) => (i === j ? 1 / ASTRAY_M ** 2 : 0)));
    const b = [0, 0, 0];
    for (const left of rows) {
      const { away } = model.at(left.source, channel);
      const g = scale(away, (left.channel === channel ? 1 : -1) / model.speedOfSoundMps);
      const row = [g.x, g.y, g.z];
      const wanted = left.seconds + dot(g, byM);
      // What is far off is another thing: it pulls less and less.
      const weight = 1 / (SIGMA_S ** 2 * (1 + (left.seconds / (3 * SIGMA_S)) ** 2));
      for (let i = 0; i < 3; i++) {
        b[i] = (b[i] as number) + weight * (row[i] as number) * wanted;
        for (let j = 0; j < 3; j++) (a[i] as number[])[j] = ((a[i] as number[])[j] as number) + weight * (row[i] as number) * (row[j] as number);
      }
    }
    const solved = solveLinear(a, b);
    if (!solved) return null;
    byM = vec3(solved[0] as number, solved[1] as number, solved[2] as number);
    const [[p = 0, q = 0, r = 0] = [], [s = 0, t = 0, u = 0] = [], [v = 0, w = 0, x = 0] = []] = a;
    const determinant = p * (t * x - u * w) - q * (s * x - u * v) + r * (s * w - t * v);
    occam = -0.5 * Math.log(Math.max(1, determinant * ASTRAY_M ** 6));
  }
  return magnitude(byM) > FARTHEST_M ? null : { byM, occam };
}

function movedHypotheses(model: Model, clusters: readonly Cluster[], causes: readonly Cause[], channel: number): Hypothesis[] {
  if (model.fixed(channel)) return [];
  const sources = sourcesOf(model, clusters, causes);
  const rows = residuals(model, clusters, causes, sources).filter((left) => left.channel === channel || left.spot === channel);
  const starts = [vec3(0, 0, 0)];
  for (const left of rows) {
    const metres = (left.channel === channel ? 1 : -1) * left.seconds * model.speedOfSoundMps;
    if (Math.abs(metres) < FARTHEST_M) starts.push(scale(model.at(left.source, channel).away, metres));
  }
  return starts.slice(0, 9).flatMap((start): Hypothesis[] => {
    const found = displacement(model, clusters, causes, sources, channel, start);
    if (!found) return [];
    const { byM, occam } = found;
    const cause: Cause = { kind: 'moved', channel, byM };
    const pull = -0.5 * (magnitude(byM) / ASTRAY_M) ** 2;
    return [{ cause, logPosterior: logLikelihood(model, clusters, [...causes, cause]) + Math.log(PRIOR.moved) + occam + pull }];
  });
}

/** Every single cause that could be added to those there are. */
function hypotheses(model: Model, clusters: readonly Cluster[], causes: readonly Cause[]): Hypothesis[] {
  const involved = new Set(clusters.flatMap(({ spot, arrivals }) => [spot, ...arrivals.map(({ channel }) => channel)]));
  const free = [...involved].filter(
    (channel) => !causes.some((cause) => cause.channel === channel || (cause.kind === 'swapped' && cause.other === channel)),
  );
  const out: Hypothesis[] = [];
  const weigh = (cause: Cause, prior: number): void => {
    out.push({ cause, logPosterior: logLikelihood(model, clusters, [...causes, cause]) + Math.log(prior) });
  };
  for (const channel of free) {
    weigh({ kind: 'reversed', channel }, PRIOR.reversed);
    out.push(...lateHypotheses(model, clusters, causes, channel));
    out.push(...movedHypotheses(model, clusters, causes, channel));
    for (const other of free) if (other > channel) weigh({ kind: 'swapped', channel, other }, PRIOR.swapped);
  }
  return out;
}

const sameThing = (a: Cause, b: Cause): boolean =>
  a.kind === b.kind && a.channel === b.channel && (a.kind !== 'swapped' || b.kind !== 'swapped' || a.other === b.other);

/** Hypotheses of one thing taken together: the best of them stands for it. */
function weighed(all: readonly Hypothesis[], none: number): { readonly list: Weighed[]; readonly none: number } {
  const things: Hypothesis[] = [];
  for (const one of [...all].sort((a, b) => b.logPosterior - a.logPosterior))
    if (!things.some(({ cause }) => sameThing(cause, one.cause))) things.push(one);
  const most = Math.max(none, ...things.map(({ logPosterior }) => logPosterior));
  const total = Math.exp(none - most) + things.reduce((sum, { logPosterior }) => sum + Math.exp(logPosterior - most), 0);
  return {
    list: things.map(({ cause, logPosterior }) => ({ cause, probability: Math.exp(logPosterior - most) / total })),
    none: Math.exp(none - most) / total,
  };
}

/** A cause is taken up when it makes the take likelier by this, its rarity counted; whether it is told or asked is weighed afterwards. */
const TAKEN_UP = Math.log(3);

/** The single cause that explains most on top of those there are; null when none is worth it. */
function nextCause(model: Model, clusters: readonly Cluster[], causes: readonly Cause[]): Cause | null {
  const now = logLikelihood(model, clusters, causes);
  let best: Hypothesis | null = null;
  for (const one of hypotheses(model, clusters, causes)) if (!best || one.logPosterior > best.logPosterior) best = one;
  return best && best.logPosterior > now + TAKEN_UP ? best.cause : null;
}

/** A lateness as exactly as the clear arrivals know it: what is left of them in the middle goes to it. */
function refined(model: Model, clusters: readonly Cluster[], causes: readonly Cause[], cause: Cause): Cause {
  if (cause.kind !== 'late') return cause;
  let { seconds } = cause;
  for (let round = 0; round < 3; round++) {
    const all = [...causes, { ...cause, seconds }];
    const left = residuals(model, clusters, all, sourcesOf(model, clusters, all)).flatMap(({ channel, spot, source, seconds: rest }) => {
      const clear = model.at(source, channel).clarity * model.at(source, spot).clarity > 0.8 && Math.abs(rest) < 3 * SIGMA_S;
      return !clear ? [] : channel === cause.channel ? [rest] : spot === cause.channel ? [-rest] : [];
    });
    if (left.length === 0) break;
    seconds += median(left);
  }
  return { ...cause, seconds };
}

const without = (causes: readonly Cause[], index: number): Cause[] => causes.filter((_, i) => i !== index);

/** Causes found one after the other, each looked for again once the others are known. */
function causesOf(model: Model, clusters: readonly Cluster[]): Cause[] {
  let causes: Cause[] = [];
  for (let next = nextCause(model, clusters, causes); next && causes.length < MOST_CAUSES; next = nextCause(model, clusters, causes))
    causes = [...causes, next];
  for (let round = 0; round < 2 && causes.length > 1; round++)
    for (let i = 0; i < causes.length; i++) {
      const rest = without(causes, i);
      const again = nextCause(model, clusters, rest);
      causes = again ? [...rest.slice(0, i), again, ...rest.slice(i)] : rest;
    }
  return causes;
}

/** What else it could have been, the other causes given, likeliest first, to nineteen in twenty. */
function alternatives(list: readonly Weighed[]): Weighed[] {
  let told = 0;
  return list.filter(({ probability }) => {
    const wanted = told < SAID && probability > 0.02;
    told += probability;
    return wanted;
  });
}

/**
 * The fewest causes that explain a take. Each is weighed against everything else it could have been, the other causes given: what is
 * so to nineteen in twenty is sure, what lies between several is left open. Probabilities are posterior ones, priors of causes included.
 */
export function explain(model: Model, clusters: readonly Cluster[]): Explanation {
  const causes = causesOf(model, clusters);
  const sure: Weighed[] = [];
  const open: Weighed[][] = [];
  causes.forEach((cause, i) => {
    const rest = without(causes, i);
    const { list, none } = weighed(hypotheses(model, clusters, rest), logLikelihood(model, clusters, rest));
    const own = list.find((one) => sameThing(one.cause, cause));
    if (own && own.probability >= SAID) sure.push({ ...own, cause: refined(model, clusters, rest, own.cause) });
    else if (none < ASKED) open.push(alternatives(list));
  });
  return { sure, open, sources: sourcesOf(model, clusters, causes) };
}
