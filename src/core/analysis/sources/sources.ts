import { BANDS, colourGap, colourOf, type PerBand } from '../../acoustics';
import { type FftKernel, median, type RealFftPlan } from '../../math';
import { type DelayEstimate, estimateDelay } from '../delays/delay';
import type { DelayOptions } from '../delays/delayWeights';
import type { StrokeSeen } from '../delays/drift';
import { Familiarity, toDb } from '../meters/familiarity';
import { kPower } from '../meters/loudness';
import { noiseFor, noiseOf } from '../meters/noise';
import { SpectrumBank } from '../meters/spectra';
import type { MeasuredArrival, SourceReport } from '../reading/report';
import type { TakeReader } from '../reading/take';
import { EventWindows } from './eventWindows';
import type { TakeEvent } from './onsets';

const { abs, cos, log2, max, min, round } = Math;

/** Events looked at for one source; more add nothing. */
const EVENTS_PER_SOURCE = 16;
/** Events whose delays differ by more than this belong to different sources, samples. */
const SAME_SOURCE_SAMPLES = 10;
const SURE = 0.2;
/** Strokes whose colours differ by more than this in the mean of the bands are of different sources, dB. */
const SAME_COLOUR_DB = 8;
/** Strokes of a source whose places are kept. */
const FRAMES_KEPT = 3;

/** Window round an event: fades in before the onset and out soon after, so the direct sound weighs most and noise least. */
function eventWindow(size: number, pre: number): Float32Array {
  const fadeIn = pre / 2;
  const hold = pre + size / 8;
  const end = pre + size / 2;
  return Float32Array.from({ length: size }, (_, i) => {
    if (i < fadeIn) return 0.5 - 0.5 * cos((Math.PI * i) / fadeIn);
    if (i < hold) return 1;
    return i < end ? 0.5 + 0.5 * cos((Math.PI * (i - hold)) / (end - hold)) : 0;
  });
}

export interface SourceSettings {
  readonly kernel: FftKernel;
  readonly sampleRateHz: number;
  readonly maxLagSamples: number;
  /** Noise power by channel and bin for a window of `noiseSize`, per unit of window energy. */
  readonly noise: readonly Float32Array[];
  readonly noiseSize: number;
  readonly noiseWindowEnergy: number;
}

function strongest(events: readonly TakeEvent[], spot: number): TakeEvent[] {
  const byPower = [...events].sort((a, b) => (b.powers[spot] as number) - (a.powers[spot] as number));
  return byPower.slice(0, EVENTS_PER_SOURCE).sort((a, b) => a.frame - b.frame);
}

/** How far two measurements of one channel are apart, samples; the other way up is another source. */
const apart = (a: DelayEstimate, b: DelayEstimate): number => (a.polarity === b.polarity ? abs(a.delaySamples - b.delaySamples) : Infinity);

const medianGap = (a: readonly (DelayEstimate | null)[], b: readonly (DelayEstimate | null)[]): number => {
  const gaps = a.flatMap((estimate, c) => {
    const other = b[c];
    return estimate && other && estimate.confidence > SURE && other.confidence > SURE ? [apart(estimate, other)] : [];
  });
  return gaps.length ? median(gaps) : 0;
};

interface Group {
  readonly events: TakeEvent[];
  readonly delays: readonly (DelayEstimate | null)[];
  readonly colourDb: PerBand;
}

/** Second pass over a take: reads only the windows round the strongest events of each spot. */
class SourceMeasurement {
  private readonly size: number;
  private readonly pre: number;
  private readonly plan: RealFftPlan;
  private readonly window: Float32Array;
  private readonly noise: readonly Float32Array[];
  private readonly bins: [number, number];
  private readonly loudnessWeights: Float64Array;
  private readonly familiarity: Familiarity;
  private readonly bank: SpectrumBank;
  private readonly windows: EventWindows;
  /** Every stroke that was looked at by itself. */
  readonly seen: StrokeSeen[] = [];

  constructor(
    private readonly reader: TakeReader,
    private readonly events: readonly TakeEvent[],
    private readonly settings: SourceSettings,
  ) {
    const { sampleRateHz, kernel } = settings;
    this.size = 2 ** round(log2(0.085 * sampleRateHz));
    this.pre = this.size / 4;
    this.plan = kernel.plan(this.size);
    this.window = eventWindow(this.size, this.pre);
    const energy = this.window.reduce((sum, w) => sum + w * w, 0);
    this.noise = noiseFor(settings.noise, settings.noiseSize, settings.noiseWindowEnergy, this.size, energy);
    const binsPerHz = this.size / sampleRateHz;
    this.bins = [max(1, round(30 * binsPerHz)), round(min(18_000, 0.45 * sampleRateHz) * binsPerHz)];
    this.loudnessWeights = Float64Array.from({ length: this.size / 2 + 1 }, (_, k) => kPower(k / binsPerHz, sampleRateHz));
    this.familiarity = new Familiarity(events, reader.channels.length);
    this.bank = new SpectrumBank(kernel, reader.channels.length, this.window);
    this.windows = new EventWindows(reader, this.size);
  }

  dispose(): void {
    this.bank.dispose();
    this.plan.dispose();
  }

  async run(): Promise<SourceReport[]> {
    const samplesPerMs = this.settings.sampleRateHz / 1000;
    const bySpot = new Map<number, TakeEvent[]>();
    for (const event of this.events) {
      const spot = this.familiarity.spot(event, samplesPerMs);
      bySpot.set(spot, [...(bySpot.get(spot) ?? []), event]);
    }
    const guessed = [...bySpot].sort((a, b) => a[0] - b[0]).map(([guess, own]) => ({ guess, count: own.length, looked: strongest(own, guess) }));
    const reports: SourceReport[] = [];
    for (const batch of this.batches(guessed)) {
      await this.windows.hold(batch.flatMap(({ looked }) => looked.map((event) => this.startOf(event))));
      for (const { guess, count, looked } of batch)
        for (const group of this.group(guess, looked, count)) {
          const lateMs = (c: number): number => (c === guess ? 0 : this.sureDelay(group.delays[c]) / samplesPerMs);
          const spot = this.familiarity.spot(group.events[0] as TakeEvent, samplesPerMs, lateMs);
          reports.push(this.measure(spot, group.events, group.total));
        }
    }
    return this.merge(reports);
  }

  private startOf({ frame }: TakeEvent): number {
    return frame - this.pre;
  }

  /** Spots taken together as long as their events' windows can be held at once. */
  private batches<T extends { readonly looked: readonly TakeEvent[] }>(spots: readonly T[]): T[][] {
    const out: T[][] = [];
    let room = 0;
    for (const spot of spots) {
      if (room < spot.looked.length) {
        out.push([]);
        room = this.windows.room;
      }
      out.at(-1)?.push(spot);
      room -= spot.looked.length;
    }
    return out;
  }

  private colourOf(bank: SpectrumBank, spot: number): PerBand {
    const power = bank.power(spot);
    const binsPerHz = this.size / this.settings.sampleRateHz;
    const energy = ({ lowHz, highHz }: (typeof BANDS)[number]): number => {
      let sum = 0;
      for (let k = max(1, round(lowHz * binsPerHz)); k < min(power.length, round(highHz * binsPerHz)); k++) sum += power[k] as number;
      return sum;
    };
    return colourOf([energy(BANDS[0]), energy(BANDS[1]), energy(BANDS[2]), energy(BANDS[3])]);
  }

  /** Energy weighted by K (ITU-R BS.1770). */
  private weighted(power: Float32Array | Float64Array): number {
    let sum = 0;
    for (let k = 1; k < power.length; k++) sum += (power[k] as number) * (this.loudnessWeights[k] as number);
    return sum;
  }

  private sureDelay(estimate: DelayEstimate | null | undefined): number {
    return estimate && estimate.confidence > SURE ? estimate.delaySamples : 0;
  }

  private estimate(bank: SpectrumBank, spot: number, c: number, coarse = false): DelayEstimate | null {
    if (c === spot) return null;
    const options: DelayOptions = {
      plan: this.plan,
      maxLagSamples: this.settings.maxLagSamples,
      bins: this.bins,
      preferDirect: true,
      coarse,
      ...noiseOf(this.noise, spot, c),
    };
    return estimateDelay(bank.pair(spot, c), options);
  }

  /** The bank filled with these events and nothing else; valid until it is filled again. */
  private bankOf(events: readonly TakeEvent[]): SpectrumBank {
    this.bank.reset();
    for (const event of events) this.bank.add(this.windows.at(this.startOf(event)), 0);
    return this.bank;
  }

  /** Events of one spot sorted into sources by their delays: a tom and a cymbal may share the overhead as their nearest. */
  private group(spot: number, list: readonly TakeEvent[], count: number): (Group & { total: number })[] {
    const groups: Group[] = [];
    for (const event of list) {
      const bank = this.bankOf([event]);
      const delays = this.reader.channels.map((_, c) => this.estimate(bank, spot, c, true));
      this.seen.push({ frame: event.frame, spot, arrivals: delays });
      const colourDb = this.colourOf(bank, spot);
      const home = groups.find(
        (group) => medianGap(group.delays, delays) <= SAME_SOURCE_SAMPLES && colourGap(group.colourDb, colourDb) <= SAME_COLOUR_DB,
      );
      if (home) home.events.push(event);
      else groups.push({ events: [event], delays, colourDb });
    }
    const most = groups.reduce((count, group) => max(count, group.events.length), 0);
    const kept = groups.filter((group) => group.events.length >= max(min(2, most), most * 0.2));
    const looked = kept.reduce((sum, group) => sum + group.events.length, 0);
    return kept.map((group) => ({
      ...group,
      total: max(group.events.length, round((count * group.events.length) / max(1, looked))),
    }));
  }

  private measure(spot: number, events: readonly TakeEvent[], total: number): SourceReport {
    const bank = this.bankOf(events);
    const power = (c: number): number => bank.power(c).reduce((sum, p) => sum + p, 0);
    const arrivals = this.reader.channels.flatMap((channel, c): MeasuredArrival[] => {
      const estimate = this.estimate(bank, spot, c);
      return estimate ? [{ channel: channel.name, ...estimate, levelDb: toDb(power(c)) - toDb(power(spot)) }] : [];
    });
    const spotDb = toDb(power(spot) / events.length);
    const frames = [...events].sort((a, b) => (b.powers[spot] as number) - (a.powers[spot] as number)).map(({ frame }) => frame);
    return {
      spot: this.reader.channels[spot]?.name ?? '',
      events: total,
      spotDb,
      colourDb: this.colourOf(bank, spot),
      loudnessDb: Object.fromEntries(this.reader.channels.map(({ name }, c) => [name, toDb(this.weighted(bank.power(c)) / events.length)])),
      frames: frames.slice(0, FRAMES_KEPT),
      arrivals,
    };
  }

  /** Two groups that turned out to be one source after their spot was settled: the one with more events stays. */
  private merge(reports: readonly SourceReport[]): SourceReport[] {
    const same = (a: SourceReport, b: SourceReport): boolean => {
      if (a.spot !== b.spot || (a.colourDb && b.colourDb && colourGap(a.colourDb, b.colourDb) > SAME_COLOUR_DB)) return false;
      const gaps = a.arrivals.flatMap((arrival) => {
        const other = b.arrivals.find((candidate) => candidate.channel === arrival.channel);
        return other && arrival.confidence > SURE && other.confidence > SURE ? [apart(arrival, other)] : [];
      });
      return gaps.length > 0 && median(gaps) <= SAME_SOURCE_SAMPLES;
    };
    const kept: SourceReport[] = [];
    for (const report of [...reports].sort((a, b) => b.events - a.events)) {
      const twin = kept.findIndex((other) => same(other, report));
      if (twin < 0) kept.push(report);
      else kept[twin] = { ...(kept[twin] as SourceReport), events: (kept[twin] as SourceReport).events + report.events };
    }
    const order = this.reader.channels.map((channel) => channel.name);
    return kept.sort((a, b) => order.indexOf(a.spot) - order.indexOf(b.spot));
  }
}

export interface SourcesSeen {
  readonly sources: readonly SourceReport[];
  /** Every stroke that was looked at by itself. */
  readonly strokes: readonly StrokeSeen[];
}

/** Measures, for every source found in the events, how each channel hears it against the channel nearest to it. */
export async function measureSources(reader: TakeReader, events: readonly TakeEvent[], settings: SourceSettings): Promise<SourcesSeen> {
  const measurement = new SourceMeasurement(reader, events, settings);
  try {
    const sources = await measurement.run();
    return { sources, strokes: measurement.seen };
  } finally {
    measurement.dispose();
  }
}
