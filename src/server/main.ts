import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { createServer } from './app';
import { type Listening, listen } from './listen';
import { warmRigs } from './rigs';
import { addressOf, isLoopback, readSettings, type Settings } from './settings';

const build = resolve(import.meta.dirname, '../../dist');
const path = process.argv.includes('--demo') ? 'demo' : '';

function refuse(reason: string): never {
  process.stderr.write(`${reason}\n`);
  process.exit(2);
}

/** Asks whether another port will do, where there is somebody to ask. */
async function another(settings: Settings, refused: Listening & { kind: 'refused' }): Promise<Listening> {
  const port = settings.port + 1;
  if (!refused.taken || !process.stdin.isTTY || port > 65_535) return refused;
  const talk = createInterface({ input: process.stdin, output: process.stdout });
  const answer = await talk.question(`Port ${settings.port} is taken. Use ${port}? Sessions made at ${settings.port} do not show there. [y/N] `);
  talk.close();
  return /^y/i.test(answer.trim()) ? listen(createServer(build, settings.host), { ...settings, port }) : refused;
}

const read = readSettings(process.env);
if (!read.ok) refuse(read.reason);
if (!existsSync(join(build, 'index.html'))) refuse('The application is not built yet: run npm run demo.');

const { settings } = read;
const first = await listen(createServer(build, settings.host), settings);
const listening = first.kind === 'refused' ? await another(settings, first) : first;
if (listening.kind === 'refused') refuse(listening.reason);
const address = addressOf(settings.host, listening.port, path);
if (listening.kind === 'already') process.stdout.write(`Shuttlecraft is running already at ${address}: open it there.\n`);
else process.stdout.write(`Shuttlecraft is at ${address}\n`);
// A moment later, so that the first page is served first.
if (listening.kind === 'open') setTimeout(warmRigs, 3000).unref();
if (!isLoopback(settings.host))
  process.stdout.write(
    `HOST=${settings.host}: everybody on the network can open the program there. Only the program is handed out; sessions stay in each browser. Without https a browser keeps no copy for offline use.\n`,
  );
