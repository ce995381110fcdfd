import { fileURLToPath } from 'node:url';

// Tests are compiled before (`scripts/buildTests.mjs`) and run from there by Node's own module system, many files in one process: in
// contexts of their own, numeric loops take several times as long. `.unit` ones need no page, `.page` ones draw in jsdom.
const common = { rootDir: '.cache/unit', transform: {}, moduleFileExtensions: ['mjs', 'js'], runner: 'jest-light-runner/child-process' };
export default {
  // By default one core is left idle, and most machines that run this have two.
  maxWorkers: '100%',
  projects: [
    { ...common, displayName: 'core', testMatch: ['**/*.unit.mjs'], setupFiles: ['fake-indexeddb/auto'] },
    {
      ...common,
      displayName: 'page',
      testMatch: ['**/*.page.mjs'],
      setupFiles: ['fake-indexeddb/auto', fileURLToPath(new URL('scripts/jestPage.mjs', import.meta.url))],
    },
  ],
};
