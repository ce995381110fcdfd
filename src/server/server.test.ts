import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer } from './app';
import { listen } from './listen';

let server: Server;
let base: string;
let build: string;

beforeAll(async () => {
  const outside = mkdtempSync(join(tmpdir(), 'shuttlecraft-'));
  build = join(outside, 'dist');
  mkdirSync(join(build, 'assets'), { recursive: true });
  writeFileSync(join(outside, 'secret.txt'), 'not for serving');
  writeFileSync(join(build, 'index.html'), '<meta property="csp-nonce" nonce="%NONCE%"><style nonce="%NONCE%"></style>');
  writeFileSync(join(build, 'assets', 'a.js'), 'export {}');
  writeFileSync(join(build, '.hidden'), 'x');
  server = await new Promise<Server>((done) => {
    const listening: Server = createServer(build).listen(0, '127.0.0.1', () => done(listening));
  });
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => server.close());

test('the page carries its nonce in header and body, a fresh one each time', async () => {
  const nonces = await Promise.all(
    [1, 2].map(async () => {
      const response = await fetch(`${base}/`);
      const nonce = /style-src 'self' 'nonce-([^']+)'/.exec(response.headers.get('content-security-policy') ?? '')?.[1];
      expect(await response.text()).toContain(`nonce="${nonce}"`);
      return nonce;
    }),
  );
  expect(nonces[0]).toBeTruthy();
  expect(nonces[0]).not.toBe(nonces[1]);
});

test('the policy is strict: nothing by default, no inline script, no framing', async () => {
  const policy = (await fetch(`${base}/`)).headers.get('content-security-policy') ?? '';
  for (const part of ["default-src 'none'", "script-src 'self' 'wasm-unsafe-eval'", "frame-ancestors 'none'", "object-src 'none'", "base-uri 'none'"])
    expect(policy).toContain(part);
  expect(policy).not.toMatch(/unsafe-inline|'unsafe-eval'|https?:|\*/);
});

test('any station’s address gives the page; an unknown file gives 404', async () => {
  expect((await fetch(`${base}/session/abc/floor`)).status).toBe(200);
  expect((await fetch(`${base}/assets/none.js`)).status).toBe(404);
});

test.each(['/../secret.txt', '/..%2fsecret.txt', '/assets/..%2f..%2fsecret.txt', '/%2e%2e/secret.txt', '/.hidden'])(
  'nothing outside the build: %s',
  async (path) => {
    const response = await fetch(base + path);
    expect(await response.text()).not.toContain('not for serving');
    if (path === '/.hidden') expect(response.status).toBeGreaterThanOrEqual(400);
  },
);

test('a taken port is left alone and a free one found; both answer', async () => {
  const taken = (server.address() as AddressInfo).port;
  const second = await listen(createServer(build), taken, '127.0.0.1');
  try {
    expect(second.port).not.toBe(taken);
    expect((second.server.address() as AddressInfo).port).toBe(second.port);
    expect((await fetch(`${base}/`)).status).toBe(200);
  } finally {
    second.server.close();
  }
});
