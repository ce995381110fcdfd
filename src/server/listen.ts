import { createServer as createHttpServer, type Server } from 'node:http';
import type { Express } from 'express';

function listenAt(app: Express, port: number, host: string): Promise<Server> {
  return new Promise((done, fail) => {
    // Not app.listen: Express 5 hands a failure to the same callback as success.
    const server = createHttpServer(app);
    server.once('error', fail);
    server.listen(port, host, () => done(server));
  });
}

/** Listens on the wanted port, or on a free one when that is taken or not allowed. */
export async function listen(app: Express, wantedPort: number, host: string): Promise<{ server: Server; port: number }> {
  const server = await listenAt(app, wantedPort, host).catch((error: NodeJS.ErrnoException) => {
    if (error.code !== 'EADDRINUSE' && error.code !== 'EACCES') throw error;
    return listenAt(app, 0, host);
  });
  const address = server.address();
  return { server, port: typeof address === 'object' && address ? address.port : wantedPort };
}
