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

/** End-to-end tests, counted. */
function endToEnd(args, results) {
  const status = run('npx', ['playwright', 'test', ...args], { env: { ...process.env, E2E_RESULTS: results } });
  try {
    const { stats } = readJson(results);
    passed += stats.expected + stats.flaky;
    failed += stats.unexpected;
  } catch {
    failed += 1;
  }
  if (status !== 0 && failed === 0) failed += 1;
}

// What counts milliseconds between a key and a kill has the machine to itself; the rest runs side by side.
const ALONE = 'killed within moments of a key';
endToEnd(['--workers', '1', '--grep', ALONE], '.cache/playwright-alone.json');
endToEnd(['--grep-invert', ALONE], '.cache/playwright.json');

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
