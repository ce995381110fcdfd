import type { Move } from '../../core/checks';
import { applyMove, commit, type Session } from '../../core/document';

/** Puts the plan as it stands and as it would be after a move side by side to be heard, and plays it as it stands. Nothing is changed. False where the move cannot be made. */
export async function hearBeside(session: Session, move: Move, names: readonly [string, string], first: 'A' | 'B' = 'A'): Promise<boolean> {
  const after = commit(session, applyMove(move), new Date().toISOString());
  if (after.kind !== 'changed') return false;
  const { play, putOn, switchTo } = await import('./listening');
  putOn('A', session, names[0]);
  putOn('B', after.session, names[1]);
  switchTo(first);
  await play();
  return true;
}
