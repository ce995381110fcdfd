import { arrivalTable } from '../arrivals';
import type { Finding, Move, Severity } from '../checks';
import { applyMove, type Command, commit, type Session } from '../document';
import { planFindings } from './expected';
import { resolvePlan } from './resolve';

/** How grave, gravest 0. */
export const RANK: Record<Severity, number> = { fix: 0, improve: 1, note: 2 };
export type Ranks = ReadonlyMap<string, number>;

/** What is made on paper is never stored: its time does not matter. */
const SOME_TIME = '2000-01-01T00:00:00.000Z';

export const findingsOf = (session: Session): Finding[] => planFindings(session, arrivalTable(resolvePlan(session)));

export const ranksOf = (found: readonly Finding[]): Ranks => new Map(found.map(({ id, severity }) => [id, RANK[severity]]));

/** The session after a command; null where it is refused or changes nothing. */
export function carriedOut(session: Session, command: Command): Session | null {
  const result = commit(session, command, SOME_TIME);
  return result.kind === 'changed' ? result.session : null;
}

/** The session after a move. */
export const onPaper = (session: Session, move: Move): Session | null => carriedOut(session, applyMove(move));

/** A move with its microphone's stand finding itself a place afterwards. */
export const withStand = (move: Move): Move => {
  const { microphoneId, label } = move;
  return { kind: 'joint', microphoneId, moves: [move, { kind: 'stand', microphoneId, label }], label };
};
