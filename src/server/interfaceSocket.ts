import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { type RawData, WebSocket, WebSocketServer } from 'ws';
import { readSession } from '../core/document';
import { ADAPTER_VERSION, type FromDevice, readFaults, readToDevice, SimulatedRig, type ToDevice } from '../core/lineCheck';
import { isOwnHost, nameIn } from './hostGuard';

/** Where the simulated interface is reached. */
const SOCKET_PATH = '/interface';
/** A session of many microphones is some hundred kilobytes. */
const LONGEST_MESSAGE = 2 * 1024 * 1024;
/** More messages than this in a second are a flood; more bad ones than that are no mistake any more. */
const MOST_A_SECOND = 200;
const MOST_BAD = 20;
const MOST_AT_ONCE = 8;
const METERS_EVERY_MS = 50;
const STALE_BYTES = 8 * 1024 * 1024;
/** No recording is longer than this in all its channels together: 8 at 48 kHz for 15 s, longer than any step; making it keeps nobody waiting. */
const MOST_SAMPLES = 6_000_000;
/** Who has said nothing for so long is asked whether he is there, and let go when he is not. */
const PING_MS = 30_000;
/** So many samples a connection may ask for in ten seconds, a rig counting as one recording of its own: work that a page of ours never needs. */
const MOST_WORK = 200_000_000;
const RIG_WORK = 6_000_000;
const WORK_MS = 10_000;

const sentence = (error: unknown): string => (error instanceof Error && error.message.length < 400 ? error.message : 'The device cannot do that.');

/** One connection: its rig lives as long as it does. */
class Conversation {
  private rig: SimulatedRig | null = null;
  private dropAfter = Number.POSITIVE_INFINITY;
  private commands = 0;
  private bad = 0;
  private second = 0;
  private inSecond = 0;
  private workSince = 0;
  private work = 0;
  private readonly timer: NodeJS.Timeout;
  private readonly pings: NodeJS.Timeout;
  private isThere = true;

  constructor(private readonly socket: WebSocket) {
    this.timer = setInterval(() => this.meters(), METERS_EVERY_MS);
    socket.on('message', (data, isBinary) => this.hear(data, isBinary));
    this.pings = setInterval(() => this.ping(), PING_MS);
    this.pings.unref();
    socket.on('pong', () => {
      this.isThere = true;
    });
    socket.on('close', () => {
      clearInterval(this.timer);
      clearInterval(this.pings);
    });
    socket.on('error', () => socket.terminate());
  }

  private ping(): void {
    if (!this.isThere) this.socket.terminate();
    this.isThere = false;
    this.socket.ping();
  }

  private say(message: FromDevice): void {
    if (this.socket.readyState === WebSocket.OPEN) this.socket.send(JSON.stringify(message));
  }

  private meters(): void {
    // One who does not listen gets no more until he does.
    if (this.rig && this.socket.bufferedAmount < STALE_BYTES) this.say({ type: 'meters', peaksDbfs: this.rig.meters() });
  }

  private refuse(id: number | null, reason: string): void {
    this.say({ type: 'refused', id, reason });
  }

  private hear(data: RawData, isBinary: boolean): void {
    const now = Math.floor(Date.now() / 1000);
    if (now !== this.second) [this.second, this.inSecond] = [now, 0];
    if (++this.inSecond > MOST_A_SECOND) {
      this.socket.close(1008, 'too many messages');
      return;
    }
    const read = isBinary ? { ok: false as const, reason: 'Only text is understood here: send JSON.' } : readToDevice(data.toString());
    if (!read.ok) {
      this.refuse(null, read.reason);
      if (++this.bad > MOST_BAD) this.socket.close(1008, 'not this protocol');
      return;
    }
    try {
      this.answer(read.message);
    } catch (error) {
      this.refuse(read.message.id, sentence(error));
    }
  }

  /** Whether so much more may be asked for now. */
  private affords(samples: number): boolean {
    const now = Date.now();
    if (now - this.workSince > WORK_MS) [this.workSince, this.work] = [now, 0];
    this.work += samples;
    return this.work <= MOST_WORK;
  }

  private answer(message: ToDevice): void {
    const { rig } = this;
    if (message.type === 'rig') this.begin(message);
    else if (!rig) this.refuse(message.id, 'No rig is set up yet: send a rig first.');
    else if (message.type === 'record') this.record(rig, message.id, message.seconds);
    else if (message.type === 'set' && ++this.commands > this.dropAfter) this.socket.terminate();
    else {
      if (message.type === 'set') rig.set(message.command);
      else rig.hand(message.action);
      this.say({ type: 'done', id: message.id, state: rig.state });
    }
  }

  private begin({ id, session, deviceId, seed, faults }: ToDevice & { type: 'rig' }): void {
    if (!this.affords(RIG_WORK)) {
      this.refuse(id, 'Too many rigs in a moment: wait ten seconds.');
      return;
    }
    const read = readSession(session);
    const planted = readFaults(faults);
    if (!read.ok || !planted) {
      this.refuse(id, read.ok ? 'One of the faults is none that this rig knows: see docs/adapters.md.' : read.reason);
      return;
    }
    const rig = new SimulatedRig(read.value, deviceId, seed, planted);
    const dropped = planted.find((fault) => fault.kind === 'dropped');
    this.rig = rig;
    this.commands = 0;
    this.dropAfter = dropped?.afterCommands ?? Number.POSITIVE_INFINITY;
    this.say({ type: 'device', version: ADAPTER_VERSION, device: rig.description, state: rig.state });
    this.say({ type: 'done', id, state: rig.state });
  }

  private record(rig: SimulatedRig, id: number, seconds: number): void {
    if (this.socket.bufferedAmount > STALE_BYTES) {
      this.refuse(id, 'What was recorded before has not been read yet: read it, then record.');
      return;
    }
    const samples = seconds * rig.description.sampleRateHz * rig.description.inputs.length;
    if (samples > MOST_SAMPLES || !this.affords(samples)) {
      this.refuse(
        id,
        samples > MOST_SAMPLES
          ? 'That is more sound than is recorded at once: ask for fewer seconds.'
          : 'Too much was recorded in a moment: wait ten seconds.',
      );
      return;
    }
    const channels = rig.record(seconds);
    const frames = channels[0]?.length ?? 0;
    // Little-endian, as every machine is that Node runs on.
    const bytes = Buffer.concat(channels.map(({ buffer, byteOffset, byteLength }) => Buffer.from(buffer, byteOffset, byteLength)));
    this.say({ type: 'recording', id, sampleRateHz: rig.description.sampleRateHz, channels: channels.length, frames });
    if (this.socket.readyState === WebSocket.OPEN) this.socket.send(bytes);
  }
}

/** Answers what is no conversation with one line and the headers of every answer. */
export function turnAway(socket: Duplex, status: string, words: string, more = ''): void {
  const body = `${words}\n`;
  socket.end(
    `HTTP/1.1 ${status}\r\nContent-Type: text/plain; charset=utf-8\r\nContent-Length: ${Buffer.byteLength(body)}\r\n` +
      `Content-Security-Policy: default-src 'none'\r\nX-Content-Type-Options: nosniff\r\nReferrer-Policy: no-referrer\r\n${more}Connection: close\r\n\r\n${body}`,
  );
}

/** Whether a page may speak here: none but this server's own. A program that is no browser sends no origin. */
function mayCome({ headers }: IncomingMessage): boolean {
  if (headers.origin === undefined) return true;
  try {
    return new URL(headers.origin).host === headers.host;
  } catch {
    return false;
  }
}

/**
 * Lets a server simulate an interface at {@link SOCKET_PATH}. Foreign pages, foreign names, floods, oversize and nonsense are turned
 * away with a sentence or a close code; what one connection does is nothing to the others.
 */
export function serveInterface(server: Server, host: string): void {
  const sockets = new WebSocketServer({ noServer: true, maxPayload: LONGEST_MESSAGE, perMessageDeflate: false });
  server.on('upgrade', (request, socket: Duplex, head) => {
    socket.on('error', () => socket.destroy());
    if (!isOwnHost(host, nameIn(request.headers.host))) turnAway(socket, '421 Misdirected Request', 'This server does not answer under that name.');
    else if ((request.url ?? '').split('?')[0] !== SOCKET_PATH) turnAway(socket, '404 Not Found', 'There is no such socket here.');
    else if (!mayCome(request)) turnAway(socket, '403 Forbidden', 'Only the page of this server may speak to its interface.');
    else if (sockets.clients.size >= MOST_AT_ONCE) turnAway(socket, '503 Service Unavailable', 'Enough pages speak to the interface: close one.');
    else sockets.handleUpgrade(request, socket, head, (opened) => new Conversation(opened));
  });
  // A handshake that is none: the library's own answer has none of our headers.
  sockets.on('wsClientError', (_error, socket) => turnAway(socket, '400 Bad Request', 'That is no handshake of a web socket.'));
  server.on('close', () => {
    for (const client of sockets.clients) client.terminate();
  });
}
