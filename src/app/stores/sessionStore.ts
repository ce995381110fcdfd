import { temporal } from 'zundo';
import { create, useStore } from 'zustand';
import { type Command, commit, drafted, type Session } from '../../core/document';
import type { SessionId } from '../../core/ids';
import { sayStep } from '../../words/steps';
import { sayStores } from '../../words/stores.page.en';
import { readProblem, type SessionRow } from '../db/database';
import { loadSession, storedOf } from '../db/sessions';
import { type Change, SessionWriter, type Written } from './sessionWriter';

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

let writer: SessionWriter | null = null;
/** Sessions that were put off the bench while a write was still on its way. */
const leaving = new Map<string, Promise<void>>();

const FOLLOWED = sayStores('another-tab-changed-this-session-you');
const ELSEWHERE = sayStores('a-change-made-in-another-tab');

/** Puts a document on the screen as one step of undo. */
function show(doc: Session, step: string, more: Partial<SessionState> = {}): void {
  set({ doc, step, draft: null, revision: state().revision + 1, ...more });
}

function onWritten(written: Written): void {
  if (written.kind === 'merged') show(written.session, ELSEWHERE, { notice: written.notice });
  else set({ saving: written.kind, saveProblem: written.kind === 'failed' ? written.problem : null });
}

/** A writer that tells the page only as long as its session is on the bench. */
function writerFor(session: Session, base: number | null): SessionWriter {
  const own: SessionWriter = new SessionWriter(session, base, (written) => {
    if (own === writer) onWritten(written);
  });
  return own;
}

function keep(change: Change): void {
  const { doc, revision, saving } = state();
  if (!doc || !writer) return;
  writer.keep(change, doc, revision);
  if (saving === 'gone') return;
  set({ saving: 'saving' });
  writer.flush();
}

/** Tries once more to write what could not be written. */
export function saveAgain(): void {
  set({ saving: 'saving' });
  writer?.flush();
}

/** Keeps a session that was deleted elsewhere: it is written anew. */
export function keepAnyway(): void {
  const { doc, revision } = state();
  if (!doc) return;
  set({ saving: 'saving' });
  writer?.keepAnyway(doc, revision);
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
    set(result.kind === 'refused' ? { draft: null, notice: sayStep(result.reason) } : { draft: null });
    return false;
  }
  const joins = held && burst !== null && burst === lastBurst;
  lastBurst = burst;
  if (joins) history().pause();
  show(result.session, (joins && state().step) || sayStep(result.words));
  if (joins) history().resume();
  keep({ command });
  return true;
}

/** What an answer was asked for. */
export interface About {
  readonly sessionId: SessionId;
  readonly revision: number;
}

export const aboutNow = (): About => ({ sessionId: state().doc?.id ?? '', revision: state().revision });
export const isStill = (about: About): boolean => state().doc?.id === about.sessionId && state().revision === about.revision;

/** Carries out the command that an answer amounts to, only where it was asked for; a late answer changes nothing. */
export const runAnswer = (about: About, command: Command, how: Burst = {}): boolean => isStill(about) && runCommand(command, how);

let waiting: Command | null = null;
/** What a drag that goes on would come to, were it to end now. */
let inHand: Command | null = null;

/** Drops a preview that waits for the next frame, so that it does not come after what ends it. */
function dropPreview(): void {
  waiting = null;
  inHand = null;
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
  inHand = command;
  if (!hasFrames) showPreview();
  else if (!waits) requestAnimationFrame(showPreview);
}

/** Ends what is in hand where it is: the page is about to go, and what was done must not go with it. */
export function finishGesture(): void {
  const command = inHand;
  if (command) runCommand(command);
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
  const old = writer;
  if (old?.busy)
    leaving.set(
      old.id,
      old.settled.then(() => void leaving.delete(old.id)),
    );
  writer = session && writerFor(session, revision);
  lastBurst = null;
  set({ ...EMPTY, doc: session, revision: state().revision + 1 });
  history().clear();
}

/** Follows what another tab wrote, as one step of undo. With changes of one's own on the way the write itself sorts it out. */
export function follow(row: SessionRow | undefined, id: string): void {
  if (writer?.id !== id || !writer.wasStored) return;
  // Somebody took the deletion back: what was done meanwhile goes onto what is there again.
  if (row && state().saving === 'gone') {
    if (writer.busy) saveAgain();
    else set({ saving: 'saved' });
  }
  if (writer.busy) return;
  if (!row) {
    set({ saving: 'gone' });
    return;
  }
  const stored = writer.isNews(row) ? storedOf(row) : null;
  if (stored?.kind !== 'session') return;
  writer.saw(row.revision, stored.session);
  show(stored.session, ELSEWHERE, { notice: FOLLOWED });
}

export const dismissNotice = (): void => set({ notice: null });
