import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import express, { type Express, type Response } from 'express';
import helmet from 'helmet';

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
        connectSrc: ["'self'"],
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
 * files a plain 404. Nothing outside `buildFolder` is read.
 */
export function createServer(buildFolder: string): Express {
  const template = readFileSync(join(buildFolder, 'index.html'), 'utf8');
  const app = express();
  app.disable('x-powered-by');
  app.use((_request, response, next) => {
    response.locals.nonce = randomBytes(16).toString('base64');
    next();
  });
  app.use(securityHeaders());
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
  return app;
}
