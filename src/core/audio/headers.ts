import type { ByteSource } from './byteSource';
import type { SampleFormat } from './samples';

export interface AudioInfo {
  readonly sampleRateHz: number;
  readonly channelCount: number;
  readonly frameCount: number;
  readonly format: SampleFormat;
  /** Samples stand with their highest byte first, and bytes of one are signed: AIFF. */
  readonly highFirst?: boolean;
  /** Its samples had to be unpacked and are kept beside it: FLAC. */
  readonly unpacked?: boolean;
  readonly dataOffset: number;
  /** Track names from iXML, by channel from 0; empty where the file has none. */
  readonly trackNames: readonly string[];
  /** Samples since midnight from the bext chunk (EBU Tech 3285); null without one. */
  readonly timeReference: number | null;
  /** Said beside the results when the file was usable but not quite right. */
  readonly warning: string | null;
}

export const LIMITS = { channels: 32, lowestRateHz: 8000, highestRateHz: 384_000, chunks: 4096 } as const;

export const ascii = (bytes: Uint8Array, from: number, length: number): string => String.fromCharCode(...bytes.subarray(from, from + length));
export const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** Why a file cannot be used, and what to do. */
export class Refusal extends Error {}

export async function readExactly(source: ByteSource, offset: number, length: number, what: string): Promise<Uint8Array> {
  const bytes = await source.read(offset, length);
  if (bytes.length < length) throw new Refusal(`it ends inside its ${what}, at byte ${offset + bytes.length}: copy or export it again`);
  return bytes;
}

export function checkShape(channels: number, rate: number): void {
  if (channels < 1) throw new Refusal('it says it has 0 channels: export it again');
  if (channels > LIMITS.channels) throw new Refusal(`it says it has ${channels} channels and at most ${LIMITS.channels} are read: split it`);
  if (!(rate >= LIMITS.lowestRateHz && rate <= LIMITS.highestRateHz))
    throw new Refusal(
      `its sample rate is ${rate >= 0 && rate < 1e7 ? `${Number(rate.toFixed(3))} Hz` : 'no number that can be'} and 8 to 384 kHz are read: export it again at 48 kHz`,
    );
}

export const duration = (seconds: number): string => `${seconds < 1e6 ? seconds.toFixed(2) : 'a million'} s`;
