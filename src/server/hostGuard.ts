import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { RequestHandler } from 'express';

/** The name in a Host header, without its port; null when there is none that can be read. */
export function nameIn(header: string | undefined): string | null {
  const found = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(?::\d{1,5})?$/i.exec(header ?? '');
  return (
    found?.[1]
      ?.replace(/^\[(.*)\]$/, '$1')
      .toLowerCase()
      .replace(/\.$/, '') ?? null
  );
}

/** Whether a name is this machine's. Addresses in figures always are. */
export function isOwnHost(host: string, name: string | null): boolean {
  const own = hostname().toLowerCase();
  return name !== null && (isIP(name) !== 0 || ['localhost', own, `${own}.local`, host.toLowerCase()].includes(name));
}

/**
 * Refuses pages that a foreign name leads here: a site that points its own name at this machine (DNS rebinding) could else read what
 * is served.
 */
export function guardHost(host: string): RequestHandler {
  return (request, response, next) => {
    if (isOwnHost(host, nameIn(request.headers.host))) next();
    else response.status(421).type('text').send('This server does not answer under that name: use the address it printed.\n');
  };
}
