import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { bundle } from './buildCli.mjs';

/** The plan's benches run as the application ships, bundled: re-exports cost nothing there. The rest needs its files where they are. */
const ROOT = fileURLToPath(new URL('..', import.meta.url));
const OUT = join(ROOT, '.cache', 'bench');

await bundle({ core: join(ROOT, 'bench/core.ts') }, OUT);
const run = (command, args) => spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' }).status ?? 1;
const first = run(process.execPath, [join(OUT, 'core.mjs')]);
rmSync(OUT, { recursive: true, force: true });
process.exit(first || run('npx', ['tsx', 'bench/run.ts']));
