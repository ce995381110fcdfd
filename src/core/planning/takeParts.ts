import type { Matching } from '../analysis';
import { panOf, type Session } from '../document';
import { matrixOf } from '../listening';

/** What of a take is heard: everything as it is mixed, everything or some of it in one, a pair, one channel. */
export type TakePart =
  | { readonly of: 'all' | 'mono' }
  | { readonly of: 'pair'; readonly id: string }
  | { readonly of: 'some' | 'channel'; readonly channels: readonly string[] };

/** A channel of a take on its way to left and right: as its file has it, or turned and later. */
export interface HeardFile {
  readonly channel: string;
  readonly gains: readonly [number, number];
  readonly flip: boolean;
  readonly seconds: number;
}

const MIDDLE = [Math.SQRT1_2, Math.SQRT1_2] as const;
const ALONE = [1, 1] as const;

/** What of each file goes to left and right, by its name. A file of no microphone is in the middle of everything, and in no pair. */
export function gainsOf(
  session: Session,
  matching: Matching,
  names: readonly string[],
  part: TakePart,
): ReadonlyMap<string, readonly [number, number]> {
  if (part.of === 'channel') return new Map(part.channels.map((name) => [name, ALONE]));
  const placed = session.microphones.filter(({ id }) => names.some((name) => matching[name] === id));
  const pair = part.of === 'pair' ? session.pairs.find(({ id }) => id === part.id) : undefined;
  const matrix = matrixOf(
    placed.map((one) => ({ id: one.id, pan: panOf(session, one) })),
    session.pairs.map(({ leftId, rightId, decoding, width = 1 }) => ({ leftId, rightId, decoding, width })),
    new Set(pair ? [pair.leftId, pair.rightId] : placed.map(({ id }) => id)),
    part.of === 'mono' || part.of === 'some' ? 'mono' : 'stereo',
  );
  return new Map(
    names.flatMap((name): [string, readonly [number, number]][] => {
      if (part.of === 'some' && !part.channels.includes(name)) return [];
      const at = placed.findIndex(({ id }) => id === matching[name]);
      const gains = at < 0 ? (part.of === 'pair' ? undefined : MIDDLE) : matrix[at];
      return gains && (gains[0] !== 0 || gains[1] !== 0) ? [[name, gains]] : [];
    }),
  );
}

/** The files of a take's microphones as the session mixes them: what the mix inverts and delays is done. Files of no microphone are left out. */
export function asMixed(session: Session, matching: Matching, part: TakePart = { of: 'all' }): readonly HeardFile[] {
  const microphoneOf = (name: string) => session.microphones.find(({ id }) => id === matching[name]);
  const names = Object.keys(matching).filter((name) => microphoneOf(name) !== undefined);
  return [...gainsOf(session, matching, names, part)].map(([channel, gains]) => {
    const placed = microphoneOf(channel);
    return { channel, gains, flip: placed?.flipped ?? false, seconds: (placed?.alignSamples ?? 0) / session.sampleRateHz };
  });
}
