import { spawnSync } from 'node:child_process';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { build } from 'vite';

/** The plan's benches run as the application ships, bundled: re-exports cost nothing there. The rest needs its files where they are. */
const ROOT = fileURLToPath(new URL('..', import.meta.url));
const OUT = join(ROOT, '.cache', 'bench');

await build({
  configFile: false,
  root: ROOT,
  logLevel: 'error',
  ssr: { noExternal: true, external: ['highs', '@echogarden/pffft-wasm'] },
  build: {
    ssr: true,
    target: 'node20',
    outDir: OUT,
    emptyOutDir: true,
    copyPublicDir: false,
    rollupOptions: { input: join(ROOT, 'bench/core.ts'), output: { entryFileNames: 'core.mjs' } },
  },
});
const run = (command, args) => spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' }).status ?? 1;
const first = run(process.execPath, [join(OUT, 'core.mjs')]);
rmSync(OUT, { recursive: true, force: true });
process.exit(first || run('npx', ['tsx', 'bench/run.ts']));
