import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { createServer as createHttpServer, type Server } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createServer } from './app';
import { listen } from './listen';
import { readSettings } from './settings';

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
  const open = await listen(createServer(build), { host: '127.0.0.1', port: 0 });
  if (open.kind !== 'open') throw new Error('a free port is found');
  server = open.server;
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
  // Bridges to an interface are on this machine, at any port; nothing else is left open.
  const rest = policy.replace(' ws://localhost:* ws://127.0.0.1:*', '');
  expect(rest).not.toMatch(/unsafe-inline|'unsafe-eval'|https?:|wss?:|\*/);
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

describe('a taken port', () => {
  const settings = () => ({ host: '127.0.0.1', port: (server.address() as AddressInfo).port });
  test('by this very program: said, and nothing else is opened', async () => {
    expect(await listen(createServer(build), settings())).toEqual({ kind: 'already', port: settings().port });
    expect((await fetch(`${base}/`)).status).toBe(200);
  });
  test('by another program: refused with what it means for the sessions, never a port of its own choice', async () => {
    const stranger = await new Promise<Server>((done) => {
      const http = createHttpServer((_request, response) => response.end('hello')).listen(0, '127.0.0.1', () => done(http));
    });
    const { port } = stranger.address() as AddressInfo;
    try {
      const refused = await listen(createServer(build), { host: '127.0.0.1', port });
      expect(refused).toEqual({ kind: 'refused', taken: true, reason: expect.stringContaining(`Port ${port} is taken`) });
    } finally {
      stranger.close();
    }
  });
  test('“any” finds a free one', async () => {
    const open = await listen(createServer(build), { host: '127.0.0.1', port: 0 });
    if (open.kind !== 'open') throw new Error('a free port is found');
    expect(open.port).toBeGreaterThan(0);
    open.server.close();
  });
  test('an address that this machine has not is said', async () => {
    expect(await listen(createServer(build), { host: '203.0.113.7', port: 0 })).toEqual({
      kind: 'refused',
      taken: false,
      reason: expect.stringContaining('no address 203.0.113.7'),
    });
  });
});

describe('HOST and PORT', () => {
  test.each([
    [{}, '127.0.0.1', 4173],
    [{ HOST: '', PORT: '' }, '127.0.0.1', 4173],
    [{ HOST: '0.0.0.0', PORT: '80' }, '0.0.0.0', 80],
    [{ HOST: '[::1]' }, '::1', 4173],
    [{ HOST: 'loft.lan', PORT: 'any' }, 'loft.lan', 0],
  ])('%o', (env, host, port) => expect(readSettings(env)).toEqual({ ok: true, settings: { host, port } }));
  test.each([
    [{ PORT: '0' }, 'PORT'],
    [{ PORT: '65536' }, 'PORT'],
    [{ PORT: '-1' }, 'PORT'],
    [{ PORT: '4e3' }, 'PORT'],
    [{ PORT: '4173; rm' }, 'PORT'],
    [{ PORT: 'NaN' }, 'PORT'],
    [{ HOST: 'http://x' }, 'HOST'],
    [{ HOST: 'a b' }, 'HOST'],
    [{ HOST: '300.1.1.1.' }, 'HOST'],
    [{ HOST: 'x'.repeat(400) }, 'HOST'],
  ])('%o is one sentence that names the variable', (env, named) => {
    const read = readSettings(env);
    expect(read).toEqual({ ok: false, reason: expect.stringMatching(new RegExp(`^${named} is .*\\.$`)) });
    expect(JSON.stringify(read).length).toBeLessThan(220);
  });
});

/** What a bare socket gets for its bytes. */
const raw = (text: string): Promise<string> =>
  new Promise((done) => {
    const socket = connect((server.address() as AddressInfo).port, '127.0.0.1', () => socket.write(text));
    let answer = '';
    socket.on('data', (bytes) => {
      answer += bytes;
    });
    socket.on('close', () => done(answer));
    socket.on('error', () => done(answer));
  });

describe('what should not be asked', () => {
  test.each(['evil.example', 'localhost.evil.example', '127.0.0.1.evil.example', '', 'a b', '127.0.0.1@evil'])(
    'Host “%s” is refused',
    async (host) => {
      const answer = await raw(`GET / HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`);
      expect(answer).toMatch(/^HTTP\/1.1 4\d\d/);
      expect(answer).not.toContain('csp-nonce');
    },
  );
  test.each(['localhost:4173', '127.0.0.1', '[::1]:80', '192.168.1.4:4173'])('Host “%s” is served', async (host) =>
    expect(await raw(`GET / HTTP/1.1\r\nHost: ${host}\r\nConnection: close\r\n\r\n`)).toMatch(/^HTTP\/1.1 200/),
  );
  test.each([
    ['a name that is no text', '/%ff', 'GET'],
    ['half an escape', '/%', 'GET'],
    ['an over-long dot', '/assets/%c0%ae', 'GET'],
    ['9,000 characters', `/${'a'.repeat(9000)}`, 'GET'],
    ['90,000 characters', `/${'a'.repeat(90_000)}`, 'GET'],
    ['POST', '/', 'POST'],
    ['DELETE', '/', 'DELETE'],
    ['TRACE', '/', 'TRACE'],
    ['PROPFIND', '/', 'PROPFIND'],
    ['NONSENSE', '/', 'NONSENSE'],
    ['a zero', '/%00', 'GET'],
  ])('%s: one quiet line, with headers and without a path or stack', async (_, path, method) => {
    const answer = await raw(`${method} ${path} HTTP/1.1\r\nHost: localhost\r\nConnection: close\r\n\r\n`);
    const [head = '', body = ''] = answer.split('\r\n\r\n');
    expect(head).toMatch(/^HTTP\/1.1 (4\d\d|200)/);
    if (/^HTTP\/1.1 4/.test(head)) {
      expect(body.trim().split('\n').length).toBe(1);
      expect(head).toMatch(/content-security-policy/i);
      expect(head).toMatch(/nosniff/i);
    }
    expect(answer).not.toMatch(/node_modules|Error:| at |\/work\//);
  });
});

test('a socket that was opened ahead and says nothing is let go without a word; who began and does not end is told (RFC 9110, 15.5.9)', async () => {
  const open = await listen(createServer(build), { host: '127.0.0.1', port: 0 });
  if (open.kind !== 'open') throw new Error('a free port is found');
  open.server.headersTimeout = 200;
  const heard = (said: string): Promise<string> =>
    new Promise((done) => {
      let got = '';
      const socket = connect(open.port, '127.0.0.1', () => said && socket.write(said));
      socket.on('data', (data) => (got += data.toString()));
      socket.on('close', () => done(got));
    });
  const [silent, begun] = await Promise.all([heard(''), heard('GET / HTTP/1.1\r\nHost: ')]);
  expect(silent).toBe('');
  expect(begun).toMatch(/^HTTP\/1\.1 408 Request Timeout\r\n/);
  open.server.close();
});
