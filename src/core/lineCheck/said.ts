import type { SaidWrong } from './finding';
import type { LinePlan } from './line';
import { inTurn, type LineNotes, type LineStep, stepKey } from './steps';

/** Answers to one step: which input moved on a knock (null for none), or what is wrong with which inputs. */
export type SaidAnswer = { readonly moved: string | null } | { readonly wrong: Readonly<Record<string, SaidWrong>> };

/**
 * Notes after a step that was answered by a person looking at their own meters: nothing was measured, so no figure comes of it.
 * @throws OutOfTurn where a step's safe order is not kept
 */
export function answerStep(step: LineStep, answer: SaidAnswer, { lines, sockets }: LinePlan, before: LineNotes): LineNotes {
  inTurn(step, before);
  const done = [...before.done.filter((key) => key !== stepKey(step)), stepKey(step)];
  if ('moved' in answer) {
    if (step.kind !== 'tap') return before;
    const inputs = sockets.map(({ address }) => address.slice(address.indexOf('/') + 1));
    const tapped = Object.fromEntries(
      inputs.map((id) => [id, { heard: id === answer.moved, peakDbfs: id === answer.moved ? 0 : Number.NEGATIVE_INFINITY, clapSign: null }]),
    );
    return {
      ...before,
      done,
      isSaid: true,
      taps: { ...before.taps, [step.microphoneId]: tapped },
      tries: { ...before.tries, [step.microphoneId]: (before.tries[step.microphoneId] ?? 0) + 1 },
    };
  }
  const isPlay = step.kind === 'play';
  const kept = Object.fromEntries(
    lines.flatMap(({ inputId }) => {
      const own = (before.said[inputId] ?? []).filter((one) => isPlay !== (one === 'hot' || one === 'soft'));
      const now = answer.wrong[inputId];
      return own.length > 0 || now ? [[inputId, now ? [...own, now] : own]] : [];
    }),
  );
  return { ...before, done, isSaid: true, said: kept };
}
