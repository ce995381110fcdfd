import { execFile } from 'node:child_process';
import { createHash } from 'node:crypto';
import { type Dirent, lstatSync, readFileSync, readlinkSync } from 'node:fs';
import { chmod, chown, lchown, link, mkdir, mkdtemp, readdir, rm, symlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { dirname, join, relative } from 'node:path';
import { boathouseKit } from '../demo/boathouse';
import { writeWav } from '../src/core/audio';
import { exportSession } from '../src/core/exchange';
import { createRandom, type Random } from '../src/core/math';

export interface LayoutCounts {
  layouts: number;
  commands: number;
  wrote: number;
  refused: number;
  /** What changed that was not ours, and other ends than 0 and 2. */
  readonly wrong: string[];
}

export const noLayouts = (): LayoutCounts => ({ layouts: 0, commands: 0, wrote: 0, refused: 0, wrong: [] });

const NAMES = ['Kick.wav', 'Snare.wav', 'a.wav', 'b.wav', 'report.txt', 'report.json', 'truth.json', 'session.json', 'KICK.WAV', 'Overhead left.wav'];
const FOLDERS = ['', 'take', 'deep/er'];

const pick = <T>(random: Random, list: readonly T[]): T => list[random.integer(0, list.length - 1)] as T;

/** Every file below a folder by its path: what it is and the hash of its bytes, or where it leads. */
async function pictureOf(root: string): Promise<Map<string, string>> {
  const entries = (await readdir(root, { recursive: true, withFileTypes: true })) as Dirent[];
  return new Map(
    entries.flatMap((entry): [string, string][] => {
      const path = join(entry.parentPath, entry.name);
      const name = relative(root, path);
      const found = lstatSync(path);
      if (found.isSymbolicLink()) return [[name, `link to ${readlinkSync(path)}`]];
      return found.isFile() ? [[name, createHash('sha256').update(readFileSync(path)).digest('hex')]] : [];
    }),
  );
}

/** Gives a folder and all in it to somebody. */
async function owned(root: string, uid: number): Promise<void> {
  await chown(root, uid, uid);
  const entries = (await readdir(root, { recursive: true, withFileTypes: true })) as Dirent[];
  for (const entry of entries) await lchown(join(entry.parentPath, entry.name), uid, uid);
}

/** A folder as somebody might have it: recordings, sessions, reports of their own, and links of all kinds among them. */
async function layOut(root: string, random: Random, session: string): Promise<void> {
  const wave = (seed: number): Uint8Array =>
    writeWav([Float32Array.from({ length: 4800 }, (_, i) => Math.exp(-i / 900) * Math.sin(i / (4 + (seed % 5))))], 48_000);
  for (const folder of FOLDERS) await mkdir(join(root, folder), { recursive: true });
  await writeFile(join(root, 'session.json'), session);
  await writeFile(join(root, 'a.wav'), wave(1));
  const there = ['session.json', 'a.wav'];
  for (let i = random.integer(1, 8); i > 0; i--) {
    const name = join(pick(random, FOLDERS), pick(random, NAMES));
    if (there.includes(name)) continue;
    const path = join(root, name);
    const kind = random.integer(0, 9);
    try {
      if (kind < 3) await writeFile(path, wave(random.integer(0, 9)));
      else if (kind < 5)
        await writeFile(
          path,
          pick(random, ['my notes', '{"format":"shuttlecraft-take-report"}', '', '{"format":"shuttlecraft-truth","files":["Kick.wav"]}']),
        );
      else if (kind < 7) await link(join(root, pick(random, there)), path);
      else await symlink(pick(random, [join(root, pick(random, there)), 'nowhere', '.', '..', name.split('/').at(-1) as string]), path);
      there.push(name);
    } catch {
      // A folder of links may refuse a name: it is left out.
    }
  }
}

interface Ended {
  readonly code: number;
  readonly err: string;
}

/** Whoever may do anything runs the commands as nobody: folders without rights are then what they are for others. */
const NOBODY = process.getuid?.() === 0 ? { uid: 65534, gid: 65534 } : {};

/** Runs a built command as a person would. */
function run(name: string, args: readonly string[], cwd: string, room: string): Promise<Ended> {
  const file = join(process.cwd(), 'dist-cli', `${name}.mjs`);
  // A limit on the size of a file stands for a full disk.
  const line = `${room === '' ? '' : `ulimit -f ${room}; trap '' XFSZ; `}exec "$0" "$@"`;
  return new Promise((resolve) =>
    execFile('/bin/bash', ['-c', line, process.execPath, file, ...args], { cwd, ...NOBODY, env: { PATH: process.env.PATH } }, (error, _, err) =>
      resolve({ code: error ? Number(error.code ?? -1) : 0, err }),
    ),
  );
}

/**
 * One folder, and a few commands in it one after another. Ours is what a command wrote and nobody touched since; no byte of anything else may
 * change, unless it was named with `--replace` and is read by nobody.
 */
export async function layoutWalk(seed: number, counts: LayoutCounts): Promise<void> {
  const random = createRandom(seed);
  const root = await mkdtemp(join(tmpdir(), 'layout-'));
  const kit = boathouseKit();
  const session = exportSession({ ...kit, microphones: kit.microphones.slice(0, 2), pairs: [], patch: {}, tape: [] });
  counts.layouts += 1;
  try {
    await layOut(root, random, session);
    if (NOBODY.uid) await owned(root, NOBODY.uid);
    const ours = new Map<string, string>();
    for (let step = random.integer(1, 3); step > 0; step--) {
      const before = await pictureOf(root);
      const names = [...before.keys()];
      const isRender = random.uniform() < 0.5;
      const replace = random.uniform() < 0.35;
      const odd = random.uniform();
      const out = isRender
        ? pick(random, ['.', 'take', 'deep/er', 'take/../take', pick(random, names)])
        : random.uniform() < 0.8
          ? pick(random, names)
          : pick(random, NAMES);
      const inputs = isRender
        ? [random.uniform() < 0.8 ? 'session.json' : pick(random, names)]
        : Array.from({ length: random.integer(1, 2) }, () => (random.uniform() < 0.6 ? 'a.wav' : pick(random, names)));
      const plan = !isRender && random.uniform() < 0.4 ? ['--plan', random.uniform() < 0.7 ? 'session.json' : pick(random, names)] : [];
      const args = [...inputs, ...plan, '--out', out, ...(replace ? ['--replace'] : []), ...(!isRender && random.uniform() < 0.5 ? ['--json'] : [])];
      if (odd < 0.1) await chmod(join(root, pick(random, FOLDERS)), 0o555);
      const { code, err } = await run(isRender ? 'renderTake' : 'takeCheck', args, root, odd > 0.9 ? pick(random, ['0', '1', '40']) : '');
      if (odd < 0.1) for (const folder of FOLDERS) await chmod(join(root, folder), 0o755);
      counts.commands += 1;
      counts[code === 0 ? 'wrote' : 'refused'] += 1;
      const label = `seed ${seed}: ${isRender ? 'render-take' : 'take-check'} ${args.join(' ')}`;
      if (code !== 0 && code !== 2) counts.wrong.push(`${label}: ended with ${code}: ${err.slice(0, 200)}`);
      if (code === 2 && err.trim().split('\n').length !== 1) counts.wrong.push(`${label}: said ${err.slice(0, 200)}`);
      const after = await pictureOf(root);
      for (const [name, hash] of before) {
        if (after.get(name) === hash) continue;
        // What may be written over: our own as it was written; or what is named, with the word for it.
        const isNamed = replace && !hash.startsWith('link') && join(root, isRender ? dirname(name) : name) === join(root, out);
        if (ours.get(name) !== hash && !isNamed) counts.wrong.push(`${label}: ${name} was not ours and has changed`);
        if (hash.startsWith('link') && after.get(name) !== hash) counts.wrong.push(`${label}: the link ${name} is gone`);
        if ([...inputs, ...plan.slice(1)].some((input) => join(root, input) === join(root, name)))
          counts.wrong.push(`${label}: the input ${name} has changed`);
      }
      for (const [name, hash] of after) {
        if (before.get(name) === hash) continue;
        if (/\.part$/.test(name)) counts.wrong.push(`${label}: left ${name} behind`);
        ours.set(name, hash);
      }
      // Somebody edits one of them: it is theirs from then on.
      const own = [...ours.keys()].filter((name) => after.has(name) && !after.get(name)?.startsWith('link'));
      if (own.length > 0 && random.uniform() < 0.3) {
        const edited = pick(random, own);
        await writeFile(join(root, edited), `${readFileSync(join(root, edited), 'latin1')}x`, 'latin1');
        ours.delete(edited);
      }
    }
  } finally {
    await rm(root, { recursive: true, force: true });
  }
}
