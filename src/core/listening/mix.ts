import type { MicrophoneId } from '../ids';
import type { Decoding } from '../stereo';

/** What is heard of the channels. */
export type Monitor = 'stereo' | 'mono' | 'left' | 'right' | { readonly channel: string };

/** A channel on its way to the two loudspeakers. */
export interface MixChannel {
  readonly id: string;
  /** −1 left to 1 right. */
  readonly pan: number;
}

export interface MixPair {
  readonly leftId: MicrophoneId;
  readonly rightId: MicrophoneId;
  readonly decoding: Decoding;
  /** Gain of the side over the mid, for mid-side. */
  readonly width: number;
}

/** Gains of every channel into the left and the right loudspeaker. */
export type MixMatrix = readonly (readonly [number, number])[];

/** Equal power: 3 dB down in the middle. */
const panned = (pan: number): readonly [number, number] => {
  const angle = ((Math.min(1, Math.max(-1, pan)) + 1) * Math.PI) / 4;
  return [Math.cos(angle), Math.sin(angle)];
};

/** Left is mid plus side, right mid less side. */
function stereo(channels: readonly MixChannel[], pairs: readonly MixPair[], on: ReadonlySet<string>): MixMatrix {
  return channels.map(({ id, pan }) => {
    if (!on.has(id)) return [0, 0];
    const pair = pairs.find(({ leftId, rightId, decoding }) => decoding === 'mid-side' && (leftId === id || rightId === id));
    if (!pair) return panned(pan);
    return pair.leftId === id ? [1, 1] : [pair.width, -pair.width];
  });
}

/** The matrix for what is to be heard; mono is half the sum of both sides, in both loudspeakers. */
export function matrixOf(channels: readonly MixChannel[], pairs: readonly MixPair[], on: ReadonlySet<string>, monitor: Monitor): MixMatrix {
  if (typeof monitor === 'object') return channels.map(({ id }) => (id === monitor.channel ? [Math.SQRT1_2, Math.SQRT1_2] : [0, 0]));
  const both = stereo(channels, pairs, on);
  if (monitor === 'left') return both.map(([left]) => [left, 0]);
  if (monitor === 'right') return both.map(([, right]) => [0, right]);
  if (monitor === 'mono') return both.map(([left, right]) => [(left + right) / 2, (left + right) / 2]);
  return both;
}

/** Channels through a matrix. */
export function mixDown(channels: readonly Float32Array[], matrix: MixMatrix): [Float32Array, Float32Array] {
  const length = channels[0]?.length ?? 0;
  const out: [Float32Array, Float32Array] = [new Float32Array(length), new Float32Array(length)];
  channels.forEach((samples, c) => {
    out.forEach((side, s) => {
      const gain = matrix[c]?.[s as 0 | 1] ?? 0;
      if (gain !== 0) for (let i = 0; i < length; i++) side[i] = (side[i] as number) + gain * (samples[i] as number);
    });
  });
  return out;
}
