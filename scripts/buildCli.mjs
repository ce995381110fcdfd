import { readdirSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
export const CLI_FOLDER = join(ROOT, 'dist-cli');
export const COMMANDS = ['takeCheck', 'planCheck', 'renderTake', 'audit'];
/** What a command runs beside itself, a file of its own. */
const THREADS = ['meterThread'];

/** When the newest file below a folder was written. */
function newest(folder) {
  let latest = 0;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) latest = Math.max(latest, newest(path));
    else if (!entry.name.includes('.test.')) latest = Math.max(latest, statSync(path).mtimeMs);
  }
  return latest;
}

/** Whether the built command lines are as new as their sources. */
export function isFresh() {
  const built = Math.min(...COMMANDS.map((name) => statSync(join(CLI_FOLDER, `${name}.mjs`), { throwIfNoEntry: false })?.mtimeMs ?? 0));
  return built > Math.max(newest(join(ROOT, 'src/core')), newest(join(ROOT, 'src/cli')), newest(join(ROOT, 'demo')));
}

/** Bundles programs for Node, each a file that it starts without compiling; `input` is their sources by name. */
export async function bundle(input, outDir) {
  const { build } = await import('vite');
  await build({
    configFile: false,
    root: ROOT,
    logLevel: 'error',
    ssr: { noExternal: true, external: ['highs', '@echogarden/pffft-wasm', '@playwright/test', 'libflacjs'] },
    build: {
      ssr: true,
      target: 'node20',
      outDir,
      emptyOutDir: true,
      copyPublicDir: false,
      rollupOptions: { input, output: { entryFileNames: '[name].mjs', chunkFileNames: 'shared-[hash].mjs' } },
    },
  });
}

/** Builds the command lines. */
export const buildCli = () =>
  bundle(Object.fromEntries([...COMMANDS, ...THREADS].map((name) => [name, join(ROOT, `src/cli/${name}.ts`)])), CLI_FOLDER);

if (process.argv[1] === fileURLToPath(import.meta.url)) await buildCli();
