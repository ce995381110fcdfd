import type { AudioFile } from '../audio';
import { addDelayed } from './fractionalDelay';

/** Beyond the ends of a piece so much of its neighbours is read, samples: as far as the delay's kernel reaches. */
const REACH = 64;

/**
 * A stretch of one channel, turned round and slid as it is wanted. Whole samples are copied as they are; parts of one are band-limited.
 *
 * @param shift samples later; negative is earlier
 * @returns frames [start, start + count) of the channel as it is then, silence before its beginning and after its end
 */
export async function shiftedPiece(
  file: AudioFile,
  channel: number,
  start: number,
  count: number,
  shift: number,
  flip: boolean,
): Promise<Float32Array> {
  const { channelCount, frameCount } = file.info;
  const from = start - Math.floor(shift) - REACH;
  const length = count + 2 * REACH;
  const [first, end] = [Math.max(0, from), Math.min(frameCount, from + length)];
  const source = new Float32Array(length);
  if (end > first) {
    const read = Array.from({ length: channelCount }, () => new Float32Array(end - first));
    await file.read(first, end - first, read);
    source.set(read[channel] as Float32Array, first - from);
  }
  const part = shift - Math.floor(shift);
  const gain = flip ? -1 : 1;
  const out = new Float32Array(count);
  if (part === 0) for (let i = 0; i < count; i++) out[i] = gain * (source[i + REACH] as number);
  else {
    const whole = new Float32Array(length + 2 * REACH);
    addDelayed(whole, source, REACH + part, gain);
    out.set(whole.subarray(2 * REACH, 2 * REACH + count));
  }
  return out;
}
