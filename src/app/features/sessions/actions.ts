import { boathouseKit, boathouseSessions } from '../../../../demo/boathouse';
import { admitOwnSession, mergedShelf, newSession, type Session, type Shelf, storedName } from '../../../core/document';
import { type ImportPlan, importInSteps, planInSteps } from '../../../core/exchange';
import { sayDocument } from '../../../words/documents';
import { saySessions } from '../../../words/sessions.page.en';
import { inPieces } from '../../components/inPieces';
import { newId } from '../../components/newId';
import { addAttempts, attemptIds, dropAttempts, keepSound } from '../../db/attempts';
import { database, saveProblem } from '../../db/database';
import { type PackedSound, unpacked } from '../../db/packed';
import { addSessions, countSessions, listSessions, storeSession } from '../../db/sessions';
import { changeShelf, EMPTY_SHELF, loadShelf } from '../../db/shelf';
import { forgetAttempts } from '../../stores/attemptStore';
import { setSession, useSessionStore } from '../../stores/sessionStore';
import { useViewStore } from '../../stores/viewStore';

const now = (): string => new Date().toISOString();

/** The shelf of one's own. Throws with a sentence when there is one that cannot be read: nothing else may take its place. */
async function ownShelf(): Promise<Shelf> {
  const stored = await loadShelf();
  if (stored.kind === 'unreadable') throw new Error(stored.reason);
  return stored.kind === 'shelf' ? stored.shelf : EMPTY_SHELF;
}

/** A new session with the shelf as its record of gear; with an empty record when the shelf cannot be read. */
export async function createSession(name: string): Promise<Session> {
  const shelf = await ownShelf().catch(() => EMPTY_SHELF);
  return admitOwnSession({ ...newSession(newId(), name, now(), shelf), units: useViewStore.getState().units });
}

/** A new session in storage and on the bench; where storage refuses, on the bench alone, and it says so. */
export async function beginSession(): Promise<Session> {
  const session = await createSession(saySessions('session-2', { value: (await countSessions().catch(() => 0)) + 1 }));
  try {
    const saved = await storeSession(session);
    setSession(session, saved.kind === 'gone' ? null : saved.revision);
  } catch (error) {
    setSession(session, null);
    useSessionStore.setState({ saving: 'failed', saveProblem: saveProblem(error) });
  }
  return session;
}

/** Whether nobody has said yet what gear there is. */
export const isFirstRun = async (): Promise<boolean> => (await loadShelf()).kind === 'none';

export const duplicateOf = (session: Session): Session =>
  admitOwnSession({
    ...session,
    id: newId(),
    name: storedName(saySessions('copy', { session: session.name.slice(0, 110) })),
    createdAt: now(),
    updatedAt: now(),
  });

/** The demo sessions, put back where they are missing; the kit is the one to open. */
export async function restoreDemo(): Promise<{ session: Session; revision: number }> {
  const demos = boathouseSessions();
  const kit = demos[0] ?? boathouseKit();
  const stored = await listSessions();
  for (const demo of demos)
    if (!stored.some((there) => (there.kind === 'session' ? there.session.id : there.id) === demo.id)) await storeSession(demo);
  const kept = stored.find((there) => there.kind === 'session' && there.session.id === kit.id);
  return kept?.kind === 'session' ? kept : { session: kit, revision: 1 };
}

/** A file read and what taking it in would do; or why it cannot be used, in a sentence. */
export type Prepared =
  | { readonly ok: true; readonly plan: ImportPlan; readonly sounds: ReadonlyMap<string, PackedSound> }
  | { readonly ok: false; readonly reason: string };

/** Reads a file with or without sounds beside its text; see {@link prepareImport}. */
export async function prepareFile(file: File, onShare: (share: number) => void = () => undefined): Promise<Prepared> {
  const opened = await unpacked(file);
  return opened.ok ? prepareImport(opened.text, onShare, opened.sounds) : opened;
}

/** Reads a file and works out what it would add; nothing is changed yet. @param onShare told of the share done, 0 to 1 */
export async function prepareImport(
  text: string,
  onShare: (share: number) => void = () => undefined,
  sounds: ReadonlyMap<string, PackedSound> = new Map(),
): Promise<Prepared> {
  const imported = await inPieces(importInSteps(text), (share) => onShare(share * 0.8));
  if (!imported.ok) return { ok: false, reason: sayDocument(imported.reason) };
  const stored = await listSessions();
  const known = new Map(stored.map((there) => (there.kind === 'session' ? [there.session.id, there.session] : [there.id, null])));
  const steps = planInSteps(imported, known, await ownShelf(), newId, await attemptIds());
  return { ok: true, plan: await inPieces(steps, (share) => onShare(0.8 + share * 0.2)), sounds };
}

/** What an import brought, to take it back. */
export interface Brought {
  readonly added: readonly string[];
  readonly tried: readonly string[];
  /** Gear that came onto the shelf, as it came. */
  readonly gear: readonly Gear[];
  /** There was no shelf before. */
  readonly firstShelf: boolean;
}

type Kind = 'microphones' | 'devices' | 'stands' | 'outboard' | 'cables' | 'setups';
const KINDS: readonly Kind[] = ['microphones', 'devices', 'stands', 'outboard', 'cables', 'setups'];
interface Gear {
  readonly kind: Kind;
  readonly id: string;
  readonly as: string;
}
const gearOn = (shelf: Shelf): Gear[] => KINDS.flatMap((kind) => (shelf[kind] ?? []).map((one) => ({ kind, id: one.id, as: JSON.stringify(one) })));

/** Puts sounds beside the attempts that came. @returns how many found no room */
export async function takeSounds(plan: ImportPlan, sounds: ReadonlyMap<string, PackedSound>): Promise<number> {
  let without = 0;
  for (const { comesFrom, attempt } of plan.attempts) {
    const sound = sounds.get(comesFrom);
    if (!sound) continue;
    const bytes = sound.files.reduce((sum, { blob }) => sum + blob.size, 0);
    const row = { attemptId: attempt.id, sessionId: attempt.sessionId, ...sound };
    // Where storage is full, the rest is in already.
    const kept = await keepSound(row, bytes).catch(() => null);
    if (!kept) without++;
  }
  return without;
}

/** Does what was planned, all of it or nothing. */
export async function takeIn(plan: ImportPlan): Promise<Brought> {
  const tables = [database.sessions, database.shelves, database.journal, database.attempts, database.snapshots, database.standings];
  const brought = await database.transaction('rw', tables, async () => {
    const firstShelf = (await database.shelves.get('shelf')) === undefined;
    await addSessions(plan.add);
    await addAttempts(plan.attempts);
    const { shelf: coming } = plan;
    let gear: readonly Gear[] = [];
    if (coming && coming.added.length + coming.beside.length > 0) {
      const changed = await changeShelf((own) => mergedShelf(own, coming.incoming, newId).shelf);
      if (!changed.ok) throw new Error(changed.reason);
      const before = new Set(gearOn(changed.before).map(({ kind, id }) => `${kind} ${id}`));
      gear = gearOn(changed.shelf).filter(({ kind, id }) => !before.has(`${kind} ${id}`));
    }
    return { added: plan.add.map(({ id }) => id), tried: plan.attempts.map(({ attempt }) => attempt.id), gear, firstShelf };
  });
  forgetAttempts();
  return brought;
}

/**
 * Takes an import back: only what it brought goes, and of that only what nobody has changed since. Sessions that were worked on and gear that
 * was changed or added since stay.
 *
 * @returns how many things were left, since they were changed
 */
export async function takeBack({ added, tried, gear, firstShelf }: Brought): Promise<number> {
  const left = await database.transaction(
    'rw',
    [database.sessions, database.shelves, database.attempts, database.snapshots, database.sounds],
    async () => {
      const rows = await database.sessions.bulkGet([...added]);
      const untouched = rows.flatMap((row) => (row?.revision === 1 ? [row.id] : []));
      await database.sessions.bulkDelete(untouched);
      const kept = new Set(rows.flatMap((row) => (row && row.revision > 1 ? [row.id] : [])));
      const attempts = await database.attempts.bulkGet([...tried]);
      await dropAttempts(attempts.flatMap((row) => (row && !kept.has(row.sessionId) ? [row.id] : [])));
      let changed = 0;
      if (gear.length > 0)
        await changeShelf((own) => {
          const now = new Map(gearOn(own).map((one) => [`${one.kind} ${one.id}`, one.as]));
          const goes = gear.filter(({ kind, id, as }) => now.get(`${kind} ${id}`) === as);
          changed = gear.filter(({ kind, id, as }) => (now.get(`${kind} ${id}`) ?? as) !== as).length;
          const ids = new Set(goes.map(({ kind, id }) => `${kind} ${id}`));
          const lists = KINDS.flatMap((kind) => {
            const list = own[kind] as readonly { readonly id: string }[] | undefined;
            return list ? [[kind, list.filter(({ id }) => !ids.has(`${kind} ${id}`))]] : [];
          });
          const { outboard = [], cables = [], ...rest } = { ...own, ...Object.fromEntries(lists) } as Shelf;
          // Lists that older shelves have not are not left behind empty.
          return { ...rest, ...(outboard.length > 0 ? { outboard } : {}), ...(cables.length > 0 ? { cables } : {}) };
        });
      const stored = await loadShelf();
      if (firstShelf && stored.kind === 'shelf' && gearOn(stored.shelf).length === 0) await database.shelves.delete('shelf');
      return kept.size + changed;
    },
  );
  forgetAttempts();
  return left;
}
