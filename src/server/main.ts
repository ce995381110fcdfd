import { existsSync } from 'node:fs';
import type { Server } from 'node:http';
import { join, resolve } from 'node:path';
import { createServer } from './app';

const build = resolve(import.meta.dirname, '../../dist');
const host = process.env.HOST ?? '127.0.0.1';
const firstPort = Number(process.env.PORT ?? 4173);

if (!existsSync(join(build, 'index.html'))) {
  process.stderr.write('The application is not built yet: run npm run demo.\n');
  process.exit(2);
}

/** Listens on the wanted port, or on a free one when that is taken. */
function listen(port: number): Promise<Server> {
  return new Promise((done, fail) => {
    const server = createServer(build).listen(port, host, () => done(server));
    server.on('error', fail);
  });
}

const server = await listen(firstPort).catch((error: NodeJS.ErrnoException) => {
  if (error.code !== 'EADDRINUSE' && error.code !== 'EACCES') throw error;
  return listen(0);
});
const address = server.address();
const port = typeof address === 'object' && address ? address.port : firstPort;
process.stdout.write(
  `Shuttlecraft is at http://${host.includes(':') ? `[${host}]` : host}:${port}/${process.argv.includes('--demo') ? 'demo' : ''}\n`,
);
