import type { PlacedMicrophone, Session } from './session';

/** Where a channel goes, −1 left to 1 right: as it was said, else a pair's two to the sides and the rest in the middle. */
export function panOf(session: Session, { id, pan }: PlacedMicrophone): number {
  if (pan !== undefined) return pan;
  const pair = session.pairs.find(({ leftId, rightId }) => leftId === id || rightId === id);
  if (!pair || pair.decoding === 'mid-side') return 0;
  return pair.leftId === id ? -1 : 1;
}

/** Beyond this a channel is on one side. */
const ASIDE = 0.35;
/** Two sides balance when they are as far out, within this. */
const ALIKE = 0.35;

/** A channel on one side that nothing balances, and what could: channels that are still in the middle, as good as it first. */
export interface LoneSide {
  readonly microphone: PlacedMicrophone;
  readonly pan: number;
  readonly couldBalance: readonly PlacedMicrophone[];
}

export function loneSides(session: Session): readonly LoneSide[] {
  const sides = session.microphones.map((microphone) => ({ microphone, pan: panOf(session, microphone) }));
  const panOfId = new Map(sides.map(({ microphone, pan }) => [microphone.id, pan]));
  const balanced = session.pairs.filter(({ leftId, rightId }) => Math.abs((panOfId.get(leftId) ?? 0) + (panOfId.get(rightId) ?? 0)) <= ALIKE);
  const taken = new Set(balanced.flatMap(({ leftId, rightId }) => [leftId, rightId]));
  const lone = sides.filter(({ microphone, pan }) => {
    if (Math.abs(pan) < ASIDE || taken.has(microphone.id)) return false;
    const partner = sides.find(
      (other) => !taken.has(other.microphone.id) && other.microphone.id !== microphone.id && Math.abs(other.pan + pan) <= ALIKE,
    );
    if (!partner) return true;
    taken.add(microphone.id).add(partner.microphone.id);
    return false;
  });
  return lone.map(({ microphone, pan }) => ({
    microphone,
    pan,
    couldBalance: sides
      .filter((other) => Math.abs(other.pan) < ASIDE && other.microphone.target?.instrumentId !== microphone.target?.instrumentId)
      .map((other) => other.microphone),
  }));
}

/** In words: left, centre, right, or how far. */
export function panWords(pan: number): string {
  if (Math.abs(pan) < 0.05) return 'centre';
  const side = pan < 0 ? 'left' : 'right';
  return Math.abs(pan) > 0.95 ? side : `${Math.round(100 * Math.abs(pan))} % ${side}`;
}
