import { type FftKernel, median } from '../math';
import { type DelayEstimate, type DelayOptions, estimateDelay } from './delay';
import type { TakeEvent } from './onsets';
import type { MeasuredArrival, SourceReport } from './report';
import { SpectrumBank } from './spectra';
import type { TakeReader } from './take';

/** Events looked at for one source; more add nothing. */
const EVENTS_PER_SOURCE = 16;
/** A channel is a spot's candidate when its event is within this of its loudest. */
const CANDIDATE_DB = 10;
/** One millisecond later costs a candidate this much. */
const LATE_COST_DB_PER_MS = 2;
/** Events whose delays differ by more than this belong to different sources, samples. */
const SAME_SOURCE_SAMPLES = 10;
const SURE = 0.2;

/** Window round an event: fades in before the onset and out over the tail, so the direct sound weighs most. */
function eventWindow(size: number, pre: number): Float32Array {
  const fadeIn = pre / 2;
  const hold = size / 4;
  return Float32Array.from({ length: size }, (_, i) => {
    if (i < fadeIn) return 0.5 - 0.5 * Math.cos((Math.PI * i) / fadeIn);
    if (i < hold) return 1;
    return 0.5 + 0.5 * Math.cos((Math.PI * (i - hold)) / (size - hold));
  });
}

const toDb = (power: number): number => 10 * Math.log10(Math.max(power, 1e-20));

/** The channel nearest each event: loud for its own standards, special among its events, and early. */
export function assignSpots(events: readonly TakeEvent[], channels: number, sampleRateHz: number): number[] {
  const top = Array.from({ length: channels }, (_, c) => Math.max(...events.map((event) => toDb(event.powers[c] as number)), -200));
  const relative = events.map((event) => Array.from({ length: channels }, (_, c) => toDb(event.powers[c] as number) - (top[c] as number)));
  const usual = Array.from(
    { length: channels },
    (_, c) => relative.reduce((sum, row) => sum + Math.max(-40, row[c] as number), 0) / Math.max(1, events.length),
  );
  return events.map((event, e) => {
    const row = relative[e] as number[];
    const alive = row.map((_, c) => c).filter((c) => (top[c] as number) > -110);
    const close = alive.filter((c) => (row[c] as number) > -CANDIDATE_DB);
    const pool = close.length ? close : alive;
    const first = Math.min(...pool.map((c) => event.onsets[c] as number));
    const score = (c: number): number => {
      const lateMs = Math.min(10, ((event.onsets[c] as number) - first) / (sampleRateHz / 1000));
      return (row[c] as number) - (usual[c] as number) - LATE_COST_DB_PER_MS * (Number.isFinite(lateMs) ? lateMs : 10);
    };
    return pool.reduce((best, c) => (score(c) > score(best) ? c : best), pool[0] ?? 0);
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

/** Noise spectra of one window brought to another's length and energy. */
function noiseFor(settings: SourceSettings, size: number, windowEnergy: number): Float32Array[] {
  const ratio = settings.noiseSize / size;
  return settings.noise.map((spectrum) => {
    const out = new Float32Array(size / 2);
    for (let k = 1; k < out.length; k++)
      out[k] = ((spectrum[Math.min(spectrum.length - 1, Math.round(k * ratio))] as number) * windowEnergy) / settings.noiseWindowEnergy;
    return out;
  });
}

function strongest(events: readonly TakeEvent[], spot: number): TakeEvent[] {
  const byPower = [...events].sort((a, b) => (b.powers[spot] as number) - (a.powers[spot] as number));
  return byPower.slice(0, EVENTS_PER_SOURCE).sort((a, b) => a.frame - b.frame);
}

const medianGap = (a: readonly (DelayEstimate | null)[], b: readonly (DelayEstimate | null)[]): number => {
  const gaps = a.flatMap((estimate, c) => {
    const other = b[c];
    return estimate && other && estimate.confidence > SURE && other.confidence > SURE ? [Math.abs(estimate.delaySamples - other.delaySamples)] : [];
  });
  return gaps.length ? median(gaps) : 0;
};

/** Second pass: reads only the windows round the strongest events of each spot and measures every channel against it. */
export async function measureSources(reader: TakeReader, events: readonly TakeEvent[], settings: SourceSettings): Promise<SourceReport[]> {
  const channels = reader.channels.length;
  const size = 2 ** Math.round(Math.log2(0.17 * settings.sampleRateHz));
  const pre = size / 8;
  const plan = settings.kernel.plan(size);
  const window = eventWindow(size, pre);
  const noise = noiseFor(
    settings,
    size,
    window.reduce((sum, w) => sum + w * w, 0),
  );
  const hz = size / settings.sampleRateHz;
  const bins: [number, number] = [Math.max(1, Math.round(30 * hz)), Math.round(Math.min(18_000, 0.45 * settings.sampleRateHz) * hz)];
  const options = (a: number, b: number): DelayOptions =>
    ({ plan, maxLagSamples: settings.maxLagSamples, noiseA: noise[a], noiseB: noise[b], bins, preferDirect: true }) as DelayOptions;
  const spots = assignSpots(events, channels, settings.sampleRateHz);
  const reports: SourceReport[] = [];
  try {
    for (const spot of [...new Set(spots)].sort((a, b) => a - b)) {
      const own = events.filter((_, e) => spots[e] === spot);
      for (const group of await groupEvents(own)) reports.push(await measure(spot, group.events, group.total));

      async function groupEvents(list: readonly TakeEvent[]): Promise<{ events: TakeEvent[]; total: number }[]> {
        const groups: { events: TakeEvent[]; delays: (DelayEstimate | null)[] }[] = [];
        for (const event of strongest(list, spot)) {
          const bank = new SpectrumBank(channels, plan, window);
          bank.add(await reader.read(event.frame - pre, size), 0);
          const delays = reader.channels.map((_, c) => (c === spot ? null : estimateDelay(bank.pair(spot, c), options(spot, c))));
          const home = groups.find((group) => medianGap(group.delays, delays) <= SAME_SOURCE_SAMPLES);
          if (home) home.events.push(event);
          else groups.push({ events: [event], delays });
        }
        const most = Math.max(0, ...groups.map((group) => group.events.length));
        const kept = groups.filter((group) => group.events.length >= Math.max(Math.min(2, most), most * 0.2));
        const looked = kept.reduce((sum, group) => sum + group.events.length, 0);
        return kept.map((group) => ({
          events: group.events,
          total: Math.max(group.events.length, Math.round((list.length * group.events.length) / Math.max(1, looked))),
        }));
      }
    }
  } finally {
    plan.dispose();
  }
  return reports;

  async function measure(spot: number, group: readonly TakeEvent[], total: number): Promise<SourceReport> {
    const bank = new SpectrumBank(channels, plan, window);
    for (const event of group) bank.add(await reader.read(event.frame - pre, size), 0);
    const power = (c: number): number => (bank.powers[c] as Float32Array).reduce((sum, p) => sum + p, 0);
    const arrivals = reader.channels.flatMap((channel, c): MeasuredArrival[] => {
      const estimate = c === spot ? null : estimateDelay(bank.pair(spot, c), options(spot, c));
      return estimate ? [{ channel: channel.name, ...estimate, levelDb: toDb(power(c)) - toDb(power(spot)) }] : [];
    });
    return { spot: reader.channels[spot]?.name ?? '', events: total, arrivals };
  }
}
