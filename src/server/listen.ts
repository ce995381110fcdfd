import { createServer as createHttpServer, type Server } from 'node:http';
import type { Socket } from 'node:net';
import type { Express } from 'express';
import { IDENTITY } from './app';
import { serveInterface, turnAway } from './interfaceSocket';
import { addressOf, DEFAULT_PORT, type Settings } from './settings';

/** What came of listening: a server at a port, the same program found there already, or one sentence. */
export type Listening =
  | { readonly kind: 'open'; readonly server: Server; readonly port: number }
  | { readonly kind: 'already'; readonly port: number }
  | { readonly kind: 'refused'; readonly taken: boolean; readonly reason: string };

/**
 * Requests that never become one (a header too long, no HTTP at all) get one line as well, and every socket is closed. Browsers open sockets
 * ahead and take what comes on one for the answer to what they ask next: who has said nothing yet is let go without a word.
 */
function answerNonsense(error: NodeJS.ErrnoException, socket: Socket): void {
  const isLate = error.code === 'ERR_HTTP_REQUEST_TIMEOUT';
  if (error.code === 'ECONNRESET' || !socket.writable || (isLate && socket.bytesRead === 0)) {
    socket.destroy();
    return;
  }
  const status = error.code === 'HPE_HEADER_OVERFLOW' ? '431 Request Header Fields Too Large' : isLate ? '408 Request Timeout' : '400 Bad Request';
  const body = 'That request cannot be read.\n';
  socket.end(
    `HTTP/1.1 ${status}\r\nContent-Type: text/plain; charset=utf-8\r\nContent-Length: ${body.length}\r\n` +
      `Content-Security-Policy: default-src 'none'\r\nX-Content-Type-Options: nosniff\r\nReferrer-Policy: no-referrer\r\nConnection: close\r\n\r\n${body}`,
  );
}

function listenAt(app: Express, { port, host }: Settings): Promise<Server> {
  return new Promise((done, fail) => {
    // Not app.listen: Express 5 hands a failure to the same callback as success.
    const server = createHttpServer({ connectionsCheckingInterval: 2000 }, app);
    // Who has not said within ten seconds what he wants is let go.
    server.headersTimeout = 10_000;
    server.requestTimeout = 20_000;
    server.on('clientError', answerNonsense);
    server.on('connect', (_request, socket) => turnAway(socket, '405 Method Not Allowed', 'Nothing is passed on here.', 'Allow: GET, HEAD\r\n'));
    serveInterface(server, host);
    server.once('error', fail);
    server.listen(port, host, () => done(server));
  });
}

/** Whether the one who holds the port is this program. */
const isOurs = (settings: Settings): Promise<boolean> =>
  fetch(addressOf(settings.host, settings.port), { signal: AbortSignal.timeout(1500), redirect: 'manual' })
    .then((answer) => answer.headers.get(IDENTITY[0]) === IDENTITY[1])
    .catch(() => false);

const REASONS: Record<string, (settings: Settings) => string> = {
  EACCES: ({ port }) => `Port ${port} may not be used by an ordinary user: choose one above 1023, for instance PORT=${DEFAULT_PORT}.`,
  EADDRNOTAVAIL: ({ host }) => `This machine has no address ${host}: leave HOST out for this machine alone, or HOST=0.0.0.0 for all it has.`,
  ENOTFOUND: ({ host }) => `No address is known for ${host}: give HOST an IP address of this machine.`,
};

/**
 * Listens at the wanted port and nowhere else: another port is another origin, where a browser shows none of the sessions kept at the
 * usual one, so that is for the person to choose.
 */
export async function listen(app: Express, settings: Settings): Promise<Listening> {
  try {
    const server = await listenAt(app, settings);
    const address = server.address();
    return { kind: 'open', server, port: typeof address === 'object' && address ? address.port : settings.port };
  } catch (error) {
    const { code = '', message } = error as NodeJS.ErrnoException;
    if (code !== 'EADDRINUSE') return { kind: 'refused', taken: false, reason: REASONS[code]?.(settings) ?? `The server cannot start: ${message}.` };
    if (await isOurs(settings)) return { kind: 'already', port: settings.port };
    return {
      kind: 'refused',
      taken: true,
      reason: `Port ${settings.port} is taken by another program. Sessions belong to the address they were made at: free the port to see them, or choose another with PORT=${settings.port + 1}, where none of them show (PORT=any takes a free one).`,
    };
  }
}
