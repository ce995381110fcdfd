import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { writeWav } from '../core/audio';
import { resolveFiles } from '../core/planning';
import { renderTake } from '../core/render';
import { sayCommand } from '../words/commands.page.en';
import { readArguments, runCommand, wholeNumber } from './command';
import { because, hashOf, hashOfFile, InputError, mayWrite, write } from './files';
import { readSession } from './sessionFile';

const USAGE = sayCommand('usage', { rest: 'render-take -- SESSION.json --out DIR [--seed N] [--replace]' });
const TRUTH_FORMAT = 'shuttlecraft-truth';

/** A name that any file system takes: no separators, no device's name, not too long, not hidden. */
const safeName = (name: string): string => {
  const plain = name.replaceAll(/[^\p{L}\p{M}\p{N} ._-]+/gu, '_').replace(/^[. ]+|[. ]+$/g, '');
  const short = [...plain].slice(0, 60).join('');
  return /^(con|prn|aux|nul|com\d|lpt\d)$/i.test(short) ? `${short}_` : short || 'channel';
};

/** Names for files, no two alike even where capitals do not count. */
function uniqueNames(names: readonly string[]): string[] {
  const taken = new Set<string>();
  return names.map((name) => {
    const base = safeName(name);
    let unique = base;
    for (let n = 2; taken.has(unique.toLowerCase()); n++) unique = `${base} ${n}`;
    taken.add(unique.toLowerCase());
    return unique;
  });
}

const TRUTH = 'truth.json';

/** The truth as it is written: its seal is the hash of all the rest, so that it is known to be ours and unaltered. */
function sealed(truth: object): string {
  const body = JSON.stringify(truth, null, 2);
  return `${JSON.stringify({ ...truth, seal: hashOf(body) }, null, 2)}\n`;
}

/** What an earlier run left in a folder: the hash of each file, by the truth beside them; and whether that truth is as it was written. */
async function madeBefore(folder: string): Promise<{ readonly hashes: ReadonlyMap<string, readonly string[]>; readonly isWhole: boolean }> {
  const text = await readFile(join(folder, TRUTH), 'utf8').catch(() => '');
  try {
    const { seal, ...truth } = JSON.parse(text) as { seal?: unknown; format?: unknown; hashes?: unknown };
    if (truth.format === TRUTH_FORMAT && seal === hashOf(JSON.stringify(truth, null, 2)))
      return { hashes: new Map(Object.entries(truth.hashes as Record<string, string[]>)), isWhole: true };
  } catch {
    // Not one of ours: nothing in the folder is.
  }
  return { hashes: new Map(), isWhole: false };
}

await runCommand(async () => {
  const { values, positionals } = readArguments(
    { out: { type: 'string' }, seed: { type: 'string', default: '1' }, replace: { type: 'boolean' } },
    USAGE,
  );
  const [path] = positionals;
  const { out } = values;
  if (!path || out === undefined || positionals.length > 1) throw new InputError(sayCommand('name-a-session-and-a-folder', { usage: USAGE }));
  const seed = wholeNumber('seed', values.seed ?? '1', 0, USAGE);
  const plan = resolveFiles(await readSession(path));
  if (!plan.microphones.length || !plan.sources.length) throw new InputError(sayCommand('nothing-to-render', { path }));
  const take = renderTake(plan, { seed });
  await mkdir(out, { recursive: true }).catch((error) => {
    throw new InputError(sayCommand('no-folder', { path: out, why: because(error) }));
  });
  const files = uniqueNames(take.channels.map(({ name }) => name)).map((name) => `${name}.wav`);
  const before = await madeBefore(out);
  // Ours is what has the very bytes that were written, whatever it is called.
  const isOurs = async (file: string): Promise<boolean> => {
    const hash = file === TRUTH ? null : await hashOfFile(join(out, file));
    return file === TRUTH ? before.isWhole : hash !== null && (before.hashes.get(file)?.includes(hash) ?? false);
  };
  const rules = { replace: values.replace ?? false, inputs: [path] };
  for (const file of [...files, TRUTH]) await mayWrite(join(out, file), { ...rules, isOurs: () => isOurs(file) });
  const wavOf = (i: number): Uint8Array => new Uint8Array(writeWav([take.channels[i]?.samples ?? new Float32Array()], take.sampleRateHz));
  const hashes = Object.fromEntries(files.map((file, i) => [file, [hashOf(wavOf(i))]]));
  const truthWith = (known: Readonly<Record<string, readonly string[]>>): string =>
    sealed({ format: TRUTH_FORMAT, files, hashes: known, ...take.truth });
  // Told before anything is written: a run that breaks off leaves files of this one and the last, and knows both.
  await write(
    join(out, TRUTH),
    truthWith(Object.fromEntries(files.map((file) => [file, [...(hashes[file] ?? []), ...(before.hashes.get(file) ?? [])]]))),
  );
  for (const [i, file] of files.entries()) await write(join(out, file), wavOf(i));
  await write(join(out, TRUTH), truthWith(hashes));
  const told = sayCommand('rendered', { files: take.channels.length, truth: TRUTH, folder: out, seed: `${seed}` });
  process.stdout.write(`${told}\n`);
});
