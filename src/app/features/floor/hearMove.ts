import type { Move } from '../../../core/checks';
import type { Session } from '../../../core/document';
import { sayTold } from '../../../words';
import { sayFloor } from '../../../words/floor.page.en';
import { hearBeside } from '../../listening/hearBeside';
import { setView } from '../../stores/viewStore';

/** Puts the plan as it stands and as it would be after a move side by side to be heard, and plays. */
export async function hearMove(session: Session, move: Move): Promise<void> {
  if (await hearBeside(session, move, [sayFloor('as-it-stands'), sayTold(move.label, session.units).replace(/\.$/, '')]))
    setView({ strip: 'listen' });
}
