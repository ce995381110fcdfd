import { type KeptAttempt, type MergedShelf, mergedShelf, putOwnSetup, type Session, type Shelf, sessionContent, storedName } from '../document';
import type { Imported, InSteps, SetAside } from './documents';

/** What is in storage under an id: a session, or something that cannot be read. */
export type InStorage = ReadonlyMap<string, Session | null>;

/** An attempt that comes in, and what it was called where it comes from: its sound is found by that. */
export interface ComingAttempt extends KeptAttempt {
  readonly comesFrom: string;
}

/** What taking a file in would do, before it is done. */
export interface ImportPlan {
  /** Sessions to add as they are to be stored. */
  readonly add: readonly Session[];
  /** Sessions that are there already in another form: both are kept, the newcomer under a name of its own. */
  readonly beside: readonly { readonly name: string; readonly isNewer: boolean }[];
  /** How many are there already, just so. */
  readonly same: number;
  /** What was tried, under the ids of the sessions it comes to; what is there already is left out. */
  readonly attempts: readonly ComingAttempt[];
  /** What comes onto the shelf, and the things it comes from. */
  readonly shelf: (MergedShelf & { readonly incoming: Shelf }) | null;
  readonly aside: readonly SetAside[];
}

type Usable = Extract<Imported, { ok: true }>;

function incomingShelf(imported: Usable): Shelf | null {
  if (imported.kind === 'setup') return putOwnSetup({ microphones: [], devices: [], stands: [], setups: [] }, imported.setup);
  return imported.kind === 'session' ? null : imported.shelf;
}

/** Attempts of sessions that come under another id get ids of their own too, and still know which went on from which. */
function attemptsFor(imported: Usable, idOf: ReadonlyMap<string, string>, tried: ReadonlySet<string>, newId: () => string): ComingAttempt[] {
  const all = imported.kind === 'library' ? imported.attempts : [];
  const renamed = new Map(
    all.flatMap(({ attempt: { id, sessionId } }) => ((idOf.get(sessionId) ?? sessionId) === sessionId ? [] : [[id, newId()] as const])),
  );
  return all.flatMap(({ attempt, setup, stands }): ComingAttempt[] => {
    const sessionId = idOf.get(attempt.sessionId);
    const id = renamed.get(attempt.id) ?? attempt.id;
    if (sessionId === undefined || tried.has(id)) return [];
    const parentId = attempt.parentId === null ? null : (renamed.get(attempt.parentId) ?? attempt.parentId);
    return [
      {
        comesFrom: attempt.id,
        attempt: { ...attempt, id, sessionId, parentId },
        setup: { ...setup, id: sessionId },
        ...(stands ? { stands } : {}),
      },
    ];
  });
}

const asImported = (name: string): string => storedName(`${name.slice(0, 100)}, imported`);

/** The copy that an earlier import of the very same left here under another id; undefined where there is none, or it was changed since. */
function copyOf(session: Session, stored: InStorage): Session | undefined {
  const name = asImported(session.name);
  for (const there of stored.values())
    if (there?.name === name && sessionContent(there) === sessionContent({ ...session, id: there.id, name })) return there;
  return undefined;
}

/**
 * Works out what an import adds and what it leaves, without doing it. Nothing that is there is ever replaced.
 * @param tried ids of the attempts that are there
 */
export function* planInSteps(
  imported: Usable,
  stored: InStorage,
  own: Shelf,
  newId: () => string,
  tried: ReadonlySet<string> = new Set(),
): InSteps<ImportPlan> {
  const sessions = imported.kind === 'session' ? [imported.session] : imported.kind === 'library' ? imported.sessions : [];
  const add: Session[] = [];
  const beside: { name: string; isNewer: boolean }[] = [];
  const idOf = new Map<string, string>();
  let same = 0;
  for (const [i, session] of sessions.entries()) {
    yield i / sessions.length;
    const there = stored.get(session.id);
    idOf.set(session.id, session.id);
    if (there === undefined) add.push(session);
    else if (there && sessionContent(there) === sessionContent(session)) same += 1;
    else {
      const copy = copyOf(session, stored);
      if (copy) {
        // What was tried came with it then.
        idOf.delete(session.id);
        same += 1;
      } else {
        const id = newId();
        idOf.set(session.id, id);
        beside.push({ name: session.name, isNewer: there !== null && session.updatedAt > there.updatedAt });
        add.push({ ...session, id, name: asImported(session.name) });
      }
    }
  }
  const incoming = incomingShelf(imported);
  const shelf = incoming && { ...mergedShelf(own, incoming, newId), incoming };
  return { add, beside, same, attempts: attemptsFor(imported, idOf, tried, newId), shelf, aside: imported.kind === 'library' ? imported.aside : [] };
}

/** Whether taking the file in would change anything. */
export const changesAnything = ({ add, attempts, shelf }: ImportPlan): boolean =>
  add.length > 0 || attempts.length > 0 || (shelf?.added.length ?? 0) + (shelf?.beside.length ?? 0) > 0;
