import type { MixMatrix } from './mix';

/** Length of a change from one sound to another, samples: both play on, in step, one fading into the other. */
export const CHANGE_SAMPLES = 1024;
/** Nothing louder leaves, full scale: −3 dB. */
export const CEILING = 0.708;
/** How fast the limiter lets go again, per sample. */
const RELEASE = 1 / 9600;

/** A loop of several channels that may still be arriving, block by block. */
export interface Loop {
  readonly channels: readonly Float32Array[];
  /** 1 for each block that is there. */
  readonly there: Uint8Array;
  readonly blockSamples: number;
}

interface Hearing {
  readonly loop: Loop;
  readonly matrix: MixMatrix;
  readonly gain: number;
}

/** What is heard, told now and then: peaks, and where in the loop it is. */
export interface HeardLevels {
  readonly peaks: readonly [number, number];
  readonly at: number;
  /** Samples of a whole round. */
  readonly length: number;
  readonly isLimited: boolean;
}

/**
 * Plays loops to two loudspeakers. A change of what is heard (another loop, mix or gain) keeps the place in the loop and fades over, so
 * that no sample is dropped, doubled or stepped; a limiter holds the ceiling.
 */
export class LoopPlayer {
  private now: Hearing | null = null;
  private next: Hearing | null = null;
  /** What was wished for while one change was under way: the newest wish, whose turn comes when that is over. */
  private wished: Hearing | null = null;
  private fade = 0;
  private at = 0;
  private playing = false;
  private reduce = 1;
  private peaks: [number, number] = [0, 0];
  private other: [Float32Array, Float32Array] = [new Float32Array(0), new Float32Array(0)];
  private isLimited = false;
  /** Level of the whole, which rises from nothing at the start and falls to nothing at the end. */
  private level = 0;

  /** Hears something else from here on. A change during a change waits for its end. */
  hear(loop: Loop, matrix: MixMatrix, gain: number): void {
    const hearing = { loop, matrix, gain };
    if (!this.now || this.level === 0) {
      this.now = hearing;
      this.next = null;
      this.wished = null;
      this.fade = 0;
    } else if (this.fade > 0) this.wished = hearing;
    else this.next = hearing;
  }

  start(): void {
    this.playing = true;
  }

  /** Falls silent within a change's length. */
  stop(): void {
    this.playing = false;
  }

  /** Whether nothing sounds any more. */
  get isSilent(): boolean {
    return !this.playing && this.level === 0;
  }

  levels(): HeardLevels {
    const told = { peaks: this.peaks, at: this.at, length: this.now?.loop.channels[0]?.length ?? 0, isLimited: this.isLimited };
    this.peaks = [0, 0];
    this.isLimited = false;
    return told;
  }

  /** Fills the next samples of both sides. */
  fill(left: Float32Array, right: Float32Array): void {
    const length = this.now?.loop.channels[0]?.length ?? 0;
    left.fill(0);
    right.fill(0);
    if (!this.now || length === 0 || this.isSilent) return;
    addMix(this.now, this.at, left, right);
    // A change is begun only where all of it is there.
    if (this.next && (this.fade > 0 || isThere(this.next.loop, this.at, CHANGE_SAMPLES + left.length))) this.change(this.next, left, right);
    this.finish(left, right);
    this.at = (this.at + left.length) % (this.now.loop.channels[0]?.length ?? length);
  }

  /** Fades from what was mixed to the next hearing at the same place. */
  private change(next: Hearing, left: Float32Array, right: Float32Array): void {
    if (this.other[0].length !== left.length) this.other = [new Float32Array(left.length), new Float32Array(left.length)];
    const [l, r] = this.other;
    l.fill(0);
    r.fill(0);
    addMix(next, this.at, l, r);
    for (let i = 0; i < left.length; i++) {
      this.fade = Math.min(1, this.fade + 1 / CHANGE_SAMPLES);
      left[i] = (left[i] as number) + this.fade * ((l[i] as number) - (left[i] as number));
      right[i] = (right[i] as number) + this.fade * ((r[i] as number) - (right[i] as number));
    }
    if (this.fade < 1) return;
    this.at %= next.loop.channels[0]?.length ?? 1;
    this.now = next;
    this.next = this.wished;
    this.wished = null;
    this.fade = 0;
  }

  /** The whole's rise and fall, the limiter, the meter. */
  private finish(left: Float32Array, right: Float32Array): void {
    const step = (this.playing ? 1 : -1) / CHANGE_SAMPLES;
    for (let i = 0; i < left.length; i++) {
      this.level = Math.min(1, Math.max(0, this.level + step));
      const [l, r] = [(left[i] as number) * this.level, (right[i] as number) * this.level];
      const peak = Math.max(Math.abs(l), Math.abs(r));
      this.reduce = Math.min(1, this.reduce + RELEASE, CEILING / Math.max(1e-9, peak));
      if (this.reduce < 0.999) this.isLimited = true;
      left[i] = l * this.reduce;
      right[i] = r * this.reduce;
      this.peaks = [Math.max(this.peaks[0], Math.abs(left[i] as number)), Math.max(this.peaks[1], Math.abs(right[i] as number))];
    }
  }
}

function isThere({ there, blockSamples, channels }: Loop, at: number, count: number): boolean {
  const length = channels[0]?.length ?? 1;
  for (let n = 0; n < count + blockSamples; n += blockSamples)
    if (there[Math.floor(((at + Math.min(n, count - 1)) % length) / blockSamples)] !== 1) return false;
  return true;
}

function addMix({ loop, matrix, gain }: Hearing, at: number, left: Float32Array, right: Float32Array): void {
  loop.channels.forEach((samples, c) => {
    const [l, r] = matrix[c] ?? [0, 0];
    if (l === 0 && r === 0) return;
    let n = at % samples.length;
    for (let i = 0; i < left.length; i++) {
      const x = gain * (samples[n] as number);
      left[i] = (left[i] as number) + l * x;
      right[i] = (right[i] as number) + r * x;
      n = n + 1 === samples.length ? 0 : n + 1;
    }
  });
}
