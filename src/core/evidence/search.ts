import { magnitude, scale, type Vec3 } from '../math';
import { judged } from './borneOut';
import { SIGMA_S } from './density';
import { AROUND, astrayM, BLURS, displacement, FARTHEST_M, gradientOf, STILL } from './displaced';
import { channelsOf, type Displaced, type Hypothesis, PRIOR } from './hypothesis';
import { A_STANDS_WORTH_S, isOwnDelay, type Late, lateHypotheses, refined } from './lateness';
import { Weighing } from './likelihood';
import type { Cause, Cluster, Explanation, Model, Weighed } from './model';
import { SAID } from './odds';

/** A question is asked when it is likelier than this that something is wrong. */
const ASKED = 0.3;
const MOST_CAUSES = 4;
const MOST_STARTS = 4;
/** A start nearer than this to its place is the place, metres. */
const LEAST_START_M = 0.05;

/** Displacements of a microphone or an instrument, begun at none and at each that a single arrival asks for. */
function displacedHypotheses(weighing: Weighing, causes: readonly Cause[], from: Displaced): Hypothesis[] {
  const sources = weighing.sourcesOf(causes, BLURS[0]);
  const asked: Vec3[] = [];
  for (const left of weighing.residuals(causes, sources)) {
    const g = gradientOf(weighing, from, left);
    const steepness = g ? magnitude(g) : 0;
    if (!g || steepness < 1e-4) continue;
    const byM = scale(g, left.seconds / steepness ** 2);
    if (magnitude(byM) < FARTHEST_M) asked.push(byM);
  }
  const clapped = weighing
    .clapRows(causes, from, 1)
    .map(({ along, left }) => scale(along, left / magnitude(along) ** 2))
    .filter((byM) => magnitude(byM) > LEAST_START_M && magnitude(byM) < FARTHEST_M)
    .sort((a, b) => magnitude(b) - magnitude(a));
  return [...AROUND[from.kind], ...asked.slice(0, MOST_STARTS), ...clapped.slice(0, MOST_STARTS)].flatMap((byM): Hypothesis[] => {
    const found = displacement(weighing, causes, { ...from, byM });
    if (!found) return [];
    const { cause, occam } = found;
    const pull = -0.5 * (magnitude(cause.byM) / astrayM(weighing, from)) ** 2;
    return [{ cause, logPosterior: weighing.logLikelihood([...causes, cause]) + Math.log(PRIOR[cause.kind]) + occam + pull }];
  });
}

/** What was worked out for a take: the same causes are asked about again where each is weighed against the others. */
const known = new WeakMap<Weighing, Map<string, Hypothesis[]>>();

/** Every single cause that could be added to those there are, with what bears it out. */
function hypotheses(weighing: Weighing, causes: readonly Cause[]): Hypothesis[] {
  const own = known.get(weighing) ?? new Map<string, Hypothesis[]>();
  known.set(weighing, own);
  const key = JSON.stringify(causes);
  const found = own.get(key) ?? borneOut(weighing, causes);
  own.set(key, found);
  return found;
}

const borneOut = (weighing: Weighing, causes: readonly Cause[]): Hypothesis[] =>
  judged(weighing, causes, weighing.logLikelihood(causes), everyCause(weighing, causes));

function everyCause(weighing: Weighing, causes: readonly Cause[]): Hypothesis[] {
  const { model } = weighing;
  const free = weighing.channels.filter((channel) => !causes.some((cause) => channelsOf(cause).includes(channel)));
  const out: Hypothesis[] = [];
  const weigh = (cause: Cause, prior: number): void => {
    out.push({ cause, logPosterior: weighing.logLikelihood([...causes, cause]) + Math.log(prior) });
  };
  for (const channel of free) {
    weigh({ kind: 'reversed', channel }, PRIOR.reversed);
    out.push(...lateHypotheses(weighing, causes, { kind: 'late', channel, seconds: 0 }));
    if (!model.fixed(channel)) out.push(...displacedHypotheses(weighing, causes, { kind: 'moved', channel, byM: STILL }));
    for (const other of free) if (other > channel) weigh({ kind: 'swapped', channel, other }, PRIOR.swapped);
  }
  for (const device of devicesApart(weighing))
    if (!causes.some((cause) => cause.kind === 'device late' && cause.device === device))
      out.push(...lateHypotheses(weighing, causes, { kind: 'device late', device, seconds: 0 }));
  const instruments = new Set(Array.from({ length: model.sources }, (_, source) => model.instrumentOf(source)));
  for (const instrument of instruments)
    if (!causes.some((cause) => cause.kind === 'elsewhere' && cause.instrument === instrument))
      out.push(...displacedHypotheses(weighing, causes, { kind: 'elsewhere', instrument, byM: STILL }));
  return out;
}

/** Devices that record two channels and more while another records the rest: all of such a one's channels may be late alike. */
function devicesApart({ model, channels }: Weighing): number[] {
  const devices = channels.map(model.deviceOf);
  const apart = [...new Set(devices)].filter((device) => device >= 0 && devices.filter((one) => one === device).length > 1);
  return apart.filter((device) => devices.some((one) => one !== device));
}

/** Of one kind, and of the same channels, the same device or the same instrument. */
function sameThing(a: Cause, b: Cause): boolean {
  if (a.kind === 'device late') return b.kind === 'device late' && a.device === b.device;
  if (a.kind === 'elsewhere') return b.kind === 'elsewhere' && a.instrument === b.instrument;
  return a.kind === b.kind && channelsOf(a).join() === channelsOf(b).join();
}

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
function nextCause(weighing: Weighing, causes: readonly Cause[]): Cause | null {
  const now = weighing.logLikelihood(causes);
  let best: Hypothesis | null = null;
  for (const one of hypotheses(weighing, causes)) if (!best || one.logPosterior > best.logPosterior) best = one;
  return best && best.logPosterior > now + TAKEN_UP ? best.cause : null;
}

const without = (causes: readonly Cause[], index: number): Cause[] => causes.filter((_, i) => i !== index);

/** The likeliest lateness of a channel or a device on top of other causes, with its posterior. */
function bestLateness(weighing: Weighing, causes: readonly Cause[], of: Late): Hypothesis | null {
  const none = weighing.logLikelihood(causes);
  return judged(weighing, causes, none, lateHypotheses(weighing, causes, of)).reduce<Hypothesis | null>(
    (best, one) => (best && best.logPosterior >= one.logPosterior ? best : one),
    null,
  );
}

/**
 * Latenesses looked at anew together with a channel turned round: a sign that is wrong makes the right delay unlikely, so that one after
 * the other a wrong delay may be found that needs no sign.
 */
function latenessWithSigns(weighing: Weighing, causes: readonly Cause[]): readonly Cause[] {
  let best = causes;
  let most = 0;
  causes.forEach((cause, i) => {
    if (cause.kind !== 'late' && cause.kind !== 'device late') return;
    const rest = without(causes, i);
    const now = bestLateness(weighing, rest, cause)?.logPosterior ?? -Infinity;
    for (const channel of weighing.channels) {
      if (rest.some((other) => channelsOf(other).includes(channel))) continue;
      const turned: Cause = { kind: 'reversed', channel };
      const found = bestLateness(weighing, [...rest, turned], cause);
      const gain = found ? found.logPosterior + Math.log(PRIOR.reversed) - now : 0;
      if (found && gain > Math.max(most, TAKEN_UP)) [best, most] = [[...rest, turned, found.cause], gain];
    }
  });
  return best;
}

/** Causes found one after the other, each looked for again once the others are known. */
function causesOf(weighing: Weighing): Cause[] {
  let causes: Cause[] = [];
  for (let next = nextCause(weighing, causes); next && causes.length < MOST_CAUSES; next = nextCause(weighing, causes)) causes = [...causes, next];
  causes = [...latenessWithSigns(weighing, causes)];
  for (let round = 0; round < 2 && causes.length > 1; round++)
    for (let i = 0; i < causes.length; i++) {
      const rest = without(causes, i);
      const again = nextCause(weighing, rest);
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

/** The channels that causes turn round, the others that are not, and how much likelier these are than those. */
function bothWays(weighing: Weighing, causes: readonly Cause[]): { own: Cause[]; others: Cause[]; rest: Cause[]; odds: number } {
  const own = causes.filter(({ kind }) => kind === 'reversed');
  const rest = causes.filter(({ kind }) => kind !== 'reversed');
  const turned = new Set(own.flatMap(channelsOf));
  const others = weighing.channels.filter((channel) => !turned.has(channel)).map((channel): Cause => ({ kind: 'reversed', channel }));
  const posterior = (set: readonly Cause[]): number => weighing.logLikelihood([...rest, ...set]) + set.length * Math.log(PRIOR.reversed);
  return { own, others, rest, odds: own.length > 0 ? Math.exp(posterior(others) - posterior(own)) : 0 };
}

/** Signs tell one set of channels from the rest, not which of the two is upside down: it is the likelier, which is the smaller mostly. */
function fewerTurned(weighing: Weighing, causes: readonly Cause[]): readonly Cause[] {
  const { others, rest, odds } = bothWays(weighing, causes);
  return odds > 1 ? [...rest, ...others] : causes;
}

/** Where both sets are as likely, to nineteen to one, all of their channels are open together. */
function eitherWay(weighing: Weighing, causes: readonly Cause[]): Weighed[] | null {
  const { own, others, odds } = bothWays(weighing, causes);
  if (odds < (1 - SAID) / SAID) return null;
  const probability = 1 / (1 + odds);
  return [...own.map((cause) => ({ cause, probability })), ...others.map((cause) => ({ cause, probability: 1 - probability }))];
}

/** A microphone that stands far off its place may be one that is late and turned round as well: its lateness, with the rarity of both. */
function lateAndTurned(weighing: Weighing, rest: readonly Cause[], cause: Cause): Hypothesis[] {
  if (cause.kind !== 'moved') return [];
  const { channel } = cause;
  const found = bestLateness(weighing, [...rest, { kind: 'reversed', channel }], { kind: 'late', channel, seconds: 0 });
  return found ? [{ ...found, logPosterior: found.logPosterior + Math.log(PRIOR.reversed) }] : [];
}

/** Nothing makes one channel early by less than a stand's worth but a place that the model does not follow, as one inside a body: it is asked. */
const isHardlyLate = (cause: Cause): boolean => cause.kind === 'late' && cause.seconds < 0 && -cause.seconds < A_STANDS_WORTH_S;

/** Where all stands are a little off, their claps go together: a place that rests on them is told at fifty to one (counted over renders). */
const SAID_BY_CLAPS = 0.98;
const isByClaps = ({ isStruck }: Weighing, { kind }: Cause): boolean => isStruck && (kind === 'moved' || kind === 'elsewhere');

/** Nearer to one another than this two latenesses are one, standard deviations of an arrival. */
const ONE_LATENESS = 3;

/** A lateness beside the next best one of the same channel or device where that is not nineteen times rarer: that it is late is sure then, not by how much. */
function otherLateness(weighing: Weighing, rest: readonly Cause[], { cause, probability }: Weighed): Weighed[] | null {
  if (cause.kind !== 'late' && cause.kind !== 'device late') return null;
  const own = hypotheses(weighing, rest)
    .filter((one): one is Hypothesis & { readonly cause: Late } => sameThing(one.cause, cause))
    .sort((a, b) => b.logPosterior - a.logPosterior);
  const [best] = own;
  const next = own.find((one) => Math.abs(one.cause.seconds - cause.seconds) > ONE_LATENESS * SIGMA_S);
  const odds = best && next ? Math.exp(next.logPosterior - best.logPosterior) : 0;
  if (!next || odds < (1 - SAID) / SAID) return null;
  return [
    { cause, probability: probability / (1 + odds) },
    { cause: next.cause, probability: (probability * odds) / (1 + odds) },
  ];
}

/**
 * The fewest causes that explain a take. Each is weighed against everything else it could have been, the other causes given: what is
 * so to nineteen in twenty is sure, what lies between several is left open. Probabilities are posterior ones, priors of causes included.
 */
export function explain(model: Model, clusters: readonly Cluster[]): Explanation {
  const weighing = new Weighing(model, clusters);
  const causes = fewerTurned(weighing, causesOf(weighing));
  const sure: Weighed[] = [];
  const open: Weighed[][] = [];
  const either = eitherWay(weighing, causes);
  if (either) open.push(either);
  causes.forEach((cause, i) => {
    if (either && cause.kind === 'reversed') return;
    const rest = without(causes, i);
    const { list, none } = weighed([...hypotheses(weighing, rest), ...lateAndTurned(weighing, rest, cause)], weighing.logLikelihood(rest));
    const own = list.find((one) => sameThing(one.cause, cause));
    // What a speaker's or a pickup's own filter takes is nothing to tell or ask.
    if (list[0] && isOwnDelay(weighing, list[0].cause)) return;
    const isSure = own !== undefined && !isHardlyLate(own.cause) && own.probability >= (isByClaps(weighing, own.cause) ? SAID_BY_CLAPS : SAID);
    const rival = isSure ? otherLateness(weighing, rest, own) : null;
    if (rival) open.push(rival);
    else if (isSure) sure.push({ ...own, cause: refined(weighing, rest, own.cause) });
    else if (none < ASKED) open.push(alternatives(list));
  });
  return { causes, sure, open, sources: weighing.sourcesOf(causes) };
}
