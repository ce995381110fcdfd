import { asList, asNumber, type Told } from '../../units';
import { tell } from '../codes';
import { lateFindings } from '../delays/late';
import { signFindings } from '../signs/signs';
import type { ChannelReport, TakeFinding, TakeReport } from './report';
import type { Role } from './roles';

/** Where the loudest peaks are wanted (common practice for steady players), dBFS. */
const USUAL_PEAK_DBFS = -12;
/** An offset that is told, share of full scale: −60 dBFS; converters of today keep ten times below (from memory). */
const WORTH_DC = 0.001;

function channelFindings(channel: ChannelReport, rate: number): TakeFinding[] {
  const findings: TakeFinding[] = [];
  const say = (severity: TakeFinding['severity'], code: string, message: Told): void => {
    findings.push({ severity, code, channels: [channel.name], message });
  };
  const { name, peakDbfs, truePeakDbtp, noiseFloorDbfs, hum } = channel;
  if (channel.silent) {
    say('fix', 'silent', tell('silent', { name }));
    return findings;
  }
  const first = channel.clips[0];
  if (first) say('fix', 'clipped', tell('clips', { name, times: channel.clipCount, at: asNumber(first.startSample / rate, 2) }));
  else if (truePeakDbtp > -3 && !channel.isFloat)
    say('improve', 'hot', tell('peaks-near-full-scale', { name, peak: asNumber(truePeakDbtp, 1), by: asNumber(truePeakDbtp - USUAL_PEAK_DBFS, 0) }));
  if (peakDbfs < -40 && !channel.isFloat)
    say('improve', 'low-level', tell('peaks-low', { name, peak: asNumber(peakDbfs, 1), by: asNumber(USUAL_PEAK_DBFS - peakDbfs, 0) }));
  if (Math.abs(channel.dcOffset) > WORTH_DC) say('note', 'dc-offset', tell('dc-offset', { name, percent: asNumber(channel.dcOffset * 100, 1) }));
  if (hum && hum.levelDbfs > peakDbfs - 60) say('improve', 'hum', tell('hums', { name, mains: hum.mainsHz, level: asNumber(hum.levelDbfs, 0) }));
  if (peakDbfs - noiseFloorDbfs < 20 && channel.loudnessLufs - noiseFloorDbfs > 3)
    say('note', 'noise', tell('noise-near-its-peaks', { name, below: asNumber(peakDbfs - noiseFloorDbfs, 0) }));
  return findings;
}

/** An offer is not made for less than this in the low end, dB. */
const WORTH_OFFERING_DB = 1;

/** The polarity set that fills out the sum is a thing of the mix: an offer, never a fault. */
function sumOffer({ proposal }: Pick<TakeReport, 'proposal'>): TakeFinding[] {
  const { flips, gainDb: gained } = proposal.polarityOnly ?? proposal;
  if (flips.length === 0 || gained.low < WORTH_OFFERING_DB) return [];
  return [
    {
      severity: 'note',
      code: 'sum-fuller',
      channels: flips,
      message: tell('sum-fuller-reversed', { names: asList(flips), gain: asNumber(gained.low, 1) }),
    },
  ];
}

/** Two microphones never agree as well as this, 40 dB, in a room whose sides differ. */
const SAME_RECORDING = 0.99995;
/** Before a source in the very middle they may; but each has its own noise, and a copy has less than that left: so far under it, dB. */
const UNDER_NOISE_DB = 6;
/** What is left of a copy can be less than this only on paper, dB re the channel. */
const LEAST_LEFT_DB = -60;

/** Whether what one channel leaves of the other is less than the noise that two microphones have. */
function isOneRecording({ correlation }: TakeReport['pairs'][number], { loudnessLufs, noiseFloorDbfs }: ChannelReport): boolean {
  const leftDb = 10 * Math.log10(Math.max(1e-9, 1 - correlation ** 2));
  return Math.abs(correlation) > SAME_RECORDING && leftDb < Math.max(noiseFloorDbfs - loudnessLufs - UNDER_NOISE_DB, LEAST_LEFT_DB);
}

/** Channels that hold one and the same recording. */
export function twinFindings({ pairs, channels }: Pick<TakeReport, 'pairs' | 'channels'>): TakeFinding[] {
  return pairs
    .filter((pair) => {
      const second = channels.find(({ name }) => name === pair.b);
      return second !== undefined && isOneRecording(pair, second);
    })
    .map(({ a, b, correlation }) => ({
      severity: 'fix',
      code: 'same-recording',
      channels: [a, b],
      message: tell('one-recording', { one: a, other: b, reversed: correlation < 0 ? 'yes' : 'no' }),
    }));
}

type Measured = Pick<TakeReport, 'channels' | 'sampleRate' | 'proposal' | 'sources'>;

/** What is told of channels against each other: signs judged as one set, what is late, and the flips that would fill out the sum. */
export function togetherFindings(report: Measured, corrected: Readonly<Record<string, Role>> = {}): TakeFinding[] {
  const signs = signFindings(report, corrected);
  const late = lateFindings(report, corrected);
  // A channel that is upside down or late makes the sum's offer a wrong one: first things first.
  return [...signs, ...late, ...([...signs, ...late].some(({ severity }) => severity !== 'note') ? [] : sumOffer(report))];
}

/** Codes of {@link togetherFindings}. */
export const TOGETHER_CODES: ReadonlySet<string> = new Set(['polarity-reversed', 'question', 'late', 'early', 'sum-fuller']);

/** Findings that need no plan: channels against each other, and each alone. */
export function takeFindings(report: Measured): TakeFinding[] {
  return [...togetherFindings(report), ...report.channels.flatMap((channel) => channelFindings(channel, report.sampleRate))];
}
