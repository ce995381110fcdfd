import { create } from 'zustand';
import { type Attempt, type AttemptFigures, changesBetween, putBack } from '../../core/attempts';
import type { Session } from '../../core/document';
import { newId } from '../components/newId';
import { addAttempt, changeAttempt, dropAttempt, dropSound, keepSound, listAttempts, snapshotOf } from '../db/attempts';
import { readProblem, saveProblem } from '../db/database';
import { runCommand } from './sessionStore';
import { filesOfTake, useTakeStore } from './takeStore';

interface AttemptState {
  readonly sessionId: string | null;
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

/** Lets go of what was read, after attempts have come or gone in storage by another way. */
export function forgetAttempts(): void {
  snapshots.clear();
  useAttempts.setState(EMPTY, true);
}

/** Brings a session's attempts onto the table. */
export async function openAttempts(sessionId: string): Promise<void> {
  if (useAttempts.getState().sessionId === sessionId) return;
  useAttempts.setState({ ...EMPTY, sessionId });
  try {
    const attempts = await listAttempts(sessionId);
    if (useAttempts.getState().sessionId === sessionId) useAttempts.setState({ attempts, standsOn: attempts[0]?.id ?? null });
  } catch (error) {
    useAttempts.setState({ problem: readProblem(error) });
  }
}

/** Does what writes, and says in a sentence when it cannot be written. */
async function written(write: () => Promise<unknown>): Promise<boolean> {
  try {
    await write();
    useAttempts.setState({ problem: null });
    return true;
  } catch (error) {
    useAttempts.setState({ problem: saveProblem(error) });
    return false;
  }
}

const replace = (attempt: Attempt): void =>
  useAttempts.setState(({ attempts }) => ({ attempts: attempts.map((one) => (one.id === attempt.id ? attempt : one)) }));

interface Kept {
  readonly kind: Attempt['kind'];
  readonly figures?: AttemptFigures | null;
  readonly words?: string;
}

/** Keeps a session as it stands as the next attempt. */
export async function keepAttempt(session: Session, { kind, figures = null, words = '' }: Kept): Promise<void> {
  await openAttempts(session.id);
  const { standsOn } = useAttempts.getState();
  const before = standsOn ? await attemptSnapshot(standsOn) : null;
  const attempt: Attempt = {
    id: newId(),
    sessionId: session.id,
    at: new Date().toISOString(),
    kind,
    parentId: standsOn,
    changes: before ? changesBetween(before, session).map((change) => change.words) : [],
    figures,
    words,
    tags: [],
    rating: 0,
    soundBytes: 0,
  };
  if (!(await written(() => addAttempt(attempt, session)))) return;
  snapshots.set(attempt.id, session);
  if (useAttempts.getState().sessionId === session.id)
    useAttempts.setState(({ attempts }) => ({ attempts: [attempt, ...attempts], standsOn: attempt.id }));
}

/** What is said of an attempt: words, tags, rating. */
export async function sayOf(attempt: Attempt, said: Partial<Pick<Attempt, 'words' | 'tags' | 'rating'>>): Promise<void> {
  const next = { ...attempt, ...said };
  replace(next);
  await written(() => changeAttempt(next));
}

/** Keeps the files of the take on the bench with an attempt. */
export async function keepItsSound(attempt: Attempt): Promise<void> {
  const files = filesOfTake();
  const next = { ...attempt, soundBytes: files.reduce((sum, { blob }) => sum + blob.size, 0) };
  const row = { attemptId: attempt.id, sessionId: attempt.sessionId, files, matching: useTakeStore.getState().matching };
  if (files.length > 0 && (await written(() => keepSound(row, next)))) replace(next);
}

export async function dropItsSound(attempt: Attempt): Promise<void> {
  const next = { ...attempt, soundBytes: 0 };
  if (await written(() => dropSound(next))) replace(next);
}

export async function forgetAttempt(attempt: Attempt): Promise<void> {
  if (!(await written(() => dropAttempt(attempt.id)))) return;
  useAttempts.setState(({ attempts, standsOn }) => {
    const left = attempts.filter(({ id }) => id !== attempt.id);
    return { attempts: left, standsOn: standsOn === attempt.id ? (left[0]?.id ?? null) : standsOn };
  });
}

/** Puts an attempt's set-up back, as one step that can be undone; what comes next goes on from it. */
export async function putAttemptBack(attempt: Attempt): Promise<void> {
  const snapshot = await attemptSnapshot(attempt.id);
  if (!snapshot) {
    useAttempts.setState({ problem: 'The set-up of this attempt cannot be read any more; its words and figures are all there is.' });
    return;
  }
  runCommand(putBack(snapshot));
  useAttempts.setState({ standsOn: attempt.id });
}
