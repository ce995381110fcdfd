import type { DelayEstimate } from '../delays/delay';
import { BAND_NAMES, type BandName, binRange, perBand } from '../meters/bands';
import type { SpectrumBank } from '../meters/spectra';
import type { SourceReport, SumOffer, TakeReport } from '../reading/report';
import { isRoom, rolesOf } from '../reading/roles';

const { abs, cos, log10, max, sin } = Math;

/** Each change must gain this much in the low and mid bands together to be worth proposing, dB. */
const WORTH_DB = 0.3;
/** Arrivals and pairs less sure than this propose no delay. */
const SURE = 0.5;
/** Up to so many channels every polarity set is tried. */
const EXACT_TO = 12;

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

  /** Energy of all channels without what they share, low and mid together. */
  alone(): number {
    return this.own.low + this.own.mid;
  }

  /** What two channels share when each is delayed, low and mid together: added while their signs are alike. */
  between(a: number, b: number, delays: readonly number[]): number {
    const delta = (delays[a] as number) - (delays[b] as number);
    return this.shared(a, b, delta, 'low') + this.shared(a, b, delta, 'mid');
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
 * The polarity set that makes the sum of channels fullest below 4 kHz, each flip worth its price; signs of the channels, the first
 * usable one upright. Exact up to twelve channels, each set one flip from the one before (Gray 1953); of more one channel after the other.
 */
function bestSigns(energy: SumEnergy, usable: readonly boolean[], delays: readonly number[]): (1 | -1)[] {
  const count = delays.length;
  const free = usable.flatMap((may, c) => (may ? [c] : [])).slice(1);
  const shared = Array.from({ length: count }, (_, a) =>
    Array.from({ length: count }, (_, b) => (a === b ? 0 : energy.between(Math.min(a, b), Math.max(a, b), delays))),
  );
  const alone = energy.alone();
  const signs: (1 | -1)[] = delays.map(() => 1);
  let now = alone;
  for (let a = 0; a < count; a++) for (let b = a + 1; b < count; b++) now += shared[a]?.[b] ?? 0;
  const start = now;
  const flip = (c: number): void => {
    const row = shared[c] as number[];
    let change = 0;
    for (let b = 0; b < count; b++) change += (signs[b] as number) * (row[b] as number);
    now -= 2 * (signs[c] as number) * change;
    signs[c] = signs[c] === 1 ? -1 : 1;
  };
  const score = (): number => {
    const flipped = signs.filter((sign) => sign === -1).length;
    const used = free.length + 1;
    return gain(now, start) - WORTH_DB * Math.min(flipped, used - flipped);
  };
  let best = { score: 0, signs: [...signs] };
  if (free.length < EXACT_TO)
    for (let k = 1; k < 2 ** free.length; k++) {
      flip(free[31 - Math.clz32(k & -k)] as number);
      const found = score();
      if (found > best.score + 1e-12) best = { score: found, signs: [...signs] };
    }
  else
    for (let round = 0; round < 2; round++)
      for (const c of free) {
        flip(c);
        const found = score();
        if (found > best.score) best = { score: found, signs: [...signs] };
        else flip(c);
      }
  return best.signs;
}

/** What a close channel would be slid by to come in with the pair, or with the first channel where there is no pair, samples. */
function delaysToPair(
  names: readonly string[],
  usable: readonly boolean[],
  sources: readonly SourceReport[],
  pairOf: (a: number, b: number) => DelayEstimate | null,
): Map<number, number> {
  const roles = rolesOf(names);
  const isPair = (name: string): boolean => roles[name] === 'far' && !isRoom(name);
  const out = new Map<number, number>();
  for (const { spot, arrivals } of [...sources].sort((a, b) => b.events - a.events)) {
    const c = names.indexOf(spot);
    if (c < 0 || out.has(c) || isPair(spot) || !usable[c]) continue;
    const there = arrivals.filter(({ channel, confidence }) => isPair(channel) && confidence > SURE);
    if (there.length > 0) out.set(c, there.reduce((sum, { delaySamples }) => sum + delaySamples, 0) / there.length);
  }
  if (names.some(isPair)) return out;
  const anchor = usable.indexOf(true);
  names.forEach((_, c) => {
    const pair = c !== anchor && anchor >= 0 && usable[c] ? pairOf(anchor, c) : null;
    if (pair && pair.confidence > SURE && abs(pair.delaySamples) > 0.5) out.set(c, -pair.delaySamples);
  });
  return out;
}

/**
 * What would make the sum of all channels fullest below 4 kHz: by polarity alone, and with close channels slid to the pair as well; each
 * change kept only when it gains its price. Channels whose flip would only change the sign of the whole are left as they are.
 */
export function proposeSum(
  bank: SpectrumBank,
  names: readonly string[],
  usable: readonly boolean[],
  sources: readonly SourceReport[],
  pairOf: (a: number, b: number) => DelayEstimate | null,
  sampleRateHz: number,
): TakeReport['proposal'] {
  const energy = new SumEnergy(bank, sampleRateHz);
  const still: readonly Treatment[] = names.map(() => ({ sign: 1, delaySamples: 0 }));
  const before = perBand((band) => energy.of(still, band));
  const fullness = (treatments: readonly Treatment[]): number => energy.of(treatments, 'low') + energy.of(treatments, 'mid');
  const treated = (delays: readonly number[]): Treatment[] => {
    const signs = bestSigns(energy, usable, delays);
    return delays.map((delaySamples, c) => ({ sign: signs[c] as 1 | -1, delaySamples }));
  };
  const offer = (treatments: readonly Treatment[]): SumOffer => {
    const flips = names.filter((_, c) => treatments[c]?.sign === -1);
    const mostly = flips.length > usable.filter(Boolean).length / 2;
    return {
      flips: mostly ? names.filter((_, c) => treatments[c]?.sign === 1 && usable[c]) : flips,
      delays: names.flatMap((channel, c) => (treatments[c]?.delaySamples ? [{ channel, samples: treatments[c]?.delaySamples ?? 0 }] : [])),
      gainDb: perBand((band) => gain(energy.of(treatments, band), before[band])),
    };
  };
  const polarity = treated(names.map(() => 0));
  let [delays, best] = [names.map(() => 0), polarity];
  for (const [c, samples] of delaysToPair(names, usable, sources, pairOf)) {
    const slid = delays.map((old, k) => (k === c ? samples : old));
    const tried = treated(slid);
    if (gain(fullness(tried), fullness(best)) > WORTH_DB) [delays, best] = [slid, tried];
  }
  return { ...offer(best), polarityOnly: offer(polarity) };
}
