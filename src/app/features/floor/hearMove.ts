import type { Move } from '../../../core/checks';
import { applyMove, commit, type Session } from '../../../core/document';
import { sayTold } from '../../../words';
import { sayFloor } from '../../../words/floor.page.en';
import { setView } from '../../stores/viewStore';

/** Puts the plan as it stands and as it would be after a move side by side to be heard, and plays. Nothing is changed. */
export async function hearMove(session: Session, move: Move): Promise<void> {
  const after = commit(session, applyMove(move), new Date().toISOString());
  if (after.kind !== 'changed') return;
  setView({ strip: 'listen' });
  const { play, putOn, switchTo } = await import('../../listening/listening');
  putOn('A', session, sayFloor('as-it-stands'));
  putOn('B', after.session, sayTold(move.label, session.units).replace(/\.$/, ''));
  switchTo('A');
  await play();
}
