import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { writeWav } from '../core/audio';
import { resolvePlan } from '../core/planning';
import { renderTake } from '../core/render';
import { InputError, runCommand } from './files';
import { readSession } from './sessionFile';

const USAGE = 'Usage: npm run -s render-take -- SESSION.json --out DIR [--seed N]';
const safeName = (name: string): string => name.replaceAll(/[^\p{L}\p{N} ._-]+/gu, '_').trim() || 'channel';

await runCommand(async () => {
  const { values, positionals } = parseArgs({
    allowPositionals: true,
    strict: false,
    options: { out: { type: 'string' }, seed: { type: 'string' } },
  });
  const [path] = positionals;
  if (!path || typeof values.out !== 'string') throw new InputError(`Name one session file and a folder. ${USAGE}`);
  const seed = Number(values.seed ?? 1);
  if (!Number.isInteger(seed) || seed < 0) throw new InputError(`--seed must be a whole number from 0, got ${values.seed}.`);
  const plan = resolvePlan(await readSession(path));
  if (!plan.microphones.length || !plan.sources.length)
    throw new InputError(`${path} has no microphone or no instrument, so there is nothing to render: place a set-up first.`);
  const take = renderTake(plan, { seed });
  await mkdir(values.out, { recursive: true });
  const names = new Map<string, number>();
  for (const channel of take.channels) {
    const base = safeName(channel.name);
    const times = (names.get(base) ?? 0) + 1;
    names.set(base, times);
    await writeFile(join(values.out, `${base}${times > 1 ? ` ${times}` : ''}.wav`), writeWav([channel.samples], take.sampleRateHz));
  }
  await writeFile(join(values.out, 'truth.json'), `${JSON.stringify(take.truth, null, 2)}\n`);
  process.stdout.write(`${take.channels.length} files and truth.json in ${values.out}, seed ${seed}\n`);
});
