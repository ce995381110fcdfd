import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { benchDrag } from './drag';
import { makeTake } from './makeTake';
import { benchPatch } from './patch';
import { benchTake } from './take';

/** Checks a rendered take in a process of its own, so that its memory is its own. */
function memoryOf(seconds: number): number {
  const folder = mkdtempSync(join(tmpdir(), 'shuttlecraft-bench-'));
  try {
    const files = makeTake(folder, seconds);
    const out = execFileSync(process.execPath, [fileURLToPath(new URL('./memory.mjs', import.meta.url)), ...files], { encoding: 'utf8' });
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
