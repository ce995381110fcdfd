import { BANDS, type PerBand } from '../acoustics';
import { type ArrivalTable, firstReflections } from '../arrivals';
import { amplitudeRatioFromDb } from '../units';

/** A copy of a stroke in one channel: gains for its four bands, or one gain where it is the same in all. */
export interface Heard {
  readonly delaySamples: number;
  readonly gains: readonly number[];
}

/**
 * Every path and reflection of a source in a channel, as the plan has them.
 * @param reference what a pressure of 20 µPa becomes in the file
 */
export function heardBy(table: ArrivalTable, m: number, s: number, reference: number, reflections: boolean): Heard[] {
  const { plan } = table;
  const microphone = plan.microphones[m];
  const source = plan.sources[s];
  const arrival = table.rows[m]?.[s];
  if (!microphone || !source || !arrival) return [];
  const direct = arrival.paths.map(
    (path): Heard => ({
      delaySamples: path.delaySeconds * plan.sampleRateHz,
      gains: source.spectrumDb.map(
        (share, band) => (path.recordedSign * reference * Math.hypot(path.re[band] as number, path.im[band] as number)) / amplitudeRatioFromDb(share),
      ),
    }),
  );
  if (!reflections) return direct;
  const echoes = firstReflections(microphone, source, plan).map(
    (echo): Heard => ({
      delaySamples: echo.delaySeconds * plan.sampleRateHz,
      gains: [echo.polarity * reference * amplitudeRatioFromDb(echo.levelDb)],
    }),
  );
  return [...direct, ...echoes];
}

/**
 * A stroke in the four bands, which add up to it exactly: what a first-order low pass lets through, less what the one below
 * does. Causal, as bodies, edges and capsules are.
 */
export function inBands(stroke: Float32Array, sampleRateHz: number): Float32Array[] {
  const below = BANDS.slice(0, -1).map(({ highHz }) => {
    const out = new Float32Array(stroke.length);
    const keep = Math.exp((-2 * Math.PI * highHz) / sampleRateHz);
    let last = 0;
    for (let i = 0; i < out.length; i++) {
      last = keep * last + (1 - keep) * (stroke[i] as number);
      out[i] = last;
    }
    return out;
  });
  return BANDS.map((_, band) => {
    const [upper, lower] = [below[band] ?? stroke, below[band - 1]];
    return lower ? upper.map((v, i) => v - (lower[i] as number)) : upper;
  });
}

/** A stroke, peak 1, with its energy shared among the bands as its source shares it: what a microphone nearby hears has its colour. */
export function coloured(stroke: Float32Array, spectrumDb: PerBand, sampleRateHz: number): Float32Array {
  const bands = inBands(stroke, sampleRateHz);
  const gains = bands.map((band, b) => {
    const energy = band.reduce((sum, v) => sum + v * v, 0);
    return amplitudeRatioFromDb(spectrumDb[b] as number) / Math.sqrt(Math.max(1e-12, energy));
  });
  const out = stroke.map((_, i) => bands.reduce((sum, band, b) => sum + (gains[b] as number) * (band[i] as number), 0));
  const peak = out.reduce((most, v) => Math.max(most, Math.abs(v)), 1e-9);
  return out.map((v) => v / peak);
}
