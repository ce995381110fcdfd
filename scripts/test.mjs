import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { relative } from 'node:path';
import { installChromium, installPackages, readJson, run, runBeside } from './ready.mjs';

// `npm test`: everything. `npm test -- quick [COMMIT]`: types, lint, the unit tests nearest to what changed since a commit (the last one,
// unless it is named), as many as there is time for, and the main road through the page.
const [mode, since = 'HEAD'] = process.argv.slice(2);
if (mode !== undefined && mode !== 'quick') throw new Error(`There is npm test and npm test -- quick [COMMIT], and no ${mode}.`);
const isQuick = mode === 'quick';
const MAIN_ROAD = 'the whole path by mouse';
/** So much time has quick mode for unit tests, seconds of all of them together. */
const QUICK_SECONDS = 50;

const began = Date.now();
await Promise.all([installPackages({ all: true }), installChromium()]);
mkdirSync('.cache', { recursive: true });

let passed = 0;
let failed = 0;
/** Files and how long they took, seconds. */
const took = [];
const parts = [];
/** What passed on its second try alone: a test to be mended. */
const secondTries = [];
let partBegan = began;
const part = (name) => {
  parts.push([name, (Date.now() - partBegan) / 1000]);
  partBegan = Date.now();
};
part('installing');

function step(name, status) {
  if (status === 0) passed += 1;
  else failed += 1;
  console.log(`${name}: ${status === 0 ? 'passed' : 'FAILED'}`);
}

/** A step of its own process beside others; what it says is shown when it fails. */
async function beside(name, ...command) {
  const { status, output } = await runBeside('npm', command);
  if (status !== 0) console.log(output);
  step(name, status);
}

// The unit tests run the command lines, and the page's tests the page, as they are built.
await Promise.all([
  beside('build', 'run', '-s', 'build'),
  (async () => {
    await beside('types', 'run', '-s', 'types');
    await beside('lint', 'run', '-s', 'lint');
  })(),
]);
const { buildTests } = await import('./buildTests.mjs');
const reached = await buildTests();
part('types, lint and build');

/** Sources that differ from a commit, new ones included. */
function changedSince(commit) {
  const git = (...args) => execFileSync('git', args, { encoding: 'utf8' }).split('\n').filter(Boolean);
  return new Set([...git('diff', '--name-only', commit), ...git('ls-files', '--others', '--exclude-standard')]);
}

const JEST_RESULTS = '.cache/jest.json';
const TIMES = '.cache/times.json';

/** How long each file took when it ran last, seconds. */
function lastTimes() {
  try {
    return new Map(readJson(TIMES));
  } catch {
    return new Map();
  }
}

/** Tests that reach what changed, the nearest first, while there is time by how long they took before. */
function nearest() {
  const changed = changedSince(since);
  const far = ([, sources]) => Math.min(...[...sources].map(([source, steps]) => (changed.has(source) ? steps : Infinity)));
  const near = [...reached].map((test) => ({ file: test[0], steps: far(test) })).filter(({ steps }) => steps < Infinity);
  const times = lastTimes();
  let left = QUICK_SECONDS;
  const chosen = near
    .sort((a, b) => a.steps - b.steps)
    .filter(({ file }) => {
      left -= times.get(file) ?? 3;
      return left > 0;
    });
  console.log(`${chosen.length} of ${near.length} files of unit tests that reach what changed since ${since}, the nearest first.`);
  return chosen.map(({ file }) => file);
}

function unitTests() {
  const files = isQuick ? nearest() : [...reached.keys()];
  if (files.length === 0) return;
  rmSync(JEST_RESULTS, { force: true });
  const status = run('npx', ['jest', '--json', `--outputFile=${JEST_RESULTS}`, '--runTestsByPath', ...files], {
    env: { ...process.env, NODE_OPTIONS: '--no-warnings --enable-source-maps' },
  });
  try {
    const totals = readJson(JEST_RESULTS);
    passed += totals.numPassedTests;
    failed += totals.numFailedTests + totals.numRuntimeErrorTestSuites;
    const times = lastTimes();
    for (const { name, startTime, endTime } of totals.testResults) {
      const seconds = (endTime - startTime) / 1000;
      times.set(name, seconds);
      took.push([relative('.cache/unit', name).replace('.unit.mjs', '.test.ts').replace('.page.mjs', '.test.tsx'), seconds]);
    }
    writeFileSync(TIMES, JSON.stringify([...times]));
  } catch {
    failed += 1;
  }
  if (status !== 0 && failed === 0) failed += 1;
}

function endToEnd() {
  const results = '.cache/playwright.json';
  rmSync(results, { force: true });
  const status = run('npx', ['playwright', 'test', ...(isQuick ? ['--no-deps', '--grep', MAIN_ROAD] : [])], {
    env: { ...process.env, E2E_RESULTS: results },
  });
  try {
    const { stats, suites } = readJson(results);
    passed += stats.expected + stats.flaky;
    failed += stats.unexpected;
    for (const { file, ...suite } of suites) {
      took.push([`e2e/${file}`, secondsOf(suite)]);
      secondTries.push(...flakyIn(suite).map((title) => `e2e/${file}: ${title}`));
    }
  } catch {
    failed += 1;
  }
  if (status !== 0 && failed === 0) failed += 1;
}

/** Titles of what passed on its second try. */
const flakyIn = ({ specs = [], suites = [] }) => [
  ...specs.filter(({ tests }) => tests.some(({ status }) => status === 'flaky')).map(({ title }) => title),
  ...suites.flatMap(flakyIn),
];

/** How long the tests of a file took, those of its groups too. */
const secondsOf = ({ specs = [], suites = [] }) =>
  specs.flatMap(({ tests }) => tests.flatMap(({ results }) => results)).reduce((sum, { duration }) => sum + duration / 1000, 0) +
  suites.reduce((sum, suite) => sum + secondsOf(suite), 0);

unitTests();
part('unit tests');
endToEnd();
part('end-to-end tests');

const all = took.reduce((sum, [, seconds]) => sum + seconds, 0);
console.log('\nThe ten slowest files, and their share of the time of all tests:');
for (const [file, seconds] of took.sort((a, b) => b[1] - a[1]).slice(0, 10))
  console.log(`${seconds.toFixed(1).padStart(7)} s ${((100 * seconds) / all).toFixed(1).padStart(5)} %  ${file}`);
if (secondTries.length > 0) console.log(`On the second try alone: ${secondTries.join('; ')}`);
for (const [name, seconds] of parts) console.log(`${name}: ${seconds.toFixed(0)} s`);
console.log(`in all ${((Date.now() - began) / 1000).toFixed(0)} s\n`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
