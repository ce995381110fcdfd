import { mkdtempSync, writeFileSync } from 'node:fs';
import { createServer as createHttpServer, type Server } from 'node:http';
import { type AddressInfo, connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import WebSocket from 'ws';
import { FAULT_KINDS, faultOf, rigSession } from '../../scripts/rigs';
import { walks } from '../../scripts/walks';
import type { Session } from '../core/document';
import { concludeLines, DeviceClient, doStep, type LineFault, linePlanOf, lineSteps, NO_NOTES, nextStep, type OpenWire } from '../core/lineCheck';
import type { SolveMilp } from '../core/patch';
import { loadMilpSolver } from '../core/patch/highs';
import { createServer } from './app';
import { serveInterface } from './interfaceSocket';

const DEVICE = 'eight-input';
let build: string;
let server: Server;
let solve: SolveMilp;

const start = (port = 0): Promise<Server> =>
  new Promise((done) => {
    const http = createHttpServer(createServer(build));
    serveInterface(http, '127.0.0.1');
    http.listen(port, '127.0.0.1', () => done(http));
  });
const portOf = (http: Server): number => (http.address() as AddressInfo).port;
const stop = (http: Server): Promise<unknown> => {
  http.emit('close');
  http.closeAllConnections();
  return new Promise((done) => http.close(done));
};

beforeAll(async () => {
  build = mkdtempSync(join(tmpdir(), 'shuttlecraft-'));
  writeFileSync(join(build, 'index.html'), '<html></html>');
  solve = await loadMilpSolver();
  server = await start();
});
afterAll(() => stop(server));

const wait = (ms: number): Promise<void> =>
  new Promise((done) => {
    setTimeout(done, ms).unref();
  });

const wireTo =
  (port: number): OpenWire =>
  (events) => {
    const socket = new WebSocket(`ws://127.0.0.1:${port}/interface`);
    socket.binaryType = 'arraybuffer';
    socket.on('open', () => events.opened());
    socket.on('message', (data, isBinary) => (isBinary ? events.bytes(data as ArrayBuffer) : events.text(String(data))));
    socket.on('close', () => events.closed());
    socket.on('error', () => undefined);
    return { send: (text) => socket.send(text), close: () => socket.close() };
  };

/** A whole line check through the server, the simulated hands doing what they are asked. */
async function checked(session: Session, seed: number, faults: readonly LineFault[], port = portOf(server), midway?: () => Promise<void>) {
  const client = await DeviceClient.connect({
    open: wireTo(port),
    wait,
    // A cable that fell out once is not pulled again at once.
    rig: (attempt) => ({ session, deviceId: DEVICE, seed, faults: faults.filter(({ kind }) => attempt === 0 || kind !== 'dropped') }),
  });
  const plan = linePlanOf(session, DEVICE);
  const { lines } = plan;
  let notes = NO_NOTES;
  const steps = lineSteps(lines, true);
  let before = midway;
  for (let step = nextStep(steps, notes); step; step = nextStep(steps, notes)) {
    if (step.kind === 'silence') {
      await before?.();
      before = undefined;
    }
    notes = await doStep(step, client, plan, notes);
  }
  client.end();
  return { findings: concludeLines(lines, notes), notes };
}

test('every kind of fault is found through the socket, and nothing of a clean rig is told', async () => {
  const session = rigSession(0, solve);
  for (const [i, kind] of FAULT_KINDS.entries()) {
    if (i >= walks(3, FAULT_KINDS.length) && kind !== 'dropped') continue;
    const { findings } = await checked(session, 40 + i, [faultOf(kind, session, 40 + i)]);
    expect(findings.map((finding) => finding.kind)).toEqual([kind === 'dropped' ? 'lost' : kind]);
  }
  expect((await checked(session, 7, [])).findings).toEqual([]);
});

test('a server that starts again is found again, what was set is set again, and the check goes on to its end', async () => {
  const session = rigSession(1, solve);
  let own = await start();
  const port = portOf(own);
  const { findings, notes } = await checked(session, 3, [], port, async () => {
    await stop(own);
    own = await start(port);
  });
  expect(findings.map(({ kind }) => kind)).toEqual(['lost']);
  expect(notes.timesLost).toBe(1);
  await stop(own);
});

/** What a bare socket is answered until it is closed or time is up. */
function talk(
  send: (socket: WebSocket) => void,
  options: WebSocket.ClientOptions = {},
  path = '/interface',
  forMs = 1500,
): Promise<{ texts: string[]; code: number | null; status: number | null }> {
  return new Promise((done) => {
    const socket = new WebSocket(`ws://127.0.0.1:${portOf(server)}${path}`, options);
    const texts: string[] = [];
    let status: number | null = null;
    const timer = setTimeout(() => socket.terminate(), forMs);
    socket.on('open', () => send(socket));
    socket.on('message', (data) => texts.push(String(data)));
    socket.on('unexpected-response', (_request, response) => {
      status = response.statusCode ?? null;
      socket.terminate();
      done({ texts, code: null, status });
    });
    socket.on('error', () => undefined);
    socket.on('close', (code) => {
      clearTimeout(timer);
      done({ texts, code, status });
    });
  });
}

describe('what is turned away', () => {
  test.each(['http://evil.example', 'http://127.0.0.1.evil.example', 'null', 'http://127.0.0.1:1', 'file://'])('a page of %s', async (origin) => {
    expect((await talk(() => undefined, { headers: { origin } })).status).toBe(403);
  });
  test('a foreign name for this machine', async () => {
    expect((await talk(() => undefined, { headers: { host: 'evil.example' } })).status).toBe(421);
  });
  test('another path', async () => {
    expect((await talk(() => undefined, {}, '/')).status).toBe(404);
  });
  test.each([
    ['no JSON', '{"type":'],
    ['an array', '[]'],
    ['an unknown type', '{"type":"reboot","id":1}'],
    ['a gain that is text', '{"type":"set","id":1,"command":{"input":"in1","gainDb":"20"}}'],
    ['a field more', '{"type":"record","id":1,"seconds":1,"path":"/etc"}'],
    ['an hour', '{"type":"record","id":1,"seconds":3600}'],
    ['a prototype', '{"type":"set","id":1,"__proto__":{"x":1},"command":{"bank":"__proto__","phantom":true}}'],
  ])('%s is one sentence', async (_, text) => {
    const { texts } = await talk((socket) => socket.send(text), {}, '/interface', 300);
    expect(texts.length).toBe(1);
    expect(JSON.parse(texts[0] ?? '')).toMatchObject({ type: 'refused', reason: expect.stringMatching(/^[^\n]{10,200}$/) });
  });
  test('commands before there is a rig, and a rig of no session', async () => {
    const { texts } = await talk(
      (socket) => {
        socket.send('{"type":"record","id":4,"seconds":1}');
        socket.send('{"type":"rig","id":5,"session":{"format":"no"},"deviceId":"x","seed":1,"faults":[]}');
      },
      {},
      '/interface',
      500,
    );
    expect(texts.map((text) => JSON.parse(text).id)).toEqual([4, 5]);
    expect(texts.every((text) => JSON.parse(text).type === 'refused')).toBe(true);
  });
  test('nonsense without end, a flood and three megabytes end that connection and no other', async () => {
    const other = new WebSocket(`ws://127.0.0.1:${portOf(server)}/interface`);
    await new Promise((done) => other.on('open', done));
    const nonsense = await talk((socket) => {
      for (let i = 0; i < 60; i++) socket.send('?');
    });
    expect(nonsense.code).toBe(1008);
    const flood = await talk((socket) => {
      for (let i = 0; i < 1000; i++) socket.send(`{"type":"hand","id":${i},"action":{"do":"quiet"}}`);
    });
    expect(flood.code).toBe(1008);
    expect(flood.texts.length).toBeLessThan(450);
    const large = await talk((socket) => socket.send('x'.repeat(3 * 1024 * 1024)));
    expect(large.code).toBe(1009);
    const answered = new Promise((done) => other.on('message', (data) => done(String(data))));
    other.send('{"type":"record","id":9,"seconds":1}');
    expect(await answered).toContain('"id":9');
    other.terminate();
    expect((await fetch(`http://127.0.0.1:${portOf(server)}/`)).status).toBe(200);
  });
  test('banks that only a language knows are none', async () => {
    const { texts } = await talk((socket) => {
      socket.send(JSON.stringify({ type: 'rig', id: 1, session: rigSession(0, solve), deviceId: DEVICE, seed: 1, faults: [] }));
      socket.send('{"type":"set","id":2,"command":{"bank":"constructor","phantom":true}}');
    });
    expect(texts.filter((text) => text.includes('"refused"')).join()).toContain('no bank “constructor”');
  });
  test('who asks for sound and never reads it costs less than two channels of it; who reads at last gets it all, in order', async () => {
    const socket = new WebSocket(`ws://127.0.0.1:${portOf(server)}/interface`);
    await new Promise((done) => socket.on('open', done));
    const lengths: number[] = [];
    const told: number[] = [];
    const has = (count: number) => async (): Promise<void> => {
      for (let i = 0; lengths.length < count && i < 400; i++) await wait(50);
    };
    socket.on('message', (data, isBinary) => {
      if (isBinary) lengths.push((data as Buffer).byteLength);
      else if (String(data).includes('"recording"')) told.push(JSON.parse(String(data)).id);
    });
    socket.send(JSON.stringify({ type: 'rig', id: 1, session: rigSession(0, solve), deviceId: DEVICE, seed: 1, faults: [] }));
    socket.send('{"type":"record","id":2,"seconds":0.1}');
    await has(1)();
    const before = process.memoryUsage().arrayBuffers;
    socket.pause();
    for (let id = 3; id < 9; id++) socket.send(`{"type":"record","id":${id},"seconds":12}`);
    await wait(2000);
    const [frames, channels] = [12 * 48_000, 8];
    expect(process.memoryUsage().arrayBuffers - before).toBeLessThan(2 * 4 * frames);
    socket.resume();
    await has(7)();
    expect(told).toEqual([2, 3, 4, 5, 6, 7, 8]);
    expect(new Set(lengths.slice(1))).toEqual(new Set([4 * frames * channels]));
    socket.terminate();
  });
  test('a handshake that is none is answered in one line with the headers of every answer', async () => {
    const answer = await new Promise<string>((done) => {
      const socket = connect(portOf(server), '127.0.0.1', () =>
        socket.write(`GET /interface HTTP/1.1\r\nHost: 127.0.0.1:${portOf(server)}\r\nUpgrade: websocket\r\nConnection: Upgrade\r\n\r\n`),
      );
      let text = '';
      socket.on('data', (bytes) => {
        text += String(bytes);
      });
      socket.on('close', () => done(text));
    });
    expect(answer).toMatch(/^HTTP\/1\.1 400 Bad Request\r\n/);
    expect(answer).toMatch(/Content-Security-Policy: default-src 'none'/);
    expect(answer).toMatch(/X-Content-Type-Options: nosniff/);
  });
});
