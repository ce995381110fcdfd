const { max } = Math;

/** One stroke or note start heard anywhere: when, and how strong in each channel. */
export interface TakeEvent {
  readonly frame: number;
  /** Highest mean-square power over about 10 ms, by channel. */
  readonly powers: Float32Array;
  /** Frame at which the channel's own rise began, by channel; Infinity where it never rose. */
  readonly onsets: Float64Array;
}

const HOP = 64;
/** A rise of 7 dB above the falling envelope, of power or of slope, starts an event. */
const RISE = 5;
/** Hops watched after a rise (32 ms at 48 kHz) and hops before another may start (about 90 ms). */
const WATCH = 24;
const REFRACTORY = 68;
/** The envelope falls by 0.18 dB a hop, slower than a drum. */
const FALL = 0.96;
/** Rises more than 45 dB below a channel's strongest so far do not count. */
const LEAST = 10 ** -4.5;
const MOST_EVENTS = 800;
const SMOOTH = 8;

/** Finds events in all channels at once while the take streams by. Memory does not grow with the take. */
export class OnsetDetector {
  readonly events: TakeEvent[] = [];
  /** Falling envelopes of power and slope, by channel. */
  private readonly powerEnvelope: Float64Array;
  private readonly envelope: Float64Array;
  private readonly strongest: Float64Array;
  private readonly last: Float32Array;
  private readonly history: Float64Array[];
  private open: { hop: number; powers: Float32Array; onsets: Float64Array; rises: Float64Array } | null = null;
  private readonly pending: number[] = [];
  private hop = 0;
  private quietUntil = 0;
  private stride = 1;
  private count = 0;

  constructor(private readonly channels: number) {
    this.envelope = new Float64Array(channels);
    this.powerEnvelope = new Float64Array(channels);
    this.strongest = new Float64Array(channels).fill(1e-9);
    this.last = new Float32Array(channels);
    this.history = Array.from({ length: channels }, () => new Float64Array(SMOOTH));
  }

  /** Takes a block whose length is a multiple of 64 (a shorter last block drops its tail). */
  push(blocks: readonly Float32Array[], count: number): void {
    for (let start = 0; start + HOP <= count; start += HOP) this.step(blocks, start);
  }

  private step(blocks: readonly Float32Array[], start: number): void {
    let risen = false;
    for (let c = 0; c < this.channels; c++) risen = this.stepChannel(blocks[c] as Float32Array, start, c) || risen;
    if (risen && !this.open && this.hop >= this.quietUntil) this.begin();
    if (this.open && this.hop - this.open.hop >= WATCH) this.finish();
    this.pending.length = 0;
    this.hop++;
  }

  private stepChannel(block: Float32Array, start: number, c: number): boolean {
    let power = 0;
    let rise = 0;
    let last = this.last[c] as number;
    for (let i = start; i < start + HOP; i++) {
      const value = block[i] as number;
      const slope = value - last;
      last = value;
      power += value * value;
      rise += slope * slope;
    }
    this.last[c] = last;
    (this.history[c] as Float64Array)[this.hop % SMOOTH] = power / HOP;
    const before = this.envelope[c] as number;
    this.envelope[c] = max(rise, before * FALL);
    const strongest = max(this.strongest[c] as number, rise);
    this.strongest[c] = strongest;
    const powerBefore = this.powerEnvelope[c] as number;
    this.powerEnvelope[c] = max(power, powerBefore * FALL);
    // The first hop has nothing before it to rise from: that the file begins is no event.
    const steep = this.hop > 0 && (rise > RISE * before || power > RISE * powerBefore);
    const risen = steep && rise > strongest * LEAST;
    if (this.open) this.watch(c, rise, risen);
    else if (risen) this.pending.push(c);
    return risen;
  }

  private begin(): void {
    this.open = {
      hop: this.hop,
      powers: new Float32Array(this.channels),
      onsets: new Float64Array(this.channels).fill(Infinity),
      rises: new Float64Array(this.channels),
    };
    for (const c of this.pending) this.open.onsets[c] = this.hop * HOP;
  }

  private watch(c: number, rise: number, risen: boolean): void {
    const open = this.open;
    if (!open) return;
    let mean = 0;
    for (const power of this.history[c] as Float64Array) mean += power / SMOOTH;
    if (mean > (open.powers[c] as number)) open.powers[c] = mean;
    if (risen && open.onsets[c] === Infinity) open.onsets[c] = this.hop * HOP;
    if (rise > (open.rises[c] as number)) open.rises[c] = rise;
  }

  private finish(): void {
    const open = this.open;
    this.open = null;
    if (!open) return;
    this.quietUntil = open.hop + REFRACTORY;
    if (this.count++ % this.stride === 0) this.events.push({ frame: open.hop * HOP, powers: open.powers, onsets: open.onsets });
    if (this.events.length >= MOST_EVENTS) this.thin();
  }

  /** Too many to keep: every second one goes, and only every second new one is kept. */
  private thin(): void {
    const kept = this.events.filter((_, i) => i % 2 === 0);
    this.events.length = 0;
    this.events.push(...kept);
    this.stride *= 2;
  }
}
