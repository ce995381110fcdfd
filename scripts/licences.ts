import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** What may ship, and what may be used while building and testing besides. Every one was read before it came in here. */
const MAY_SHIP = ['0BSD', 'Apache-2.0', 'BlueOak-1.0.0', 'BSD-2-Clause', 'BSD-3-Clause', 'ISC', 'MIT', 'OFL-1.1'];
const MAY_BUILD = [...MAY_SHIP, 'CC-BY-4.0', 'CC0-1.0', 'MIT-0', 'MPL-2.0'];
/** Single packages of the tests under a licence that no other may have. */
const BY_NAME: Readonly<Record<string, string>> = { 'codec-parser': 'LGPL-3.0-or-later' };

/** What a package carries inside, beside what its own text says. */
const INSIDE: Readonly<Record<string, string>> = {
  libflacjs: `libFLAC 1.3.4 (BSD-3-Clause), compiled

Copyright (C) 2000-2009 Josh Coalson
Copyright (C) 2011-2016 Xiph.Org Foundation

Redistribution and use in source and binary forms, with or without
modification, are permitted provided that the following conditions
are met:

- Redistributions of source code must retain the above copyright
notice, this list of conditions and the following disclaimer.

- Redistributions in binary form must reproduce the above copyright
notice, this list of conditions and the following disclaimer in the
documentation and/or other materials provided with the distribution.

- Neither the name of the Xiph.org Foundation nor the names of its
contributors may be used to endorse or promote products derived from
this software without specific prior written permission.

THIS SOFTWARE IS PROVIDED BY THE COPYRIGHT HOLDERS AND CONTRIBUTORS
\`\`AS IS'' AND ANY EXPRESS OR IMPLIED WARRANTIES, INCLUDING, BUT NOT
LIMITED TO, THE IMPLIED WARRANTIES OF MERCHANTABILITY AND FITNESS FOR
A PARTICULAR PURPOSE ARE DISCLAIMED.  IN NO EVENT SHALL THE FOUNDATION OR
CONTRIBUTORS BE LIABLE FOR ANY DIRECT, INDIRECT, INCIDENTAL, SPECIAL,
EXEMPLARY, OR CONSEQUENTIAL DAMAGES (INCLUDING, BUT NOT LIMITED TO,
PROCUREMENT OF SUBSTITUTE GOODS OR SERVICES; LOSS OF USE, DATA, OR
PROFITS; OR BUSINESS INTERRUPTION) HOWEVER CAUSED AND ON ANY THEORY OF
LIABILITY, WHETHER IN CONTRACT, STRICT LIABILITY, OR TORT (INCLUDING
NEGLIGENCE OR OTHERWISE) ARISING IN ANY WAY OUT OF THE USE OF THIS
SOFTWARE, EVEN IF ADVISED OF THE POSSIBILITY OF SUCH DAMAGE.`,
};

/** What builds the application and does not go with it. */
const TOOLS = ['vite', '@vitejs/plugin-react', 'vite-plugin-pwa', 'tsx'];
/** What the service worker is made of, which a tool brings. */
const BROUGHT = ['workbox-core', 'workbox-precaching', 'workbox-routing', 'workbox-strategies'];

/** What the lock file says of one package, by where it is installed. */
interface Locked {
  readonly version?: string;
  readonly license?: string;
  readonly dependencies?: Readonly<Record<string, string>>;
}
type Packages = Readonly<Record<string, Locked>>;

const lockFile = (): Packages => JSON.parse(readFileSync(join(ROOT, 'package-lock.json'), 'utf8')).packages;

const nameOf = (path: string): string => path.split('node_modules/').pop() ?? path;

/** Where a package of this name is installed that `from` would find. */
function found(packages: Packages, from: string, name: string): string | null {
  for (let at = from; ; at = at.slice(0, at.lastIndexOf('/node_modules/'))) {
    const path = `${at ? `${at}/` : ''}node_modules/${name}`;
    if (packages[path]) return path;
    if (!at.includes('/node_modules/')) return packages[`node_modules/${name}`] ? `node_modules/${name}` : null;
  }
}

/** Every package that goes with the application, by the lock file: its own, theirs, and so on. */
function shipped(packages = lockFile()): string[] {
  const wanted = [...Object.keys(packages['']?.dependencies ?? {}).filter((name) => !TOOLS.includes(name)), ...BROUGHT].map(
    (name): [string, string] => ['', name],
  );
  const seen = new Set<string>();
  for (let next = wanted.pop(); next; next = wanted.pop()) {
    const path = found(packages, ...next);
    if (!path || seen.has(path)) continue;
    seen.add(path);
    wanted.push(...Object.keys(packages[path]?.dependencies ?? {}).map((name): [string, string] => [path, name]));
  }
  return [...seen].sort();
}

/** Whether a licence as packages write it, such as "(MIT OR CC0-1.0)", is met by a list. */
const isMet = (licence: string, list: readonly string[]): boolean =>
  licence
    .replace(/[()]/g, '')
    .split(' AND ')
    .every((part) => part.split(' OR ').some((one) => list.includes(one.trim())));

/** What is wrong with the licences of all that is installed; empty when nothing is. */
function objections(packages = lockFile()): string[] {
  const ships = new Set(shipped(packages));
  return Object.entries(packages).flatMap(([path, { license = 'none named' }]) => {
    const name = nameOf(path);
    if (!path || (!ships.has(path) && BY_NAME[name] === license) || isMet(license, ships.has(path) ? MAY_SHIP : MAY_BUILD)) return [];
    return [
      `${name} is under ${license}, which ${ships.has(path) ? 'ships' : 'is used'} and was not looked at: read it, then add it to scripts/licences.mjs, or take another package.`,
    ];
  });
}

/** The texts of everything that ships, one behind the other; the same text once, with all that are under it. */
function licenceTexts(): string {
  const packages = lockFile();
  const byText = new Map<string, string[]>();
  for (const path of shipped(packages)) {
    const folder = join(ROOT, path);
    if (!existsSync(folder)) continue;
    const file = readdirSync(folder).find((name) => /^(licen[cs]e|copying)/i.test(name));
    const { author } = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8'));
    const by = typeof author === 'string' ? author : author?.name;
    const { version, license } = packages[path] ?? {};
    const text = file
      ? readFileSync(join(folder, file), 'utf8').trim()
      : `Licence: ${license}${by ? `. Author: ${by}` : ''}. The package carries no text of it.`;
    const name = nameOf(path);
    const inside = INSIDE[name];
    if (inside) byText.set(inside, []);
    byText.set(text, [...(byText.get(text) ?? []), `${name} ${version} (${license})`]);
  }
  const own = readFileSync(join(ROOT, 'LICENSE'), 'utf8').trim();
  const parts = [...byText].map(([text, names]) => [...new Set(names), '', text].join('\n').trim());
  return `Shuttlecraft\n\n${own}\n\n\nIt is made with what follows, each under its own licence.\n\n${'='.repeat(78)}\n${parts.join(`\n\n${'='.repeat(78)}\n`)}\n`;
}

/** Puts the texts into the build. */
export const licences = (): Plugin => ({
  name: 'licences',
  apply: 'build',
  generateBundle() {
    this.emitFile({ type: 'asset', fileName: 'licences.txt', source: licenceTexts() });
  },
});

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  const wrong = objections();
  for (const line of wrong) console.error(line);
  console.log(`${shipped().length} packages ship, licences of all that is installed looked at: ${wrong.length} unknown.`);
  process.exit(wrong.length ? 1 : 0);
}
