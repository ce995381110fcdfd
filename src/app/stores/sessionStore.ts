import { temporal } from 'zundo';
import { create, useStore } from 'zustand';
import type { Command, Session } from '../../core/session';
import { loadSession, saveProblem, storeSession } from '../db/database';

interface SessionState {
  /** The document as last committed. */
  readonly doc: Session | null;
  /** What a drag in progress would make of it; one command is committed at its end. */
  readonly draft: Session | null;
  readonly saveProblem: string | null;
  /** A sentence for the person: something happened elsewhere. */
  readonly notice: string | null;
}

/** The open session with undo and redo over committed documents. */
export const useSessionStore = create<SessionState>()(
  temporal((): SessionState => ({ doc: null, draft: null, saveProblem: null, notice: null }), {
    partialize: ({ doc }) => ({ doc }),
    equality: (a, b) => a.doc === b.doc,
    limit: 300,
  }),
);

/** The session as it looks now, drags included. */
export const useLiveSession = (): Session | null => useSessionStore((state) => state.draft ?? state.doc);
export const useHistory = <T>(read: (state: ReturnType<typeof useSessionStore.temporal.getState>) => T): T =>
  useStore(useSessionStore.temporal, read);

const save = async (session: Session): Promise<void> => {
  try {
    await storeSession(session);
    if (useSessionStore.getState().saveProblem) useSessionStore.setState({ saveProblem: null });
  } catch (error) {
    useSessionStore.setState({ saveProblem: saveProblem(error) });
  }
};

const stamped = (session: Session): Session => ({ ...session, updatedAt: new Date().toISOString() });

/** Carries out a command as one step of undo, and saves. */
export function runCommand(command: Command): void {
  dropPending();
  const { doc } = useSessionStore.getState();
  if (!doc) return;
  const changed = command(doc);
  if (changed === doc) {
    useSessionStore.setState({ draft: null });
    return;
  }
  const next = stamped(changed);
  useSessionStore.setState({ doc: next, draft: null });
  void save(next);
}

let pendingPreview: Command | null = null;

/** Drops a preview that waits for the next frame, so that it does not come after what ends it. */
function dropPending(): void {
  pendingPreview = null;
}

function showPending(): void {
  const command = pendingPreview;
  pendingPreview = null;
  const { doc } = useSessionStore.getState();
  if (doc && command) useSessionStore.setState({ draft: command(doc) });
}

/** Where there are no frames to wait for (tests in Node), previews show at once. */
const hasFrames = typeof requestAnimationFrame === 'function';

/** Shows what a command would do, without committing it; at most once a frame, the newest counts. */
export function previewCommand(command: Command): void {
  const waits = pendingPreview !== null;
  pendingPreview = command;
  if (!hasFrames) showPending();
  else if (!waits) requestAnimationFrame(showPending);
}

export function cancelPreview(): void {
  dropPending();
  useSessionStore.setState({ draft: null });
}

function travel(step: 'undo' | 'redo'): void {
  useSessionStore.temporal.getState()[step]();
  const { doc } = useSessionStore.getState();
  useSessionStore.setState({ draft: null });
  if (doc) void save(stamped(doc));
}

export const undo = (): void => travel('undo');
export const redo = (): void => travel('redo');

/** Opens a session from the database; false when there is none of that id. */
export async function openSession(id: string): Promise<boolean> {
  if (useSessionStore.getState().doc?.id === id) return true;
  const session = await loadSession(id).catch(() => null);
  if (session) setSession(session);
  return session !== null;
}

/** Puts a session on the bench with an empty history. */
export function setSession(session: Session): void {
  useSessionStore.setState({ doc: session, draft: null, notice: null, saveProblem: null });
  useSessionStore.temporal.getState().clear();
}

/** Takes over what another tab saved. */
export function takeOver(session: Session): void {
  useSessionStore.setState({
    doc: session,
    draft: null,
    notice: 'Another tab changed this session; you now see its version. Undo brings yours back.',
  });
}

export const dismissNotice = (): void => useSessionStore.setState({ notice: null });
