import { add, magnitude, normalize, scale, type Vec3, vec3 } from '../math';
import type { Cause, TapeString } from './model';

const { exp, hypot, log } = Math;

/** One reading of a careful tape, the mark it is held to and the place left open by a stand that is in its place, metres (our choice). */
const TAPE_M = 0.005;
const MARK_M = 0.01;
const IN_PLACE_M = 0.015;
/** Readings of a microphone may be of another day or another stand: as often as this, and then as far off as stands are. */
const STALE = 0.05;
const STALE_M = 0.15;

const sigmaOf = ({ instrument }: TapeString): number => (instrument === null ? hypot(TAPE_M, IN_PLACE_M) : hypot(TAPE_M, MARK_M, IN_PLACE_M));

/** How far a microphone stands from its mark's end of a string otherwise than planned, under causes. */
function shiftOf({ instrument }: TapeString, channel: number, causes: readonly Cause[]): Vec3 {
  let shift = vec3(0, 0, 0);
  for (const cause of causes) {
    if (cause.kind === 'moved' && cause.channel === channel) shift = add(shift, cause.byM);
    if (cause.kind === 'elsewhere' && cause.instrument === instrument) shift = add(shift, scale(cause.byM, -1));
  }
  return shift;
}

/** What a reading is over its planned length under causes, and how it grows with the microphone. */
function heldTo(string: TapeString, shift: Vec3): { readonly overM: number; readonly along: Vec3 } {
  const { awayM, instrument } = string;
  if (instrument === null) return { overM: shift.z, along: vec3(0, 0, 1) };
  const now = add(awayM, shift);
  return { overM: magnitude(now) - magnitude(awayM), along: normalize(now) };
}

/** Log likelihood of a microphone's readings, but for a constant: all of them of this set-up, or all of them stale. */
export function stringsLog(strings: readonly TapeString[], channel: number, causes: readonly Cause[]): number {
  if (strings.length === 0) return 0;
  let fresh = log(1 - STALE);
  let stale = log(STALE);
  for (const string of strings) {
    const sigma = sigmaOf(string);
    const wide = hypot(sigma, STALE_M);
    const left = string.overM - heldTo(string, shiftOf(string, channel, causes)).overM;
    fresh -= 0.5 * (left / sigma) ** 2;
    stale += log(sigma / wide) - 0.5 * (left / wide) ** 2;
  }
  const most = Math.max(fresh, stale);
  return most + log(exp(fresh - most) + exp(stale - most));
}

/** A reading as one row of least squares for what is displaced: its gradient, what is left of it, and its weight, all in metres. */
interface StringRow {
  readonly along: Vec3;
  readonly left: number;
  readonly weight: number;
}

/** The rows that readings add for a displacement, each of them near its value under the causes with that displacement. */
export function stringRows(
  stringsOf: (channel: number) => readonly TapeString[],
  channels: readonly number[],
  causes: readonly Cause[],
  displaced: Cause & { readonly kind: 'moved' | 'elsewhere' },
  blur: number,
): StringRow[] {
  return channels.flatMap((channel) =>
    stringsOf(channel).flatMap((string): StringRow[] => {
      if (displaced.kind === 'moved' ? displaced.channel !== channel : displaced.instrument !== string.instrument) return [];
      const { overM, along } = heldTo(string, shiftOf(string, channel, [...causes, displaced]));
      const left = string.overM - overM;
      const sigma = sigmaOf(string);
      // A stale reading pulls less and less.
      const weight = 1 / (sigma ** 2 * (1 + (left / (3 * blur * sigma)) ** 2));
      return [{ along: displaced.kind === 'moved' ? along : scale(along, -1), left, weight }];
    }),
  );
}

/** Whether the tape bears a move out: that there are readings, that they fit it, and that they do not fit the plan. */
export function stringsAgree(strings: readonly TapeString[], moved: Cause & { readonly kind: 'moved' }): boolean {
  return strings.length > 0 && stringsLog(strings, moved.channel, [moved]) > stringsLog(strings, moved.channel, []) + log(19);
}
