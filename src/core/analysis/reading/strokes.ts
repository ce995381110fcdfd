import type { AudioFile } from '../../audio';
import { alignByTimestamps } from './alignByTimestamps';
import { byOneClock } from './clockGroups';
import type { TakeReport } from './report';
import { TakeReader, takeChannels } from './take';

/** A source's strokes as every channel has them, cut out round their start in the channel nearest to it. */
export interface StrokePicture {
  /** Which of the report's sources. */
  readonly source: number;
  readonly spot: string;
  readonly channels: readonly string[];
  readonly sampleRate: number;
  /** Samples before the start. */
  readonly leadSamples: number;
  /** Strokes by channels, as recorded; full scale at ±1. */
  readonly strokes: readonly (readonly Float32Array[])[];
}

/** Shown before and after a stroke's start, seconds. */
const BEFORE_S = 0.004;
const AFTER_S = 0.02;
/** Looked through for the start in the nearest channel, round the frame that was noted, seconds. */
const SEARCHED_S = 0.008;
/** A stroke has begun when it is this share of what it comes to. */
const BEGUN = 0.25;
/** Strokes of one source shown. */
const MOST_STROKES = 3;

/** First sample that is as loud as a beginning, counted from the window's own first. */
function startOf(samples: Float32Array, count: number): number {
  let most = 0;
  for (let i = 0; i < count; i++) most = Math.max(most, Math.abs(samples[i] as number));
  for (let i = 0; i < count; i++) if (Math.abs(samples[i] as number) >= BEGUN * most) return i;
  return 0;
}

/** Cuts the strokes of every source of a report out of its files: what is drawn to prove the figures. */
export async function strokePictures(files: readonly AudioFile[], report: TakeReport): Promise<StrokePicture[]> {
  const rate = report.sampleRate;
  const whole = takeChannels(alignByTimestamps(files).files).filter(({ file }) => file.info.sampleRateHz === rate);
  const channels = byOneClock(whole, report.clocks);
  if (channels.length === 0) return [];
  const lead = Math.round(BEFORE_S * rate);
  const length = lead + Math.round(AFTER_S * rate);
  const searched = Math.round(SEARCHED_S * rate);
  // Wherever it begins among what is searched, the whole stroke is in what is read.
  const read = lead + 2 * searched + length;
  const reader = new TakeReader(channels, read);
  const pictures: StrokePicture[] = [];
  for (const [source, { spot, frames = [] }] of report.sources.entries()) {
    const nearest = channels.findIndex(({ name }) => name === spot);
    if (nearest < 0) continue;
    const strokes: Float32Array[][] = [];
    for (const frame of frames.slice(0, MOST_STROKES)) {
      const round = await reader.readClean(frame - searched - lead, read);
      const start = startOf((round[nearest] as Float32Array).subarray(lead), 2 * searched);
      strokes.push(round.map((samples) => samples.slice(start, start + length)));
    }
    pictures.push({ source, spot, channels: channels.map(({ name }) => name), sampleRate: rate, leadSamples: lead, strokes });
  }
  return pictures;
}
