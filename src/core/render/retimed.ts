import { addDelayed } from './fractionalDelay';

const { PI, cos, floor, sin } = Math;

/** Beyond the ends of a piece so much of its neighbours is read, samples: as far as the kernels reach. */
const REACH = 64;
/** A clock that runs otherwise wants another part of a sample at each: kernels for so many parts, linear between two of them. */
const PARTS = 1024;
const HALF = 16;

/** Reads frames [start, start + count) of one channel; what is not there is silence. */
export type ReadFrames = (start: number, count: number) => Promise<Float32Array>;

/** How a channel is wanted: turned round, later by samples, and by the clock that counted it so much faster than the wanted one. */
export interface Retiming {
  readonly flip: boolean;
  readonly shift: number;
  /** Samples of the channel for each wanted one; 1 where the clocks agree. */
  readonly ratio: number;
}

/** A sinc under a Blackman window at every part of a sample: tap k of part p lies at k − HALF + 1 − p. */
const kernels: readonly Float64Array[] = Array.from({ length: PARTS + 1 }, (_, part) =>
  Float64Array.from({ length: 2 * HALF }, (_unused, k) => {
    const x = k - HALF + 1 - part / PARTS;
    const window = 0.42 + 0.5 * cos((PI * x) / HALF) + 0.08 * cos((2 * PI * x) / HALF);
    return Math.abs(x) >= HALF ? 0 : (x === 0 ? 1 : sin(PI * x) / (PI * x)) * window;
  }),
);

/** The value between samples, at a place of `source`. */
function between(source: Float32Array, place: number): number {
  const whole = floor(place);
  const part = (place - whole) * PARTS;
  const [low, share] = [floor(part), part - floor(part)];
  const [a, b] = [kernels[low] as Float64Array, kernels[low + 1] ?? (kernels[low] as Float64Array)];
  let sum = 0;
  for (let k = 0; k < 2 * HALF; k++) {
    const value = source[whole + k - HALF + 1] as number;
    sum += value * ((a[k] as number) + share * ((b[k] as number) - (a[k] as number)));
  }
  return sum;
}

/**
 * A stretch of one channel as it is wanted. Whole samples at the same clock are copied as they are; parts of one, and another clock,
 * are band-limited (32 taps).
 *
 * @returns frames [start, start + count) of the wanted channel, silence before its beginning and after its end
 */
export async function retimedPiece(read: ReadFrames, start: number, count: number, { flip, shift, ratio }: Retiming): Promise<Float32Array> {
  const gain = flip ? -1 : 1;
  const out = new Float32Array(count);
  const begin = (start - shift) * ratio;
  const from = floor(begin) - REACH;
  if (ratio !== 1) {
    const source = await read(from, Math.ceil(count * ratio) + 2 * REACH + 1);
    for (let i = 0; i < count; i++) out[i] = gain * between(source, begin + i * ratio - from);
    return out;
  }
  const source = await read(from, count + 2 * REACH);
  const part = begin - floor(begin);
  if (part === 0) for (let i = 0; i < count; i++) out[i] = gain * (source[i + REACH] as number);
  else {
    const whole = new Float32Array(count + 4 * REACH);
    addDelayed(whole, source, REACH - part, gain);
    out.set(whole.subarray(2 * REACH, 2 * REACH + count));
  }
  return out;
}
