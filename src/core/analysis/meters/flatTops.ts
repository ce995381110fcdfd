import type { Clip } from '../reading/report';

const { abs, max, min, round, sqrt, PI } = Math;

/** Half a swing longer than this is none that is looked at, samples: 6 Hz at 96 kHz. */
const LONGEST = 8192;
/** Samples so near to a swing's peak lie on its top: noise and rounding on a flat one stay within it, share of the peak. */
const NEAR = 1e-3;
/** A top so many times as long as a sine's of the same swing is flat: a sine that is cut by a fifth of a decibel has it. */
const TIMES_A_SINE = 4;
/** And no shorter than this, samples. */
const FLAT_RUN = 4;
/** Ceilings within this are one, share of the peak. */
const SAME_CEILING = 0.005;
/** A ceiling is met again and again. */
const REPEATS = 3;
const MOST_LISTED = 200;
const MOST_CEILINGS = 64;
/** Of steps this coarse (eight bits) a round top reaches the highest value too: whether it went on is told by its shoulders. */
const COARSE = 2 ** -10;
/** So far over full scale a top of them has to be for certain, steps. */
const UNSURE = 0.6;
/** Samples of a shoulder, by which its steepness is known. */
const SHOULDER = 3;

/**
 * Finds swings that are cut off below full scale: an analogue stage or an earlier file clipped. A top is flat as against what the swing's
 * own length makes of a sine, so that a low tone's broad top is none, and noise on a flat one hides it not.
 */
export class FlatTops {
  private readonly swing = new Float32Array(LONGEST);
  private length = 0;
  private sign = 0;
  private next = -1;
  private readonly ceilings = new Map<number, { readonly list: Clip[]; count: number }>();
  private readonly near: number;
  /** Tops at the highest value of a file of coarse steps that went on beyond it. */
  readonly beyond: Clip[] = [];
  beyondCount = 0;

  /**
   * @param lowest peaks below this are not looked at, re full scale
   * @param step between two values of the file's own, re full scale
   */
  constructor(
    private readonly lowest: number,
    private readonly step: number,
  ) {
    this.near = max(NEAR, 1.1 * step);
  }

  /** Whether round tops of this file reach its highest value, so that a run of those says nothing. */
  get isCoarse(): boolean {
    return this.step > COARSE;
  }

  /** Takes the next sample; one that does not follow the last begins anew. */
  add(value: number, at: number): void {
    const sign = value < 0 ? -1 : 1;
    if (at !== this.next || sign !== this.sign) {
      // Where samples are passed over, since they are low, a swing ends too.
      this.end();
      this.sign = sign;
      this.length = 0;
    }
    if (this.length < LONGEST) this.swing[this.length] = abs(value);
    this.length++;
    this.next = at + 1;
  }

  /** The take ends, and its last swing with it. */
  finish(): void {
    this.end();
    this.length = 0;
  }

  private end(): void {
    const { swing, length } = this;
    if (length < (this.isCoarse ? 2 : FLAT_RUN) || length > LONGEST) return;
    let peak = 0;
    for (let i = 0; i < length; i++) peak = max(peak, swing[i] as number);
    if (peak < this.lowest) return;
    if (this.isCoarse && peak >= 1 - 1.01 * this.step) {
      this.lookBeyond();
      return;
    }
    const from = peak * (1 - this.near);
    let [first, last, count] = [-1, -1, 0];
    for (let i = 0; i < length; i++)
      if ((swing[i] as number) >= from) {
        if (first < 0) first = i;
        last = i;
        count++;
      }
    // Of a sine's swing of this length so many samples lie that near its peak (its top is a parabola).
    const ofSine = (2 * length * sqrt(2 * this.near)) / PI;
    if (count < max(FLAT_RUN, TIMES_A_SINE * ofSine) || count < 0.9 * (last - first + 1)) return;
    const begin = this.next - length;
    this.keep(peak, { startSample: begin + first, endSample: begin + last + 1 });
  }

  /** A parabola through what leads up to the highest value and down from it: a clip where two samples and more of it lie over full scale. */
  private lookBeyond(): void {
    const { swing, length, step } = this;
    const isFull = (i: number): boolean => (swing[i] as number) >= 1 - 1.01 * step;
    for (let i = 0; i < length; i++) {
      if (!isFull(i)) continue;
      const first = i;
      while (i + 1 < length && isFull(i + 1)) i++;
      const width = i - first + 1;
      const [before, after] = [max(0, first - SHOULDER), min(length - 1, i + SHOULDER)];
      const drop = (from: number, to: number): number => (swing[from] as number) - (swing[to] as number);
      const steps = first - before + (after - i);
      // How steep it is in the middle of its shoulders, a sample.
      const steep = steps > 0 ? (drop(first, before) + drop(i, after)) / steps : 1;
      const reach = width / 2;
      const bend = steep / (reach + steps / 4);
      const top = 1 - 1.5 * step + (bend * reach ** 2) / 2;
      if (width < 2 || top < 1 + bend / 8 + UNSURE * step) continue;
      const begin = this.next - length;
      this.beyondCount++;
      if (this.beyond.length < MOST_LISTED) this.beyond.push({ startSample: begin + first, endSample: begin + i + 1 });
    }
  }

  private keep(peak: number, clip: Clip): void {
    const key = this.sign * round(peak / SAME_CEILING);
    const ceiling = this.ceilings.get(key) ?? { list: [], count: 0 };
    ceiling.count++;
    if (ceiling.list.length < MOST_LISTED) ceiling.list.push(clip);
    if (ceiling.count === 1 && this.ceilings.size >= MOST_CEILINGS) this.ceilings.delete(this.ceilings.keys().next().value as number);
    this.ceilings.set(key, ceiling);
  }

  /** Flat tops at the channel's own ceiling. @param peak of the channel */
  at(peak: number): { readonly list: readonly Clip[]; readonly count: number } {
    const highest = peak / SAME_CEILING;
    const tops = [...this.ceilings].filter(([key]) => abs(key) >= highest - 1.5);
    const count = tops.reduce((sum, [, one]) => sum + one.count, 0);
    if (count < REPEATS) return { list: [], count: 0 };
    return { list: tops.flatMap(([, { list }]) => list).slice(0, min(MOST_LISTED, count)), count };
  }
}
