import { formatNumber, listed } from '../../units';
import { lateFindings } from '../delays/late';
import { signFindings } from '../signs/signs';
import type { ChannelReport, TakeFinding, TakeReport } from './report';
import type { Role } from './roles';

const seconds = (samples: number, rate: number): string => `${formatNumber(samples / rate, 2)} s`;

/** Where the loudest peaks are wanted (common practice for steady players), dBFS. */
const USUAL_PEAK_DBFS = -12;
/** An offset that is told, share of full scale: −60 dBFS; converters of today keep ten times below (from memory). */
const WORTH_DC = 0.001;
const gainDb = (db: number): string => formatNumber(db, 0);

function channelFindings(channel: ChannelReport, rate: number): TakeFinding[] {
  const findings: TakeFinding[] = [];
  const say = (severity: TakeFinding['severity'], code: string, message: string): void => {
    findings.push({ severity, code, channels: [channel.name], message });
  };
  if (channel.silent) {
    say('fix', 'silent', `${channel.name} is silent: check the cable, phantom power and which input it is on.`);
    return findings;
  }
  const first = channel.clips[0];
  if (first) {
    const times = channel.clipCount === 1 ? 'once' : `${channel.clipCount} times`;
    say(
      'fix',
      'clipped',
      `${channel.name} clips ${times}, first at ${seconds(first.startSample, rate)}: turn its gain down by 6 dB, or switch a pad on, and record again.`,
    );
  } else if (channel.truePeakDbtp > -3 && !channel.isFloat) {
    say(
      'improve',
      'hot',
      `${channel.name} peaks at ${formatNumber(channel.truePeakDbtp, 1)} dBTP, close to full scale: turn its gain down by ${gainDb(channel.truePeakDbtp - USUAL_PEAK_DBFS)} dB, for peaks at −12 dBFS.`,
    );
  }
  if (channel.peakDbfs < -40 && !channel.isFloat)
    say(
      'improve',
      'low-level',
      `${channel.name} peaks at only ${formatNumber(channel.peakDbfs, 1)} dBFS: turn its gain up by ${gainDb(USUAL_PEAK_DBFS - channel.peakDbfs)} dB, for peaks at −12 dBFS.`,
    );
  if (Math.abs(channel.dcOffset) > WORTH_DC)
    say(
      'note',
      'dc-offset',
      `${channel.name} has a DC offset of ${formatNumber(channel.dcOffset * 100, 1)} % of full scale: a high-pass removes it; if it stays, have the input looked at.`,
    );
  if (channel.hum && channel.hum.levelDbfs > channel.peakDbfs - 60)
    say(
      'improve',
      'hum',
      `${channel.name} hums at ${channel.hum.mainsHz} Hz and its harmonics, ${formatNumber(channel.hum.levelDbfs, 0)} dBFS: move its cable away from power leads and check for two earths.`,
    );
  if (channel.peakDbfs - channel.noiseFloorDbfs < 20 && channel.loudnessLufs - channel.noiseFloorDbfs > 3)
    say(
      'note',
      'noise',
      `${channel.name} has its noise only ${formatNumber(channel.peakDbfs - channel.noiseFloorDbfs, 0)} dB below its peaks: go closer, or quieten the room.`,
    );
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
      message: `With the polarity of ${listed(flips)} reversed in the mix, the low end of the sum gains ${formatNumber(gained.low, 1)} dB: an offer, not a fault. Listen to both.`,
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
      message: `${a} and ${b} hold one and the same recording${correlation < 0 ? ', the second of opposite polarity' : ''}: one input went to two tracks, or a file was copied. Look at the routing, and record again.`,
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
