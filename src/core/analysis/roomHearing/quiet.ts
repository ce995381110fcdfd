import type { FftKernel } from '../../math';
import { median } from '../../math';
import type { Seconds, Whole } from '../../units';
import { HumMeter } from '../meters/hum';
import { above, octaveBackwards } from '../meters/octaves';
import { evenTicks, type Soft } from '../meters/ticks';
import type { ChannelReport } from '../reading/report';

const { abs, floor, log10, max, min, round } = Math;

/** A steady whistle: a line in the spectrum that stands out from its neighbours. */
export interface Whistle {
  readonly hertz: number;
  readonly levelDbfs: number;
  readonly overDb: number;
}

/** Something that came and went. */
export interface QuietEvent {
  readonly startS: number;
  readonly seconds: number;
  readonly band: 'low' | 'middle' | 'high';
  /** Over the usual level of that band, dB. */
  readonly overDb: number;
}

export interface QuietReport {
  readonly seconds: number;
  /** Mean power of the quieter half above 100 Hz, dB re full scale. */
  readonly noiseDbfs: number;
  readonly hum: ChannelReport['hum'];
  readonly whistles: readonly Whistle[];
  readonly events: readonly QuietEvent[];
  /** Ticks at an even pace, as a click that leaks from headphones. */
  readonly ticks: { readonly bpm: number; readonly count: number } | null;
  /** What it comes to, worst first. */
  readonly advice: readonly QuietAdvice[];
}

/** Something in the quiet, with what can be done about it; events by the band in which they lie. */
export type QuietAdvice =
  | { readonly code: 'hum'; readonly facts: { readonly mainsHz: number; readonly level: Whole } }
  | { readonly code: 'ticks'; readonly facts: { readonly perMinute: Whole } }
  | { readonly code: 'whistle'; readonly facts: { readonly hertz: Whole; readonly level: Whole } }
  | {
      readonly code: QuietEvent['band'];
      readonly facts: { readonly count: number; readonly at: readonly Seconds[] };
    }
  | { readonly code: 'loud'; readonly facts: { readonly level: Whole } };

const STEP_S = 0.02;
/** Beginnings are known this finely, and are no nearer to one another than that, s. */
const FINE_S = 0.001;
const APART_S = 0.06;
const BANDS = [
  { band: 'low', hertz: 125 },
  { band: 'middle', hertz: 1000 },
  { band: 'high', hertz: 4000 },
] as const;
const EVENT_OVER_DB = 9;
/** So many whistles, and times of one band, are told. */
const MOST_WHISTLES = 2;
const MOST_TIMES = 3;
/** A quiet louder than this is none, dBFS (our choice). */
const LOUD_DBFS = -60;
const WHISTLE_OVER_DB = 14;
/** White noise has some 20 dB less in the octaves of mains than in all: a hum this far under the whole is 8 dB under those. */
const COVERED_DB = 28;

const toDb = (power: number): number => 10 * log10(max(power, 1e-20));

/** Levels in steps of 20 ms, or of what is given, dB. */
function levelsOf(signal: Float64Array, rate: number, stepS = STEP_S): number[] {
  const step = round(stepS * rate);
  return Array.from({ length: floor(signal.length / step) }, (_, k) => {
    let sum = 0;
    for (let i = k * step; i < (k + 1) * step; i++) sum += (signal[i] as number) ** 2;
    return toDb(sum / step);
  });
}

/** What rises over the usual level of its band and goes again. */
function eventsOf(samples: Float32Array, rate: number): QuietEvent[] {
  const found = BANDS.filter(({ hertz }) => hertz * 1.5 < 0.45 * rate).flatMap(({ band, hertz }) => {
    const levels = levelsOf(octaveBackwards(samples, rate, hertz), rate);
    const usual = median(levels);
    const events: QuietEvent[] = [];
    let [from, most, calm] = [-1, 0, 0];
    for (let k = 0; k <= levels.length; k++) {
      const over = (levels[k] ?? -Infinity) - usual;
      if (over >= EVENT_OVER_DB) {
        if (from < 0) [from, most] = [k, over];
        most = max(most, over);
        calm = 0;
      } else if (from >= 0 && (++calm > 15 || k === levels.length)) {
        const length = k - calm - from + 1;
        if (length >= 2) events.push({ startS: from * STEP_S, seconds: length * STEP_S, band, overDb: most });
        from = -1;
      }
    }
    return events;
  });
  // One thing heard in several bands is told once, by the band where it stands out most.
  return found
    .sort((a, b) => b.overDb - a.overDb)
    .filter(
      (event, i, all) =>
        !all.slice(0, i).some((other) => event.startS < other.startS + other.seconds + 0.2 && other.startS < event.startS + event.seconds + 0.2),
    )
    .slice(0, 20)
    .sort((a, b) => a.startS - b.startS);
}

/** Lines that stand out of the averaged spectrum of the quieter windows; mains and its harmonics are left to the hum. */
function whistlesOf(samples: Float32Array, rate: number, kernel: FftKernel, mainsHz: number | null): Whistle[] {
  const size = 2 ** floor(Math.log2(min(samples.length, 0.4 * rate)));
  const plan = kernel.plan(size);
  const bins = size / 2;
  const power = new Float64Array(bins);
  const input = new Float32Array(size);
  const output = new Float32Array(size);
  let windows = 0;
  for (let start = 0; start + size <= samples.length; start += size / 2) {
    for (let i = 0; i < size; i++) input[i] = (samples[start + i] as number) * (0.5 - 0.5 * Math.cos((2 * Math.PI * i) / size));
    plan.forward(input, output);
    for (let k = 1; k < bins; k++) power[k] = (power[k] as number) + (output[2 * k] as number) ** 2 + (output[2 * k + 1] as number) ** 2;
    windows++;
  }
  plan.dispose();
  if (windows === 0) return [];
  const level = Array.from(power, (p) => toDb(p / windows / (size * size * 0.0625)) - 3.01);
  const found: Whistle[] = [];
  const reach = 24;
  for (let k = reach; k < bins - reach; k++) {
    const hertz = (k * rate) / size;
    if (hertz < 150 || (level[k] as number) < (level[k - 1] as number) || (level[k] as number) < (level[k + 1] as number)) continue;
    const round2 = [...level.slice(k - reach, k - 3), ...level.slice(k + 4, k + reach + 1)];
    const overDb = (level[k] as number) - median(round2);
    if (overDb < WHISTLE_OVER_DB) continue;
    if (mainsHz && abs(hertz / mainsHz - round(hertz / mainsHz)) * mainsHz < 2 && hertz < 1000) continue;
    found.push({ hertz, levelDbfs: level[k] as number, overDb });
  }
  return found.sort((a, b) => b.overDb - a.overDb).slice(0, 5);
}

/** What begins in the upper band: when, and how loud at most. */
function beginnings(samples: Float32Array, rate: number): Soft[] {
  const levels = levelsOf(above(samples, rate, 1500), rate, FINE_S);
  const usual = median(levels);
  const stepS = round(FINE_S * rate) / rate;
  const found: { at: number; db: number; last: number }[] = [];
  levels.forEach((db, k) => {
    if (db < usual + EVENT_OVER_DB) return;
    const open = found[found.length - 1];
    if (open && k - open.last < APART_S / FINE_S) {
      open.last = k;
      open.db = max(open.db, db);
    } else found.push({ at: k * stepS, db, last: k });
  });
  return found;
}

/** Ticks that come evenly: evener than speech, and as loud as one another. */
function ticksOf(samples: Float32Array, rate: number): QuietReport['ticks'] {
  const found = evenTicks(beginnings(samples, rate));
  return found && { bpm: 60 / found.periodS, count: found.count };
}

/**
 * A mean power in dB SPL, where the chain is known.
 * @param fullScalePeakDbSpl peak sound pressure that just reaches full scale, dB re 20 µPa: the planned peak less the level it is recorded at
 */
export const noiseDbSpl = (noiseDbfs: number, fullScalePeakDbSpl: number): number => noiseDbfs + fullScalePeakDbSpl;

function adviceOn(report: Omit<QuietReport, 'advice'>): QuietAdvice[] {
  const { hum, whistles, events, ticks, noiseDbfs } = report;
  return [
    ...(hum ? [{ code: 'hum' as const, facts: { mainsHz: hum.mainsHz, level: { whole: hum.levelDbfs } } }] : []),
    ...(ticks ? [{ code: 'ticks' as const, facts: { perMinute: { whole: ticks.bpm } } }] : []),
    ...whistles
      .slice(0, MOST_WHISTLES)
      .map(({ hertz, levelDbfs }) => ({ code: 'whistle' as const, facts: { hertz: { whole: hertz }, level: { whole: levelDbfs } } })),
    ...BANDS.flatMap(({ band }) => {
      const own = events.filter((event) => event.band === band);
      const at = own.slice(0, MOST_TIMES).map(({ startS }) => ({ seconds: startS }));
      return own.length > 0 ? [{ code: band, facts: { count: own.length, at } }] : [];
    }),
    ...(noiseDbfs > LOUD_DBFS ? [{ code: 'loud' as const, facts: { level: { whole: noiseDbfs } } }] : []),
  ];
}

/**
 * A minute of nothing: how quiet it is, and what is in it.
 */
export function hearQuiet(samples: Float32Array, rate: number, kernel: FftKernel): QuietReport {
  const meter = new HumMeter(rate);
  meter.push(samples, samples.length);
  const heard = levelsOf(above(samples, rate, 100), rate).sort((a, b) => a - b);
  const quieter = heard.slice(0, max(1, floor(heard.length / 2)));
  const noiseDbfs = toDb(quieter.reduce((sum, level) => sum + 10 ** (level / 10), 0) / quieter.length);
  // What is farther under all of the noise is covered by its own band's too.
  const found = meter.hum();
  const hum = found && found.levelDbfs > noiseDbfs - COVERED_DB ? found : null;
  const measured = {
    seconds: samples.length / rate,
    noiseDbfs,
    hum,
    whistles: whistlesOf(samples, rate, kernel, hum?.mainsHz ?? null),
    events: eventsOf(samples, rate),
    ticks: ticksOf(samples, rate),
  };
  return { ...measured, advice: adviceOn(measured) };
}
