import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, statSync } from 'node:fs';

/** Runs a command with its output shown; throws when it fails. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { stdio: 'inherit', ...options });
  if (done.error) throw done.error;
  return done.status ?? 1;
}

/** Installs the packages when they are missing or older than the lock file. */
export function installPackages() {
  const marker = 'node_modules/.package-lock.json';
  if (existsSync(marker) && statSync(marker).mtimeMs >= statSync('package-lock.json').mtimeMs - 1000) return;
  console.log('Installing packages ...');
  if (run('npm', ['ci', '--no-audit', '--no-fund']) !== 0) throw new Error('npm ci failed: see above.');
}

/** Installs Debian's Chromium when it is missing; needs root or sudo. */
export function installChromium() {
  if (existsSync('/usr/bin/chromium')) return;
  console.log('Installing Chromium ...');
  const root = process.getuid?.() === 0;
  const apt = (...args) => run(root ? 'apt-get' : 'sudo', root ? args : ['apt-get', ...args]);
  apt('update');
  if (apt('install', '-y', '--no-install-recommends', 'chromium') !== 0)
    throw new Error('Chromium could not be installed: install the package "chromium" by hand.');
}

export const readJson = (path) => JSON.parse(readFileSync(path, 'utf8'));
