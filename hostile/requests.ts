import { connect } from 'node:net';
import { createRandom } from '../src/core/math';

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'OPTIONS', 'TRACE', 'PATCH', 'PROPFIND', 'NONSENSE', 'get', ''];
const PATHS = [
  '/',
  '/demo',
  '/session/x/floor',
  '/assets/none.js',
  '/%ff',
  '/%',
  '/..%2f..%2fetc/passwd',
  '/../package.json',
  '/.git/config',
  '/%00',
  '//evil.example',
  '/a'.repeat(5000),
  '*',
  'http://evil.example/',
  '/\u0001',
  '/sw.js?x=1',
];
const HOSTS = ['localhost', '127.0.0.1', '[::1]', 'evil.example', '', 'a b', 'localhost.evil.example', '127.0.0.1:99999999'];

export interface RequestCounts {
  requests: number;
  served: number;
  refused: number;
  dropped: number;
  readonly wrong: string[];
}

/** What a bare socket gets for its bytes, within two seconds. */
const raw = (port: number, text: string): Promise<string> =>
  new Promise((done) => {
    let answer = '';
    const socket = connect(port, '127.0.0.1', () => socket.write(text));
    socket.setTimeout(2000, () => socket.destroy());
    socket.on('data', (bytes) => {
      answer += bytes;
    });
    socket.on('error', () => done(answer));
    socket.on('close', () => done(answer));
  });

/** Asks a server for everything it should not be asked for, at random. */
export async function askAtRandom(port: number, requests: number, seed: number): Promise<RequestCounts> {
  const random = createRandom(seed);
  const pick = <T>(list: readonly T[]): T => list[Math.floor(random.between(0, list.length))] as T;
  const counts: RequestCounts = { requests, served: 0, refused: 0, dropped: 0, wrong: [] };
  for (let i = 0; i < requests; i++) {
    const [method, path, host] = [pick(METHODS), pick(PATHS), pick(HOSTS)];
    const extra = random.between(0, 1) < 0.2 ? `X-Long: ${'y'.repeat(Math.floor(random.between(0, 40_000)))}\r\n` : '';
    const answer = await raw(port, `${method} ${path} HTTP/1.1\r\nHost: ${host}\r\n${extra}Connection: close\r\n\r\n`);
    const [head = '', ...rest] = answer.split('\r\n\r\n');
    const status = Number(/^HTTP\/1\.1 (\d{3})/.exec(head)?.[1] ?? 0);
    const said = `${method} ${path.slice(0, 30)} for “${host}”`;
    if (status === 0) counts.dropped++;
    else if (status < 400) counts.served++;
    else counts.refused++;
    if (status >= 500) counts.wrong.push(`${said}: ${status}`);
    if (status >= 400 && rest.join('').trim().split('\n').length > 1) counts.wrong.push(`${said}: more than one line`);
    if (status > 0 && !/content-security-policy/i.test(head) && method !== 'CONNECT') counts.wrong.push(`${said}: ${status} without its headers`);
    if (/node_modules|Error:|\n {4}at |"name": "shuttlecraft"|root:x:/.test(answer)) counts.wrong.push(`${said}: it tells too much`);
    if (status === 200 && /evil|a b/.test(host)) counts.wrong.push(`${said}: served under a foreign name`);
  }
  return counts;
}
