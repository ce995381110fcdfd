import { Zip, ZipPassThrough } from 'fflate';
import { broadcastHeader, type WrittenFormat, writeSamples } from '../core/audio';
import { retimedPiece } from '../core/render';
import { sayJobs } from '../words/jobs.page.en';
import type { CorrectedAnswer, Jobs, TakeFile } from './protocol';
import { serveJob } from './serveJob';
import { openTake, readChannel } from './takeFiles';

const PIECE = 262_144;
/** A plain WAV says no more. */
const LARGEST_BYTES = 2 ** 32 - 4096;
const BYTES: Record<WrittenFormat, number> = { s16: 2, s24: 3, f32: 4 };
const written = (format: string): WrittenFormat => (format === 's16' || format === 'u8' ? 's16' : format === 's24' ? 's24' : 'f32');

const described = ({ channel, flip, seconds, ratio }: Jobs['correct-take']['input']['channels'][number]): string =>
  [
    channel,
    ...(flip ? [sayJobs('reversed')] : []),
    ...(seconds ? [sayJobs('moved', { by: (seconds * 1000).toFixed(3) })] : []),
    ...(ratio === 1 ? [] : [sayJobs('clock-taken-out', { ppm: ((ratio - 1) * 1e6).toFixed(2) })]),
  ].join(', ');

/** Copies of a take's channels with what was decided done to them, one Broadcast Wave each, in one zip; the originals are only read. */
async function correct({ files, channels, madeAt }: Jobs['correct-take']['input'], onProgress: (share: number) => void): Promise<CorrectedAnswer> {
  const parts: Blob[] = [];
  let trouble: Error | null = null;
  let length = 0;
  const spans: { readonly name: string; readonly from: number; readonly to: number }[] = [];
  const zip = new Zip((error, data) => {
    if (error) trouble = error;
    // Blobs go to the browser's own store: an hour of sound does not stay in memory.
    else {
      parts.push(new Blob([new Uint8Array(data)]));
      length += data.length;
    }
  });
  const clipped = { count: 0 };
  let done = 0;
  const there = await openTake(files, false);
  if (typeof there === 'string') return { ok: false, reason: there };
  for (const channel of there) {
    const { name, file } = channel;
    const { info } = file;
    const wish = channels.find((one) => one.channel === name);
    if (!wish) continue;
    const format = written(info.format);
    if (info.frameCount * BYTES[format] > LARGEST_BYTES) return { ok: false, reason: sayJobs('longer-than-a-wav', { name }) };
    const entry = new ZipPassThrough(wish.fileName);
    zip.add(entry);
    const header = broadcastHeader(1, info.sampleRateHz, format, info.frameCount, {
      description: described(wish),
      madeAt,
      timeReference: info.timeReference ?? 0,
    });
    entry.push(header);
    // The archive's own words for the entry came before it.
    const from = length - header.length;
    const retiming = { flip: wish.flip, shift: wish.seconds * info.sampleRateHz, ratio: wish.ratio };
    for (let start = 0; start < info.frameCount; start += PIECE) {
      const count = Math.min(PIECE, info.frameCount - start);
      const piece = await retimedPiece((at, length) => readChannel(channel, at, length), start, count, retiming);
      entry.push(writeSamples(piece, format, clipped));
      onProgress((done + (start + count) / info.frameCount) / channels.length);
    }
    entry.push(new Uint8Array((info.frameCount * BYTES[format]) % 2), true);
    spans.push({ name: `${name}.wav`, from, to: from + header.length + info.frameCount * BYTES[format] });
    done++;
    if (trouble) throw trouble;
  }
  zip.end();
  if (done === 0) return { ok: false, reason: sayJobs('all-are-gone') };
  const blob = new Blob(parts, { type: 'application/zip' });
  // Nothing in it is packed: each file lies there as it is.
  const saved = spans.map(({ name, from, to }): TakeFile => ({ name, blob: blob.slice(from, to) }));
  return { ok: true, file: { name: 'corrected.zip', blob }, files: saved, clipped: clipped.count };
}

serveJob('correct-take', correct);
