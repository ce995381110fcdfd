import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { bundle } from './buildCli.mjs';

/** The plan's benches run as the application ships, bundled: re-exports cost nothing there. The rest needs its files where they are. */
const ROOT = fileURLToPath(new URL('..', import.meta.url));
const OUT = join(ROOT, '.cache', 'bench');

// `npm run bench -- hour` checks an hour of 24 channels, and nothing else.
const [alone, ...rest] = process.argv.slice(2);
const name = alone === 'hour' ? 'hour' : 'core';
await bundle({ [name]: join(ROOT, `bench/${name}.ts`) }, OUT);
const run = (command, args) => spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' }).status ?? 1;
const first = run(process.execPath, [join(OUT, `${name}.mjs`), ...rest]);
rmSync(OUT, { recursive: true, force: true });
process.exit(first || (name === 'hour' ? 0 : run('npx', ['tsx', 'bench/run.ts'])));
