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
  private work = new Float32Array(0);
  private readonly tail = new Float32Array(TAPS - 1);
  peak = 0;

  push(block: Float32Array, count: number): void {
    const history = TAPS - 1;
    if (this.work.length < count + history) this.work = new Float32Array(count + history);
    const work = this.work;
    work.set(this.tail, 0);
    work.set(block.subarray(0, count), history);
    for (let start = 0; start < count; start += STRIP) {
      const end = min(count, start + STRIP);
      let largest = 0;
      for (let i = start; i < end + history; i++) {
        const v = work[i] as number;
        const size = v < 0 ? -v : v;
        if (size > largest) largest = size;
      }
      if (largest > this.peak) this.peak = largest;
      if (largest * GROWTH_BOUND <= this.peak) continue;
      this.peak = oversampledPeak(work, start + history, end + history, this.peak, largest);
    }
    this.tail.set(work.subarray(count, count + history));
  }
}

/** The plain version, for tests and the benchmark: every sample filtered. */
export function truePeakPlain(samples: Float32Array): number {
  const padded = new Float32Array(samples.length + TAPS - 1);
  padded.set(samples, TAPS - 1);
  return max(
    oversampledPeak(padded, TAPS - 1, padded.length),
    samples.reduce((most, v) => max(most, abs(v)), 0),
  );
}
