import { useMemo } from 'react';
import { useStore } from 'zustand';
import type { Session } from '../../core/document';
import { somePatch } from '../../core/patch';
import { patchProblem, patchTroubles } from '../../core/planning';
import type { Words } from '../../core/units';
import { livePlan } from './planHooks';
import { createResource, useResource } from './resource';

/** What a verdict hangs on: a change of anything else leaves it as it is. */
const GROUNDS = ['id', 'instruments', 'microphones', 'pairs', 'room', 'shelf', 'furnishings', 'patch', 'sampleRateHz', 'brief'] as const;

/** Plugged whole and in order. */
const isPatched = (session: Session): boolean => patchTroubles(session).length === 0;

/** Why a session's microphones cannot all be plugged in; null where they can: found at a glance that there is a patch, else asked of the solver. */
const verdicts = createResource<{ readonly session: Session }, Words | null, 'patch'>({
  job: 'patch',
  owner: 'patch verdict',
  key: ({ session }) => GROUNDS.map((ground) => session[ground]),
  input: ({ session }) => {
    if (session.microphones.length === 0 || session.shelf.devices.length === 0 || isPatched(session)) return { atHand: null };
    const problem = patchProblem(session, livePlan(session).table);
    return problem.microphones.length === 0 || somePatch(problem) ? { atHand: null } : problem;
  },
  output: (answer) => (answer.ok ? null : answer.reason),
  // A solver that cannot be had accuses nobody.
  fallback: () => null,
  stillMs: 600,
});

/** Why there is no patch of all microphones of a session, as last found out; null where there is one, or where it is not known yet. */
export const useNoPatch = (session: Session): Words | null =>
  useStore(verdicts.store, ({ of, value }) => (of?.session.id === session.id ? value : null));

/** Keeps the verdict of the session on the bench, once it is still. */
export function useWatchedPatch(session: Session | null): void {
  useResource(
    verdicts,
    useMemo(() => (session ? { session } : null), [session]),
  );
}
