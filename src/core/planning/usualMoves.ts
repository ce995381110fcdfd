import type { Move } from '../checks';
import type { Session } from '../document';
import { harmDb, type ProposedMove, type SmallestMoves, smallestMoves } from '../optimise';
import { findingsOf, onPaper, RANK, ranksOf, withStand } from './onPaper';
import { resolvePlan } from './resolve';

/** The plan after a move that brings nothing grave with it; null for one that does, or that is refused. */
export function afterMove(session: Session, move: Move): Session | null {
  const next = onPaper(session, move);
  if (!next) return null;
  const before = ranksOf(findingsOf(session));
  const isWorse = [...ranksOf(findingsOf(next))].some(([id, rank]) => rank < RANK.note && rank < (before.get(id) ?? 3));
  return isWorse ? null : next;
}

/**
 * The smallest moves as they may be offered: each made in turn on paper with its stand, and left out where it would stand in something,
 * reach too far or bring any other trouble; harm before and after is that of the plans so made.
 */
export function usualMoves(session: Session): SmallestMoves {
  const found = smallestMoves(resolvePlan(session));
  let current = session;
  let harm = found.beforeDb;
  const kept: ProposedMove[] = [];
  for (const proposed of found.moves) {
    const { move } = proposed;
    for (const tried of [move, withStand(move)]) {
      const next = afterMove(current, tried);
      const afterDb = next ? harmDb(resolvePlan(next)) : Infinity;
      if (!next || afterDb >= harm) continue;
      kept.push({ ...proposed, move: tried, beforeDb: harm, afterDb });
      [current, harm] = [next, afterDb];
      break;
    }
  }
  const stopReason = kept.length < found.moves.length ? 'settled' : found.stopReason;
  return { ...found, moves: kept, afterDb: harm, stopReason };
}
