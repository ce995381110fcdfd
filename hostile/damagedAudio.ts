import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { aiff, flacFile } from '../scripts/soundFiles';
import { flacInNode } from '../src/cli/flacInNode';
import { checkTake, type TakeReport } from '../src/core/analysis';
import { bytesSource, inBlob, openAudio, writeWav } from '../src/core/audio';
import { createRandom, type FftKernel } from '../src/core/math';
import { sayOfTake } from '../src/words/takes';
import { flacFrames, healed } from './flacFrames';

const FLAC = { ...flacInNode(), putting: inBlob };

type Random = ReturnType<typeof createRandom>;

/** What came of many damaged files. */
export interface DamageCounts {
  files: number;
  refused: number;
  warned: number;
  checked: number;
  slowestMs: number;
  readonly wrong: string[];
}

export const noDamage = (): DamageCounts => ({ files: 0, refused: 0, warned: 0, checked: 0, slowestMs: 0, wrong: [] });

const whole = (random: Random, low: number, high: number): number => Math.floor(random.between(low, high));
const pick = <T>(random: Random, list: readonly T[]): T => list[whole(random, 0, list.length)] as T;

const KINDS = ['wav', 'wav', 'wav', 'aiff', 'aifc', 'flac'] as const;
type Kind = (typeof KINDS)[number];

/** A short take of a few strokes, in one of the formats that are read. */
function sound(random: Random, kind: Kind): Uint8Array {
  const frames = whole(random, 200, kind === 'flac' ? 2500 : 9000);
  const channels = Array.from({ length: whole(random, 1, 4) }, () => {
    const start = whole(random, 0, frames);
    return Float32Array.from({ length: frames }, (_, i) => (i < start ? 0.001 : Math.exp((start - i) / 700)) * random.between(-0.8, 0.8));
  });
  if (kind === 'flac')
    return flacFile(
      channels.map((channel) => Int32Array.from(channel, (x) => Math.round(x * 2 ** 15))),
      16,
    );
  const lists = channels.map((channel) => [...channel]);
  if (kind === 'aiff') return aiff(lists, { bits: pick(random, [8, 16, 24]), rate: pick(random, [44_100, 48_000]) });
  if (kind === 'aifc') return aiff(lists, { bits: 32, kind: 'fl32', rate: 48_000 });
  return writeWav(channels, pick(random, [8000, 44_100, 48_000, 96_000]), pick(random, ['s16', 's24', 'f32'] as const));
}

const TEXT = new TextEncoder();
const chunk = (id: string, body: Uint8Array): Uint8Array => {
  const out = new Uint8Array(8 + body.length + (body.length % 2));
  out.set(TEXT.encode(id));
  new DataView(out.buffer).setUint32(4, body.length, true);
  out.set(body, 8);
  return out;
};

const joined = (parts: readonly Uint8Array[]): Uint8Array => {
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  let at = 0;
  for (const part of parts) {
    out.set(part, at);
    at += part.length;
  }
  return out;
};

const NAMES = ['Kick\u0000in', '\u202elatiF', '<b>OH</b>', 'x'.repeat(5000), '', ' ', '__proto__', 'Snare\nTop', '../../OH', '\u001b[31mRed'];

/** What a name in an iXML chunk may come to. */
function odd(random: Random): Uint8Array {
  const tracks = Array.from(
    { length: whole(random, 0, 5) },
    () => `<TRACK><INTERLEAVE_INDEX>${whole(random, -2, 5)}</INTERLEAVE_INDEX><NAME>${pick(random, NAMES)}</NAME>`,
  );
  return chunk('iXML', TEXT.encode(`${tracks.join(random.between(0, 1) < 0.5 ? '</TRACK>' : '')}</TRACK>`));
}

/** Bytes long enough to have a header to damage. */
const HEADER = 48;

/** Ways of damaging a file's bytes: the first five any file's, the others a WAV's. */
const ANY = 5;
const DAMAGE: readonly ((random: Random, bytes: Uint8Array) => Uint8Array)[] = [
  (random, bytes) => bytes.slice(0, whole(random, 0, bytes.length)),
  (random, bytes) => {
    for (let n = whole(random, 1, 6); n > 0; n--) bytes[whole(random, 0, Math.min(60, bytes.length))] = whole(random, 0, 256);
    return bytes;
  },
  (random, bytes) => {
    for (let n = whole(random, 1, 400); n > 0; n--) bytes[whole(random, 44, bytes.length)] = whole(random, 0, 256);
    return bytes;
  },
  (random, bytes) => {
    const value = pick(random, [0, 1, 0xff, 0x7f, 0x80]);
    const from = whole(random, 44, bytes.length);
    return bytes.fill(value, from, from + whole(random, 1, 3000));
  },
  (random, bytes) => {
    new DataView(bytes.buffer).setUint32(
      pick(random, [4, 8, 16, 18, 22, 24, 28, 40]),
      pick(random, [0, 1, 0xffffffff, 0x7fffffff, whole(random, 0, 1e6)]),
      random.uniform() < 0.6,
    );
    return bytes;
  },
  (random, bytes) => {
    new DataView(bytes.buffer).setUint16(pick(random, [20, 22, 32, 34]), pick(random, [0, 1, 2, 3, 24, 32, 0xfffe, 0xffff]), true);
    return bytes;
  },
  (random, bytes) => joined([bytes, odd(random)]),
  (random, bytes) => joined([bytes.subarray(0, 12), odd(random), bytes.subarray(12)]),
  (random, bytes) =>
    joined([
      TEXT.encode(pick(random, ['RF64', 'BW64'])),
      bytes.subarray(4, 12),
      chunk(
        'ds64',
        new Uint8Array(28).map(() => whole(random, 0, 256)),
      ),
      bytes.subarray(12),
    ]),
  // Lists in lists in lists, the innermost of which may say that it is as long as all of them.
  (random, bytes) => {
    let nested = chunk('LIST', TEXT.encode('INFO'));
    for (let n = whole(random, 1, 300); n > 0; n--) nested = chunk('LIST', joined([TEXT.encode('INFO'), nested]));
    if (random.uniform() < 0.5) new DataView(nested.buffer).setUint32(nested.length - 8, nested.length, true);
    return joined([bytes.subarray(0, 12), nested, bytes.subarray(12)]);
  },
  // A chunk of an odd length whose padding was forgotten, or one of an even length that was padded.
  (random, bytes) => {
    const odd = chunk('junk', new Uint8Array(whole(random, 0, 9)).fill(7));
    return joined([
      bytes.subarray(0, 12),
      random.uniform() < 0.5 ? odd.subarray(0, odd.length - 1) : joined([odd, new Uint8Array(1)]),
      bytes.subarray(12),
    ]);
  },
  // Sizes at the borders of 31 and 32 bits, of the whole or of what follows its head.
  (random, bytes) => {
    new DataView(bytes.buffer).setUint32(pick(random, [4, 16, 40]), pick(random, [0xfffffffe, 0xffffffff, 0x80000000, 0x7ffffffe, 0xfffffff8]), true);
    return bytes;
  },
];

/** The first figure that no report may hold. */
function badFigure(value: unknown, path = 'report'): string | null {
  if (typeof value === 'number') {
    if (!Number.isFinite(value)) return `${path} is ${value}`;
    return /Db|dbfs|dbtp|lufs/i.test(path) && Math.abs(value) > 260 ? `${path} is ${value}` : null;
  }
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, part] of Object.entries(value)) {
    const found = badFigure(part, `${path}.${key}`);
    if (found) return found;
  }
  return null;
}

// biome-ignore lint/suspicious/noControlCharactersInRegex: that none is left is the point
const UNFIT = /[\u0000-\u001f\u007f-\u009f\u202a-\u202e\u2066-\u2069]|NaN|Infinity|undefined|\de[+-]?\d\d/;

function badWords(report: TakeReport): string | null {
  const said = [...report.findings.map(({ message }) => sayOfTake(message)), ...report.channels.map(({ name }) => name)];
  const found = said.find((words) => UNFIT.test(words) || words.length > 600);
  if (found) return `it says ${JSON.stringify(found.slice(0, 200))}`;
  const names = report.channels.map(({ name }) => name);
  return new Set(names).size === names.length ? null : `two channels share a name: ${JSON.stringify(names)}`;
}

const OPEN = join(dirname(createRequire(import.meta.url).resolve('supersonic-scsynth-samples/package.json')), 'samples');
const RECORDINGS = readdirSync(OPEN).filter((name) => /^(drum|tabla|guit)_.*\.flac$/.test(name));

/** Damage within a frame: anywhere, in what says how a subframe is packed, or in the head; its checksums are right again afterwards. */
function damagedFrames(random: Random, bytes: Uint8Array): Uint8Array {
  const frames = flacFrames(bytes);
  for (let n = pick(random, [1, 1, 2, 4]); n > 0 && frames.length > 0; n--) {
    const frame = pick(random, frames);
    const body = frame.start + frame.head + 1;
    const way = random.uniform();
    if (way < 0.4) for (let k = pick(random, [1, 1, 2, 60]); k > 0; k--) bytes[whole(random, body, frame.end - 2)] = whole(random, 0, 256);
    else if (way < 0.7) bytes[body] = whole(random, 0, 256);
    else if (way < 0.85) bytes.fill(pick(random, [0, 255]), body + whole(random, 0, 40), frame.end - 2);
    else bytes[frame.start + whole(random, 2, frame.head)] = whole(random, 0, 256);
    healed(bytes, frame);
  }
  return bytes;
}

/** One FLAC file, a plain one or an open recording (CC0), damaged so that its checksums are right. */
export async function damageRightly(seed: number, kernel: FftKernel, counts: DamageCounts): Promise<void> {
  const random = createRandom(seed);
  const source = random.uniform() < 0.5 ? sound(random, 'flac') : new Uint8Array(readFileSync(join(OPEN, pick(random, RECORDINGS))));
  await checked(seed, 'take.flac', damagedFrames(random, source), kernel, counts);
}

/** Damages one file, from its seed, and has it checked as the page and the command line would. */
export async function damageOne(seed: number, kernel: FftKernel, counts: DamageCounts): Promise<void> {
  const random = createRandom(seed);
  const kind = pick(random, KINDS);
  let bytes = sound(random, kind);
  const ways = kind === 'wav' ? DAMAGE : DAMAGE.slice(0, ANY);
  for (let n = whole(random, 1, 4); n > 0 && bytes.length > HEADER; n--) bytes = pick(random, ways)(random, bytes.slice());
  await checked(seed, pick(random, [`take.${kind}`, 'a\nb.wav', '\u202evaw.x', `OH L.${kind}`]), bytes, kernel, counts);
}

async function checked(seed: number, name: string, bytes: Uint8Array, kernel: FftKernel, counts: DamageCounts): Promise<void> {
  const started = performance.now();
  const wrong = (words: string): void => void counts.wrong.push(`seed ${seed}: ${words}`);
  counts.files++;
  try {
    const opened = await openAudio(bytesSource(name, bytes), FLAC);
    if (!opened.ok) {
      counts.refused++;
      const reason = sayOfTake(opened.reason);
      if (UNFIT.test(reason) || !reason.endsWith('.')) wrong(`refused with ${JSON.stringify(reason)}`);
      return;
    }
    if (opened.file.info.warning) counts.warned++;
    const report = await checkTake([opened.file], { kernel });
    counts.checked++;
    const trouble = badFigure(report) ?? badWords(report);
    if (trouble) wrong(trouble);
  } catch (error) {
    wrong(error instanceof Error ? `${error.name}: ${error.message}` : String(error));
  } finally {
    const ms = performance.now() - started;
    if (ms > counts.slowestMs) counts.slowestMs = ms;
  }
}
