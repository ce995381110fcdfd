import { temporal } from 'zundo';
import { create, useStore } from 'zustand';
import { type Command, commit, drafted, type Session } from '../../core/document';
import { readProblem, type SessionRow, saveProblem, TAB_ID } from '../db/database';
import { writeJournal } from '../db/journal';
import { loadSession, saveSession, storedOf } from '../db/sessions';

/** Whether what is on the screen is in storage. */
export type Saving = 'saved' | 'saving' | 'failed' | 'gone';

interface SessionState {
  /** The document as last committed. */
  readonly doc: Session | null;
  /** What the change that made it is called; null for the document as it was opened. */
  readonly step: string | null;
  /** What a drag in progress would make of it; one command is committed at its end. */
  readonly draft: Session | null;
  /** Counts the documents this tab has had on the bench; answers of jobs carry the one they were asked for. */
  readonly revision: number;
  readonly saving: Saving;
  readonly saveProblem: string | null;
  /** A sentence for the person: something was refused, or happened elsewhere. */
  readonly notice: string | null;
}

const EMPTY: SessionState = { doc: null, step: null, draft: null, revision: 0, saving: 'saved', saveProblem: null, notice: null };

/** The open session with undo and redo over committed documents. */
export const useSessionStore = create<SessionState>()(
  temporal((): SessionState => EMPTY, {
    partialize: ({ doc, step }) => ({ doc, step }),
    equality: (a, b) => a.doc === b.doc,
    limit: 300,
  }),
);

const state = (): SessionState => useSessionStore.getState();
const set = (change: Partial<SessionState>): void => useSessionStore.setState(change);
const history = () => useSessionStore.temporal.getState();

/** The session as it looks now, drags included. */
export const useLiveSession = (): Session | null => useSessionStore((live) => live.draft ?? live.doc);

/** What undo would take back and redo bring again, in words; null when there is nothing. */
export function useHistoryWords(): { readonly undo: string | null; readonly redo: string | null } {
  const step = useSessionStore((live) => live.step);
  const past = useStore(useSessionStore.temporal, (temporalState) => temporalState.pastStates.length);
  const next = useStore(useSessionStore.temporal, (temporalState) => temporalState.futureStates.at(-1)?.step ?? null);
  return { undo: past > 0 ? step : null, redo: next };
}

const now = (): string => new Date().toISOString();

/** A change that is on the screen and not yet in storage: a command, or a whole document that undo or redo brought back. */
type Pending = { readonly command: Command } | { readonly document: Session };

/** What is known of writing the session on the bench. It outlives the bench until everything is written. */
interface Writing {
  readonly id: string;
  newest: Session;
  count: number;
  pending: Pending[];
  /** The revision of the stored row seen last; null before the first write. */
  base: number | null;
  now: Promise<void> | null;
}

let current: Writing | null = null;
/** Sessions that were put off the bench while a write was still on its way. */
const leaving = new Map<string, Promise<void>>();

const replayed = (from: Session, changes: readonly Pending[]): Session =>
  changes.reduce((session, change) => {
    if ('document' in change) return session;
    const result = commit(session, change.command, now());
    return result.kind === 'changed' ? result.session : session;
  }, from);

const BOTH_KEPT = 'Another tab changed this session at the same time; its changes and yours are both here.';
const THEIRS_KEPT = 'Another tab changed this session while you went back a step; you see its version, and Undo brings yours back.';
const FOLLOWED = 'Another tab changed this session; you now see its version. Undo brings yours back.';
const ELSEWHERE = 'a change made in another tab';

/** Puts a document on the screen as one step of undo. */
function show(doc: Session, step: string, more: Partial<SessionState> = {}): void {
  set({ doc, step, draft: null, revision: state().revision + 1, ...more });
}

/** Tells the page, as long as the session is still on the bench. */
const tell = (writing: Writing, change: Partial<SessionState>): void => {
  if (writing === current) set(change);
};

/** Takes over what another tab's changes and one's own, already sent, came to; what was done since goes on top. */
function takeMerged(writing: Writing, merged: Session, sent: readonly Pending[]): void {
  writing.newest = replayed(merged, writing.pending);
  const wentBack = sent.some((change) => 'document' in change);
  if (writing === current) show(writing.newest, ELSEWHERE, { notice: wentBack ? THEIRS_KEPT : BOTH_KEPT });
}

async function writeOnce(writing: Writing): Promise<boolean> {
  const sent = writing.pending;
  writing.pending = [];
  try {
    const { base, count } = writing;
    const outcome = await saveSession(writing.newest, { base, count, nowIso: now() }, (theirs) => replayed(theirs, sent));
    if (outcome.kind === 'gone') {
      writing.pending = [...sent, ...writing.pending];
      tell(writing, { saving: 'gone' });
      return false;
    }
    writing.base = outcome.revision;
    if (outcome.kind === 'merged') takeMerged(writing, outcome.session, sent);
    return true;
  } catch (error) {
    writing.pending = [...sent, ...writing.pending];
    tell(writing, { saving: 'failed', saveProblem: saveProblem(error) });
    return false;
  }
}

/** Writes until nothing is pending; false when storage refused. */
async function writeAll(writing: Writing): Promise<boolean> {
  while (writing.pending.length > 0) if (!(await writeOnce(writing))) return false;
  tell(writing, { saving: 'saved', saveProblem: null });
  return true;
}

/** Sees to it that everything pending gets written; one write at a time. */
function flush(writing: Writing): void {
  writing.now ??= writeAll(writing).then((written) => {
    writing.now = null;
    if (written && writing.pending.length > 0) flush(writing);
  });
}

function keep(change: Pending): void {
  const { doc, revision, saving } = state();
  if (!doc || !current) return;
  current.newest = doc;
  current.count = revision;
  current.pending.push(change);
  writeJournal({ tab: TAB_ID, count: revision, base: current.base ?? 0, session: doc });
  if (saving === 'gone') return;
  set({ saving: 'saving' });
  flush(current);
}

/** Tries once more to write what could not be written. */
export function saveAgain(): void {
  if (!current) return;
  set({ saving: 'saving' });
  flush(current);
}

/** Keeps a session that was deleted elsewhere: it is written anew. */
export function keepAnyway(): void {
  const { doc } = state();
  if (!current || !doc) return;
  current.base = null;
  current.pending.push({ document: doc });
  saveAgain();
}

/** A key held down goes on with the step that its first press began, as long as nothing else came between. */
export interface Burst {
  /** Names what the key does to what. */
  readonly burst?: string | null;
  /** Whether this is the key repeating. */
  readonly held?: boolean;
}

let lastBurst: string | null = null;

/**
 * Carries out a command as one step of undo, and saves. What changes nothing leaves no step and keeps redo; what may not be is
 * refused in a sentence.
 */
export function runCommand(command: Command, { burst = null, held = false }: Burst = {}): boolean {
  dropPreview();
  const { doc } = state();
  if (!doc) return false;
  const result = commit(doc, command, now());
  if (result.kind !== 'changed') {
    set(result.kind === 'refused' ? { draft: null, notice: result.reason } : { draft: null });
    return false;
  }
  const joins = held && burst !== null && burst === lastBurst;
  lastBurst = burst;
  if (joins) history().pause();
  show(result.session, (joins && state().step) || result.words);
  if (joins) history().resume();
  keep({ command });
  return true;
}

/** What an answer was asked for. */
export interface About {
  readonly sessionId: string;
  readonly revision: number;
}

export const aboutNow = (): About => ({ sessionId: state().doc?.id ?? '', revision: state().revision });
export const isStill = (about: About): boolean => state().doc?.id === about.sessionId && state().revision === about.revision;

/** Carries out the command that an answer amounts to, only where it was asked for; a late answer changes nothing. */
export const runAnswer = (about: About, command: Command, how: Burst = {}): boolean => isStill(about) && runCommand(command, how);

let waiting: Command | null = null;

/** Drops a preview that waits for the next frame, so that it does not come after what ends it. */
function dropPreview(): void {
  waiting = null;
}

function showPreview(): void {
  const command = waiting;
  waiting = null;
  const { doc } = state();
  if (doc && command) set({ draft: drafted(doc, command) });
}

/** Where there are no frames to wait for (tests in Node), previews show at once. */
const hasFrames = typeof requestAnimationFrame === 'function';

/** Shows what a command would do, without committing it; at most once a frame, the newest counts. */
export function previewCommand(command: Command): void {
  const waits = waiting !== null;
  waiting = command;
  if (!hasFrames) showPreview();
  else if (!waits) requestAnimationFrame(showPreview);
}

export function cancelPreview(): void {
  dropPreview();
  if (state().draft) set({ draft: null });
}

function travel(step: 'undo' | 'redo'): void {
  const { doc: before } = state();
  cancelPreview();
  history()[step]();
  const { doc } = state();
  if (!doc || doc === before) return;
  lastBurst = null;
  set({ revision: state().revision + 1 });
  keep({ document: doc });
}

export const undo = (): void => travel('undo');
export const redo = (): void => travel('redo');

/** How opening ended; a storage that cannot be read is not the same as a session that is not there. */
export type Opened = { readonly kind: 'open' } | { readonly kind: 'none' } | { readonly kind: 'trouble'; readonly reason: string };

/** Opens a session from storage, unless it is on the bench already. */
export async function openSession(id: string): Promise<Opened> {
  if (state().doc?.id === id) return { kind: 'open' };
  try {
    await leaving.get(id);
    const stored = await loadSession(id);
    if (!stored) return { kind: 'none' };
    if (stored.kind === 'unreadable') return { kind: 'trouble', reason: stored.reason };
    setSession(stored.session, stored.revision);
    return { kind: 'open' };
  } catch (error) {
    return { kind: 'trouble', reason: readProblem(error) };
  }
}

/**
 * Puts a session on the bench with an empty history.
 * @param revision of the row it is stored in; null when it is not stored
 */
export function setSession(session: Session | null, revision: number | null = null): void {
  dropPreview();
  const old = current;
  if (old?.now)
    leaving.set(
      old.id,
      old.now.then(() => void leaving.delete(old.id)),
    );
  current = session && { id: session.id, newest: session, count: 0, pending: [], base: revision, now: null };
  lastBurst = null;
  set({ ...EMPTY, doc: session, revision: state().revision + 1 });
  history().clear();
}

/** Follows what another tab wrote, as one step of undo. With changes of one's own on the way the write itself sorts it out. */
export function follow(row: SessionRow | undefined, id: string): void {
  if (!current || current.id !== id || current.base === null || current.now || current.pending.length > 0) return;
  if (!row) {
    set({ saving: 'gone' });
    return;
  }
  if (row.savedBy === TAB_ID || row.revision <= current.base) return;
  const stored = storedOf(row);
  if (stored.kind !== 'session') return;
  current.base = row.revision;
  current.newest = stored.session;
  show(stored.session, ELSEWHERE, { notice: FOLLOWED });
}

export const dismissNotice = (): void => set({ notice: null });
