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

step('types', run('npm', ['run', '-s', 'types']));
step('lint', run('npm', ['run', '-s', 'lint']));
// Before the unit tests: they run the command lines as they are built.
step('build', run('npm', ['run', '-s', 'build']));

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
