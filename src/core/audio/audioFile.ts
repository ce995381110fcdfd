import { plainName } from '../units';
import { readAiff } from './aiffHeader';
import type { ByteSource } from './byteSource';
import { type AudioInfo, ascii, type HeaderResult, Refusal } from './headers';
import { BYTES_PER_SAMPLE, decodeSamples, lowFirst } from './samples';
import { readWav } from './wavHeader';

/** An open audio file: what it is, and its samples on demand. */
export interface AudioFile {
  readonly name: string;
  readonly info: AudioInfo;
  /** Decodes frames [start, start + count) into one array per channel; returns how many there were. */
  read(start: number, count: number, out: readonly Float32Array[]): Promise<number>;
}

export type OpenResult = { readonly ok: true; readonly file: AudioFile } | { readonly ok: false; readonly reason: string };

/** Reads the header of a WAV, Broadcast Wave, RF64, BW64, AIFF or AIFC file. A bad file gives one sentence; nothing throws. */
async function readHeader(source: ByteSource): Promise<HeaderResult> {
  try {
    const magic = ascii(await source.read(0, Math.min(4, source.sizeBytes)), 0, 4);
    return { ok: true, info: await (magic === 'FORM' ? readAiff(source) : readWav(source)) };
  } catch (error) {
    const name = plainName(source.name) || 'The file';
    if (error instanceof Refusal) return { ok: false, reason: `${name} cannot be used: ${error.message}.` };
    return {
      ok: false,
      reason: `${name} cannot be read: ${error instanceof Error ? error.message : 'unknown trouble'}. Copy it to this machine and try again.`,
    };
  }
}

export async function openAudio(source: ByteSource): Promise<OpenResult> {
  const header = await readHeader(source);
  if (!header.ok) return header;
  const { info } = header;
  const sampleBytes = BYTES_PER_SAMPLE[info.format];
  const frameBytes = sampleBytes * info.channelCount;
  const read: AudioFile['read'] = async (start, count, out) => {
    const wanted = Math.max(0, Math.min(count, info.frameCount - start));
    if (wanted === 0) return 0;
    const stored = await source.read(info.dataOffset + start * frameBytes, wanted * frameBytes);
    const bytes = info.highFirst ? lowFirst(stored, sampleBytes) : stored;
    const frames = Math.floor(bytes.length / frameBytes);
    out.forEach((channel, c) => decodeSamples(info.format, bytes, c * sampleBytes, frameBytes, channel, frames));
    return frames;
  };
  return { ok: true, file: { name: plainName(source.name), info, read } };
}

/** File name without folder and ending. */
const baseName = (name: string): string => (name.split(/[\\/]/).pop() ?? name).replace(/\.[A-Za-z0-9]{2,4}$/, '');

/** Names of a file's channels: the file's name for mono; iXML names or name/1, name/2 for a poly file. */
export function channelNames(file: AudioFile): string[] {
  const base = baseName(file.name) || 'unnamed';
  if (file.info.channelCount === 1) return [base];
  return Array.from({ length: file.info.channelCount }, (_, c) => file.info.trackNames[c] ?? `${base}/${c + 1}`);
}
