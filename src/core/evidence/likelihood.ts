import { dot } from '../math';
import type { Cause, Cluster, Expected, Measured, Model } from './model';

/** What the plan, the tape and the marks leave open of one difference of two arrivals, seconds: two of ±2 cm, and a sample. */
export const SIGMA_S = 9e-5;
/** Measurements less sure than this say nothing. */
export const SURE = 0.2;
/** From this confidence on a measurement is as good as its channel; below, the less sure the worse. */
const CLEAR_CONFIDENCE = 0.85;
/** A measured delay of no meaning lies anywhere within this, seconds. */
const ANYWHERE_S = 0.04;
/** What is no way of the plan is mostly an echo: it comes after the first way, within some milliseconds. */
const ECHO_SHARE = 0.85;
const ECHO_S = 0.006;
/** The sign of a clear way is measured wrongly as often as this. */
const SIGN_SLIPS = 0.0005;
/** Planning levels and gains leave this open between two channels, dB; what is far off is another thing (Student's t). */
const LEVEL_SIGMA_DB = 7;
const LEVEL_FREEDOM = 4;
/** Chance that a cluster is nothing of the plan: a cough, a string buzz. */
const STRAY = 0.003;

const ROOT_TAU = Math.sqrt(2 * Math.PI);
const gauss = (x: number, sigma: number): number => Math.exp(-0.5 * (x / sigma) ** 2) / (sigma * ROOT_TAU);

/** What causes do to a channel: the microphone that is really in it, its sign, its lateness for each source. */
interface Altered {
  readonly microphoneOf: readonly number[];
  readonly signOf: readonly number[];
  readonly lateOf: (channel: number, expected: Expected) => number;
}

function altered(model: Model, causes: readonly Cause[]): Altered {
  const microphoneOf = Array.from({ length: model.microphones }, (_, i) => i);
  const signOf = microphoneOf.map(() => 1);
  const seconds = microphoneOf.map(() => 0);
  const moves = new Map<number, Cause & { kind: 'moved' }>();
  for (const cause of causes) {
    if (cause.kind === 'reversed') signOf[cause.channel] = -(signOf[cause.channel] as number);
    else if (cause.kind === 'late') seconds[cause.channel] = (seconds[cause.channel] as number) + cause.seconds;
    else if (cause.kind === 'moved') moves.set(cause.channel, cause);
    else [microphoneOf[cause.channel], microphoneOf[cause.other]] = [cause.other, cause.channel];
  }
  const lateOf = (channel: number, { away }: Expected): number => {
    const moved = moves.get(channel);
    return (seconds[channel] as number) + (moved ? dot(away, moved.byM) / model.speedOfSoundMps : 0);
  };
  return { microphoneOf, signOf, lateOf };
}

/** Probability density of one measured arrival if a source made it. */
function density(model: Model, { microphoneOf, signOf, lateOf }: Altered, source: number, spot: number, measured: Measured): number {
  const to = model.at(source, microphoneOf[measured.channel] as number);
  const from = model.at(source, microphoneOf[spot] as number);
  const shift = lateOf(measured.channel, to) - lateOf(spot, from);
  const turned = (signOf[measured.channel] as number) * (signOf[spot] as number);
  const follows = to.clarity * from.clarity * (1 - 0.5 * Math.max(0, 1 - measured.confidence / CLEAR_CONFIDENCE) ** 2);
  const signed = Math.min(1 - SIGN_SLIPS, to.signClarity * from.signClarity + (1 - to.signClarity) * (1 - from.signClarity));
  let sum = 0;
  let weights = 0;
  let first = Infinity;
  for (const a of to.ways)
    for (const b of from.ways) {
      const weight = (a.share * b.share) ** 2;
      first = Math.min(first, a.delaySeconds - b.delaySeconds);
      weights += weight;
      const agrees = a.sign * b.sign * turned === measured.sign;
      sum += weight * gauss(measured.lateSeconds - shift - (a.delaySeconds - b.delaySeconds), SIGMA_S) * (agrees ? signed : 1 - signed);
    }
  const after = measured.lateSeconds - shift - first;
  const echo = after > 0 ? Math.exp(-after / ECHO_S) / ECHO_S : 0;
  const astray = ECHO_SHARE * echo + (1 - ECHO_SHARE) / (2 * ANYWHERE_S);
  return (follows * sum) / Math.max(1e-12, weights) + (1 - follows) * 0.5 * astray;
}

/** Log density of a level between two channels, but for a constant. */
const levelLog = (offDb: number): number => (-(LEVEL_FREEDOM + 1) / 2) * Math.log(1 + (offDb / LEVEL_SIGMA_DB) ** 2 / LEVEL_FREEDOM);

/** Log probability of a cluster for each source, its prior in it; and for none of them. */
function bySource(model: Model, changed: Altered, cluster: Cluster): { readonly each: number[]; readonly none: number } {
  const sure = cluster.arrivals.filter(({ confidence }) => confidence >= SURE);
  const spot = changed.microphoneOf[cluster.spot] as number;
  const each = Array.from({ length: model.sources }, (_, source) => {
    const from = model.at(source, spot).levelDb;
    return sure.reduce(
      (sum, measured) => {
        const to = model.at(source, changed.microphoneOf[measured.channel] as number).levelDb;
        return sum + Math.log(density(model, changed, source, cluster.spot, measured)) + levelLog(measured.levelDb - (to - from));
      },
      Math.log(model.spotShare(source, spot) / Math.max(1, model.sources)),
    );
  });
  const none = Math.log(STRAY) + sure.length * (Math.log(0.5 / (2 * ANYWHERE_S)) + levelLog(LEVEL_SIGMA_DB));
  return { each, none };
}

function logSum(values: readonly number[]): number {
  const most = values.reduce((a, b) => Math.max(a, b), -Infinity);
  return most + Math.log(values.reduce((sum, value) => sum + Math.exp(value - most), 0));
}

/** Log likelihood of a take under causes: each cluster by whichever source made it. */
export function logLikelihood(model: Model, clusters: readonly Cluster[], causes: readonly Cause[]): number {
  const changed = altered(model, causes);
  return clusters.reduce((sum, cluster) => {
    const { each, none } = bySource(model, changed, cluster);
    return sum + logSum([...each, none]);
  }, 0);
}

/** The likeliest source of each cluster under causes; −1 where it is likelier none of them. */
export function sourcesOf(model: Model, clusters: readonly Cluster[], causes: readonly Cause[]): number[] {
  const changed = altered(model, causes);
  return clusters.map((cluster) => {
    const { each, none } = bySource(model, changed, cluster);
    const best = each.reduce((a, value, i) => (value > (each[a] ?? -Infinity) ? i : a), 0);
    return (each[best] ?? -Infinity) >= none ? best : -1;
  });
}

/** What is left of each sure arrival after its nearest pair of ways under causes, with how the delay grows with a move of the channel and of the spot. */
interface Residual {
  readonly cluster: number;
  readonly source: number;
  readonly channel: number;
  readonly spot: number;
  readonly seconds: number;
}

/** Differences of the strongest ways, for sources that could have made a cluster. */
export function residuals(model: Model, clusters: readonly Cluster[], causes: readonly Cause[], sources: readonly number[]): Residual[] {
  const { microphoneOf, lateOf } = altered(model, causes);
  return clusters.flatMap(({ spot, arrivals }, index) => {
    const source = sources[index] ?? -1;
    if (source < 0) return [];
    const from = model.at(source, microphoneOf[spot] as number);
    return arrivals
      .filter(({ confidence }) => confidence >= SURE)
      .map(({ channel, lateSeconds }): Residual => {
        const to = model.at(source, microphoneOf[channel] as number);
        const shift = lateOf(channel, to) - lateOf(spot, from);
        let nearest = Infinity;
        for (const a of to.ways)
          for (const b of from.ways) {
            const left = lateSeconds - shift - (a.delaySeconds - b.delaySeconds);
            if (a.share * b.share > 0.4 && Math.abs(left) < Math.abs(nearest)) nearest = left;
          }
        return { cluster: index, source, channel, spot, seconds: nearest };
      });
  });
}
