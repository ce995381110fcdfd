import type { Plan, PlanMicrophone } from '../src/core/arrivals';
import type { Source } from '../src/core/instruments';
import { createRandom, type Random } from '../src/core/math';
import { faceTo, long, MIDDLES, minus, type P } from './plainModel';

/** A damped sine: what a struck thing gives, and what can be worked out at any time without interpolating. */
interface Partial {
  readonly band: number;
  readonly hertz: number;
  readonly decayS: number;
  readonly gain: number;
}

/** A copy of a stroke in a channel. */
interface Copy {
  readonly delayS: number;
  /** By band. */
  readonly gains: readonly number[];
}

const LONG_S = 0.4;
const PARTIALS = 5;

/** A stroke on a source: partials in its four bands, all beginning upwards, its energy shared as the source shares it. */
const partialsOf = (source: Source, random: Random): Partial[] =>
  MIDDLES.flatMap((middle, band) =>
    Array.from({ length: PARTIALS }, () => ({
      band,
      hertz: middle * 2 ** random.between(-0.9, 0.9),
      decayS: random.between(0.4, 1) * Math.min(0.12, 24 / middle),
      gain: 10 ** ((source.spectrumDb[band] as number) / 20) / Math.sqrt(PARTIALS),
    })),
  );

/** Adds a stroke that begins at a time of any fraction, by turning each partial on from sample to sample. */
function addStroke(out: Float64Array, partials: readonly Partial[], { delayS, gains }: Copy, rate: number): void {
  const first = Math.max(0, Math.ceil(delayS * rate));
  for (const { band, hertz, decayS, gain } of partials) {
    const t = first / rate - delayS;
    const amount = gain * (gains[band] as number) * Math.exp(-t / decayS);
    let re = amount * Math.cos(2 * Math.PI * hertz * t);
    let im = amount * Math.sin(2 * Math.PI * hertz * t);
    const shrink = Math.exp(-1 / (decayS * rate));
    const [co, si] = [shrink * Math.cos((2 * Math.PI * hertz) / rate), shrink * Math.sin((2 * Math.PI * hertz) / rate)];
    const last = Math.min(out.length, first + Math.ceil(7 * decayS * rate));
    for (let n = first; n < last; n++) {
      out[n] = (out[n] as number) + im;
      [re, im] = [re * co - im * si, im * co + re * si];
    }
  }
}

/** What one microphone gets of one source: its faces by the plain model, and the six mirror rooms. */
function copiesOf(source: Source, microphone: PlanMicrophone, { room, speedOfSoundMps: c }: Plan): Copy[] {
  if (microphone.model.kind === 'pickup') return [{ delayS: 0, gains: MIDDLES.map(() => 10 ** (source.peakSplDb / 20)) }];
  const direct = source.sides
    .map((_, f) => faceTo(source, f, microphone, c))
    .filter((path) => path !== null)
    .map(
      (path): Copy => ({
        delayS: path.delay,
        gains: path.out.map(([re, im], band) => (path.sign * Math.hypot(re, im)) / 10 ** ((source.spectrumDb[band] as number) / 20)),
      }),
    );
  const at = source.sides[0].positionM;
  const mirrors: P[] = [
    { ...at, x: -at.x },
    { ...at, x: 2 * room.widthM - at.x },
    { ...at, y: -at.y },
    { ...at, y: 2 * room.depthM - at.y },
    { ...at, z: -at.z },
    { ...at, z: 2 * room.heightM - at.z },
  ];
  const echoes = mirrors.map((mirror): Copy => {
    const way = long(minus(mirror, microphone.positionM));
    const gain = ((microphone.flipped ? -1 : 1) * 0.5 * 10 ** (source.peakSplDb / 20) * Math.sqrt(1 - room.absorption)) / way;
    return { delayS: way / c, gains: MIDDLES.map(() => gain) };
  });
  return [...direct, ...echoes];
}

/** A take, and how far each channel was turned up for it, as a ratio to pressure in 20 µPa. */
export interface PlainTake {
  readonly channels: Map<string, Float32Array>;
  readonly gains: Map<string, number>;
}

/** A take of a plan by plain sums, samples by microphone id. */
export const plainTake = (plan: Plan, seed: number, rounds = 3): Map<string, Float32Array> => plainTakeWithGains(plan, seed, rounds).channels;

/**
 * A take of a plan by plain sums: every source struck in turn, three rounds where nothing else is said, some half a second apart; peaks at −12 dBFS, noise 60 dB under them.
 */
export function plainTakeWithGains(plan: Plan, seed: number, rounds = 3): PlainTake {
  const random = createRandom(seed);
  const rate = plan.sampleRateHz;
  const partials = plan.sources.map((source) => partialsOf(source, random));
  let at = 0.6;
  const strokes = Array.from({ length: rounds }).flatMap(() =>
    plan.sources.map((_, source) => {
      at += random.between(0.43, 0.5);
      return { source, first: Math.round(at * rate), velocity: random.between(0.7, 1) };
    }),
  );
  const length = Math.round((at + 1) * rate);
  const gains = new Map<string, number>();
  const channels = new Map(
    plan.microphones.map((microphone) => {
      const heard = plan.sources.map((source, s) => {
        const one = new Float64Array(Math.round(LONG_S * rate));
        for (const copy of copiesOf(source, microphone, plan)) addStroke(one, partials[s] as Partial[], copy, rate);
        return one;
      });
      const sum = new Float64Array(length);
      for (const { source, first, velocity } of strokes)
        for (const [n, x] of (heard[source] as Float64Array).entries()) sum[first + n] = (sum[first + n] as number) + velocity * x;
      const peak = sum.reduce((most, x) => Math.max(most, Math.abs(x)), 1e-9);
      gains.set(microphone.id, 0.25 / peak);
      return [microphone.id, Float32Array.from(sum, (x) => 0.25 * (x / peak + 0.001 * random.normal()))];
    }),
  );
  return { channels, gains };
}
