import type { AudioFile } from '../../audio';
import type { FftKernel, RealFftPlan } from '../../math';
import { type DelayEstimate, estimateDelay } from '../delays/delay';
import { type Drift, driftsOf, type StrokeSeen } from '../delays/drift';
import { correlationOf, sumLossDb } from '../meters/bands';
import { type ChannelReading, meterTake } from '../meters/meterTake';
import { noiseFor, noiseOctaves, noiseOf, QuietWindows } from '../meters/noise';
import { SpectrumBank } from '../meters/spectra';
import { thumpFindings } from '../meters/thumps';
import { tickFindings } from '../meters/ticks';
import { loudestPart, WindowSpectrum } from '../meters/windowSpectrum';
import { groupFindings, groupsOf } from '../sources/groups';
import { OnsetDetector } from '../sources/onsets';
import { measureSources } from '../sources/sources';
import { proposeSum } from '../sum/proposal';
import { alignByTimestamps } from './alignByTimestamps';
import { byOneClock, clockGroups, driftFindings } from './clockGroups';
import { lengthFindings, numberFindings, rateFindings, warningFindings } from './fileFindings';
import { type PairReport, type SumOffer, TAKE_REPORT_FORMAT, type TakeReport } from './report';
import { rolesOf } from './roles';
import { blocksOf, SPAN_FRAMES, type TakeChannel, TakeReader, takeChannels } from './take';
import { takeFindings, twinFindings } from './takeFindings';

export interface TakeCheckOptions {
  readonly kernel: FftKernel;
  /** Share done, 0 to 1. */
  readonly onProgress?: (share: number) => void;
  /** Longest delay looked for; 2048 samples is 42 ms, 14 m. */
  readonly maxLagSamples?: number;
  /** Readings of every channel of these files, in their order, as {@link meterTake} gives them; from another thread they come sooner. */
  readonly meter?: () => Promise<readonly ChannelReading[]>;
}

const WINDOW = 16_384;
/** Short windows find the gaps between strokes, where only noise is left. */
const GAP = 2048;
const DEFAULT_MAX_LAG = 2048;

interface FirstPass {
  readonly bank: SpectrumBank;
  /** Mean power by bin of the quietest gaps. */
  readonly gapNoise: readonly Float32Array[];
  readonly onsets: OnsetDetector;
}

/** One pass over the whole take in blocks: spectra of all pairs, quiet windows, events. Memory stays flat. */
async function firstPass(reader: TakeReader, window: Float32Array, options: TakeCheckOptions, gaps: WindowSpectrum): Promise<FirstPass> {
  const names = reader.channels.map((channel) => channel.name);
  const bank = new SpectrumBank(options.kernel, names.length, window);
  const quietGaps = names.map(() => new QuietWindows(GAP / 2));
  const onsets = new OnsetDetector(names.length);
  for await (const { start, count, blocks } of blocksOf(reader.channels, SPAN_FRAMES, true)) {
    onsets.push(blocks, count);
    blocks.forEach((block, c) => {
      for (let offset = 0; offset + GAP <= count; offset += GAP)
        quietGaps[c]?.offer(loudestPart(block, offset, GAP, 4), () => gaps.power(block, offset));
    });
    for (let offset = 0; offset < count; offset += WINDOW) {
      if (offset + WINDOW > count) for (const block of blocks) block.fill(0, count, Math.min(block.length, offset + WINDOW));
      bank.add(blocks, offset);
    }
    options.onProgress?.((0.85 * (start + count)) / reader.frameCount);
  }
  return { bank, gapNoise: quietGaps.map((keeper) => keeper.mean()), onsets };
}

function pairReports(
  first: FirstPass,
  names: readonly string[],
  rate: number,
  estimateOf: (a: number, b: number) => DelayEstimate | null,
): PairReport[] {
  const pairs: PairReport[] = [];
  for (let a = 0; a < names.length; a++)
    for (let b = a + 1; b < names.length; b++) {
      const cross = first.bank.pair(a, b);
      const estimate = estimateOf(a, b) ?? { delaySamples: 0, polarity: 1 as const, confidence: 0 };
      pairs.push({ a: names[a] as string, b: names[b] as string, ...estimate, correlation: correlationOf(cross), sumLossDb: sumLossDb(cross, rate) });
    }
  return pairs;
}

function pairEstimator(
  first: FirstPass,
  rate: number,
  plan: RealFftPlan,
  maxLagSamples: number,
  noise: readonly Float32Array[],
): (a: number, b: number) => DelayEstimate | null {
  const known = new Map<string, DelayEstimate | null>();
  const bins: [number, number] = [Math.max(1, Math.round((30 * WINDOW) / rate)), Math.round((Math.min(20_000, 0.47 * rate) * WINDOW) / rate)];
  return (a, b) => {
    const key = `${a}/${b}`;
    if (!known.has(key)) known.set(key, estimateDelay(first.bank.pair(a, b), { plan, maxLagSamples, bins, ...noiseOf(noise, a, b) }));
    return known.get(key) ?? null;
  };
}

/** Sample rate that most channels have; the first of those in a tie. */
function commonRate(channels: readonly TakeChannel[]): number {
  const counts = new Map<number, number>();
  for (const channel of channels) counts.set(channel.file.info.sampleRateHz, (counts.get(channel.file.info.sampleRateHz) ?? 0) + 1);
  return [...counts].reduce((best, entry) => (entry[1] > best[1] ? entry : best))[0];
}

/** What is measured of channels that are compared with one another, all with all. */
type Part = Pick<TakeReport, 'channels' | 'pairs' | 'sources' | 'proposal' | 'findings'> & { readonly strokes: readonly StrokeSeen[] };

type ReadingOf = (channel: TakeChannel) => Promise<ChannelReading>;

async function measureTogether(channels: readonly TakeChannel[], rate: number, readingOf: ReadingOf, options: TakeCheckOptions): Promise<Part> {
  const names = channels.map((channel) => channel.name);
  const reader = new TakeReader(channels, SPAN_FRAMES);
  const plan = options.kernel.plan(WINDOW);
  const gapPlan = options.kernel.plan(GAP);
  const gaps = new WindowSpectrum(gapPlan);
  const whole = new WindowSpectrum(plan);
  let bank: SpectrumBank | null = null;
  try {
    const { window, windowEnergy } = whole;
    const first = await firstPass(reader, window, options, gaps);
    bank = first.bank;
    const maxLagSamples = options.maxLagSamples ?? DEFAULT_MAX_LAG;
    const estimateOf = pairEstimator(first, rate, plan, maxLagSamples, noiseFor(first.gapNoise, GAP, gaps.windowEnergy, WINDOW, windowEnergy));
    const { sources, strokes } = await measureSources(reader, first.onsets.events, {
      kernel: options.kernel,
      sampleRateHz: rate,
      maxLagSamples,
      noise: first.gapNoise,
      noiseSize: GAP,
      noiseWindowEnergy: gaps.windowEnergy,
    });
    const readings = await Promise.all(channels.map(readingOf));
    const reports = readings.map(({ report }, c) => ({
      ...report,
      noiseOctavesDbfs: noiseOctaves(first.gapNoise[c] as Float32Array, GAP, gaps.windowEnergy, rate),
    }));
    const usable = reports.map((report) => !report.silent);
    return {
      channels: reports,
      strokes,
      pairs: pairReports(first, names, rate, estimateOf),
      sources,
      proposal: proposeSum(first.bank, names, usable, sources, estimateOf, rate),
      findings: [
        ...numberFindings(readings, rate),
        ...tickFindings(first.onsets.events, names, rate),
        ...thumpFindings(
          readings.map(({ sways }) => sways),
          names,
        ),
      ],
    };
  } finally {
    bank?.dispose();
    plan.dispose();
    gapPlan.dispose();
  }
}

/** Channels measured together; many of them in groups, one after the other, so that memory stays as it is for one. */
async function measureInGroups(channels: readonly TakeChannel[], rate: number, readingOf: ReadingOf, options: TakeCheckOptions): Promise<Part[]> {
  const groups = await groupsOf(channels);
  const parts: Part[] = [];
  for (const group of groups) {
    const done = parts.length;
    const onProgress = (share: number): void => options.onProgress?.((done + share) / groups.length);
    parts.push(await measureTogether(group, rate, readingOf, { ...options, onProgress }));
  }
  return parts;
}

/** The same, every recorder's clock brought to that of most before anything is concluded: a take of one recorder is measured once. */
async function measureByOneClock(
  channels: readonly TakeChannel[],
  rate: number,
  readingOf: ReadingOf,
  options: TakeCheckOptions,
): Promise<{ readonly parts: readonly Part[]; readonly drifts: readonly Drift[]; readonly clocks: TakeReport['clocks'] }> {
  const parts = await measureInGroups(channels, rate, readingOf, { ...options, onProgress: (share) => options.onProgress?.(0.9 * share) });
  // Strokes of groups that are measured apart do not compare.
  const [only, ...others] = parts;
  const drifts = only && others.length === 0 ? driftsOf(only.strokes, channels.length, rate) : [];
  const clocks = clockGroups(channels, drifts);
  if (drifts.length === 0) return { parts, drifts, clocks };
  const same = byOneClock(channels, clocks);
  const bySame = new Map(same.map((channel, i) => [channel, channels[i] as TakeChannel]));
  const onProgress = (share: number): void => options.onProgress?.(0.9 + 0.1 * share);
  const again = await measureInGroups(same, rate, (channel) => readingOf(bySame.get(channel) ?? channel), { ...options, onProgress });
  return { parts: again, drifts, clocks };
}

const NO_OFFER: SumOffer = { flips: [], delays: [], gainDb: { low: 0, mid: 0, high: 0 } };

/** What groups offer, taken together: the strongest gain stands for it. */
const together = (offers: readonly SumOffer[]): SumOffer => ({
  flips: offers.flatMap(({ flips }) => flips),
  delays: offers.flatMap(({ delays }) => delays),
  gainDb: offers.reduce((best, { gainDb }) => (gainDb.low > best.low ? gainDb : best), offers[0]?.gainDb ?? NO_OFFER.gainDb),
});

/**
 * Checks a take: per channel levels, clips, noise, silence; per pair delay, polarity, correlation, loss in the sum; per
 * source found in the audio the arrivals at every channel. Memory does not grow with the take's length, nor past 32 channels with
 * their number: more are compared in groups, which is said.
 * Throws RangeError without channels.
 */
export async function checkTake(given: readonly AudioFile[], options: TakeCheckOptions): Promise<TakeReport> {
  const { files, findings } = alignByTimestamps(given);
  const all = takeChannels(files);
  if (all.length === 0) throw new RangeError('checkTake: files must hold at least one channel');
  const rate = commonRate(all);
  const channels = all.filter((channel) => channel.file.info.sampleRateHz === rate);
  const strangers = all.filter((channel) => channel.file.info.sampleRateHz !== rate);
  const metered = (options.meter ?? (() => meterTake(given)))();
  // Whatever goes wrong first is told; what the meters say after that is of no more use.
  metered.catch(() => undefined);
  const readingOf: ReadingOf = async (channel) => (await metered)[all.indexOf(channel)] as ChannelReading;
  const { parts, drifts, clocks } = await measureByOneClock(channels, rate, readingOf, options);
  const order = new Map(channels.map(({ name }, i) => [name, i]));
  const reports = parts.flatMap((part) => part.channels).sort((a, b) => (order.get(a.name) ?? 0) - (order.get(b.name) ?? 0));
  const alone = await Promise.all(strangers.map(async (stranger) => (await readingOf(stranger)).report));
  const frames = channels.reduce((most, { file }) => Math.max(most, file.info.frameCount), 0);
  options.onProgress?.(1);
  return {
    format: TAKE_REPORT_FORMAT,
    version: 1,
    sampleRate: rate,
    durationSeconds: frames / rate,
    channels: [...reports, ...alone],
    pairs: parts.flatMap((part) => part.pairs),
    sources: parts.flatMap((part) => part.sources),
    proposal: {
      ...together(parts.map(({ proposal }) => proposal)),
      polarityOnly: together(parts.map(({ proposal }) => proposal.polarityOnly ?? NO_OFFER)),
    },
    clocks,
    roles: rolesOf(channels.map(({ name }) => name)),
    findings: [
      ...findings,
      ...driftFindings(channels, drifts, rate),
      ...groupFindings(
        channels.length,
        parts.map((part) => part.channels.length),
      ),
      ...parts.flatMap((part) => part.findings),
      ...warningFindings(files),
      ...rateFindings(strangers, rate),
      ...parts.flatMap(twinFindings),
      ...parts.flatMap((part) => takeFindings({ ...part, sampleRate: rate })),
      ...takeFindings({ channels: alone, sampleRate: rate, sources: [], proposal: NO_OFFER }),
      ...lengthFindings(channels, rate),
    ].map((finding) => ({ ...finding, probability: finding.probability ?? 1, evidence: finding.evidence ?? [] })),
  };
}
