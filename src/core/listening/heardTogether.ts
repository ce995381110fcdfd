import { type ReadFrames, retimedPiece } from '../render';
import { mixDown } from './mix';

/** A channel of a recording on its way to the loudspeakers. */
export interface HeardChannel {
  readonly read: ReadFrames;
  /** Into left and right. */
  readonly gains: readonly [number, number];
  readonly flip: boolean;
  /** Later by so much. */
  readonly seconds: number;
}

/** A stretch of recorded channels as they are heard together: whole samples are carried as they are, parts of one band-limited. Shape: left and right, `count` frames each. */
export async function heardTogether(
  channels: readonly HeardChannel[],
  sampleRateHz: number,
  { from, count }: { readonly from: number; readonly count: number },
): Promise<[Float32Array, Float32Array]> {
  const pieces: Float32Array[] = [];
  for (const { read, flip, seconds } of channels)
    pieces.push(await retimedPiece(read, from, count, { flip, shift: roundedSamples(seconds * sampleRateHz), ratio: 1 }));
  return mixDown(
    pieces,
    channels.map(({ gains }) => gains),
  );
}

/** Nearer to a whole sample than this is one: seconds do not hold it to the last digit. */
const WHOLE = 1e-6;
const roundedSamples = (samples: number): number => (Math.abs(samples - Math.round(samples)) < WHOLE ? Math.round(samples) : samples);
