import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { bundle } from './buildCli.mjs';

/** Benches run as the application ships, bundled: re-exports cost nothing there, and a second thread is a file of its own. */
const ROOT = fileURLToPath(new URL('..', import.meta.url));
const OUT = join(ROOT, '.cache', 'bench');

// `npm run bench -- hour` checks an hour of 24 channels and nothing else, `-- flac` opens FLAC files of an hour.
const [alone, ...rest] = process.argv.slice(2);
const names = ['hour', 'flac'].includes(alone) ? [alone] : ['core', 'run'];
const beside = { memory: join(ROOT, 'bench/memory.ts'), meterThread: join(ROOT, 'src/cli/meterThread.ts') };
await bundle({ ...beside, ...Object.fromEntries(names.map((name) => [name, join(ROOT, `bench/${name}.ts`)])) }, OUT);
const run = (name) => spawnSync(process.execPath, [join(OUT, `${name}.mjs`), ...rest], { cwd: ROOT, stdio: 'inherit' }).status ?? 1;
const failed = names.map(run).find((status) => status !== 0) ?? 0;
rmSync(OUT, { recursive: true, force: true });
process.exit(failed);
