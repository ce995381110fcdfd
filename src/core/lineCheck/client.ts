import { tell } from './codes';
import type { LineDevice, Recording } from './device';
import {
  type DeviceCommand,
  type DeviceDescription,
  type DeviceState,
  type FromDevice,
  type HandAction,
  readFromDevice,
  type ToDevice,
} from './protocol';
import { LineTrouble } from './trouble';

/** One open connection, whatever carries it. */
export interface Wire {
  send(text: string): void;
  close(): void;
}
export interface WireEvents {
  opened(): void;
  text(text: string): void;
  bytes(bytes: ArrayBuffer): void;
  closed(): void;
}
export type OpenWire = (events: WireEvents) => Wire;

/** What a simulated interface is told to be. */
export type RigWish = Omit<ToDevice & { type: 'rig' }, 'type' | 'id'>;

export interface ClientOptions {
  readonly open: OpenWire;
  /** Resolves after so many milliseconds. */
  readonly wait: (milliseconds: number) => Promise<void>;
  /** The rig to ask for at each connection, counted from 0; null for a device that is what it is. */
  readonly rig: (attempt: number) => RigWish | null;
  readonly onMeters?: (peaksDbfs: readonly number[]) => void;
  readonly onConnected?: (connected: boolean) => void;
}

interface Pending {
  readonly done: (answer: FromDevice | Recording) => void;
  readonly failed: (error: Error) => void;
}

const FIRST_WAIT_MS = 250;
const LONGEST_WAIT_MS = 5000;
const TRIES = 12;
/** An answer that takes longer than this beyond what was asked for does not come, milliseconds. */
const PATIENCE_MS = 15_000;

/** The connection went while something was asked. */
class Lost extends LineTrouble {}

/**
 * A device behind the messages of docs/adapters.md. A lost connection is opened again, gains and pads are set again, and what was asked
 * is asked again; how often that was is counted. Phantom power is left as the device has it: somebody may be plugging by now.
 */
export class DeviceClient implements LineDevice {
  readonly takesCommands = true;
  private wire: Wire | null = null;
  private told: { device: DeviceDescription; state: DeviceState } | null = null;
  private readonly pending = new Map<number, Pending>();
  private readonly lastSet = new Map<string, DeviceCommand & { readonly input: string }>();
  private announced: (FromDevice & { type: 'recording' }) | null = null;
  private ids = 0;
  private attempt = 0;
  private lost = 0;
  private ended = false;
  private connecting = false;
  /** Whether the device of this connection has said what it is. */
  private greeted = false;
  private ready: Promise<void>;

  private constructor(private readonly options: ClientOptions) {
    this.ready = this.connect(true);
    // A failure is told by whoever waits for it.
    this.ready.catch(() => undefined);
  }

  /** Connects; fails with one sentence. */
  static async connect(options: ClientOptions): Promise<DeviceClient> {
    const client = new DeviceClient(options);
    await client.ready;
    return client;
  }

  get description(): DeviceDescription {
    if (!this.told) throw new LineTrouble(tell('not-said-yet'));
    return this.told.device;
  }

  get state(): DeviceState | null {
    return this.told?.state ?? null;
  }

  timesLost(): number {
    return this.lost;
  }

  /** Ends the connection for good. */
  end(): void {
    this.ended = true;
    this.wire?.close();
    this.fail(new LineTrouble(tell('ended')));
  }

  async set(command: DeviceCommand): Promise<DeviceState> {
    const answer = await this.ask((id) => ({ type: 'set', id, command }));
    if (!('state' in answer)) throw new LineTrouble(tell('not-said-how-set'));
    // What was refused is not asked for again.
    if (!('bank' in command)) this.lastSet.set(command.input, { ...this.lastSet.get(command.input), ...command });
    if (this.told) this.told = { ...this.told, state: answer.state };
    return answer.state;
  }

  async record(seconds: number): Promise<Recording> {
    const answer = await this.ask((id) => ({ type: 'record', id, seconds }), seconds * 1000);
    if ('type' in answer) throw new LineTrouble(tell('recorded-nothing'));
    return answer;
  }

  async hand(action: HandAction): Promise<void> {
    if (this.description.simulated) await this.ask((id) => ({ type: 'hand', id, action }));
  }

  private fail(error: Error): void {
    for (const { failed } of [...this.pending.values()]) failed(error);
    this.pending.clear();
  }

  /** Asks, and asks again where the connection went meanwhile. */
  private async ask(message: (id: number) => ToDevice, extraMs = 0): Promise<FromDevice | Recording> {
    for (let tries = 0; ; tries++) {
      await this.ready;
      try {
        return await this.once(message, extraMs);
      } catch (error) {
        if (!(error instanceof Lost) || tries >= 3) throw error;
      }
    }
  }

  private once(message: (id: number) => ToDevice, extraMs: number): Promise<FromDevice | Recording> {
    const id = ++this.ids;
    return new Promise((done, failed) => {
      if (!this.wire) {
        failed(new Lost(tell('connection-lost')));
        return;
      }
      this.pending.set(id, { done, failed });
      this.wire.send(JSON.stringify(message(id)));
      void this.options.wait(PATIENCE_MS + extraMs).then(() => {
        if (this.pending.delete(id)) failed(new LineTrouble(tell('does-not-answer')));
      });
    });
  }

  private async connect(first: boolean): Promise<void> {
    let pause = FIRST_WAIT_MS;
    this.connecting = true;
    for (let tries = 0; ; tries++) {
      if (this.ended) throw new LineTrouble(tell('ended'));
      try {
        await this.open();
        await this.greet();
        // It may have gone again in the very moment in which all was said.
        if (!this.wire) throw new Lost(tell('connection-lost'));
        this.connecting = false;
        this.options.onConnected?.(true);
        return;
      } catch (error) {
        const gone = error instanceof Lost;
        // At the first go a device that is not there is told at once; one that was there is waited for.
        if (!gone || (first && tries >= 1) || tries >= TRIES) {
          this.ended ||= first;
          this.wire?.close();
          throw gone ? new LineTrouble(tell('nobody-there')) : error;
        }
        await this.options.wait(pause);
        pause = Math.min(LONGEST_WAIT_MS, pause * 2);
      }
    }
  }

  private open(): Promise<void> {
    // Some say what they are before anybody asks.
    this.greeted = false;
    return new Promise((done, failed) => {
      let wire: Wire | null = null;
      wire = this.options.open({
        opened: () => {
          this.wire = wire;
          done();
        },
        text: (text) => this.hear(text),
        bytes: (bytes) => this.take(bytes),
        closed: () => {
          failed(new Lost(tell('connection-lost')));
          if (this.wire === wire) this.onClosed();
        },
      });
    });
  }

  private onClosed(): void {
    this.wire = null;
    if (this.ended) return;
    if (!this.connecting) {
      this.lost++;
      this.options.onConnected?.(false);
      this.ready = this.connect(false);
      this.ready.catch(() => undefined);
    }
    this.fail(new Lost(tell('connection-lost')));
  }

  /** Says what rig it is to be, hears what device it is, and sets again what was set. */
  private async greet(): Promise<void> {
    const wish = this.options.rig(this.attempt++);
    if (wish) await this.once((id) => ({ type: 'rig', id, ...wish }), 0);
    for (let waited = 0; !this.greeted; waited += 20) {
      if (waited > PATIENCE_MS) throw new LineTrouble(tell('another-language'));
      if (!this.wire) throw new Lost(tell('connection-lost'));
      await this.options.wait(20);
    }
    for (const command of this.lastSet.values()) await this.once((id) => ({ type: 'set', id, command }), 0);
  }

  private hear(text: string): void {
    const message = readFromDevice(text);
    if (!message) return;
    if (message.type === 'meters') this.options.onMeters?.(message.peaksDbfs);
    else if (message.type === 'device') {
      this.told = { device: message.device, state: message.state };
      this.greeted = true;
    } else if (message.type === 'recording') this.announced = message;
    else this.settle(message);
  }

  private settle(message: FromDevice & { type: 'done' | 'refused' }): void {
    const waiting = message.id === null ? undefined : this.pending.get(message.id);
    if (!waiting || message.id === null) return;
    this.pending.delete(message.id);
    if (message.type === 'refused') waiting.failed(new LineTrouble(message.reason));
    else waiting.done(message);
  }

  private take(bytes: ArrayBuffer): void {
    const { announced } = this;
    this.announced = null;
    const waiting = announced && this.pending.get(announced.id);
    if (!announced || !waiting) return;
    this.pending.delete(announced.id);
    const { channels: count, frames, sampleRateHz } = announced;
    if (bytes.byteLength !== 4 * count * frames) {
      waiting.failed(new LineTrouble(tell('another-length')));
      return;
    }
    // Little-endian, as every machine is that a browser or Node runs on.
    const channels = Array.from({ length: count }, (_, c) => new Float32Array(bytes, 4 * c * frames, frames).slice());
    waiting.done({ sampleRateHz, channels });
  }
}
