import type { Session } from '../document';
import type { Told } from '../units';
import { CHECK_ITEMS, type CheckItem, type CheckTime } from './checklist.data';

export interface CheckLine {
  readonly item: Pick<CheckItem, 'id' | 'when'>;
  /** What it is for, with the session's own figures; null where it is said by its id. */
  readonly said: Told | null;
  readonly isDone: boolean;
  /** Done because another station has seen it, not because it was ticked. */
  readonly isSeen: boolean;
}

/** The day's list for a session, by its brief, instruments and gear. */
export const checklistFor = (session: Session, when: CheckTime): readonly CheckLine[] =>
  CHECK_ITEMS.filter((item) => item.when === when && (item.only?.(session) ?? true)).map((item) => {
    const isSeen = item.seen?.(session) ?? false;
    return {
      item: { id: item.id, when: item.when },
      said: item.words?.(session) ?? null,
      isSeen,
      isDone: isSeen || (session.ready.done?.includes(item.id) ?? false),
    };
  });
