import { speedOfSound } from '../acoustics';
import type { Session } from '../document';
import { isScreen, softAreaM2 } from '../furnishings';
import { familyOf, type Instrument } from '../instruments';
import { middleSeconds, octaveDecays } from '../room';
import { heardRoom } from './resolve';

/** Decay that suits a group of instruments in a small room, s (common practice, from memory): close and clear below, alive above. */
const SUITS: Readonly<Record<string, readonly [number, number]>> = {
  Drums: [0.25, 0.6],
  'Guitar and voice': [0.2, 0.5],
  Percussion: [0.25, 0.6],
  Piano: [0.4, 0.9],
  Horns: [0.4, 0.9],
};
const ANY: readonly [number, number] = [0.25, 0.6];
/** Who wants it dry or with much of the room moves both ends by this (our choice). */
const WISH: Readonly<Record<string, number>> = { dry: 0.75, roomy: 1.5 };

/** How a room's decay suits an instrument that is in it. */
export interface RoomFor {
  readonly instrument: Instrument;
  readonly judged: 'dry' | 'live' | 'right';
  readonly seconds: number;
  readonly lowS: number;
  readonly highS: number;
  /** What takes up the most of what can be taken away; null where nothing soft is there. */
  readonly lift: string | null;
}

/** The decay of the middle octaves held against what suits each instrument, with the brief's wish for room. */
export function roomFor(session: Session): readonly RoomFor[] {
  const seconds = middleSeconds(octaveDecays(heardRoom(session), speedOfSound(session.room.temperatureC)));
  const wish = WISH[session.brief.roomShare ?? ''] ?? 1;
  const soft = session.furnishings
    .filter(({ kind }) => !isScreen(kind))
    .map((one) => ({ name: one.name, m2: softAreaM2(one)?.[3] ?? 0 }))
    .sort((a, b) => b.m2 - a.m2);
  return session.instruments.map((instrument): RoomFor => {
    const [low, high] = SUITS[familyOf(instrument.kind).group] ?? ANY;
    const [lowS, highS] = [low * wish, high * wish];
    return { instrument, judged: seconds < lowS ? 'dry' : seconds > highS ? 'live' : 'right', seconds, lowS, highS, lift: soft[0]?.name ?? null };
  });
}
