import type { PerBand } from '../acoustics';
import { solveLinear } from '../math';
import { type Altered, alteredBy } from './altered';
import { clapRows, clapsAsk, clapsBear, clapsLog, latenessLeft } from './claps';
import { arrivalDensity, colourLog, LEVEL_FREEDOM, LEVEL_SIGMA_DB, levelLog, NOWHERE, SIGMA_S, SURE } from './density';
import type { Asked, Displaced } from './hypothesis';
import type { Cause, Cluster, Expected, Measured, Model, Tap } from './model';
import { stringsLog } from './strings';
import { tapsLog } from './taps';

const { abs, exp, log, max, min } = Math;

/** A channel's gain and its microphone's sensitivity are otherwise than planned by about this, dB. */
const GAIN_SIGMA_DB = 6;
/** The colour of what nobody knows. */
const NO_COLOUR: PerBand = [-6, -6, -6, -6];
/** A millisecond later counts as this much quieter where the nearest channel is looked for, dB. */
const LATE_COST_DB_PER_MS = 2;
/** The model's levels leave this open there, dB; and this share any channel may be taken for the nearest. */
const SPOT_SIGMA_DB = 3;
const ANY_SPOT = 0.02;
/** Chance that a cluster is nothing of the plan: a cough, a string buzz. */
const STRAY = 0.003;
/** Ways weaker than this together are not where a measurement is looked for. */
const WEAK_SHARE = 0.4;

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

/** What is left of a sure arrival after the nearest pair of its ways. */
export interface Residual {
  readonly source: number;
  readonly channel: number;
  readonly spot: number;
  readonly seconds: number;
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
  /** Channels that were heard in the take. */
  readonly channels: readonly number[];
  readonly taps: readonly Tap[];
  /** Whether anybody knocked, clapped or clicked: else nothing of it is worked out. */
  readonly isStruck: boolean;
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
    this.taps = model.taps ?? [];
    this.isStruck = this.taps.length + (model.clicks?.length ?? 0) > 0;
    this.channels = [
      ...new Set([
        ...this.clusters.flatMap(({ spot, sure }) => [spot, ...sure.map(({ channel }) => channel)]),
        ...[...this.taps, ...(model.clicks ?? [])].flatMap(({ channel, arrivals = [] }) => [channel, ...arrivals.map((one) => one.channel)]),
      ]),
    ].sort((a, b) => a - b);
  }

  at(source: number, microphone: number): Expected {
    return this.expected[source * this.model.microphones + microphone] as Expected;
  }

  private altered(causes: readonly Cause[]): Altered {
    return alteredBy(this.model, (source, microphone) => this.at(source, microphone), causes);
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

  /** Probability density of one measured arrival if a source made it, delays looked at with an uncertainty of `sigma` seconds. */
  private density({ microphoneOf, signOf, late, signShare }: Altered, source: number, spot: number, measured: Measured, sigma: number): number {
    const row = source * this.model.microphones;
    return arrivalDensity({
      to: this.at(source, microphoneOf[measured.channel] as number),
      from: this.at(source, microphoneOf[spot] as number),
      lateSeconds: measured.lateSeconds - ((late[row + measured.channel] as number) - (late[row + spot] as number)),
      sign: (signOf[measured.channel] as number) * (signOf[spot] as number) * measured.sign,
      signShares: (signShare[row + measured.channel] as number) * (signShare[row + spot] as number),
      confidence: measured.confidence,
      sigma,
    });
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

  /** Log likelihood of knocks and claps under causes. */
  private tapped(causes: readonly Cause[]): number {
    const changed = this.altered(causes);
    return tapsLog(this.taps, changed) + clapsLog(this.model, changed);
  }

  /** Whether a clap's direct sound is where causes put it, in a channel that is concerned or of a clap before its microphone. */
  clapsBear(causes: readonly Cause[], concerns: (channel: number, own: number) => boolean): boolean {
    return this.isStruck && clapsBear(this.model, this.altered(causes), concerns);
  }

  /** What claps and clicks add to the least squares of a displacement. */
  clapRows(causes: readonly Cause[], displaced: Displaced, blur: number): ReturnType<typeof clapRows> {
    return this.isStruck ? clapRows(this.model, this.altered(causes), displaced, blur) : [];
  }

  /** What claps before both sides leave of a lateness, seconds; null where they say nothing. */
  latenessLeft(causes: readonly Cause[], isLate: (channel: number) => boolean): number | null {
    return this.isStruck ? latenessLeft(this.model, this.altered(causes), isLate) : null;
  }

  /** Log likelihood of the take and of the tape under causes: each cluster by whichever source made it. */
  logLikelihood(causes: readonly Cause[]): number {
    const { each, none, gainsLog } = this.sight(causes);
    const taped = this.channels.reduce((sum, channel) => sum + stringsLog(this.model.strings(channel), channel, causes), 0);
    const tapped = this.isStruck ? this.tapped(causes) : 0;
    return each.reduce((sum, values, k) => sum + logSum(values, none[k] as number), gainsLog + taped + tapped);
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

  /** Every lateness that some way of some source could ask of channels that are late alike. */
  latenessAsked(causes: readonly Cause[], isLate: (channel: number) => boolean): Asked[] {
    const changed = this.altered(causes);
    const { microphoneOf, late } = changed;
    const out: Asked[] = this.isStruck ? clapsAsk(this.model, changed, isLate) : [];
    for (const { spot, sure } of this.clusters)
      for (const measured of sure) {
        if (isLate(measured.channel) === isLate(spot)) continue;
        for (let source = 0; source < this.model.sources; source++) {
          const to = this.at(source, microphoneOf[measured.channel] as number);
          const from = this.at(source, microphoneOf[spot] as number);
          const row = source * this.model.microphones;
          const rest = measured.lateSeconds - ((late[row + measured.channel] as number) - (late[row + spot] as number));
          for (const a of to.ways)
            for (const b of from.ways) {
              const seconds = rest - (a.delaySeconds - b.delaySeconds);
              out.push({ seconds: isLate(measured.channel) ? seconds : -seconds, weight: to.clarity * from.clarity * (a.share * b.share) ** 2 });
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
