import { type Matching, matchByName, type TakeReport } from '../../../core/analysis';
import { arrivalTable } from '../../../core/arrivals';
import type { Fault } from '../../../core/render';
import { resolvePlan, type Session } from '../../../core/session';
import { cancelTakeCheck, checkTakeFiles, renderTakeFiles } from '../../../workers/client';
import type { TakeFile } from '../../../workers/protocol';
import { setTake, useTakeStore } from '../../stores/takeStore';

/** Channels matched by name; what the person said by hand before stays. */
export function matchingFor(session: Session, report: TakeReport, before: Matching): Matching {
  const plan = resolvePlan(session);
  const names = report.channels.map((channel) => channel.name);
  const kept = Object.fromEntries(names.flatMap((name) => (before[name] ? [[name, before[name]]] : [])));
  return { ...matchByName(names, plan.microphones), ...kept };
}

/** Runs the take check in the worker and puts its answer on the bench; a bad file changes nothing that was there. */
export async function checkFiles(session: Session, files: readonly TakeFile[]): Promise<void> {
  if (files.length === 0) return;
  setTake({ progress: 0, problem: null });
  const answer = await checkTakeFiles(files, (share) => setTake({ progress: share }));
  if (!answer.ok) {
    setTake({ progress: null, problem: answer.cancelled ? null : answer.reason });
    return;
  }
  const { matching } = useTakeStore.getState();
  setTake({
    sessionId: session.id,
    report: answer.report,
    waveforms: answer.waveforms,
    refused: answer.refused,
    matching: matchingFor(session, answer.report, matching),
    progress: null,
    problem: null,
  });
}

export const stopCheck = (): void => cancelTakeCheck();

/** Samples by which the demo's kick channel is late. */
const PLANTED_LATE_SAMPLES = 40;

/** The take this plan predicts, with two faults planted for practice: an overhead upside down and the first close microphone late. */
export async function demoTake(session: Session): Promise<readonly TakeFile[]> {
  const pair = session.pairs[0];
  const close = session.microphones.find((microphone) => microphone.target !== null);
  const reversedId = pair?.rightId ?? session.microphones[session.microphones.length - 1]?.id;
  const faults: Fault[] = [
    ...(reversedId ? [{ kind: 'reversed' as const, microphoneId: reversedId }] : []),
    ...(close ? [{ kind: 'late' as const, microphoneId: close.id, samples: PLANTED_LATE_SAMPLES }] : []),
  ];
  return renderTakeFiles(session, 7, faults);
}

export const tableOf = (session: Session) => arrivalTable(resolvePlan(session));
