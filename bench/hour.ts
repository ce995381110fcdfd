import { checkTake } from '../src/core/analysis';
import { type ByteSource, openAudio, writeWav } from '../src/core/audio';
import { createRandom, loadFftKernel } from '../src/core/math';
import { addDelayed, type StrokeKind, synthesiseStroke } from '../src/core/render';

/**
 * An hour of 24 channels from a source that holds a few seconds and repeats them: memory and time per second of audio, beside a
 * minute of the same. `npm run bench -- hour [SECONDS]`.
 */
const RATE = 48_000;
const CHANNELS = 24;
const PIECE_S = 4;
const KINDS: readonly StrokeKind[] = ['kick', 'snare', 'hat', 'tom'];

/** A WAV of so many seconds whose sound comes round every few: its header is written, the rest repeated as it is read. */
function repeated(channel: number, seconds: number): ByteSource {
  const random = createRandom(channel + 1);
  const piece = Float32Array.from({ length: PIECE_S * RATE }, () => 1e-4 * random.normal());
  KINDS.forEach((kind, k) => {
    addDelayed(
      piece,
      synthesiseStroke(kind, RATE, k + 1),
      20_000 + 40_000 * k + ((channel * 37 + k * 91) % 400) + 0.3,
      channel % 4 === k ? 0.3 : 0.03,
    );
  });
  const whole = new Uint8Array(writeWav([piece], RATE, 's24'));
  const bytes = piece.length * 3;
  const head = whole.slice(0, whole.length - bytes);
  const sound = whole.subarray(whole.length - bytes);
  const total = seconds * RATE * 3;
  const view = new DataView(head.buffer);
  view.setUint32(4, head.length - 8 + total, true);
  view.setUint32(head.length - 4, total, true);
  return {
    name: `channel ${channel + 1}.wav`,
    sizeBytes: head.length + total,
    read: async (offset, length) => {
      const out = new Uint8Array(Math.max(0, Math.min(length, head.length + total - offset)));
      for (let i = 0; i < out.length; ) {
        const at = offset + i;
        const from = at < head.length ? head.subarray(at) : sound.subarray((at - head.length) % bytes);
        const part = from.subarray(0, out.length - i);
        out.set(part, i);
        i += part.length;
      }
      return out;
    },
  };
}

const kernel = await loadFftKernel();
let peak = 0;
async function check(seconds: number): Promise<number> {
  const opened = await Promise.all(Array.from({ length: CHANNELS }, (_, c) => openAudio(repeated(c, seconds))));
  const files = opened.flatMap((result) => (result.ok ? [result.file] : []));
  const start = performance.now();
  await checkTake(files, {
    kernel,
    onProgress: () => {
      peak = Math.max(peak, process.memoryUsage.rss());
    },
  });
  return (performance.now() - start) / seconds;
}

const seconds = Number(process.argv[2] ?? 3600);
const [minute, hour] = [await check(60), await check(seconds)];
console.log(
  `${seconds} s of ${CHANNELS} channels: ${(peak / 1e6).toFixed(0)} MB at most (wanted: under 300), ${hour.toFixed(1)} ms per second of audio, ${(hour / minute).toFixed(2)} times a minute's`,
);
