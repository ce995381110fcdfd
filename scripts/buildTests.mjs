import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join, relative } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';
import { rolldown } from 'rolldown';

const ROOT = fileURLToPath(new URL('..', import.meta.url));
const TESTS_FOLDER = join(ROOT, '.cache/unit');
const FEATURES = join(ROOT, 'src/app/features');
const STATIONS = join(ROOT, 'src/app/stations.ts');

/** Every test below a folder. */
const testsIn = (folder) =>
  readdirSync(join(ROOT, folder), { withFileTypes: true, recursive: true })
    .filter((entry) => entry.isFile() && /\.test\.tsx?$/.test(entry.name))
    .map((entry) => join(entry.parentPath ?? entry.path, entry.name));

/** Modules that only the page's bundler and Jest's own module system have. */
const ADDRESS = 'address-of-a-file';
const GLOBALS = 'jest-globals';
const MADE = {
  [ADDRESS]: "export default '';",
  [GLOBALS]: 'export const { jest, expect, test, describe, beforeAll, afterAll, beforeEach, afterEach } = globalThis;',
};

/** What the page's bundler collects: every station there is a folder for. */
function stations() {
  const files = readdirSync(FEATURES)
    .map((folder) => join(FEATURES, folder, 'station.ts'))
    .filter((file) => existsSync(file));
  const imports = files.map((file, i) => `import { station as s${i} } from ${JSON.stringify(file)};`).join('');
  return `${imports} export const STATIONS = [${files.map((_, i) => `s${i}`).join(', ')}];`;
}

// What a test has drawn goes after it; the library does so by itself for the first file of a process only.
const TIDY = "\nimport { cleanup } from '@testing-library/react';\nafterEach(cleanup);\n";

/** Puts in place of what Node does not know what it does: stations, addresses of files, and where a module lies. */
const forNode = {
  name: 'for-node',
  resolveId: (id) => (id === '@jest/globals' ? GLOBALS : /\?(worker&)?url$/.test(id) ? ADDRESS : null),
  load: (id) => MADE[id] ?? null,
  transform(code, id) {
    if (id === STATIONS) return { code: stations(), map: null };
    const tidy = id.endsWith('.test.tsx') ? TIDY : '';
    if (!tidy && !code.includes('import.meta.')) return null;
    const here = code.replaceAll('import.meta.url', JSON.stringify(pathToFileURL(id).href));
    return { code: here.replaceAll('import.meta.dirname', JSON.stringify(join(id, '..'))) + tidy, map: null };
  },
};

const TESTS = [/\.test\.ts$/, '.unit.mjs', /\.test\.tsx$/, '.page.mjs'];
const compiledName = (file) => relative(ROOT, file).replace(TESTS[0], TESTS[1]).replace(TESTS[2], TESTS[3]);

/** Every source a test reaches, and over how many imports at least. */
function reachedBy(test, importsOf) {
  const far = new Map([[test, 0]]);
  // A map is walked in the order in which it grows.
  for (const [file, steps] of far) for (const next of importsOf.get(file) ?? []) if (!far.has(next)) far.set(next, steps + 1);
  return new Map([...far].map(([file, steps]) => [relative(ROOT, file), steps]));
}

/**
 * Compiles every test and what it reaches for Node's own module system; packages stay where they are.
 *
 * @returns by compiled test, the sources that it reaches and over how many imports
 */
export async function buildTests(folders = ['src', 'demo', 'scripts', 'hostile']) {
  rmSync(TESTS_FOLDER, { recursive: true, force: true });
  const files = folders.flatMap(testsIn);
  const importsOf = new Map();
  const remember = {
    name: 'remember-imports',
    moduleParsed: ({ id, importedIds, dynamicallyImportedIds }) => void importsOf.set(id, [...importedIds, ...dynamicallyImportedIds]),
  };
  const build = await rolldown({
    input: Object.fromEntries(files.map((file) => [relative(ROOT, file), file])),
    platform: 'node',
    treeshake: false,
    logLevel: 'silent',
    external: (id) => /^[a-z@]/.test(id) && id !== '@jest/globals' && !(id in MADE) && !id.endsWith('url'),
    plugins: [forNode, remember],
  });
  await build.write({
    dir: TESTS_FOLDER,
    format: 'esm',
    entryFileNames: (chunk) => compiledName(chunk.facadeModuleId),
    chunkFileNames: 'shared/[name]-[hash].mjs',
    sourcemap: true,
  });
  await build.close();
  return new Map(files.map((file) => [join(TESTS_FOLDER, compiledName(file)), reachedBy(file, importsOf)]));
}

if (process.argv[1] === fileURLToPath(import.meta.url)) console.log(`${(await buildTests()).size} test files compiled`);
