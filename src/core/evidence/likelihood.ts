import type { PerBand } from '../acoustics';
import { solveLinear, type Vec3 } from '../math';
import type { Cause, Cluster, Expected, Measured, Model } from './model';

const { abs, exp, hypot, log, log10, max, min, sqrt } = Math;

/** What the plan, the tape and the marks leave open of one difference of two arrivals, seconds: two of ±2 cm, and a sample. */
export const SIGMA_S = 9e-5;
/** Measurements less sure than this say nothing. */
export const SURE = 0.2;
/** From this confidence on a measurement is as good as its channel; below, down to where a quarter goes astray, the worse (counted over renders). */
const CLEAR_CONFIDENCE = 0.75;
const POOR_CONFIDENCE = 0.6;
const POOR_ASTRAY = 0.25;
/** A measured delay of no meaning lies anywhere within this, seconds. */
const ANYWHERE_S = 0.04;
/** What is no way of the plan is mostly an echo: it comes after the first way, within some milliseconds. */
const ECHO_SHARE = 0.85;
const ECHO_S = 0.006;
/** The sign of a clear way is measured wrongly as often as this. */
const SIGN_SLIPS = 0.0005;
/** What the model leaves open of how much louder one source is in a channel than another, dB; what is far off is another thing (Student's t). */
const LEVEL_SIGMA_DB = 3;
const LEVEL_FREEDOM = 4;
/** A channel's gain and its microphone's sensitivity are otherwise than planned by about this, dB. */
const GAIN_SIGMA_DB = 6;
/** What sticks, strings, players and microphones leave open of a colour, dB in each band; neighbouring bands go together, so that half of them count. */
const COLOUR_SIGMA_DB = 7;
const COLOUR_WEIGHT = 0.5;
/** A band fainter than this re the whole is filled by what still sounds from before, dB. */
const COLOUR_FLOOR_DB = -18;
/** The colour of what nobody knows. */
const NO_COLOUR: PerBand = [-6, -6, -6, -6];
/** A millisecond later counts as this much quieter where the nearest channel is looked for, dB. */
const LATE_COST_DB_PER_MS = 2;
/** The model's levels leave this open there, dB; and this share any channel may be taken for the nearest. */
const SPOT_SIGMA_DB = 3;
const ANY_SPOT = 0.02;
/** A microphone is not nearer to a source than this share of its planned distance, for its level. */
const NEAREST_SHARE = 0.3;
/** Chance that a cluster is nothing of the plan: a cough, a string buzz. */
const STRAY = 0.003;
/** Ways weaker than this together are not where a measurement is looked for. */
const WEAK_SHARE = 0.4;

const ROOT_TAU = sqrt(2 * Math.PI);
const NOWHERE = log(0.5 / (2 * ANYWHERE_S));
const gauss = (x: number, sigma: number): number => exp(-0.5 * (x / sigma) ** 2) / (sigma * ROOT_TAU);

/** Log density of a level's error, but for a constant. */
const levelLog = (offDb: number, sigmaDb: number): number =>
  (-(LEVEL_FREEDOM + 1) / 2) * log(1 + (offDb / sigmaDb) ** 2 / LEVEL_FREEDOM) - log(sigmaDb / LEVEL_SIGMA_DB);

const colourLog = (measured: PerBand, planned: PerBand): number =>
  COLOUR_WEIGHT *
  measured.reduce((sum, db, band) => sum + levelLog(max(COLOUR_FLOOR_DB, db) - max(COLOUR_FLOOR_DB, planned[band] as number), COLOUR_SIGMA_DB), 0);

function logSum(values: readonly number[], last: number): number {
  let most = last;
  for (const value of values) most = max(most, value);
  let sum = exp(last - most);
  for (const value of values) sum += exp(value - most);
  return most + log(sum);
}

function likeliest(values: readonly number[]): number {
  let best = 0;
  for (let i = 1; i < values.length; i++) if ((values[i] as number) > (values[best] as number)) best = i;
  return best;
}

/** What causes do: the microphone that is really in a channel, its sign; how late and how much louder it hears each source. */
interface Altered {
  readonly microphoneOf: readonly number[];
  readonly signOf: readonly number[];
  /** Sources by channels, seconds. */
  readonly late: Float64Array;
  /** Sources by channels, dB as planned and as altered. */
  readonly levelDb: Float64Array;
  /** Sources by channels: how much of the planned sign's clarity is left where something stands elsewhere, 0 to 1. */
  readonly signShare: Float64Array;
}

/** What is left of a sure arrival after the nearest pair of its ways. */
export interface Residual {
  readonly source: number;
  readonly channel: number;
  readonly spot: number;
  readonly seconds: number;
}

/** A lateness that a way of a source could ask for, and how much it weighs. */
export interface Asked {
  readonly seconds: number;
  readonly weight: number;
}

/** A take by causes: log probabilities of each cluster by each source, and of its being none of them. */
interface Sight {
  readonly each: readonly (readonly number[])[];
  readonly none: readonly number[];
  /** Of the gains that the take asks for. */
  readonly gainsLog: number;
}

/** A model and a take, made ready to be weighed under many causes. */
export class Weighing {
  /** Expectations, sources by microphones. */
  private readonly expected: readonly Expected[];
  private readonly clusters: readonly { readonly spot: number; readonly sure: readonly Measured[]; readonly colourDb: PerBand | undefined }[];

  constructor(
    readonly model: Model,
    clusters: readonly Cluster[],
  ) {
    this.expected = Array.from({ length: model.sources * model.microphones }, (_, i) =>
      model.at(Math.floor(i / model.microphones), i % model.microphones),
    );
    this.clusters = clusters.map(({ spot, arrivals, colourDb }) => ({
      spot,
      colourDb,
      sure: arrivals.filter(({ confidence }) => confidence >= SURE),
    }));
  }

  at(source: number, microphone: number): Expected {
    return this.expected[source * this.model.microphones + microphone] as Expected;
  }

  private altered(causes: readonly Cause[]): Altered {
    const { model } = this;
    const count = model.microphones;
    const microphoneOf = Array.from({ length: count }, (_, i) => i);
    const signOf = microphoneOf.map(() => 1);
    const seconds = microphoneOf.map(() => 0);
    const moves = new Map<number, Vec3>();
    const elsewhere = new Map<number, Vec3>();
    for (const cause of causes) {
      if (cause.kind === 'reversed') signOf[cause.channel] = -(signOf[cause.channel] as number);
      else if (cause.kind === 'late') seconds[cause.channel] = (seconds[cause.channel] as number) + cause.seconds;
      else if (cause.kind === 'moved') moves.set(cause.channel, cause.byM);
      else if (cause.kind === 'elsewhere') elsewhere.set(cause.instrument, cause.byM);
      else [microphoneOf[cause.channel], microphoneOf[cause.other]] = [cause.other, cause.channel];
    }
    const late = new Float64Array(model.sources * count);
    const levelDb = new Float64Array(model.sources * count);
    const signShare = new Float64Array(model.sources * count).fill(1);
    for (let source = 0; source < model.sources; source++)
      for (let channel = 0; channel < count; channel++) {
        const i = source * count + channel;
        const microphone = microphoneOf[channel] as number;
        const { awayM, clarity, levelDb: planned } = this.at(source, microphone);
        late[i] = seconds[channel] as number;
        levelDb[i] = planned;
        const moved = moves.get(channel);
        const left = elsewhere.size > 0 && !model.fixed(microphone) ? elsewhere.get(model.instrumentOf(source)) : undefined;
        if (!moved && !left) continue;
        const length = hypot(awayM.x, awayM.y, awayM.z);
        const now = hypot(
          awayM.x + (moved?.x ?? 0) - (left?.x ?? 0),
          awayM.y + (moved?.y ?? 0) - (left?.y ?? 0),
          awayM.z + (moved?.z ?? 0) - (left?.z ?? 0),
        );
        const by = hypot((moved?.x ?? 0) - (left?.x ?? 0), (moved?.y ?? 0) - (left?.y ?? 0), (moved?.z ?? 0) - (left?.z ?? 0));
        // Near a body a step may lead to its other face.
        signShare[i] = max(0, 1 - by / max(0.01, length));
        late[i] = (late[i] as number) + (now - length) / model.speedOfSoundMps;
        levelDb[i] = planned - 20 * clarity * log10(max(NEAREST_SHARE, now / max(0.01, length)));
      }
    return { microphoneOf, signOf, late, levelDb, signShare };
  }

  /** Chance of each channel to be taken for the one nearest a source: loud for its own standards, and early. They add up to 1. */
  private spotShares({ microphoneOf, late, levelDb }: Altered, source: number): number[] {
    const count = this.model.microphones;
    const scores = microphoneOf.map((microphone, channel) => {
      let first = Infinity;
      for (const way of this.at(source, microphone).ways) first = min(first, way.delaySeconds);
      const i = source * count + channel;
      return (levelDb[i] as number) - LATE_COST_DB_PER_MS * 1000 * (first + (late[i] as number));
    });
    const best = max(...scores);
    const weights = scores.map((score) => exp((score - best) / SPOT_SIGMA_DB));
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    return weights.map((weight) => (1 - ANY_SPOT) * (weight / total) + ANY_SPOT / scores.length);
  }

  /** Probability density of one measured arrival if a source made it. */
  private density({ microphoneOf, signOf, late, signShare }: Altered, source: number, spot: number, measured: Measured, sigma: number): number {
    const to = this.at(source, microphoneOf[measured.channel] as number);
    const from = this.at(source, microphoneOf[spot] as number);
    const row = source * this.model.microphones;
    const rest = measured.lateSeconds - ((late[row + measured.channel] as number) - (late[row + spot] as number));
    const turned = (signOf[measured.channel] as number) * (signOf[spot] as number) * measured.sign;
    const poor = max(0, min(1, (CLEAR_CONFIDENCE - measured.confidence) / (CLEAR_CONFIDENCE - POOR_CONFIDENCE)));
    const follows = to.clarity * from.clarity * (1 - POOR_ASTRAY * poor);
    const up = 0.5 + (to.signClarity - 0.5) * (signShare[row + measured.channel] as number);
    const upThere = 0.5 + (from.signClarity - 0.5) * (signShare[row + spot] as number);
    const signed = min(1 - SIGN_SLIPS, up * upThere + (1 - up) * (1 - upThere));
    let sum = 0;
    let weights = 0;
    let first = Infinity;
    for (const a of to.ways)
      for (const b of from.ways) {
        const weight = (a.share * b.share) ** 2;
        const way = a.delaySeconds - b.delaySeconds;
        first = min(first, way);
        weights += weight;
        const off = rest - way;
        if (abs(off) < 8 * sigma) sum += weight * gauss(off, sigma) * (a.sign * b.sign === turned ? signed : 1 - signed);
      }
    const after = rest - first;
    const echo = after > 0 ? exp(-after / ECHO_S) / ECHO_S : 0;
    const astray = ECHO_SHARE * echo + (1 - ECHO_SHARE) / (2 * ANYWHERE_S);
    return (follows * sum) / max(1e-12, weights) + (1 - follows) * 0.5 * astray;
  }

  /** How much louder than planned a source is in a channel, as against the spot, dB. */
  private louderBy({ levelDb }: Altered, source: number, spot: number, measured: Measured): number {
    const row = source * this.model.microphones;
    return measured.levelDb - ((levelDb[row + measured.channel] as number) - (levelDb[row + spot] as number));
  }

  /** Log probabilities of each cluster by each source from times, signs and colours, without the levels. */
  private byTime(changed: Altered, sigma: number): number[][] {
    const shares = Array.from({ length: this.model.sources }, (_, source) => this.spotShares(changed, source));
    return this.clusters.map(({ spot, sure, colourDb }) =>
      shares.map((share, source) => {
        let sum = log((share[spot] as number) / max(1, this.model.sources));
        if (colourDb) sum += colourLog(colourDb, this.at(source, changed.microphoneOf[spot] as number).colourDb);
        for (const measured of sure) sum += log(this.density(changed, source, spot, measured, sigma));
        return sum;
      }),
    );
  }

  /** Gains of the channels, re plan, that bring most levels near the model's, dB: held back by how far gains usually go. */
  private gains(changed: Altered, sources: readonly number[], start: readonly number[]): readonly number[] {
    const a = start.map((gain, i) =>
      start.map((_, j) => (i === j ? 1 / (GAIN_SIGMA_DB ** 2 * (1 + (gain / GAIN_SIGMA_DB) ** 2 / LEVEL_FREEDOM)) : 0)),
    );
    const b = start.map(() => 0);
    this.clusters.forEach(({ spot, sure }, k) => {
      for (const measured of sure) {
        const to = measured.channel;
        const off = this.louderBy(changed, sources[k] as number, spot, measured);
        const left = off - ((start[to] as number) - (start[spot] as number));
        const weight = 1 / (LEVEL_SIGMA_DB ** 2 * (1 + (left / LEVEL_SIGMA_DB) ** 2 / LEVEL_FREEDOM));
        const [own, others] = [a[to] as number[], a[spot] as number[]];
        b[to] = (b[to] as number) + weight * off;
        b[spot] = (b[spot] as number) - weight * off;
        own[to] = (own[to] as number) + weight;
        own[spot] = (own[spot] as number) - weight;
        others[spot] = (others[spot] as number) + weight;
        others[to] = (others[to] as number) - weight;
      }
    });
    return solveLinear(a, b) ?? start;
  }

  private sight(causes: readonly Cause[], blur = 1): Sight {
    const changed = this.altered(causes);
    const times = this.byTime(changed, blur * SIGMA_S);
    let gains: readonly number[] = changed.microphoneOf.map(() => 0);
    const withLevels = (sigmaDb: number): number[][] =>
      this.clusters.map(({ spot, sure }, k) =>
        (times[k] as number[]).map((time, source) => {
          let sum = time;
          for (const measured of sure)
            sum += levelLog(
              this.louderBy(changed, source, spot, measured) - ((gains[measured.channel] as number) - (gains[spot] as number)),
              sigmaDb,
            );
          return sum;
        }),
      );
    let each = withLevels(GAIN_SIGMA_DB * Math.SQRT2);
    for (let round = 0; round < 2; round++) {
      gains = this.gains(changed, each.map(likeliest), gains);
      each = withLevels(LEVEL_SIGMA_DB);
    }
    return {
      each,
      none: this.clusters.map(
        ({ sure, colourDb }) =>
          log(STRAY) + (colourDb ? colourLog(colourDb, NO_COLOUR) : 0) + sure.length * (NOWHERE + levelLog(2 * LEVEL_SIGMA_DB, LEVEL_SIGMA_DB)),
      ),
      gainsLog: gains.reduce((sum, gain) => sum + levelLog(gain, GAIN_SIGMA_DB) + log(GAIN_SIGMA_DB / LEVEL_SIGMA_DB), 0),
    };
  }

  /** Log likelihood of the take under causes: each cluster by whichever source made it. */
  logLikelihood(causes: readonly Cause[]): number {
    const { each, none, gainsLog } = this.sight(causes);
    return each.reduce((sum, values, k) => sum + logSum(values, none[k] as number), gainsLog);
  }

  /**
   * The likeliest source of each cluster under causes; −1 where it is likelier none of them.
   * @param blur how many times less exactly delays are looked at: for causes that are only roughly known
   */
  sourcesOf(causes: readonly Cause[], blur = 1): number[] {
    const { each, none } = this.sight(causes, blur);
    return each.map((values, k) => {
      const best = likeliest(values);
      return (values[best] ?? -Infinity) >= (none[k] as number) ? best : -1;
    });
  }

  /** Channels that were heard in the take. */
  channels(): number[] {
    return [...new Set(this.clusters.flatMap(({ spot, sure }) => [spot, ...sure.map(({ channel }) => channel)]))].sort((a, b) => a - b);
  }

  /** Every lateness that some way of some source could ask of a channel. */
  latenessAsked(causes: readonly Cause[], channel: number): Asked[] {
    const { microphoneOf, late } = this.altered(causes);
    const out: Asked[] = [];
    for (const { spot, sure } of this.clusters)
      for (const measured of sure) {
        if (measured.channel !== channel && spot !== channel) continue;
        for (let source = 0; source < this.model.sources; source++) {
          const to = this.at(source, microphoneOf[measured.channel] as number);
          const from = this.at(source, microphoneOf[spot] as number);
          const row = source * this.model.microphones;
          const rest = measured.lateSeconds - ((late[row + measured.channel] as number) - (late[row + spot] as number));
          for (const a of to.ways)
            for (const b of from.ways) {
              const seconds = rest - (a.delaySeconds - b.delaySeconds);
              out.push({ seconds: measured.channel === channel ? seconds : -seconds, weight: to.clarity * from.clarity * (a.share * b.share) ** 2 });
            }
        }
      }
    return out;
  }

  /** What is left of each sure arrival after its nearest pair of strong ways, each cluster by the source it is given; −1 is passed over. */
  residuals(causes: readonly Cause[], sources: readonly number[]): Residual[] {
    const { microphoneOf, late } = this.altered(causes);
    return this.clusters.flatMap(({ spot, sure }, k) => {
      const source = sources[k] ?? -1;
      if (source < 0) return [];
      const row = source * this.model.microphones;
      const from = this.at(source, microphoneOf[spot] as number);
      return sure.map(({ channel, lateSeconds }): Residual => {
        const to = this.at(source, microphoneOf[channel] as number);
        const rest = lateSeconds - ((late[row + channel] as number) - (late[row + spot] as number));
        let nearest = Infinity;
        for (const a of to.ways)
          for (const b of from.ways) {
            const left = rest - (a.delaySeconds - b.delaySeconds);
            if (a.share * b.share > WEAK_SHARE && abs(left) < abs(nearest)) nearest = left;
          }
        return { source, channel, spot, seconds: nearest };
      });
    });
  }
}
