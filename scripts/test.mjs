import { mkdirSync } from 'node:fs';
import { installChromium, installPackages, readJson, run } from './ready.mjs';

installPackages();
installChromium();
mkdirSync('.cache', { recursive: true });

let passed = 0;
let failed = 0;
const step = (name, status) => {
  if (status === 0) passed += 1;
  else failed += 1;
  console.log(`${name}: ${status === 0 ? 'passed' : 'FAILED'}`);
};

step('types', run('npx', ['tsc', '--noEmit']));
step('lint', run('npx', ['biome', 'check', '--error-on-warnings', '.']));

const jest = run('npx', ['jest', '--json', '--outputFile=.cache/jest.json'], {
  env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
});
try {
  const totals = readJson('.cache/jest.json');
  passed += totals.numPassedTests;
  failed += totals.numFailedTests + totals.numRuntimeErrorTestSuites;
} catch {
  failed += 1;
}
if (jest !== 0 && failed === 0) failed += 1;

step('build', run('npx', ['vite', 'build', '--logLevel', 'warn']));
const e2e = run('npx', ['playwright', 'test']);
try {
  const { stats } = readJson('.cache/playwright.json');
  passed += stats.expected + stats.flaky;
  failed += stats.unexpected;
} catch {
  failed += 1;
}
if (e2e !== 0 && failed === 0) failed += 1;

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
