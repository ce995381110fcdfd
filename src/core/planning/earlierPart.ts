import type { Session } from '../document';
import { asNumber, type Told } from '../units';
import { tell } from './codes';
import { wantedLevelDb } from './resolve';

/** Loudness that is off by less is a matter of taste, LU. */
const NEAR_LU = 1.5;

/**
 * How a part sits beside an earlier one of the song, and what brings it to where it is wanted: its gains where faders stay at unity, else its fader.
 *
 * @param ownLufs loudness of the part's take as it is mixed, LUFS (ITU-R BS.1770)
 * @param earlierLufs of the earlier part over the same stretch, LUFS
 * @returns null where one of them is silent
 */
export function besideEarlierPart(session: Session, ownLufs: number, earlierLufs: number): Told | null {
  if (!Number.isFinite(ownLufs) || !Number.isFinite(earlierLufs) || Math.min(ownLufs, earlierLufs) < -69) return null;
  const wanted = Math.max(-Infinity, ...session.instruments.map((one) => wantedLevelDb(session, one)));
  const wantedDb = Number.isFinite(wanted) ? wanted : 0;
  const off = ownLufs - earlierLufs - wantedDb;
  const facts = { is: asNumber(ownLufs - earlierLufs, 0), wanted: asNumber(wantedDb, 0), by: asNumber(Math.abs(off), 0) };
  if (Math.abs(off) < NEAR_LU) return tell('part-sits-right', facts);
  if (session.brief.levelHabit === 'balanced at unity') return tell(off > 0 ? 'part-gains-down' : 'part-gains-up', facts);
  return tell(off > 0 ? 'part-fader-down' : 'part-fader-up', facts);
}
