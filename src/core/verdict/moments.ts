import type { Matching, TakeReport } from '../analysis';
import type { Verdict } from './verdicts';

/** A stretch of a take. */
export interface Moment {
  readonly fromS: number;
  readonly toS: number;
}

/** So much before a stroke, and after it, seconds: its attack is not cut, and most of its decay is heard. */
const BEFORE_S = 0.15;
const AFTER_S = 0.85;
/** From here on an arrival is believed. */
const SURE = 0.3;

/** The files that a verdict is about, by its own names or by its microphones'. */
export const channelsOf = ({ channels, microphoneIds }: Pick<Verdict, 'channels' | 'microphoneIds'>, matching: Matching): readonly string[] =>
  channels.length > 0 ? channels : Object.keys(matching).filter((name) => microphoneIds.includes(matching[name] ?? ''));

/** A stretch round a place of the take, within it. */
export function momentAt(seconds: number, { durationSeconds }: Pick<TakeReport, 'durationSeconds'>): Moment {
  const fromS = Math.max(0, Math.min(seconds - BEFORE_S, durationSeconds - BEFORE_S - AFTER_S));
  return { fromS, toS: Math.min(durationSeconds, fromS + BEFORE_S + AFTER_S) };
}

/** Where in the take what is said of some channels is heard best: where one of them clips first, or the loudest stroke of the source that most of them hear for sure; null where there is no such place. */
export function momentOf(report: TakeReport, { code }: Pick<Verdict, 'code'>, channels: readonly string[]): Moment | null {
  if (code.startsWith('clip')) {
    const starts = report.channels.filter(({ name }) => channels.includes(name)).flatMap(({ clips }) => clips.map(({ startSample }) => startSample));
    return starts.length > 0 ? momentAt(Math.min(...starts) / report.sampleRate, report) : null;
  }
  const rated = report.sources.flatMap(({ spot, frames = [], arrivals, spotDb = 0 }) => {
    const [loudest] = frames;
    if (loudest === undefined) return [];
    const sure = channels.filter(
      (name) => name === spot || arrivals.some(({ channel, confidence }) => channel === name && confidence >= SURE),
    ).length;
    return sure > 0 ? [{ loudest, sure, isSpot: channels.includes(spot), spotDb }] : [];
  });
  const [best] = rated.sort((a, b) => b.sure - a.sure || Number(b.isSpot) - Number(a.isSpot) || b.spotDb - a.spotDb);
  return best ? momentAt(best.loudest / report.sampleRate, report) : null;
}
