import type { ChannelReport } from '../reading/report';
import { Gaps, type LineTurns, type Phases } from './gaps';

const { PI, abs, cos, floor, hypot, log10, max, min, round, sin } = Math;

/** Lines are looked for at about this rate; what is above is averaged away, seconds and hertz. */
const LOW_RATE_HZ = 3000;
/** A look at the lines lasts this long, new ones begin this much later in turn: unevenly, so that no neighbour's phase stands still. */
const LOOK_S = 2;
const STEPS_S = [0.37, 0.29, 0.43] as const;
const MAINS = [50, 60] as const;
const HARMONICS = [1, 2, 3, 4, 5, 6] as const;
/** Mains stays within this of its nominal frequency, hertz. */
const WITHIN_HZ = 0.1;
const OFFSET_STEP_HZ = 0.01;
const OFFSET_STEPS = round(WITHIN_HZ / OFFSET_STEP_HZ);
/**
 * Phases that wander give a resultant of about 1 for each harmonic (Rayleigh), and some more for the best deviation: over 160 takes of
 * notes without mains the sum of those that take part went to 8 in most and to 10.5 once; over 2,000 channels of drums to 11.5 three times.
 */
const LOCKED = 12;
/** A harmonic takes part from this, and so many must: a note has no partner that stands still too. */
const HARMONIC_LOCKED = 2;
const LEAST_HARMONICS = 2;
/** Looks kept: ten minutes; a longer take is judged by its first ones. */
const MOST_LOOKS = 1620;
const FEWEST_LOOKS = 5;
/** What stands still stands in the gaps as well, with this share of its power at least. */
const STANDS = 0.25;
/** Lines as firm as this are of something that plays by itself, or of a player on a click: in the gaps a hum has nearly all of its power then. */
const VERY_LOCKED = 60;
const STANDS_WHOLE = 0.8;

/** Side lobes 92 dB down: loud notes stay out of a line's way (Harris 1978, four terms). */
const blackmanHarris = (share: number): number =>
  0.35875 - 0.48829 * cos(2 * PI * share) + 0.14128 * cos(4 * PI * share) - 0.01168 * cos(6 * PI * share);

/** Looks that overlap say as much as this share of so many that do not. */
const ALONE = 0.36 / (0.5 * LOOK_S);

/** All lines are multiples of this: what lies this far apart in time meets the same phase of each, and is added up first. */
const COMMON_HZ = 10;

/** Into how many samples one is made: near the low rate, and so that the lines' common period is a whole number of them, where that can be. */
function divisionOf(sampleRateHz: number): number {
  const near = max(1, round(sampleRateHz / LOW_RATE_HZ));
  const whole = (divide: number): boolean => (sampleRateHz / COMMON_HZ) % divide === 0;
  for (let off = 0; off <= near / 8; off++) for (const divide of [near + off, near - off]) if (divide > 0 && whole(divide)) return divide;
  return near;
}

/** What is found of one mains frequency. */
interface Judged {
  readonly mainsHz: (typeof MAINS)[number];
  readonly score: number;
  readonly power: number;
  readonly harmonics: number;
}

const isLocked = ({ harmonics, score }: Judged): boolean => harmonics >= LEAST_HARMONICS && score >= LOCKED;

/** From gaps to what is next to them a hum grows by no more than this, in power; a drum that dies away does. */
const STEADY = 1.3;
/** And what is added there, by this at most: a hum's phase is the same in both. */
const GROWN = 0.5;

interface Line extends Phases, LineTurns {
  readonly hertz: number;
}

/**
 * Finds mains hum as what it is: lines at 50 or 60 Hz and their harmonics whose phase runs on evenly through playing and gaps. Each look
 * gives every line's phase; a hum's phases, turned back by one common deviation from the nominal frequency, all point one way, a note's
 * and a drum's do not. Runs in one pass with memory that does not grow past ten minutes.
 */
export class HumMeter {
  private readonly divide: number;
  private readonly rate: number;
  private readonly length: number;
  private readonly steps: readonly number[];
  private readonly starts: number[] = [];
  private start = 0;
  private readonly ring: Float32Array;
  private readonly lines: readonly Line[];
  private readonly weight: number;
  private readonly window: Float32Array;
  /** Samples after which all lines begin anew; 0 where no whole number of them does. */
  private readonly fold: number;
  private readonly folded: Float64Array;
  private sum = 0;
  private summed = 0;
  private filled = 0;
  private looks = 0;
  private readonly gaps: Gaps;

  constructor(sampleRateHz: number) {
    this.divide = divisionOf(sampleRateHz);
    this.rate = sampleRateHz / this.divide;
    this.length = round(LOOK_S * this.rate);
    this.steps = STEPS_S.map((seconds) => round(seconds * this.rate));
    this.ring = new Float32Array(this.length);
    const window = Float32Array.from({ length: this.length }, (_, i) => blackmanHarris((i + 0.5) / this.length));
    this.weight = window.reduce((total, w) => total + w, 0);
    this.fold = this.rate % COMMON_HZ === 0 ? this.rate / COMMON_HZ : 0;
    this.window = window;
    this.folded = new Float64Array(this.fold);
    this.lines = MAINS.flatMap((mains) =>
      HARMONICS.map((harmonic): Line => {
        const turn = (2 * PI * mains * harmonic) / this.rate;
        return {
          hertz: mains * harmonic,
          cosines: Float32Array.from({ length: this.fold || this.length }, (_, i) => (this.fold ? 1 : (window[i] as number)) * cos(turn * i)),
          sines: Float32Array.from({ length: this.fold || this.length }, (_, i) => (this.fold ? 1 : (window[i] as number)) * sin(turn * i)),
          re: [],
          im: [],
        };
      }),
    );
    this.gaps = new Gaps(this.rate, this.fold, this.lines);
  }

  push(block: Float32Array, count: number): void {
    if (this.looks >= MOST_LOOKS) return;
    const { divide } = this;
    for (let i = 0; i < count; ) {
      const end = min(count, i + divide - this.summed);
      let sum = 0;
      this.summed += end - i;
      for (; i < end; i++) sum += block[i] as number;
      this.sum += sum;
      if (this.summed < divide) return;
      const value = this.sum / divide;
      this.ring[this.filled++] = value;
      this.gaps.add(value);
      this.sum = 0;
      this.summed = 0;
      if (this.filled < this.length) continue;
      const step = this.steps[this.looks % this.steps.length] as number;
      this.look();
      this.ring.copyWithin(0, step);
      this.filled = this.length - step;
      this.start += step;
      if (this.looks >= MOST_LOOKS) return;
    }
  }

  /** Every line's complex amplitude in the window, its phase counted from the take's beginning. */
  private look(): void {
    const start = this.start / this.rate;
    this.starts.push(start);
    this.looks++;
    const { fold, folded, ring, window } = this;
    if (fold > 0) {
      folded.fill(0);
      for (let i = 0, k = 0; i < this.length; i++) {
        folded[k] = (folded[k] as number) + (ring[i] as number) * (window[i] as number);
        if (++k === fold) k = 0;
      }
    }
    const heard = fold > 0 ? folded : ring;
    for (const line of this.lines) {
      let [re, im] = [0, 0];
      const { cosines, sines, hertz } = line;
      for (let i = 0; i < heard.length; i++) {
        const value = heard[i] as number;
        re += value * (cosines[i] as number);
        im -= value * (sines[i] as number);
      }
      const turn = 2 * PI * hertz * start;
      const [c, s] = [cos(turn), sin(turn)];
      line.re.push((re * c + im * s) / this.weight);
      line.im.push((im * c - re * s) / this.weight);
    }
  }

  /**
   * Resultants of a line's phases turned back by each deviation looked at, their squares over what wandering phases give; and the
   * amplitudes that stand still. Looks in which the line is drowned by playing count less: as the quiet ones' amplitude is to theirs.
   */
  private resultants(
    { re, im }: Phases,
    starts: readonly number[],
    alone: number,
    harmonic: number,
  ): readonly { readonly locked: number; readonly amplitude: number }[] {
    const count = re.length;
    const quiet = this.quietOf({ re, im });
    const [x, y, c, s] = [new Float64Array(count), new Float64Array(count), new Float64Array(count), new Float64Array(count)];
    let [squares, weights] = [0, 0];
    const turn = -2 * PI * OFFSET_STEP_HZ * harmonic;
    for (let k = 0; k < count; k++) {
      const [a, b] = [re[k] as number, im[k] as number];
      const size = hypot(a, b);
      if (size === 0) continue;
      const weight = min(1, (quiet / size) ** 2);
      const begin = -OFFSET_STEPS * turn * (starts[k] as number);
      const [c0, s0] = [(weight / size) * cos(begin), (weight / size) * sin(begin)];
      x[k] = a * c0 - b * s0;
      y[k] = a * s0 + b * c0;
      // Each further deviation turns by as much again.
      c[k] = cos(turn * (starts[k] as number));
      s[k] = sin(turn * (starts[k] as number));
      squares += weight * weight;
      weights += weight;
    }
    return Array.from({ length: 2 * OFFSET_STEPS + 1 }, () => {
      let [sumX, sumY] = [0, 0];
      for (let k = 0; k < count; k++) {
        const [a, b, ck, sk] = [x[k] as number, y[k] as number, c[k] as number, s[k] as number];
        sumX += a;
        sumY += b;
        x[k] = a * ck - b * sk;
        y[k] = a * sk + b * ck;
      }
      const straight = hypot(sumX, sumY) / max(1e-12, weights);
      return { locked: squares > 0 ? (alone * (sumX * sumX + sumY * sumY)) / squares : 0, amplitude: 2 * straight * quiet };
    });
  }

  /** Amplitude of a line in the quieter of its looks. */
  private quietOf({ re, im }: Phases): number {
    const sizes = re.map((a, k) => hypot(a, im[k] as number)).sort((a, b) => a - b);
    return sizes[floor(0.3 * sizes.length)] ?? 0;
  }

  /** @param of a line's phases by its place in the list */
  private judge(mains: (typeof MAINS)[number], starts: readonly number[], alone: number, of: (line: number) => Phases): Judged {
    const from = mains === 50 ? 0 : HARMONICS.length;
    let best: Judged = { mainsHz: mains, score: 0, power: 0, harmonics: 0 };
    const turned = HARMONICS.map((harmonic, i) => this.resultants(of(from + i), starts, alone, harmonic));
    for (let k = 0; k <= 2 * OFFSET_STEPS; k++) {
      const own = turned.flatMap((each) => each[k] ?? []).filter(({ locked }) => locked >= HARMONIC_LOCKED);
      const score = own.reduce((total, { locked }) => total + locked, 0);
      const power = own.reduce((total, { amplitude }) => total + amplitude ** 2 / 2, 0);
      if (score > best.score) best = { mainsHz: mains, score, power, harmonics: own.length };
    }
    return best;
  }

  private best(starts: readonly number[], alone: number, of: (line: number) => Phases): Judged {
    const [fifty, sixty] = MAINS.map((mains) => this.judge(mains, starts, alone, of)) as [Judged, Judged];
    return sixty.score > fifty.score ? sixty : fifty;
  }

  /** The hum that stands in the gaps between strokes, as loud there as next to them; null where none does. */
  private inGaps(): Judged | null {
    const { seconds, inside } = this.gaps;
    if (seconds.length < 2 * FEWEST_LOOKS) return null;
    const found = this.best(seconds, 1, (line) => inside[line] as Phases);
    return isLocked(found) && this.isSteady(found) ? found : null;
  }

  /** Whether what stands in the gaps stands next to them too, no louder: a drum that dies away is. Where there are no gaps nothing speaks against it. */
  private isSteady({ mainsHz }: Judged): boolean {
    const { seconds, inside, beside } = this.gaps;
    if (seconds.length === 0) return true;
    const powerOf = (of: (line: number) => Phases): number => this.judge(mainsHz, seconds, 1, of).power;
    const own = powerOf((line) => inside[line] as Phases);
    const grown = powerOf((line) => {
      const [there, here] = [beside[line] as Phases, inside[line] as Phases];
      return { re: there.re.map((value, k) => value - (here.re[k] as number)), im: there.im.map((value, k) => value - (here.im[k] as number)) };
    });
    return powerOf((line) => beside[line] as Phases) <= STEADY * own && grown <= GROWN * own;
  }

  /** Whether gaps, where there are some, say of the same frequency what the whole take says: there it is less drowned. */
  private isBorneOut({ mainsHz, score }: Judged): boolean {
    const { seconds, inside } = this.gaps;
    if (seconds.length < FEWEST_LOOKS || score >= VERY_LOCKED) return true;
    const there = this.judge(mainsHz, seconds, 1, (line) => inside[line] as Phases);
    return seconds.length < 2 * FEWEST_LOOKS ? there.score >= LOCKED / 2 : isLocked(there);
  }

  /** The hum there is; null for none, and for a take too short to say. */
  hum(): ChannelReport['hum'] {
    if (this.looks < FEWEST_LOOKS) return null;
    const whole = this.best(this.starts, ALONE, (line) => this.lines[line] as Phases);
    // Strokes on an even beat have lines that stand still too; between the strokes they are gone.
    const stands =
      isLocked(whole) &&
      this.isBorneOut(whole) &&
      this.gaps.power() >= (whole.score >= VERY_LOCKED ? STANDS_WHOLE : STANDS) * whole.power &&
      (whole.score < VERY_LOCKED || this.isSteady(whole));
    const best = stands ? whole : this.inGaps();
    if (!best) return null;
    const levelDbfs = 10 * log10(max(best.power, 1e-20));
    return levelDbfs > -110 && abs(levelDbfs) < 200 ? { mainsHz: best.mainsHz, levelDbfs } : null;
  }
}
