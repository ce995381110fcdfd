import { changesBetween, notPutBack, putBack } from '../../core/attempts';
import type { Command, Session } from '../../core/document';
import { sayTold } from '../../words';

/** What changed between two set-ups, a sentence each. Of a module of its own: the first view does without it and the catalogue. */
export const changesSaid = (before: Session, after: Session): string[] => changesBetween(before, after).map(({ told }) => sayTold(told, after.units));

/** How a set-up is put back, and why not all of it can be, in a sentence. */
export function wayToPutBack(session: Session | null, snapshot: Session): { readonly command: Command; readonly leftOut: string | null } {
  const told = session && notPutBack(session, snapshot);
  return { command: putBack(snapshot), leftOut: told && sayTold(told, snapshot.units) };
}
