const { abs, max, min } = Math;

/**
 * 4x oversampling filter of ITU-R BS.1770-4, Annex 2: twelve taps for each of four phases (phases 2 and 3 mirror 1 and 0).
 */
const PHASE_0 = [
  0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875, -0.102294921875, 0.047607421875,
  -0.026611328125, 0.014892578125, -0.00830078125,
];
const PHASE_1 = [
  -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625, -0.2003173828125, 0.1015625,
  -0.0582275390625, 0.0330810546875, -0.0189208984375,
];
const PHASES = [PHASE_0, PHASE_1, [...PHASE_1].reverse(), [...PHASE_0].reverse()].map((taps) => Float64Array.from(taps));
const TAPS = 12;

/** No interpolated value can exceed the largest sample under the filter by more than this factor (sum of magnitudes). */
const GROWTH_BOUND = max(...PHASES.map((taps) => taps.reduce((total, tap) => total + abs(tap), 0)));
const STRIP = 64;
/** Samples that a channel's meters look at in one tight loop: the largest of them may be known already. */
export const PEAK_STRIP = 256;
const HISTORY = TAPS - 1;

function peakOf(samples: Float32Array, from: number, to: number): number {
  let peak = 0;
  for (let i = from; i < to; i++) {
    const value = samples[i] as number;
    const size = value < 0 ? -value : value;
    if (size > peak) peak = size;
  }
  return peak;
}

/** The two taps in the filter's middle, and the most that all others add to them. */
const MIDDLE = max(...PHASES.map((taps) => abs(taps[TAPS / 2 - 1] as number) + abs(taps[TAPS / 2] as number)));
const AROUND = max(...PHASES.map((taps) => taps.reduce((total, tap, k) => total + (k === TAPS / 2 - 1 || k === TAPS / 2 ? 0 : abs(tap)), 0)));

/** Taps of the four phases side by side: tap k of phase p at 4k + p. */
const INTERLEAVED = Float64Array.from({ length: 4 * TAPS }, (_, i) => (PHASES[i % 4] as Float64Array)[i >> 2] as number);

/**
 * Highest interpolated value of samples [from, to), where it is above `known`; else `known`.
 * @param largest the largest sample under the filter anywhere there: where the two in its middle are too small for the others to make up for
 * it, nothing is filtered
 */
function oversampledPeak(samples: Float32Array, from: number, to: number, known = 0, largest = Infinity): number {
  let peak = known;
  const others = AROUND * largest;
  for (let n = from; n < to; n++) {
    const [near, next] = [samples[n - TAPS / 2 + 1] as number, samples[n - TAPS / 2] as number];
    if (MIDDLE * max(abs(near), abs(next)) + others <= peak) continue;
    let [a, b, c, d] = [0, 0, 0, 0];
    for (let k = 0; k < TAPS; k++) {
      const x = samples[n - k] as number;
      a += (INTERLEAVED[4 * k] as number) * x;
      b += (INTERLEAVED[4 * k + 1] as number) * x;
      c += (INTERLEAVED[4 * k + 2] as number) * x;
      d += (INTERLEAVED[4 * k + 3] as number) * x;
    }
    const size = max(abs(a), abs(b), abs(c), abs(d));
    if (size > peak) peak = size;
  }
  return peak;
}

/**
 * Running true peak of a channel. Strips that cannot beat the peak so far are skipped: their largest sample times the
 * filter's sum of magnitudes is below it, so the answer is exactly that of filtering everything.
 */
export class TruePeakMeter {
  private readonly tail = new Float32Array(HISTORY);
  /** The end of the block before and the first strip of this one. */
  private readonly first = new Float32Array(HISTORY + PEAK_STRIP);
  peak = 0;

  /**
   * Takes the next block.
   * @param peaks largest sample of each {@link PEAK_STRIP} of it, where they are known already
   */
  push(block: Float32Array, count: number, peaks?: Float32Array): void {
    let before = peakOf(this.tail, 0, HISTORY);
    for (let start = 0, strip = 0; start < count; start += PEAK_STRIP, strip++) {
      const end = min(count, start + PEAK_STRIP);
      const own = peaks ? (peaks[strip] as number) : peakOf(block, start, end);
      if (own > this.peak) this.peak = own;
      if (max(own, before) * GROWTH_BOUND > this.peak) this.look(block, start, end);
      before = own;
    }
    const kept = min(count, HISTORY);
    this.tail.copyWithin(0, kept);
    this.tail.set(block.subarray(count - kept, count), HISTORY - kept);
  }

  private look(block: Float32Array, start: number, end: number): void {
    if (start >= HISTORY) {
      this.filter(block, start, end);
      return;
    }
    const { first } = this;
    first.set(this.tail);
    first.set(block.subarray(0, end), HISTORY);
    this.filter(first, start + HISTORY, end + HISTORY);
  }

  private filter(samples: Float32Array, from: number, to: number): void {
    for (let start = from; start < to; start += STRIP) {
      const end = min(to, start + STRIP);
      const largest = peakOf(samples, start - HISTORY, end);
      if (largest * GROWTH_BOUND > this.peak) this.peak = oversampledPeak(samples, start, end, this.peak, largest);
    }
  }
}

/** The plain version, for tests and the benchmark: every sample filtered. */
export function truePeakPlain(samples: Float32Array): number {
  const padded = new Float32Array(samples.length + HISTORY);
  padded.set(samples, HISTORY);
  return max(
    oversampledPeak(padded, HISTORY, padded.length),
    samples.reduce((most, v) => max(most, abs(v)), 0),
  );
}
