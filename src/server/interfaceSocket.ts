import type { IncomingMessage, Server } from 'node:http';
import type { Duplex } from 'node:stream';
import { type RawData, WebSocket, WebSocketServer } from 'ws';
import { ADAPTER_VERSION, type DeviceDescription, type FromDevice, readToDevice, type ToDevice } from '../core/lineCheck';
import { isOwnHost, nameIn } from './hostGuard';
import { askRig } from './rigs';

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

/** So many messages may wait for their answer: who sends more and reads none of them is no page. */
const MOST_WAITING = 400;

let conversations = 0;

/** One connection: its rig lives as long as it does. Messages are answered one after the other, in their order. */
class Conversation {
  private readonly id = ++conversations;
  private device: DeviceDescription | null = null;
  private dropAfter = Number.POSITIVE_INFINITY;
  private commands = 0;
  private bad = 0;
  private second = 0;
  private inSecond = 0;
  private workSince = 0;
  private work = 0;
  private waiting = 0;
  private last: Promise<void> = Promise.resolve();
  /** A recording is on its way: nothing else may come between its pieces. */
  private isSending = false;
  private isMetering = false;
  private readonly timer: NodeJS.Timeout;
  private readonly pings: NodeJS.Timeout;
  private isThere = true;

  constructor(private readonly socket: WebSocket) {
    this.timer = setInterval(() => void this.meters(), METERS_EVERY_MS);
    socket.on('message', (data, isBinary) => this.hear(data, isBinary));
    this.pings = setInterval(() => this.ping(), PING_MS);
    this.pings.unref();
    socket.on('pong', () => {
      this.isThere = true;
    });
    socket.on('close', () => {
      clearInterval(this.timer);
      clearInterval(this.pings);
      void askRig(this.id, { kind: 'end' });
    });
    socket.on('error', () => socket.terminate());
  }

  private ping(): void {
    if (!this.isThere) this.socket.terminate();
    this.isThere = false;
    this.socket.ping();
  }

  private get isOpen(): boolean {
    return this.socket.readyState === WebSocket.OPEN;
  }

  private say(message: FromDevice): void {
    if (this.isOpen) this.socket.send(JSON.stringify(message));
  }

  private async meters(): Promise<void> {
    // One who does not listen gets no more until he does.
    if (!this.device || this.isSending || this.isMetering || this.socket.bufferedAmount >= STALE_BYTES) return;
    this.isMetering = true;
    const answer = await askRig(this.id, { kind: 'meters' });
    this.isMetering = false;
    if (answer.ok && answer.peaksDbfs && !this.isSending) this.say({ type: 'meters', peaksDbfs: answer.peaksDbfs });
  }

  private refuse(id: number | null, reason: string): void {
    this.say({ type: 'refused', id, reason });
  }

  private hear(data: RawData, isBinary: boolean): void {
    const now = Math.floor(Date.now() / 1000);
    if (now !== this.second) [this.second, this.inSecond] = [now, 0];
    if (++this.inSecond > MOST_A_SECOND || ++this.waiting > MOST_WAITING) {
      this.socket.close(1008, 'too many messages');
      return;
    }
    const read = isBinary ? { ok: false as const, reason: 'Only text is understood here: send JSON.' } : readToDevice(data.toString());
    if (!read.ok && ++this.bad > MOST_BAD) {
      this.socket.close(1008, 'not this protocol');
      return;
    }
    this.last = this.last.then(async () => {
      if (!this.isOpen) return;
      if (read.ok) await this.answer(read.message);
      else this.refuse(null, read.reason);
      this.waiting--;
    });
  }

  /** Whether so much more may be asked for now. */
  private affords(samples: number): boolean {
    const now = Date.now();
    if (now - this.workSince > WORK_MS) [this.workSince, this.work] = [now, 0];
    this.work += samples;
    return this.work <= MOST_WORK;
  }

  private async answer(message: ToDevice): Promise<void> {
    const { device } = this;
    if (message.type === 'rig') await this.begin(message);
    else if (!device) this.refuse(message.id, 'No rig is set up yet: send a rig first.');
    else if (message.type === 'record') await this.record(device, message.id, message.seconds);
    else if (message.type === 'set' && ++this.commands > this.dropAfter) this.socket.terminate();
    else {
      const { id } = message;
      const answer = await askRig(
        this.id,
        message.type === 'set' ? { kind: 'set', command: message.command } : { kind: 'hand', action: message.action },
      );
      if (!answer.ok) this.refuse(id, answer.reason);
      else if (answer.state) this.say({ type: 'done', id, state: answer.state });
    }
  }

  private async begin({ id, session, deviceId, seed, faults }: ToDevice & { type: 'rig' }): Promise<void> {
    if (!this.affords(RIG_WORK)) {
      this.refuse(id, 'Too many rigs in a moment: wait ten seconds.');
      return;
    }
    const answer = await askRig(this.id, { kind: 'begin', session, deviceId, seed, faults });
    if (!answer.ok) {
      this.refuse(id, answer.reason);
      return;
    }
    const { device, state, dropAfter } = answer;
    if (!device || !state) return;
    this.device = device;
    this.commands = 0;
    this.dropAfter = dropAfter ?? Number.POSITIVE_INFINITY;
    this.say({ type: 'device', version: ADAPTER_VERSION, device, state });
    this.say({ type: 'done', id, state });
  }

  private async record(device: DeviceDescription, id: number, seconds: number): Promise<void> {
    const samples = seconds * device.sampleRateHz * device.inputs.length;
    if (samples > MOST_SAMPLES || !this.affords(samples)) {
      this.refuse(
        id,
        samples > MOST_SAMPLES
          ? 'That is more sound than is recorded at once: ask for fewer seconds.'
          : 'Too much was recorded in a moment: wait ten seconds.',
      );
      return;
    }
    // One message in pieces, the next made when the last has gone: never more of it here than a channel.
    for (let channel = 0; channel < device.inputs.length && this.isOpen; channel++) {
      const answer = await askRig(this.id, { kind: 'channel', channel, seconds });
      const piece = answer.ok ? answer.samples : undefined;
      if (channel === 0) {
        if (!piece) return this.refuse(id, answer.ok ? 'Nothing was recorded: try again.' : answer.reason);
        this.say({ type: 'recording', id, sampleRateHz: device.sampleRateHz, channels: device.inputs.length, frames: piece.length });
        this.isSending = true;
      }
      // A message broken off cannot be mended.
      if (piece) await this.sendPiece(piece, channel + 1 === device.inputs.length);
      else this.socket.terminate();
    }
    this.isSending = false;
  }

  /** Sends a part of a binary message, little-endian as every machine is that Node runs on; done when it has left. */
  private sendPiece({ buffer, byteOffset, byteLength }: Float32Array, fin: boolean): Promise<void> {
    return new Promise((done) => {
      this.socket.once('close', done);
      this.socket.send(Buffer.from(buffer, byteOffset, byteLength), { binary: true, fin }, () => {
        this.socket.off('close', done);
        done();
      });
    });
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
