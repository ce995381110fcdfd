import { addDelayed } from '../render';
import { BLOCK } from './loopRenderer';

/** How the second of two channels is played beside the first. */
export interface Beside {
  readonly isReversed: boolean;
  readonly delayS: number;
}

/** At another rate, by a windowed sinc under the lower of both rates. */
export function resampled(samples: Float32Array, fromHz: number, toHz: number): Float32Array {
  if (fromHz === toHz) return samples;
  const ratio = fromHz / toHz;
  const cut = Math.min(1, toHz / fromHz);
  const half = Math.ceil(16 / cut);
  return Float32Array.from({ length: Math.floor(samples.length / ratio) }, (_, n) => {
    const at = n * ratio;
    const first = Math.max(0, Math.ceil(at - half));
    const last = Math.min(samples.length - 1, Math.floor(at + half));
    let sum = 0;
    for (let k = first; k <= last; k++) {
      const x = (at - k) * cut;
      const window = 0.5 + 0.5 * Math.cos((Math.PI * (at - k)) / half);
      sum += (samples[k] as number) * cut * window * (Math.abs(x) < 1e-9 ? 1 : Math.sin(Math.PI * x) / (Math.PI * x));
    }
    return sum;
  });
}

/** Two channels as loops of whole blocks, the second turned round or late as is wanted. */
export function twoLoops(first: Float32Array, second: Float32Array, rate: number, { isReversed, delayS }: Beside): [Float32Array, Float32Array] {
  const length = Math.max(1, Math.ceil(Math.max(first.length, second.length) / BLOCK)) * BLOCK;
  const [a, b] = [new Float32Array(length), new Float32Array(length)];
  a.set(first);
  addDelayed(b, second, delayS * rate, isReversed ? -1 : 1);
  return [a, b];
}
