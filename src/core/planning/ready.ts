import type { Session } from '../document';
import { MICROPHONE_CATALOGUE, MICROPHONE_KIND_NAMES, type MicrophoneKind } from '../microphones';
import type { SolveMilp } from '../patch';
import { recipesFor } from '../setups';
import type { Told } from '../units';
import { CHECK_ITEMS, type CheckItem, type CheckTime } from './checklist.data';
import { fitOf } from './fit';

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

/** One more of a kind, and how many set-ups it would open. */
export interface NextHelp {
  readonly kind: MicrophoneKind;
  readonly name: string;
  readonly opens: readonly string[];
}

/**
 * What one more microphone of each kind would open for the instruments that are here, best first. Every set-up is tried on paper, with
 * the shelf as it is and with one more.
 */
export function whatWouldHelp(session: Session, solve?: SolveMilp): readonly NextHelp[] {
  const bare: Session = { ...session, microphones: [], pairs: [] };
  const closed = session.instruments.flatMap((instrument) =>
    recipesFor(instrument, session.shelf.setups)
      .map((recipe) => ({ instrument, recipe, fit: fitOf(bare, recipe, instrument, solve) }))
      .filter(({ fit }) => !fit.fits),
  );
  const kinds = [...new Set(closed.flatMap(({ recipe }) => recipe.microphones.flatMap((microphone) => microphone.kinds.slice(0, 1))))];
  return kinds
    .flatMap((kind): NextHelp[] => {
      const owned = session.shelf.microphones.find((model) => model.kind === kind);
      const model = owned ?? MICROPHONE_CATALOGUE.find((candidate) => candidate.kind === kind);
      if (!model) return [];
      const more = owned
        ? session.shelf.microphones.map((one) => (one === owned ? { ...one, count: one.count + 1 } : one))
        : [...session.shelf.microphones, { ...model, count: 1 }];
      const richer: Session = { ...bare, shelf: { ...session.shelf, microphones: more } };
      const opens = closed.filter(({ instrument, recipe }) => fitOf(richer, recipe, instrument, solve).fits).map(({ recipe }) => recipe.name);
      return opens.length > 0 ? [{ kind, name: MICROPHONE_KIND_NAMES[kind], opens: [...new Set(opens)] }] : [];
    })
    .sort((a, b) => b.opens.length - a.opens.length);
}
