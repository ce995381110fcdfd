const { log10, max, min, round } = Math;

/** Stretches by whose power gaps are known, seconds; the quietest tenth of them counts. */
const STRETCH_S = 0.05;
const QUIETEST = 0.1;
/** Powers are counted in steps of this, dB. */
const STEP_DB = 0.5;
const FLOOR_DB = -200;
/** The quieter tenths of each second are its gaps: the quietest, and those next to them. */
const TENTHS = 10;
const GAP_TENTHS = 2;
/** A second has gaps where its loudest tenth stands over them by so much, dB: strokes, not notes. */
const CONTRAST_DB = 24;

/** A line's complex amplitudes, look by look. */
export interface Phases {
  readonly re: number[];
  readonly im: number[];
}

/** A line's turns over one tenth of a second, from the beginning of a take on: whole ones, so that every tenth meets the same phase. */
export interface LineTurns {
  readonly cosines: Float32Array;
  readonly sines: Float32Array;
}

interface Tenth {
  readonly power: number;
  readonly lines: readonly (readonly [number, number])[];
}

/** What stands in the gaps between strokes: its power, and every line's amplitudes there and next to there, second by second. */
export class Gaps {
  private readonly stretch: number;
  private readonly powers = new Uint32Array(round(-FLOOR_DB / STEP_DB) + 1);
  private sum = 0;
  private filled = 0;
  private readonly tenth: Float32Array;
  private tenthFilled = 0;
  private tenths: Tenth[] = [];
  private second = 0;
  /** Middles of the seconds that have gaps. */
  readonly seconds: number[] = [];
  /** By line, over those seconds: in the gaps, and next to them. */
  readonly inside: readonly Phases[];
  readonly beside: readonly Phases[];

  /**
   * @param rate of the samples that are added
   * @param tenthLength samples in a tenth of a second; 0 where that is no whole number: lines are not looked at then
   */
  constructor(
    rate: number,
    tenthLength: number,
    private readonly lines: readonly LineTurns[],
  ) {
    this.stretch = round(STRETCH_S * rate);
    this.tenth = new Float32Array(tenthLength);
    this.inside = lines.map(() => ({ re: [], im: [] }));
    this.beside = lines.map(() => ({ re: [], im: [] }));
  }

  add(value: number): void {
    this.sum += value * value;
    if (++this.filled === this.stretch) this.countStretch();
    if (this.tenth.length === 0) return;
    this.tenth[this.tenthFilled++] = value;
    if (this.tenthFilled === this.tenth.length) this.endTenth();
  }

  /** Power in the quietest tenth of all stretches. */
  power(): number {
    let rest = QUIETEST * this.powers.reduce((sum, count) => sum + count, 0);
    for (let step = this.powers.length - 1; step >= 0; step--) {
      rest -= this.powers[step] as number;
      if (rest <= 0) return 10 ** ((-step * STEP_DB) / 10);
    }
    return 1;
  }

  private countStretch(): void {
    // Digital silence is no gap: nothing was recorded there.
    if (this.sum > 0) {
      const step = round(max(0, min(-FLOOR_DB, -10 * log10(this.sum / this.filled))) / STEP_DB);
      this.powers[step] = (this.powers[step] as number) + 1;
    }
    [this.sum, this.filled] = [0, 0];
  }

  private endTenth(): void {
    const { tenth } = this;
    const count = tenth.length;
    let power = 0;
    for (let i = 0; i < count; i++) power += (tenth[i] as number) ** 2;
    const lines = this.lines.map(({ cosines, sines }): readonly [number, number] => {
      let [re, im] = [0, 0];
      for (let i = 0; i < count; i++) {
        re += (tenth[i] as number) * (cosines[i] as number);
        im -= (tenth[i] as number) * (sines[i] as number);
      }
      return [re / count, im / count];
    });
    this.tenths.push({ power, lines });
    this.tenthFilled = 0;
    if (this.tenths.length === TENTHS) this.endSecond();
  }

  private endSecond(): void {
    const quiet = this.tenths.sort((a, b) => a.power - b.power);
    this.tenths = [];
    this.second += 1;
    const [softest, loudest] = [quiet[GAP_TENTHS - 1]?.power ?? 0, quiet.at(-1)?.power ?? 0];
    if (softest === 0 || loudest < softest * 10 ** (CONTRAST_DB / 10)) return;
    this.keep(this.inside, quiet.slice(0, GAP_TENTHS));
    this.keep(this.beside, quiet.slice(GAP_TENTHS, 2 * GAP_TENTHS));
    this.seconds.push(this.second - 0.5);
  }

  private keep(into: readonly Phases[], tenths: readonly Tenth[]): void {
    into.forEach(({ re, im }, line) => {
      const own = tenths.map(({ lines }) => lines[line] as readonly [number, number]);
      re.push(own.reduce((sum, [x]) => sum + x, 0) / own.length);
      im.push(own.reduce((sum, [, y]) => sum + y, 0) / own.length);
    });
  }
}
