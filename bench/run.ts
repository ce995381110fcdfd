import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { benchDrag } from './drag';
import { benchPatch } from './patch';
import { benchTake } from './take';

/** Checks a rendered take in a process of its own, so that its memory is its own. */
function memoryOf(seconds: number): number {
  const folder = mkdtempSync(join(tmpdir(), 'shuttlecraft-bench-'));
  const make = `import('${new URL('./makeTake.ts', import.meta.url).pathname}').then((m) => m.makeTake('${folder}', ${seconds}))`;
  execFileSync('npx', ['tsx', '-e', make]);
  try {
    const files = Array.from({ length: 10 }, (_, c) => join(folder, `channel ${c + 1}.wav`));
    const out = execFileSync('npx', ['tsx', new URL('./memory.ts', import.meta.url).pathname, ...files], { encoding: 'utf8' });
    return Number(out.trim());
  } finally {
    rmSync(folder, { recursive: true });
  }
}

await benchDrag();
await benchPatch();
await benchTake();
const [short, long] = [memoryOf(60), memoryOf(600)];
console.log(
  `memory of the check (peak rss): ${short.toFixed(0)} MB for 60 s, ${long.toFixed(0)} MB for 600 s (wanted: under 300, flat); ${(long / short).toFixed(2)} times for ten times the take`,
);
