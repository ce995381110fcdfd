import { BAND_NAMES, type BandName, binRange, perBand } from './bands';
import type { DelayEstimate } from './delay';
import type { TakeReport } from './report';
import type { SpectrumBank } from './spectra';

const { abs, cos, log10, max, sin } = Math;

/** A change must gain this much in the low and mid bands together to be worth proposing, dB. */
const WORTH_DB = 0.3;
/** Pairs less sure than this propose no delay. */
const SURE = 0.5;

interface Treatment {
  readonly sign: 1 | -1;
  readonly delaySamples: number;
}

/**
 * Energy of the sum by band: sᴴ·G·s with s = ±e^(−jωd). Trying a polarity or delay costs no new audio, and only the pairs
 * of the channel that is tried are worked out again.
 */
class SumEnergy {
  private readonly own: Readonly<Record<BandName, number>>;
  private readonly known = new Map<string, number>();

  constructor(
    private readonly bank: SpectrumBank,
    private readonly sampleRateHz: number,
  ) {
    this.own = Object.fromEntries(BAND_NAMES.map((band) => [band, this.ownEnergy(band)])) as Record<BandName, number>;
  }

  private ownEnergy(band: BandName): number {
    const [from, to] = binRange(band, this.bank.bins * 2, this.sampleRateHz);
    return Array.from({ length: this.bank.channels }, (_, c) => this.bank.power(c).subarray(from, to)).reduce(
      (sum, power) => sum + power.reduce((total, p) => total + p, 0),
      0,
    );
  }

  /** 2·Re Σ G_ab·e^(jωΔ) over a band, Δ the delay given to a over that given to b. */
  private shared(a: number, b: number, deltaSamples: number, band: BandName): number {
    const key = `${a}/${b}/${deltaSamples}/${band}`;
    const known = this.known.get(key);
    if (known !== undefined) return known;
    const size = this.bank.bins * 2;
    const [from, to] = binRange(band, size, this.sampleRateHz);
    const { re, im } = this.bank.pair(a, b);
    const turn = (2 * Math.PI * deltaSamples) / size;
    let sum = 0;
    if (deltaSamples === 0) for (let k = from; k < to; k++) sum += re[k] as number;
    else for (let k = from; k < to; k++) sum += (re[k] as number) * cos(turn * k) - (im[k] as number) * sin(turn * k);
    this.known.set(key, 2 * sum);
    return 2 * sum;
  }

  of(treatments: readonly Treatment[], band: BandName): number {
    let energy = this.own[band];
    treatments.forEach((ta, a) => {
      for (let b = a + 1; b < treatments.length; b++) {
        const tb = treatments[b] as Treatment;
        energy += ta.sign * tb.sign * this.shared(a, b, ta.delaySamples - tb.delaySamples, band);
      }
    });
    return energy;
  }
}

const gain = (after: number, before: number): number => 10 * log10(max(after, 1e-20) / max(before, 1e-20));

/**
 * Flips, then delays, that make the sum of all channels fullest below 4 kHz: greedy, one channel at a time, each kept
 * only when it gains. Channels whose flip would only change the sign of the whole are left as they are.
 */
export function proposeSum(
  bank: SpectrumBank,
  names: readonly string[],
  usable: readonly boolean[],
  pairOf: (a: number, b: number) => DelayEstimate | null,
  sampleRateHz: number,
): TakeReport['proposal'] {
  const treatments: Treatment[] = names.map(() => ({ sign: 1, delaySamples: 0 }));
  const energy = new SumEnergy(bank, sampleRateHz);
  const fullness = (): number => energy.of(treatments, 'low') + energy.of(treatments, 'mid');
  const before = perBand((band) => energy.of(treatments, band));
  let best = fullness();
  const attempt = (c: number, change: Partial<Treatment>): void => {
    const old = treatments[c] as Treatment;
    treatments[c] = { ...old, ...change };
    const now = fullness();
    if (gain(now, best) > WORTH_DB) best = now;
    else treatments[c] = old;
  };
  for (let round = 0; round < 2; round++) names.forEach((_, c) => usable[c] && attempt(c, { sign: treatments[c]?.sign === 1 ? -1 : 1 }));
  const anchor = usable.indexOf(true);
  names.forEach((_, c) => {
    const pair = c !== anchor && anchor >= 0 && usable[c] ? pairOf(anchor, c) : null;
    if (pair && pair.confidence > SURE && abs(pair.delaySamples) > 0.5) attempt(c, { delaySamples: -pair.delaySamples });
  });
  const flips = names.filter((_, c) => treatments[c]?.sign === -1);
  const mostly = flips.length > names.length / 2;
  return {
    flips: mostly ? names.filter((_, c) => treatments[c]?.sign === 1 && usable[c]) : flips,
    delays: names.flatMap((channel, c) => (treatments[c]?.delaySamples ? [{ channel, samples: treatments[c]?.delaySamples ?? 0 }] : [])),
    gainDb: perBand((band) => gain(energy.of(treatments, band), before[band])),
  };
}
