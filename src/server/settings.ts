import { isIP } from 'node:net';

export const DEFAULT_HOST = '127.0.0.1';
export const DEFAULT_PORT = 4173;

/** Where to listen. Port 0 stands for any free one. */
export interface Settings {
  readonly host: string;
  readonly port: number;
}

/** Settings, or one sentence saying which variable is wrong and what to write. */
export type ReadSettings = { readonly ok: true; readonly settings: Settings } | { readonly ok: false; readonly reason: string };

const HOST_NAME = /^(?=.{1,253}$)[a-z0-9]([a-z0-9-]*[a-z0-9])?(\.[a-z0-9]([a-z0-9-]*[a-z0-9])?)*$/i;
const shown = (text: string): string => JSON.stringify(text.slice(0, 40));

/** Reads HOST and PORT; empty ones count as not set, and not set means this machine alone. */
export function readSettings(env: { readonly HOST?: string | undefined; readonly PORT?: string | undefined }): ReadSettings {
  const host = (env.HOST ?? '').trim().replace(/^\[(.*)\]$/, '$1') || DEFAULT_HOST;
  if (isIP(host) === 0 && !HOST_NAME.test(host))
    return { ok: false, reason: `HOST is ${shown(host)}, which is no address: leave it out for this machine alone, or give an IP address.` };
  const text = (env.PORT ?? '').trim() || String(DEFAULT_PORT);
  if (text === 'any') return { ok: true, settings: { host, port: 0 } };
  const port = /^\d{1,5}$/.test(text) ? Number(text) : Number.NaN;
  if (!(port >= 1 && port <= 65_535))
    return { ok: false, reason: `PORT is ${shown(text)}: give a whole number from 1 to 65535, or “any” for a free one.` };
  return { ok: true, settings: { host, port } };
}

export const isLoopback = (host: string): boolean => host === 'localhost' || host === '::1' || /^127\./.test(host);

export const addressOf = (host: string, port: number, path = ''): string => `http://${host.includes(':') ? `[${host}]` : host}:${port}/${path}`;
