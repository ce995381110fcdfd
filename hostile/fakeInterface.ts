import type { OpenWire, WireEvents } from '../src/core/lineCheck/client';
import { createRandom, type Random } from '../src/core/math';

/** One input as this interface has it, and what is in it. */
export interface FakeInput {
  readonly id: string;
  readonly name: string;
  readonly bank: string | null;
  readonly gainMinDb: number;
  readonly gainMaxDb: number;
  readonly padDb: number;
  /** Level at least gain that reaches full scale, dBu. */
  readonly maxLevelDbu: number;
}

/** A microphone as it is in a socket: what it gives for a sound, and what it lives on. */
export interface FakeMicrophone {
  readonly id: string;
  readonly sensitivityMvPerPa: number;
  /** Its own noise as a sound would be, dB SPL. */
  readonly noiseDbSpl: number;
  readonly padDb: number;
  readonly needsPower: boolean;
  /** Loudest peak that it gets while all is played, dB SPL. */
  readonly loudestDbSpl: number;
}

/** What is wrong with a rig. */
export type FakeFault =
  | { readonly kind: 'none' | 'deaf' }
  | { readonly kind: 'dead' | 'reversed' | 'hum' | 'hiss' | 'crackle' | 'loose' | 'pad' | 'howl'; readonly microphoneId: string }
  | { readonly kind: 'gain'; readonly inputId: string; readonly byDb: number }
  | { readonly kind: 'stuck'; readonly inputId: string }
  | { readonly kind: 'no power'; readonly bank: string };

/** What hands and players do. */
export type Doing = { readonly do: 'quiet' | 'play' } | { readonly do: 'tap'; readonly microphoneId: string };

interface Wish {
  readonly inputs: readonly FakeInput[];
  /** Microphone in each socket, by input id: as it is, not as it should be. */
  readonly plugged: ReadonlyMap<string, FakeMicrophone>;
  readonly fault: FakeFault;
  readonly seed: number;
  readonly sampleRateHz?: number;
}

const { PI, exp, max, min, sin } = Math;
const linear = (db: number): number => 10 ** (db / 20);
/** 1 V is 2.218 dBu. */
const DBU_OF_VOLT = 2.218;
const EIN_DBU = -126;
const ROOM_DB_SPL = 28;
const MAINS_HZ = 50;

/**
 * An interface that is none of the project's: it knows the messages of docs/adapters.md and nothing else, and works out what its inputs
 * would record by its own sums.
 */
export class FakeInterface {
  doing: Doing = { do: 'quiet' };
  /** Called before each command that sets something, so that a test can do something in the midst of it. */
  onSet: (() => void) | null = null;
  readonly sampleRateHz: number;
  private readonly gains = new Map<string, number>();
  private readonly pads = new Map<string, boolean>();
  readonly banks = new Map<string, boolean>();
  private readonly random: Random;
  private events: WireEvents | null = null;
  /** Short recordings, where only commands are looked at. */
  isBrief = false;

  constructor(private readonly wish: Wish) {
    this.sampleRateHz = wish.sampleRateHz ?? 24_000;
    this.random = createRandom(wish.seed);
    for (const { id, gainMinDb, gainMaxDb, bank } of wish.inputs) {
      this.gains.set(id, min(gainMaxDb, gainMinDb + 20));
      this.pads.set(id, false);
      if (bank !== null) this.banks.set(bank, false);
    }
  }

  /** Opens a connection at once and says what this is. */
  readonly open: OpenWire = (events) => {
    this.events = events;
    queueMicrotask(() => {
      events.opened();
      const { inputs } = this.wish;
      const device = {
        name: 'Fake',
        sampleRateHz: this.sampleRateHz,
        simulated: false,
        inputs: inputs.map(({ id, name, bank, gainMinDb, gainMaxDb, padDb }) => ({ id, name, bank, gainMinDb, gainMaxDb, padDb })),
      };
      events.text(JSON.stringify({ type: 'device', version: 1, device, state: this.state() }));
    });
    return { send: (text) => queueMicrotask(() => this.take(text)), close: () => events.closed() };
  };

  /** The cable falls out. */
  drop(): void {
    const { events } = this;
    this.events = null;
    events?.closed();
  }

  private state() {
    return {
      inputs: this.wish.inputs.map(({ id }) => ({ id, gainDb: this.gains.get(id) ?? 0, pad: this.pads.get(id) ?? false, highPass: false })),
      banks: Object.fromEntries(this.banks),
    };
  }

  private take(text: string): void {
    const { events } = this;
    if (!events) return;
    const message = JSON.parse(text) as { type: string; id: number; seconds: number; command: Record<string, unknown> };
    if (message.type === 'set') {
      this.onSet?.();
      const { command } = message;
      if (typeof command.bank === 'string') this.banks.set(command.bank, command.phantom === true);
      else if (typeof command.input === 'string') {
        if (typeof command.gainDb === 'number') this.gains.set(command.input, command.gainDb);
        if (typeof command.pad === 'boolean') this.pads.set(command.input, command.pad);
      }
      if (this.events === events) events.text(JSON.stringify({ type: 'done', id: message.id, state: this.state() }));
    } else if (message.type === 'record') {
      const frames = Math.round((this.isBrief ? min(0.02, message.seconds) : message.seconds) * this.sampleRateHz);
      const channels = this.record(frames);
      events.text(JSON.stringify({ type: 'recording', id: message.id, sampleRateHz: this.sampleRateHz, channels: channels.length, frames }));
      const all = new Float32Array(channels.length * frames);
      channels.forEach((samples, c) => {
        all.set(samples, c * frames);
      });
      events.bytes(all.buffer);
    } else events.text(JSON.stringify({ type: 'refused', id: message.id, reason: 'This is not known here.' }));
  }

  /** What one sound at the capsule comes to in the file, dBFS: sensitivity, pads, gain. */
  private dbfs(input: FakeInput, microphone: FakeMicrophone, dbSpl: number): number {
    const dbu = 20 * Math.log10(microphone.sensitivityMvPerPa / 1000) + (dbSpl - 94) + DBU_OF_VOLT - microphone.padDb;
    return this.throughInput(input, dbu, true);
  }

  private throughInput(input: FakeInput, dbu: number, padded: boolean): number {
    const { fault } = this.wish;
    const moved =
      fault.kind === 'deaf' || (fault.kind === 'stuck' && fault.inputId === input.id) ? input.gainMinDb + 20 : (this.gains.get(input.id) ?? 0);
    const astray = fault.kind === 'gain' && fault.inputId === input.id ? fault.byDb : 0;
    const padDb = padded && this.pads.get(input.id) ? input.padDb : 0;
    return dbu - padDb - input.maxLevelDbu + (moved + astray - input.gainMinDb);
  }

  private hasPower(input: FakeInput): boolean {
    const { fault } = this.wish;
    if (input.bank === null || fault.kind === 'deaf' || (fault.kind === 'no power' && fault.bank === input.bank)) return false;
    return this.banks.get(input.bank) === true;
  }

  private record(frames: number): Float32Array[] {
    const strokes = this.doing.do === 'play' ? this.strokes(frames) : [];
    return this.wish.inputs.map((input) => this.channel(input, frames, strokes));
  }

  private has(kind: string, id: string | undefined): boolean {
    const { fault } = this.wish;
    return id !== undefined && fault.kind === kind && 'microphoneId' in fault && fault.microphoneId === id;
  }

  private channel(input: FakeInput, frames: number, strokes: readonly Stroke[]): Float32Array {
    const out = new Float32Array(frames);
    const microphone = this.wish.plugged.get(input.id);
    const dead = this.has('dead', microphone?.id);
    const alive = microphone !== undefined && !dead && (!microphone.needsPower || this.hasPower(input));
    const quiet = [this.throughInput(input, EIN_DBU + (microphone === undefined || dead ? 9 : 0), false), -118];
    if (alive) quiet.push(this.dbfs(input, microphone, ROOM_DB_SPL), this.dbfs(input, microphone, microphone.noiseDbSpl));
    const noise = Math.sqrt(quiet.reduce((sum, db) => sum + 10 ** (db / 10), 0));
    for (let i = 0; i < frames; i++) out[i] = noise * this.random.normal();
    if (alive) {
      const sign = (this.has('reversed', microphone.id) ? -1 : 1) * (this.has('pad', microphone.id) ? linear(-10) : 1);
      const sound = new Float32Array(frames);
      if (this.doing.do === 'tap') this.tap(sound, input, microphone, this.doing.microphoneId, sign);
      for (const { at, shape, levels } of strokes) {
        const gain = sign * linear(this.dbfs(input, microphone, microphone.loudestDbSpl) + (levels.get(microphone.id) ?? -40));
        for (let i = 0; i < shape.length && at + i < frames; i++) sound[at + i] = (sound[at + i] as number) + gain * (shape[i] as number);
      }
      for (let i = 0; i < frames; i++) out[i] = (out[i] as number) + (sound[i] as number);
      this.spoil(out, input, microphone, noise);
    }
    for (let i = 0; i < frames; i++) out[i] = max(-1, min(1, out[i] as number));
    return out;
  }

  /** Two knocks on one microphone, then a clap before it that all the others hear from afar, all pushed first. */
  private tap(out: Float32Array, input: FakeInput, microphone: FakeMicrophone, tapped: string, sign: number): void {
    const own = microphone.id === tapped;
    const put = (atS: number, dbSpl: number, hertz: number, decayS: number): void => {
      const gain = sign * linear(this.dbfs(input, microphone, dbSpl));
      for (let i = Math.round(atS * this.sampleRateHz), n = 0; i < out.length && n < 8 * decayS * this.sampleRateHz; i++, n++) {
        const t = n / this.sampleRateHz;
        out[i] = (out[i] as number) + gain * exp(-t / decayS) * sin(2 * PI * hertz * t);
      }
    };
    put(0.5, own ? 122 : 84, 110, 0.012);
    put(0.75, own ? 122 : 84, 110, 0.012);
    put(2, own ? 112 : 98, 950, 0.006);
  }

  /** Strokes for all: each has its level for each microphone, and each microphone gets its loudest at least twice. */
  private strokes(frames: number): Stroke[] {
    const rate = this.sampleRateHz;
    const ids = [...this.wish.plugged.values()].map(({ id }) => id);
    const random = createRandom(this.wish.seed + 17);
    const out: Stroke[] = [];
    for (let at = 0.2 * rate, k = 0; at < frames - 0.5 * rate; at += random.between(0.22, 0.4) * rate, k++) {
      const loudest = ids[k % max(1, ids.length)];
      const levels = new Map(ids.map((id) => [id, id === loudest ? 0 : -random.between(4, 14)]));
      const hertz = random.between(120, 500);
      const shape = Float32Array.from(
        { length: Math.round(0.9 * rate) },
        (_, i) => exp(-i / (0.14 * rate)) * sin((2 * PI * hertz * i) / rate + PI / 2) * min(1, i / 12),
      );
      const peak = shape.reduce((most, x) => max(most, Math.abs(x)), 0);
      out.push({ at: Math.round(at), shape: shape.map((x) => x / peak), levels });
    }
    return out;
  }

  /** What a fault does to the sound of one line. */
  private spoil(out: Float32Array, input: FakeInput, { id }: FakeMicrophone, noise: number): void {
    const rate = this.sampleRateHz;
    const planned = this.gains.get(input.id) ?? 0;
    if (this.has('hum', id)) {
      const level = linear(this.throughInput(input, -62, true));
      for (let i = 0; i < out.length; i++) {
        const turn = (2 * PI * MAINS_HZ * i) / rate;
        out[i] = (out[i] as number) + level * (sin(turn) + 0.5 * sin(2 * turn + 1) + 0.6 * sin(3 * turn + 2));
      }
    }
    if (this.has('hiss', id)) for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + 20 * noise * this.random.normal();
    if (this.has('crackle', id))
      for (let at = 0.1; at < out.length / rate; at += this.random.between(0.2, 0.7))
        for (let n = 0; n < 40; n++) {
          const i = Math.round(at * rate) + n;
          if (i < out.length) out[i] = (out[i] as number) + 40 * noise * (1 - n / 40) * this.random.normal();
        }
    if (this.has('loose', id))
      for (let at = 0.9; at < out.length / rate; at += this.random.between(0.5, 1.1)) {
        const [from, to] = [Math.round(at * rate), Math.round((at + this.random.between(0.05, 0.18)) * rate)];
        for (let i = from; i < to && i < out.length; i++) out[i] = noise * 0.5 * this.random.normal();
      }
    if (this.has('howl', id) && planned > input.gainMinDb + 3 && this.doing.do === 'quiet') {
      const hertz = 700 + 60 * (this.wish.seed % 30);
      for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + min(0.8, 0.05 * exp(i / (0.1 * rate))) * sin((2 * PI * hertz * i) / rate);
    }
  }
}

interface Stroke {
  readonly at: number;
  /** Highest at 1. */
  readonly shape: Float32Array;
  /** Under its microphone's loudest, dB. */
  readonly levels: ReadonlyMap<string, number>;
}
