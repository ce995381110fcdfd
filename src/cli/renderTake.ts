import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { writeWav } from '../core/audio';
import { resolveFiles } from '../core/planning';
import { renderTake } from '../core/render';
import { readArguments, runCommand, wholeNumber } from './command';
import { because, InputError, mayWrite, write } from './files';
import { readSession } from './sessionFile';

const USAGE = 'Usage: npm run -s render-take -- SESSION.json --out DIR [--seed N] [--replace]';
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

/** Names of the files that an earlier run left in a folder, by the truth beside them. */
async function madeBefore(folder: string): Promise<ReadonlySet<string>> {
  const text = await readFile(join(folder, TRUTH), 'utf8').catch(() => '');
  try {
    const { format, files } = JSON.parse(text) as { format?: unknown; files?: unknown };
    if (format === TRUTH_FORMAT && Array.isArray(files)) return new Set([...files.map(String), TRUTH]);
  } catch {
    // Not one of ours: nothing in the folder is.
  }
  return new Set();
}

await runCommand(async () => {
  const { values, positionals } = readArguments(
    { out: { type: 'string' }, seed: { type: 'string', default: '1' }, replace: { type: 'boolean' } },
    USAGE,
  );
  const [path] = positionals;
  const { out } = values;
  if (!path || out === undefined || positionals.length > 1) throw new InputError(`Name one session file and a folder. ${USAGE}`);
  const seed = wholeNumber('seed', values.seed ?? '1', 0, USAGE);
  const plan = resolveFiles(await readSession(path));
  if (!plan.microphones.length || !plan.sources.length)
    throw new InputError(`${path} has no microphone or no instrument, so there is nothing to render: place a set-up first.`);
  const take = renderTake(plan, { seed });
  await mkdir(out, { recursive: true }).catch((error) => {
    throw new InputError(`${out} cannot be made a folder: ${because(error)}.`);
  });
  const files = uniqueNames(take.channels.map(({ name }) => name)).map((name) => `${name}.wav`);
  const before = await madeBefore(out);
  for (const file of [...files, TRUTH])
    await mayWrite(join(out, file), { isOurs: () => before.has(file), replace: values.replace ?? false, inputs: [path] });
  for (const [i, channel] of take.channels.entries()) await write(join(out, files[i] ?? ''), writeWav([channel.samples], take.sampleRateHz));
  await write(join(out, TRUTH), `${JSON.stringify({ format: TRUTH_FORMAT, files, ...take.truth }, null, 2)}\n`);
  process.stdout.write(`${take.channels.length} files and ${TRUTH} in ${out}, seed ${seed}\n`);
});
