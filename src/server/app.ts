import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express, type Response } from 'express';
import helmet from 'helmet';
import { guardHost } from './hostGuard';
import { DEFAULT_HOST } from './settings';

/** The header by which one such server knows another. */
export const IDENTITY = ['X-Served-By', 'Shuttlecraft'] as const;

const nonceOf = (response: Response): string => String(response.locals.nonce);

function securityHeaders(): ReturnType<typeof helmet> {
  return helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'none'"],
        scriptSrc: ["'self'", "'wasm-unsafe-eval'"],
        styleSrc: ["'self'", (_request, response) => `'nonce-${nonceOf(response as Response)}'`],
        workerSrc: ["'self'"],
        // A bridge to a real interface runs on this machine, at a port of its own.
        connectSrc: ["'self'", 'ws://localhost:*', 'ws://127.0.0.1:*'],
        fontSrc: ["'self'"],
        manifestSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        mediaSrc: ["'self'", 'blob:'],
        baseUri: ["'none'"],
        formAction: ["'none'"],
        frameAncestors: ["'none'"],
        objectSrc: ["'none'"],
      },
    },
    strictTransportSecurity: false,
  });
}

/**
 * The server: the build and nothing else. Every page gets a fresh style nonce; unknown pages get the application, unknown
 * files a plain 404. Nothing outside `buildFolder` is read. What cannot be answered gets one plain line.
 *
 * @param host where it listens: the name under which it may be asked, besides its addresses
 */
export function createServer(buildFolder: string, host = DEFAULT_HOST): Express {
  const template = readFileSync(join(buildFolder, 'index.html'), 'utf8');
  const app = express();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    next();
  });
  app.use(securityHeaders());
  app.use((_request, response, next) => {
    response.setHeader(IDENTITY[0], IDENTITY[1]);
    next();
  });
  app.use(guardHost(host));
  app.use((request, response, next) => {
    if (request.method === 'GET' || request.method === 'HEAD') next();
    else response.status(405).setHeader('Allow', 'GET, HEAD').type('text').send('Only GET and HEAD are answered here.\n');
  });
  const page = (_request: express.Request, response: Response): void => {
    response.type('html').setHeader('Cache-Control', 'no-cache');
    response.send(template.replaceAll('%NONCE%', nonceOf(response)));
  };
  app.get(['/', '/index.html'], page);
  app.use(
    express.static(buildFolder, {
      index: false,
      dotfiles: 'deny',
      redirect: false,
      setHeaders: (response, path) =>
        response.setHeader('Cache-Control', path.includes('/assets/') ? 'public, max-age=31536000, immutable' : 'no-cache'),
    }),
  );
  app.get('/{*path}', (request, response) => {
    if (/\.[a-z0-9]+$/i.test(request.path)) response.status(404).type('text').send('There is no such file here.\n');
    else page(request, response);
  });
  app.use((_request, response) => {
    response.status(404).type('text').send('There is no such page here.\n');
  });
  app.use((error: { status?: number }, _request: express.Request, response: Response, _next: express.NextFunction) => {
    const status = error.status && error.status >= 400 && error.status < 500 ? error.status : 500;
    const words = status === 500 ? 'This cannot be served just now.' : 'That address cannot be read.';
    response.status(status).type('text').send(`${words}\n`);
  });
  return app;
}
