import { plugAll } from '../../core/document';
import type { PatchResult } from '../../core/patch';
import { patchProblem } from '../../core/planning';
import { runJob } from '../../workers/runJob';
import { livePlan } from './planHooks';
import { aboutNow, runAnswer, useSessionStore } from './sessionStore';

/** How a patch is wanted: keeping plugged what can stay, from nothing, another than the one that is plugged, or belonging to the step that was just made. */
export type PatchWish = 'keeping cables' | 'afresh' | 'another' | 'held';

/** The burst that joins a patch with the placing it belongs to. */
export const PLACING = 'placing';

/**
 * Has the patch solved for the session as it is and plugs it in, unless the session has changed meanwhile.
 * @returns the solver's answer; null when it was asked again or the session went on
 */
export async function solvePatch(wish: PatchWish): Promise<PatchResult | null> {
  const { doc } = useSessionStore.getState();
  if (!doc || doc.microphones.length === 0 || doc.shelf.devices.length === 0) return null;
  const about = aboutNow();
  const whole = patchProblem(doc, livePlan(doc).table);
  const problem = wish === 'afresh' ? { ...whole, previous: {} } : wish === 'another' ? { ...whole, not: [doc.patch] } : whole;
  const answer = await runJob('patch', problem, { owner: 'patch' });
  if (answer.kind === 'failed') return { ok: false, reason: answer.reason };
  if (answer.kind !== 'done') return null;
  if (answer.output.ok) runAnswer(about, plugAll(answer.output.inputs, answer.output.through), { burst: PLACING, held: wish === 'held' });
  return answer.output;
}
