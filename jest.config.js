const common = {
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: { parser: { syntax: 'typescript', tsx: true }, target: 'es2022', transform: { react: { runtime: 'automatic' } } },
        module: { type: 'es6' },
      },
    ],
  },
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  roots: ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/scripts'],
  setupFiles: ['fake-indexeddb/auto'],
  // The bundler collects the stations; without it the folder is read.
  moduleNameMapper: { '/stations$': '<rootDir>/scripts/jestStations.ts', 'recorder\\.worklet\\.ts': '<rootDir>/scripts/jestAddress.ts' },
};
export default {
  // By default one core is left idle, and most machines that run this have two.
  maxWorkers: '100%',
  testTimeout: 900_000,
  projects: [
    { ...common, displayName: 'core', testEnvironment: 'node', testMatch: ['**/*.test.ts'] },
    { ...common, displayName: 'page', testEnvironment: '<rootDir>/scripts/jestBrowser.mjs', testMatch: ['**/*.test.tsx'] },
  ],
};
