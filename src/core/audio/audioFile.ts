import { plainName, type Told } from '../units';
import { readAiff } from './aiffHeader';
import type { ByteSource } from './byteSource';
import { tell } from './codes';
import { type FlacPlatform, unpackFlac } from './flac';
import { type AudioInfo, ascii, Refusal } from './headers';
import { BYTES_PER_SAMPLE, decodeSamples, lowFirst } from './samples';
import { readWav } from './wavHeader';

/** An open audio file: what it is, and its samples on demand. */
export interface AudioFile {
  readonly name: string;
  readonly info: AudioInfo;
  /** Decodes frames [start, start + count) into one array per channel; returns how many there were. */
  read(start: number, count: number, out: readonly Float32Array[]): Promise<number>;
}

export type OpenResult = { readonly ok: true; readonly file: AudioFile } | { readonly ok: false; readonly reason: Told };

/** What a file is and the bytes that its plain samples are in: its own, or unpacked ones. */
async function opened(source: ByteSource, flac: FlacPlatform | undefined): Promise<{ readonly info: AudioInfo; readonly samples: ByteSource }> {
  const magic = ascii(await source.read(0, Math.min(4, source.sizeBytes)), 0, 4);
  if (magic === 'fLaC') return unpackFlac(source, flac);
  return { info: await (magic === 'FORM' ? readAiff(source) : readWav(source)), samples: source };
}

/**
 * Opens a WAV, Broadcast Wave, RF64, BW64, AIFF, AIFC or FLAC file. A bad file gives one sentence; nothing throws.
 * @param flac what unpacks FLAC here; without it such a file is refused
 */
export async function openAudio(source: ByteSource, flac?: FlacPlatform): Promise<OpenResult> {
  try {
    const { info, samples } = await opened(source, flac);
    return { ok: true, file: { name: plainName(source.name), info, read: readerOf(info, samples) } };
  } catch (error) {
    const name = plainName(source.name) || tell('the-file');
    if (error instanceof Refusal) return { ok: false, reason: tell('cannot-be-used', { name, why: error.told }) };
    return { ok: false, reason: tell('cannot-be-read', { name, why: error instanceof Error ? error.message : tell('not-known-why') }) };
  }
}

function readerOf(info: AudioInfo, source: ByteSource): AudioFile['read'] {
  const sampleBytes = BYTES_PER_SAMPLE[info.format];
  const frameBytes = sampleBytes * info.channelCount;
  return async (start, count, out) => {
    const wanted = Math.max(0, Math.min(count, info.frameCount - start));
    if (wanted === 0) return 0;
    const stored = await source.read(info.dataOffset + start * frameBytes, wanted * frameBytes);
    const bytes = info.highFirst ? lowFirst(stored, sampleBytes) : stored;
    const frames = Math.floor(bytes.length / frameBytes);
    out.forEach((channel, c) => decodeSamples(info.format, bytes, c * sampleBytes, frameBytes, channel, frames));
    return frames;
  };
}

/** File name without folder and ending. */
const baseName = (name: string): string => (name.split(/[\\/]/).pop() ?? name).replace(/\.[A-Za-z0-9]{2,4}$/, '');

/** Names of a file's channels: the file's name for mono; iXML names or name/1, name/2 for a poly file. */
export function channelNames(file: AudioFile): string[] {
  const base = baseName(file.name) || 'unnamed';
  if (file.info.channelCount === 1) return [base];
  return Array.from({ length: file.info.channelCount }, (_, c) => file.info.trackNames[c] ?? `${base}/${c + 1}`);
}
