import { Zip, ZipPassThrough } from 'fflate';
import { blobSource, broadcastHeader, channelNames, openAudio, type WrittenFormat, writeSamples } from '../core/audio';
import { shiftedPiece } from '../core/render';
import type { CorrectedAnswer, Jobs } from './protocol';
import { serveJob } from './serveJob';

const PIECE = 262_144;
/** A plain WAV says no more. */
const LARGEST_BYTES = 2 ** 32 - 4096;
const BYTES: Record<WrittenFormat, number> = { s16: 2, s24: 3, f32: 4 };
const written = (format: string): WrittenFormat => (format === 's16' || format === 'u8' ? 's16' : format === 's24' ? 's24' : 'f32');

/** Copies of a take's channels with what was decided done to them, one Broadcast Wave each, in one zip; the originals are only read. */
async function correct({ files, channels, madeAt }: Jobs['correct-take']['input'], onProgress: (share: number) => void): Promise<CorrectedAnswer> {
  const parts: Blob[] = [];
  let trouble: Error | null = null;
  const zip = new Zip((error, data) => {
    if (error) trouble = error;
    // Blobs go to the browser's own store: an hour of sound does not stay in memory.
    else parts.push(new Blob([new Uint8Array(data)]));
  });
  const clipped = { count: 0 };
  let done = 0;
  for (const file of files) {
    const opened = await openAudio(blobSource(file.name, file.blob));
    if (!opened.ok) return opened;
    const { info } = opened.file;
    for (const [c, name] of channelNames(opened.file).entries()) {
      const wish = channels.find((one) => one.channel === name);
      if (!wish) continue;
      const format = written(info.format);
      if (info.frameCount * BYTES[format] > LARGEST_BYTES)
        return { ok: false, reason: `${name} is longer than one WAV can be: cut it into parts first.` };
      const entry = new ZipPassThrough(wish.fileName);
      zip.add(entry);
      const note = {
        description: `${name}${wish.flip ? ', polarity turned' : ''}${wish.seconds ? `, slid ${(wish.seconds * 1000).toFixed(3)} ms` : ''}`,
        madeAt,
        timeReference: info.timeReference ?? 0,
      };
      entry.push(broadcastHeader(1, info.sampleRateHz, format, info.frameCount, note));
      for (let start = 0; start < info.frameCount; start += PIECE) {
        const count = Math.min(PIECE, info.frameCount - start);
        const piece = await shiftedPiece(opened.file, c, start, count, wish.seconds * info.sampleRateHz, wish.flip);
        entry.push(writeSamples(piece, format, clipped));
        onProgress((done + (start + count) / info.frameCount) / channels.length);
      }
      entry.push(new Uint8Array((info.frameCount * BYTES[format]) % 2), true);
      done++;
      if (trouble) throw trouble;
    }
  }
  zip.end();
  if (done === 0) return { ok: false, reason: 'None of the channels is among the files any more: choose them again.' };
  return { ok: true, file: { name: 'corrected.zip', blob: new Blob(parts, { type: 'application/zip' }) }, clipped: clipped.count };
}

serveJob('correct-take', correct);
