import { create } from 'zustand';
import type { Attempt, AttemptFigures } from '../../core/attempts';
import type { Session } from '../../core/document';
import type { SessionId } from '../../core/ids';
import { sayStores } from '../../words/stores.page.en';
import { newId } from '../components/newId';
import {
  addAttempt,
  changeAttempt,
  dropAttempt,
  dropSound,
  keepSound,
  listAttempts,
  setStanding,
  snapshotOf,
  standingOf,
  watchAttempts,
} from '../db/attempts';
import { readProblem, saveProblem } from '../db/database';
import { runCommand, useSessionStore } from './sessionStore';
import { filesOfTake, useTakeStore } from './takeStore';

interface AttemptState {
  readonly sessionId: SessionId | null;
  /** The newest first. */
  readonly attempts: readonly Attempt[];
  /** The attempt that what stands now went on from. */
  readonly standsOn: string | null;
  readonly problem: string | null;
}

const EMPTY: AttemptState = { sessionId: null, attempts: [], standsOn: null, problem: null };
export const useAttempts = create<AttemptState>(() => EMPTY);

/** Set-ups that were read once. */
const snapshots = new Map<string, Session>();

export async function attemptSnapshot(id: string): Promise<Session | null> {
  const known = snapshots.get(id) ?? (await snapshotOf(id).catch(() => null));
  if (known) snapshots.set(id, known);
  return known;
}

let watched: (() => void) | null = null;

/** Lets go of what was read, after attempts have come or gone in storage by another way. */
export function forgetAttempts(): void {
  snapshots.clear();
  watched?.();
  watched = null;
  useAttempts.setState(EMPTY, true);
}

/** Brings a session's attempts onto the table, and keeps them as they are stored whichever tab changes them. */
export function openAttempts(sessionId: SessionId): Promise<void> {
  if (useAttempts.getState().sessionId === sessionId) return Promise.resolve();
  watched?.();
  useAttempts.setState({ ...EMPTY, sessionId });
  return new Promise((resolve) => {
    watched = watchAttempts(
      sessionId,
      (attempts, standsOn) => {
        if (useAttempts.getState().sessionId === sessionId) useAttempts.setState({ attempts, standsOn });
        resolve();
      },
      (error) => {
        useAttempts.setState({ problem: readProblem(error) });
        resolve();
      },
    );
  });
}

const GONE = sayStores('this-attempt-was-dropped-in-another');

/** Does what writes, shows what is stored then, and says in a sentence when it cannot be written or is gone; its answer, or null. */
async function written<T>(write: () => Promise<T>): Promise<T | null> {
  const { sessionId } = useAttempts.getState();
  try {
    const answer = await write();
    const attempts = sessionId === null ? [] : await listAttempts(sessionId);
    const standsOn = sessionId === null ? null : await standingOf(sessionId, attempts);
    if (useAttempts.getState().sessionId === sessionId) useAttempts.setState({ attempts, standsOn, problem: answer === null ? GONE : null });
    return answer;
  } catch (error) {
    useAttempts.setState({ problem: saveProblem(error) });
    return null;
  }
}

interface Kept {
  readonly kind: Attempt['kind'];
  readonly figures?: AttemptFigures | null;
  readonly words?: string;
}

/** Keeps a session as it stands as the next attempt. */
export async function keepAttempt(session: Session, { kind, figures = null, words = '' }: Kept): Promise<void> {
  await openAttempts(session.id);
  const standsOn = await standingOf(session.id, await listAttempts(session.id)).catch(() => null);
  const before = standsOn ? await attemptSnapshot(standsOn) : null;
  const attempt: Attempt = {
    id: newId(),
    sessionId: session.id,
    at: new Date().toISOString(),
    kind,
    parentId: standsOn,
    changes: before ? (await import('./attemptWords')).changesSaid(before, session) : [],
    figures,
    words,
    tags: [],
    rating: 0,
    soundBytes: 0,
  };
  if (await written(() => addAttempt(attempt, session))) snapshots.set(attempt.id, session);
}

/** What is said of an attempt: words, tags, rating. */
export async function sayOf({ id }: Attempt, said: Partial<Pick<Attempt, 'words' | 'tags' | 'rating'>>): Promise<void> {
  await written(() => changeAttempt(id, (attempt) => ({ ...attempt, ...said })));
}

/** Keeps the files of the take on the bench with an attempt of the same session. */
export async function keepItsSound({ id, sessionId }: Attempt): Promise<void> {
  const files = filesOfTake(sessionId);
  const row = { attemptId: id, sessionId, files, matching: useTakeStore.getState().matching };
  if (files.length > 0)
    await written(() =>
      keepSound(
        row,
        files.reduce((sum, { blob }) => sum + blob.size, 0),
      ),
    );
}

export async function dropItsSound({ id }: Attempt): Promise<void> {
  await written(() => dropSound(id));
}

export async function forgetAttempt({ id }: Attempt): Promise<void> {
  await written(async () => {
    await dropAttempt(id);
    return true;
  });
}

/** Puts an attempt's set-up back, as one step that can be undone; what comes next goes on from it. */
export async function putAttemptBack(attempt: Attempt): Promise<void> {
  const snapshot = await attemptSnapshot(attempt.id);
  if (!snapshot) {
    useAttempts.setState({ problem: sayStores('the-set-up-of-this-attempt') });
    return;
  }
  const { wayToPutBack } = await import('./attemptWords');
  const { doc } = useSessionStore.getState();
  // Somebody may have opened another session meanwhile: it is none of its attempts.
  if (doc?.id !== attempt.sessionId) return;
  const { command, leftOut } = wayToPutBack(doc, snapshot);
  runCommand(command);
  await written(() => setStanding(attempt.sessionId, attempt.id));
  if (leftOut) useAttempts.setState({ problem: leftOut });
}
