import { useEffect } from 'react';
import { create } from 'zustand';
import type { Session } from '../../core/document';
import { somePatch } from '../../core/patch';
import { patchProblem, patchTroubles } from '../../core/planning';
import { runJob } from '../../workers/runJob';
import { livePlan } from './planHooks';

interface PatchVerdict {
  /** The session it was found for. */
  readonly session: Session | null;
  /** Why its microphones cannot all be plugged in; null where they can, or where it is not known yet. */
  readonly reason: string | null;
}

export const usePatchVerdict = create<PatchVerdict>(() => ({ session: null, reason: null }));

/** What a verdict hangs on: a change of anything else leaves it as it is. */
const GROUNDS = ['instruments', 'microphones', 'pairs', 'room', 'shelf', 'furnishings', 'patch', 'sampleRateHz', 'brief'] as const;

/** The patch is asked once nothing has changed for this long, ms. */
const STILL_MS = 600;

/** Plugged whole and in order. */
const isPatched = (session: Session): boolean => patchTroubles(session).length === 0;

/** Why there is no patch of all microphones: found at a glance that there is one, else asked of the solver. */
async function reasonOf(session: Session): Promise<string | null | undefined> {
  if (session.microphones.length === 0 || session.shelf.devices.length === 0 || isPatched(session)) return null;
  const problem = patchProblem(session, livePlan(session).table);
  if (problem.microphones.length === 0 || somePatch(problem)) return null;
  const answer = await runJob('patch', problem, { owner: 'patch verdict' });
  if (answer.kind === 'failed') return null;
  return answer.kind === 'done' ? (answer.output.ok ? null : answer.output.reason) : undefined;
}

/** Keeps the verdict of the session on the bench, once it is still. */
export function useWatchedPatch(session: Session | null): void {
  useEffect(() => {
    if (!session) return;
    const before = usePatchVerdict.getState().session;
    if (before?.id === session.id && GROUNDS.every((key) => before[key] === session[key])) return;
    if (before && before.id !== session.id) usePatchVerdict.setState({ session: null, reason: null });
    let gone = false;
    const start = window.setTimeout(() => {
      void reasonOf(session).then((reason) => {
        if (!gone && reason !== undefined) usePatchVerdict.setState({ session, reason });
      });
    }, STILL_MS);
    return () => {
      gone = true;
      window.clearTimeout(start);
    };
  }, [session]);
}
