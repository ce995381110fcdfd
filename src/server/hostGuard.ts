import { isIP } from 'node:net';
import { hostname } from 'node:os';
import type { RequestHandler } from 'express';

/** The name in a Host header, without its port; null when there is none that can be read. */
function nameIn(header: string | undefined): string | null {
  const found = /^(\[[0-9a-f:.]+\]|[a-z0-9._-]+)(?::\d{1,5})?$/i.exec(header ?? '');
  return (
    found?.[1]
      ?.replace(/^\[(.*)\]$/, '$1')
      .toLowerCase()
      .replace(/\.$/, '') ?? null
  );
}

/**
 * Refuses pages that a foreign name leads here: a site that points its own name at this machine (DNS rebinding) could else read what
 * is served. Addresses in figures are always this machine's own.
 */
export function guardHost(host: string): RequestHandler {
  const own = hostname().toLowerCase();
  const names = new Set(['localhost', own, `${own}.local`, host.toLowerCase()]);
  return (request, response, next) => {
    const name = nameIn(request.headers.host);
    if (name !== null && (isIP(name) !== 0 || names.has(name))) next();
    else response.status(421).type('text').send('This server does not answer under that name: use the address it printed.\n');
  };
}
