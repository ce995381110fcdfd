import { carriedBase } from '../stands';
import { frameOf, type Members, membersOf } from '../stereo';
import { frameAsStored, microphoneAsStored } from './normalise';
import type { Pair, PlacedMicrophone, Session } from './session';

const find = (session: Session, id: string): PlacedMicrophone | undefined => session.microphones.find((microphone) => microphone.id === id);

/** A pair's two microphones in the session; null when one is gone. */
export function pairMembers(session: Session, pair: Pick<Pair, 'leftId' | 'rightId'>): { left: PlacedMicrophone; right: PlacedMicrophone } | null {
  const [left, right] = [find(session, pair.leftId), find(session, pair.rightId)];
  return left && right ? { left, right } : null;
}

const inPlace = (a: Members['left'], b: Members['left']): boolean => a.positionM === b.positionM && a.aimM === b.aimM;

/** What the frame of a pair became: its own when it was set, the one its microphones stand in when those were moved. */
function settledFrame(before: Session | null, after: Session, pair: Pair): Pair['frame'] {
  const old = before?.pairs.find((candidate) => candidate.id === pair.id);
  const members = pairMembers(after, pair);
  if (!pair.frame || !members) return null;
  const was = before && old && pairMembers(before, old);
  if (!was || !old?.frame || old.frame !== pair.frame || old.decoding !== pair.decoding) return pair.frame;
  if (inPlace(was.left, members.left) && inPlace(was.right, members.right)) return pair.frame;
  return frameOf(members, pair.decoding);
}

/**
 * Keeps pairs and their microphones of one mind: microphones stand where their pair's frame says. Moved by hand they take the frame
 * along as long as they still stand alike; otherwise the pair is parted.
 * @param before the document that the change was made to; null for one that comes from outside, whose frames count
 */
export function settlePairs(before: Session | null, after: Session): Session {
  if (after.pairs.every((pair) => pair.frame === null)) return after;
  let { microphones } = after;
  const pairs = after.pairs.map((pair) => {
    const settled = settledFrame(before, after, pair);
    const frame = settled && frameAsStored(settled);
    if (frame) microphones = stoodIn(after, microphones, { ...pair, frame });
    return frame === pair.frame ? pair : { ...pair, frame };
  });
  return { ...after, microphones, pairs };
}

const sameSpot = (a: { x: number; y: number; z: number }, b: typeof a): boolean => a.x === b.x && a.y === b.y && a.z === b.z;

function stoodIn(
  { room, shelf }: Pick<Session, 'room' | 'shelf'>,
  microphones: readonly PlacedMicrophone[],
  pair: Pair,
): readonly PlacedMicrophone[] {
  if (!pair.frame) return microphones;
  const members = membersOf(pair.frame, pair.decoding);
  const places = new Map([
    [pair.leftId, microphoneAsStored(members.left)],
    [pair.rightId, microphoneAsStored(members.right)],
  ]);
  return microphones.map((microphone) => {
    const place = places.get(microphone.id);
    if (!place || (sameSpot(place.positionM, microphone.positionM) && sameSpot(place.aimM, microphone.aimM))) return microphone;
    return microphoneAsStored({
      ...microphone,
      ...place,
      stand: microphone.stand && carriedBase(microphone.stand, microphone.positionM, place.positionM, room, shelf.stands),
    });
  });
}
