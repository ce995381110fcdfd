import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { createServer } from './app';
import { listen } from './listen';

const build = resolve(import.meta.dirname, '../../dist');
const host = process.env.HOST ?? '127.0.0.1';
const firstPort = Number(process.env.PORT ?? 4173);

if (!existsSync(join(build, 'index.html'))) {
  process.stderr.write('The application is not built yet: run npm run demo.\n');
  process.exit(2);
}

const { port } = await listen(createServer(build), firstPort, host);
process.stdout.write(
  `Shuttlecraft is at http://${host.includes(':') ? `[${host}]` : host}:${port}/${process.argv.includes('--demo') ? 'demo' : ''}\n`,
);
