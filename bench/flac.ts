import { closeSync, mkdtempSync, openSync, rmSync, statSync, writeSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { withAudioFiles } from '../src/cli/files';

/**
 * FLAC files of an hour, opened (which unpacks them whole): the most memory the process has, beside what it has with a minute of the
 * same. They are made by libFLAC's encoder. `npm run bench -- flac [SECONDS]`.
 */
const RATE = 48_000;
const SECOND = RATE;
const require = createRequire(import.meta.url);

/** As much of the encoder's interface as is used here. */
interface Encoder {
  isReady(): boolean;
  on(event: 'ready', listener: () => void): void;
  create_libflac_encoder(rate: number, channels: number, bits: number, level: number, total: number, verify: boolean, block: number): number;
  init_encoder_stream(encoder: number, write: (bytes: Uint8Array) => void): number;
  FLAC__stream_encoder_process_interleaved(encoder: number, samples: Int32Array, count: number): boolean;
  FLAC__stream_encoder_finish(encoder: number): boolean;
  FLAC__stream_encoder_delete(encoder: number): void;
}

async function loadEncoder(): Promise<Encoder> {
  // Its loader would fetch a path; it is left without for that moment.
  const { fetch } = globalThis;
  Object.assign(globalThis, { fetch: undefined });
  const flac = require('libflacjs')('min.wasm') as Encoder;
  if (!flac.isReady()) await new Promise<void>((done) => flac.on('ready', done));
  Object.assign(globalThis, { fetch });
  return flac;
}

/** Writes so many seconds, second by second. */
function encode(flac: Encoder, path: string, channels: number, bits: number, seconds: number, sample: (i: number) => number): void {
  const file = openSync(path, 'w');
  const encoder = flac.create_libflac_encoder(RATE, channels, bits, 1, seconds * RATE, false, 0);
  flac.init_encoder_stream(encoder, (bytes) => void writeSync(file, bytes));
  const piece = Int32Array.from({ length: SECOND * channels }, (_, i) => sample(i));
  for (let s = 0; s < seconds; s++) flac.FLAC__stream_encoder_process_interleaved(encoder, piece, SECOND);
  flac.FLAC__stream_encoder_finish(encoder);
  flac.FLAC__stream_encoder_delete(encoder);
  closeSync(file);
}

/** Opens files together, as those of one take. */
async function opened(paths: readonly string[]): Promise<{ mb: number; seconds: number }> {
  let peak = 0;
  const look = (): void => {
    peak = Math.max(peak, process.memoryUsage.rss());
  };
  const timer = setInterval(look, 20);
  const start = performance.now();
  await withAudioFiles(paths, async (files) => {
    look();
    for (const { info, read } of files)
      await read(
        info.frameCount - 10,
        10,
        Array.from({ length: info.channelCount }, () => new Float32Array(10)),
      );
  });
  clearInterval(timer);
  return { mb: peak / 1e6, seconds: (performance.now() - start) / 1000 };
}

const seconds = Number(process.argv[2] ?? 3600);
const folder = mkdtempSync(join(tmpdir(), 'shuttlecraft-bench-'));
try {
  const flac = await loadEncoder();
  let state = 1;
  const noise = (): number => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) | 0;
    return state >> 18;
  };
  for (const [name, fileCount, channels, bits, sample] of [
    ['8 silent channels of 24 bits', 1, 8, 24, () => 0],
    ['24 silent channels of 24 bits, in three files', 3, 8, 24, () => 0],
    ['2 channels of noise of 16 bits', 1, 2, 16, noise],
  ] as const) {
    const paths = Array.from({ length: fileCount }, (_, i) => join(folder, `take ${i + 1}.flac`));
    const figures: string[] = [];
    for (const length of [60, seconds]) {
      for (const path of paths) encode(flac, path, channels, bits, length, sample);
      const { mb, seconds: took } = await opened(paths);
      figures.push(
        `${length} s (${(paths.reduce((sum, path) => sum + statSync(path).size, 0) / 1e6).toFixed(1)} MB): ${mb.toFixed(0)} MB at most, ${((took / length) * 1000).toFixed(2)} ms per second`,
      );
    }
    console.log(`${name}: ${figures.join('; ')}`);
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
process.exit(0);
