import type { Biquad } from '../../math';
import { dbFromPowerRatio, powerRatioFromDb } from '../../units';

/**
 * K weighting of ITU-R BS.1770 for any sample rate: a shelf of +4 dB above 1.7 kHz and a high-pass at 38 Hz, from the
 * analogue prototypes that give the standard's coefficients at 48 kHz (prototype values from memory, tested against the
 * standard's 48 kHz table).
 */
export function kWeighting(sampleRateHz: number): readonly [Biquad, Biquad] {
  const shelf = (): Biquad => {
    const [f, g, q] = [1681.974450955533, 3.999843853973347, 0.7071752369554196];
    const k = Math.tan((Math.PI * f) / sampleRateHz);
    const vh = 10 ** (g / 20);
    const vb = vh ** 0.4996667741545416;
    const a0 = 1 + k / q + k * k;
    return {
      b: [(vh + (vb * k) / q + k * k) / a0, (2 * (k * k - vh)) / a0, (vh - (vb * k) / q + k * k) / a0],
      a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0],
    };
  };
  const highPass = (): Biquad => {
    const [f, q] = [38.13547087602444, 0.5003270373238773];
    const k = Math.tan((Math.PI * f) / sampleRateHz);
    const a0 = 1 + k / q + k * k;
    return { b: [1, -2, 1], a: [(2 * (k * k - 1)) / a0, (1 - k / q + k * k) / a0] };
  };
  return [shelf(), highPass()];
}

/** |H|² of K weighting at a frequency. */
export function kPower(hertz: number, sampleRateHz: number): number {
  const w = (2 * Math.PI * hertz) / sampleRateHz;
  return kWeighting(sampleRateHz).reduce((product, { b, a }) => {
    const part = (c: readonly number[], lead: number): number => {
      const all = [...(lead ? [lead] : []), ...c];
      const re = all.reduce((sum, x, n) => sum + x * Math.cos(w * n), 0);
      const im = all.reduce((sum, x, n) => sum - x * Math.sin(w * n), 0);
      return re * re + im * im;
    };
    return (product * part(b, 0)) / part(a, 1);
  }, 1);
}

const OFFSET_LUFS = -0.691;
const ABSOLUTE_GATE_LUFS = -70;
const RELATIVE_GATE_DB = -10;
const loudnessOf = (power: number): number => OFFSET_LUFS + dbFromPowerRatio(power);
const mean = (values: readonly number[]): number => values.reduce((total, v) => total + v, 0) / values.length;

/** Gated loudness of mean-square powers of 400 ms blocks: absolute gate −70 LUFS, relative gate −10 LU. */
function gated(blockPowers: readonly number[]): number {
  const absolute = blockPowers.filter((power) => loudnessOf(power) > ABSOLUTE_GATE_LUFS);
  if (absolute.length === 0) return -Infinity;
  const threshold = mean(absolute) * powerRatioFromDb(RELATIVE_GATE_DB);
  return loudnessOf(mean(absolute.filter((power) => power > threshold)));
}

/** Integrated loudness of one channel (ITU-R BS.1770): K weighting, 400 ms blocks with 75 % overlap, two gates. */
export class LoudnessMeter {
  private readonly coefficients: Float64Array;
  private readonly state = new Float64Array(4);
  private readonly stepPowers: number[] = [];
  private readonly stepLength: number;
  private sum = 0;
  private filled = 0;

  constructor(sampleRateHz: number) {
    const [shelf, highPass] = kWeighting(sampleRateHz);
    this.coefficients = Float64Array.from([...shelf.b, ...shelf.a, ...highPass.b, ...highPass.a]);
    this.stepLength = Math.round(sampleRateHz / 10);
  }

  push(block: Float32Array, count: number): void {
    const c = this.coefficients;
    const [b0, b1, b2, a1, a2] = [c[0] as number, c[1] as number, c[2] as number, c[3] as number, c[4] as number];
    const [d1, d2] = [c[8] as number, c[9] as number];
    let [s1, s2, t1, t2] = [this.state[0] as number, this.state[1] as number, this.state[2] as number, this.state[3] as number];
    let { sum, filled } = this;
    const { stepLength } = this;
    for (let i = 0; i < count; i++) {
      const x = block[i] as number;
      const y = b0 * x + s1;
      s1 = b1 * x - a1 * y + s2;
      s2 = b2 * x - a2 * y;
      const z = y + t1;
      t1 = -2 * y - d1 * z + t2;
      t2 = y - d2 * z;
      sum += z * z;
      if (++filled === stepLength) {
        this.stepPowers.push(sum / stepLength);
        sum = 0;
        filled = 0;
      }
    }
    this.state.set([s1, s2, t1, t2]);
    this.sum = sum;
    this.filled = filled;
  }

  /** Mean-square powers of tenths of a second; of what is shorter, that of all there is. */
  private steps(): readonly number[] {
    return this.stepPowers.length < 4 && this.filled > 0 ? [...this.stepPowers, this.sum / this.filled] : this.stepPowers;
  }

  /** Integrated loudness, LUFS; a take shorter than 400 ms is one block. */
  integrated(): number {
    return LoudnessMeter.together([this]);
  }

  /** Integrated loudness of several channels at once, front left and right: their powers are added before the gates, LUFS. */
  static together(meters: readonly LoudnessMeter[]): number {
    const [first = [], ...others] = meters.map((meter) => meter.steps());
    const steps = first.map((power, i) => others.reduce((sum, other) => sum + (other[i] ?? 0), power));
    if (steps.length === 0) return -Infinity;
    if (steps.length < 4) return gated([mean(steps)]);
    const blocks = steps.slice(3).map((power, i) => (power + (steps[i] as number) + (steps[i + 1] as number) + (steps[i + 2] as number)) / 4);
    return gated(blocks);
  }
}

/** Integrated loudness of a programme of one or two channels, LUFS (ITU-R BS.1770). */
export function loudnessOfChannels(channels: readonly Float32Array[], sampleRateHz: number): number {
  return LoudnessMeter.together(
    channels.map((samples) => {
      const meter = new LoudnessMeter(sampleRateHz);
      meter.push(samples, samples.length);
      return meter;
    }),
  );
}
