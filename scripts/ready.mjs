import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';

export const readJson = (path) => JSON.parse(readFileSync(path, 'utf8'));

/** Runs a command with its output shown and gives its exit code; throws when it cannot be run. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { stdio: 'inherit', ...options });
  if (done.error) throw done.error;
  return done.status ?? 1;
}

/** The same beside other things; its output is given at its end. */
export function runBeside(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'], ...options });
    const parts = [];
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (data) => parts.push(data));
    child.on('error', reject);
    child.on('close', (code) => resolve({ status: code ?? 1, output: Buffer.concat(parts).toString() }));
  });
}

/** Written once packages are installed: which ones, by the lock file they were installed from. */
const MARK = 'node_modules/.installed.json';

const lockHash = () => createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');

/** Whether the packages are there as the lock file has them: all of them, or those that serve and build alone. */
function areInstalled(all) {
  if (!existsSync(MARK)) return false;
  const mark = readJson(MARK);
  return mark.lock === lockHash() && (mark.all || !all);
}

/** Installs the packages when they are missing or other than the lock file's; without `all`, only what serving and building takes. */
export async function installPackages({ all }) {
  if (areInstalled(all)) return;
  console.log('Installing packages ...');
  const { status, output } = await runBeside('npm', ['ci', '--no-audit', '--no-fund', ...(all ? [] : ['--omit=dev'])]);
  console.log(output.trim());
  if (status !== 0) throw new Error('npm ci failed: see above.');
  writeFileSync(MARK, JSON.stringify({ lock: lockHash(), all }));
}

/** Installs Debian's Chromium when it is missing; needs root or sudo. */
export async function installChromium() {
  const browser = readJson('scripts/browser.json');
  if (existsSync(browser.path)) return;
  console.log('Installing Chromium ...');
  const isRoot = process.getuid?.() === 0;
  const apt = (...args) => runBeside(isRoot ? 'apt-get' : 'sudo', isRoot ? args : ['apt-get', ...args]);
  await apt('update');
  const { status, output } = await apt('install', '-y', '--no-install-recommends', browser.package);
  if (status !== 0) throw new Error(`Chromium could not be installed: install the package "${browser.package}" by hand.\n${output}`);
}
