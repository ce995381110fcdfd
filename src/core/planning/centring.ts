import { type ArrivalTable, arrivalTable } from '../arrivals';
import { framePair, type Pair, type Session } from '../document';
import { type SourceKey, sourceKey } from '../ids';
import { distance, type Vec3 } from '../math';
import { gapToSolid } from '../solids';
import { centringMoves, type ImagePlace, type PairFrame, pairPicture, turnBy } from '../stereo';
import { carriedOut } from './onPaper';
import { resolvePlan } from './resolve';

/** Turns that are tried about a source, degrees to either side: further it is another pair; and how fine the best is then found. */
const MOST_TURN_DEG = 60;
const TURN_STEP_DEG = 6;
const FINEST_DEG = 0.2;

/** Strings to a source that was centred are equal to this, metres; and a source farther out than this has a side of its own, share of the way to a loudspeaker. */
const EQUAL_M = 0.005;
const HAS_A_SIDE = 0.15;
/** A capsule keeps this far off whatever is solid, metres. */
const CLEAR_M = 0.02;

/** Whether a pair may be moved so: no capsule comes into a head or a solid, and no two sources exchange left and right. */
function isFree(session: Session, after: Session, pair: Pair, centred: SourceKey): boolean {
  const [before, now] = [session, after].map((one) => arrivalTable(resolvePlan(one))) as [ArrivalTable, ArrivalTable];
  const own = now.plan.microphones.filter(({ id }) => id === pair.leftId || id === pair.rightId);
  const heads = now.plan.geometries.flatMap(({ keepOuts }) => keepOuts.filter(({ kind }) => kind === 'head'));
  const isIn = (point: Vec3): boolean =>
    now.plan.solids.some(({ shape, hollow }) => !hollow && gapToSolid(shape, point) < CLEAR_M) ||
    heads.some(({ pointsM, radiusM }) => pointsM.some((head) => distance(head, point) < radiusM));
  const wasIn = before.plan.microphones.filter(({ id }) => own.some((one) => one.id === id)).some(({ positionM }) => isIn(positionM));
  if (!wasIn && own.some(({ positionM }) => isIn(positionM))) return false;
  const places = (table: ArrivalTable): readonly ImagePlace[] => pairPicture(table, pair.leftId, pair.rightId, pair.decoding, pair.width);
  const were = new Map(places(before).map((place) => [place.sourceKey, place.position]));
  const crossed = new Set<number>();
  for (const { sourceKey: of, position } of places(now)) {
    const was = were.get(of) ?? 0;
    if (of !== centred && Math.abs(was) > HAS_A_SIDE && Math.abs(position) > HAS_A_SIDE && was * position < 0) crossed.add(Math.sign(position));
  }
  return crossed.size < 2;
}

/** One way to bring a source to the middle of a pair, and by how much: metres to the right, or degrees clockwise from above. */
export interface CentringOffer {
  readonly kind: 'slide' | 'turn';
  readonly by: number;
  readonly frame: Partial<PairFrame>;
}

/**
 * Ways that bring a source to the middle of a pair and end in two equal strings: the pair slid along its line, or turned by 60° at most. Those
 * that would put a capsule into something, or exchange left and right of two others, are left out.
 */
export function centringOffers(session: Session, pair: Pair, key: SourceKey): readonly CentringOffer[] {
  const { frame } = pair;
  const source = resolvePlan(session).sources.find((one) => sourceKey(one) === key)?.sides[0].positionM;
  if (!frame || !source) return [];
  const { slide, slideM, turn, turnDeg } = centringMoves(frame, source);
  const offers: readonly CentringOffer[] = [
    { kind: 'slide', by: slideM, frame: slide },
    { kind: 'turn', by: turnDeg, frame: turn },
  ];
  return offers.filter((offer) => {
    if (offer.kind === 'turn' && Math.abs(offer.by) > MOST_TURN_DEG) return false;
    const after = carriedOut(session, framePair(pair.id, offer.frame));
    const [left, right] = [pair.leftId, pair.rightId].map((id) => after?.microphones.find((one) => one.id === id)?.positionM);
    if (!after || !left || !right) return false;
    return Math.abs(distance(left, source) - distance(right, source)) <= EQUAL_M && isFree(session, after, pair, key);
  });
}

/**
 * The pair turned about one source, which stays in the middle, until another is as near to it as it gets: by its whole sound at both
 * microphones, since a drum with two faces is not in the middle by equal strings alone. Null when no turn brings it nearer.
 */
export function centreBesides(
  session: Session,
  pair: Pair,
  pivotKey: SourceKey,
  wantedKey: SourceKey,
): { readonly frame: Partial<PairFrame>; readonly position: number } | null {
  const { frame } = pair;
  const at = (key: string): Vec3 | undefined => resolvePlan(session).sources.find((source) => sourceKey(source) === key)?.sides[0].positionM;
  const pivot = at(pivotKey);
  if (!frame || !pivot) return null;
  const turned = (degrees: number): { frame: Partial<PairFrame>; position: number; after: Session } => {
    const change = turnBy(frame, pivot, degrees);
    const after = carriedOut(session, framePair(pair.id, change)) ?? session;
    const place = pairPicture(arrivalTable(resolvePlan(after)), pair.leftId, pair.rightId, pair.decoding, pair.width).find(
      (one) => one.sourceKey === wantedKey,
    );
    return { frame: change, position: place?.position ?? 1, after };
  };
  let [best, degrees] = [turned(0), 0];
  const before = Math.abs(best.position);
  const take = (candidate: number): void => {
    const found = turned(candidate);
    if (Math.abs(candidate) > MOST_TURN_DEG || Math.abs(found.position) >= Math.abs(best.position) - 1e-6) return;
    if (isFree(session, found.after, pair, wantedKey)) [best, degrees] = [found, candidate];
  };
  for (let turn = TURN_STEP_DEG; turn <= MOST_TURN_DEG; turn += TURN_STEP_DEG) for (const side of [-1, 1]) take(side * turn);
  for (let step = TURN_STEP_DEG / 2; step > FINEST_DEG; step /= 2) for (const side of [-1, 1]) take(degrees + side * step);
  return Math.abs(best.position) < before - 0.02 ? { frame: best.frame, position: best.position } : null;
}
