/** How two channels go together in one stretch of a take. */
export interface PairMoment {
  readonly atSeconds: number;
  /** Of their samples, −1 to 1: 1 is mono, 0 is wide, below 0 cancels in mono. Null where there is nothing to hear. */
  readonly correlation: number | null;
  /** Side over mid, dB: −∞ is mono; null where there is nothing to hear. */
  readonly sideDb: number | null;
}

/** What a correlation meter shows: some four tenths of a second, so that single strokes are seen (common practice). */
const STRETCH_S = 0.4;
/** Fainter than this there is nothing to judge, dBFS rms. */
const FAINTEST_DBFS = -60;
const LEAST_SIDE_DB = -60;

/** Takes two channels as they come and tells how they go together, stretch by stretch. */
export class PairOverTime {
  readonly moments: PairMoment[] = [];
  private readonly length: number;
  private filled = 0;
  private stretches = 0;
  private sums: [number, number, number] = [0, 0, 0];

  constructor(private readonly sampleRateHz: number) {
    this.length = Math.round(STRETCH_S * sampleRateHz);
  }

  push(left: Float32Array, right: Float32Array): void {
    const count = Math.min(left.length, right.length);
    for (let i = 0; i < count; i++) {
      const [l, r] = [left[i] as number, right[i] as number];
      this.sums[0] += l * l;
      this.sums[1] += r * r;
      this.sums[2] += l * r;
      if (++this.filled === this.length) this.close();
    }
  }

  private close(): void {
    const [ll, rr, lr] = this.sums;
    const isFaint = 10 * Math.log10((ll + rr) / (2 * this.length) + 1e-30) < FAINTEST_DBFS;
    const [mid, side] = [(ll + rr + 2 * lr) / 4, (ll + rr - 2 * lr) / 4];
    this.moments.push({
      atSeconds: (this.stretches * this.length) / this.sampleRateHz,
      correlation: isFaint || ll * rr === 0 ? null : Math.max(-1, Math.min(1, lr / Math.sqrt(ll * rr))),
      sideDb: isFaint ? null : Math.max(LEAST_SIDE_DB, 10 * Math.log10(Math.max(1e-30, side) / Math.max(1e-30, mid))),
    });
    this.stretches++;
    this.filled = 0;
    this.sums = [0, 0, 0];
  }
}

/** Middle of what was heard of a pair; null where nothing was. */
export function middleOf(values: readonly (number | null)[]): number | null {
  const heard = values.filter((value) => value !== null).sort((a, b) => a - b);
  return heard.length > 0 ? (heard[heard.length >> 1] as number) : null;
}
