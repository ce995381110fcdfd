import { readFile } from 'node:fs/promises';
import { connect, type Socket } from 'node:net';
import WebSocket from 'ws';
import { boathouseKit } from '../demo/boathouse';
import { createRandom, type Random } from '../src/core/math';
import { serve } from './serve';

export interface ConnectionCounts {
  readonly connections: number;
  /** At once, at most. */
  readonly atOnce: number;
  readonly ended: Readonly<Record<string, number>>;
  /** How long a page beside them waited for an answer, ms: of HTTP and of the simulated interface. */
  readonly pageMs: { readonly median: number; readonly most: number; readonly over: number; readonly asked: number };
  readonly rigMs: { readonly median: number; readonly most: number; readonly over: number; readonly asked: number };
  /** Resident memory of the server before, and at most, MB. */
  readonly memoryMb: readonly [number, number];
  readonly wrong: readonly string[];
}

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));

/** Resident memory of a process, MB; 0 where the system does not say. */
async function memoryOf(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, 'utf8').catch(() => '');
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
}

/** What a connection does; each resolves when it has ended, with how. */
type Guest = (port: number, random: Random) => Promise<string>;

/** A bare socket until it closes or is given up. */
const bare = (port: number, forMs: number, begin: (socket: Socket) => void, reads = true): Promise<string> =>
  new Promise((done) => {
    let got = '';
    const socket = connect(port, '127.0.0.1', () => begin(socket));
    const timer = setTimeout(() => socket.destroy(), forMs);
    socket.on('error', () => undefined);
    if (reads)
      socket.on('data', (bytes) => {
        got ||= String(bytes).slice(9, 12);
      });
    else socket.pause();
    socket.on('close', () => {
      clearTimeout(timer);
      done(got || 'nothing');
    });
  });

const GET = (port: number): string => `GET / HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\n`;
const GUESTS: Readonly<Record<string, Guest>> = {
  plain: (port) => bare(port, 5000, (socket) => socket.write(`${GET(port)}Connection: close\r\n\r\n`)),
  silent: (port, random) => bare(port, random.integer(200, 3000), () => undefined),
  slow: (port, random) =>
    bare(port, random.integer(500, 3000), (socket) => {
      const text = `${GET(port)}X: ${'y'.repeat(200)}`;
      let at = 0;
      const timer = setInterval(() => {
        if (socket.destroyed) clearInterval(timer);
        else socket.write(text.slice(at, at + 3));
        at += 3;
      }, 50);
    }),
  cut: (port, random) =>
    bare(port, 3000, (socket) => {
      socket.write(GET(port).slice(0, random.integer(1, 30)));
      socket.resetAndDestroy();
    }),
  'not reading': (port, random) => bare(port, random.integer(200, 2000), (socket) => socket.write(`${GET(port)}\r\n`.repeat(20)), false),
  nonsense: (port, random) => bare(port, 3000, (socket) => socket.write(Buffer.from(Array.from({ length: 300 }, () => random.integer(0, 255))))),
  rig: (port, random) =>
    new Promise((done) => {
      const socket = new WebSocket(`ws://127.0.0.1:${port}/interface`);
      const timer = setTimeout(() => socket.terminate(), random.integer(500, 3000));
      socket.on('open', () => {
        const session = boathouseKit();
        socket.send(JSON.stringify({ type: 'rig', id: 1, session, deviceId: session.shelf.devices[0]?.id, seed: random.integer(1, 99), faults: [] }));
        socket.send('{"type":"hand","id":2,"action":{"do":"play"}}');
        socket.send('{"type":"record","id":3,"seconds":10}');
        if (random.uniform() < 0.5) socket.pause();
      });
      let status = '101';
      socket.on('unexpected-response', (_request, response) => {
        status = String(response.statusCode);
        socket.terminate();
      });
      socket.on('error', () => undefined);
      socket.on('close', () => {
        clearTimeout(timer);
        done(status);
      });
    }),
};
/** How often each comes. */
const OFTEN: readonly (keyof typeof GUESTS)[] = ['plain', 'plain', 'silent', 'silent', 'slow', 'slow', 'cut', 'not reading', 'nonsense', 'rig'];

const summary = (waited: readonly number[]) => {
  const sorted = [...waited].sort((a, b) => a - b);
  return { median: sorted[sorted.length >> 1] ?? 0, most: sorted.at(-1) ?? 0, over: sorted.filter((ms) => ms > 100).length, asked: sorted.length };
};

/** One page that works on beside them: a request and a question to its rig, over and over. */
async function work(port: number, ready: () => void, until: () => boolean, wrong: string[]): Promise<readonly [number[], number[]]> {
  const [page, rig]: [number[], number[]] = [[], []];
  const socket = new WebSocket(`ws://127.0.0.1:${port}/interface`);
  await new Promise((done) => socket.on('open', done));
  let answered: () => void = () => undefined;
  socket.on('message', (data, isBinary) => {
    if (!isBinary && String(data).includes('"done"')) answered();
  });
  socket.on('close', () => wrong.push('the working connection was closed'));
  const ask = async (message: object): Promise<number> => {
    const from = performance.now();
    const answer = new Promise<void>((done) => {
      answered = done;
    });
    socket.send(JSON.stringify(message));
    await Promise.race([answer, pause(10_000)]);
    return performance.now() - from;
  };
  const session = boathouseKit();
  await ask({ type: 'rig', id: 1, session, deviceId: session.shelf.devices[0]?.id, seed: 1, faults: [] });
  ready();
  for (let id = 2; !until(); id++) {
    const from = performance.now();
    const response = await fetch(`http://127.0.0.1:${port}/`, { signal: AbortSignal.timeout(10_000) }).catch(() => null);
    await response?.text();
    if (response?.status !== 200) wrong.push(`a request beside them was answered ${response?.status ?? 'never'}`);
    page.push(performance.now() - from);
    rig.push(await ask({ type: 'hand', id, action: { do: 'quiet' } }));
    await pause(50);
  }
  socket.removeAllListeners('close');
  socket.terminate();
  return [page, rig];
}

/** Connections of every kind, so many at once, with one that works beside them. The server runs in a process of its own. */
export async function connectAtRandom(count: number, atOnce: number, seed: number): Promise<ConnectionCounts> {
  const random = createRandom(seed);
  const server = await serve();
  const { port, pid } = server;
  const [wrong, ended]: [string[], Record<string, number>] = [[], {}];
  try {
    const before = await memoryOf(pid);
    let [begun, open, most, memory, isDone] = [0, 0, 0, before, false];
    let ready: () => void = () => undefined;
    const isReady = new Promise<void>((done) => {
      ready = done;
    });
    const working = work(port, ready, () => isDone, wrong);
    const guest = async (): Promise<void> => {
      while (begun < count) {
        begun += 1;
        open += 1;
        most = Math.max(most, open);
        const kind = OFTEN[random.integer(0, OFTEN.length - 1)] ?? 'plain';
        const how = await (GUESTS[kind] as Guest)(port, random);
        open -= 1;
        ended[`${kind}: ${how}`] = (ended[`${kind}: ${how}`] ?? 0) + 1;
        if (begun % 200 === 0) memory = Math.max(memory, await memoryOf(pid));
      }
    };
    await isReady;
    await Promise.all(Array.from({ length: atOnce }, guest));
    isDone = true;
    const [page, rig] = await working;
    if ((await memoryOf(pid)) === 0) wrong.push('the server ended');
    return { connections: begun, atOnce: most, ended, pageMs: summary(page), rigMs: summary(rig), memoryMb: [before, memory], wrong };
  } finally {
    server.stop();
  }
}
