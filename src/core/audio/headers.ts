import { asNumber, type Figure, type Told } from '../units';
import type { ByteSource } from './byteSource';
import { tell } from './codes';
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
  readonly warning: Told | null;
}

export const LIMITS = { channels: 32, lowestRateHz: 8000, highestRateHz: 384_000, chunks: 4096 } as const;

export const ascii = (bytes: Uint8Array, from: number, length: number): string => String.fromCharCode(...bytes.subarray(from, from + length));
export const viewOf = (bytes: Uint8Array): DataView => new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);

/** Why a file cannot be used, and what to do. */
export class Refusal extends Error {
  constructor(readonly told: Told) {
    super(told.code);
  }
}

/** A part of a file that it ends inside of; by its own name, or in words. */
type Part = 'list' | 'format' | 'header' | 'tags' | 'COMM' | 'SSND' | 'ds64';

export async function readExactly(source: ByteSource, offset: number, length: number, part: Part): Promise<Uint8Array> {
  const bytes = await source.read(offset, length);
  if (bytes.length < length) throw new Refusal(tell('ends-inside', { part, at: `${offset + bytes.length}` }));
  return bytes;
}

export function checkShape(channels: number, rate: number): void {
  if (channels < 1) throw new Refusal(tell('no-channels'));
  if (channels > LIMITS.channels) throw new Refusal(tell('too-many-channels', { channels, most: LIMITS.channels }));
  if (!(rate >= LIMITS.lowestRateHz && rate <= LIMITS.highestRateHz))
    throw new Refusal(rate >= 0 && rate < 1e7 ? tell('other-rate', { rate: `${Number(rate.toFixed(3))}` }) : tell('no-rate'));
}

/** A file's length as it is told, in seconds to the hundredth. */
export const asDuration = (seconds: number): Figure => asNumber(seconds, 2);
