import { type ClapHeard, type Guided, type Matching, matchByName, type TakeReport } from '../../../core/analysis';
import { figuresOf } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { inputNamesInUse, resolvePlan } from '../../../core/planning';
import type { HiddenThing } from '../../../core/render';
import type { Told } from '../../../core/units';
import { type Chains, chainsOf, verdictsOf } from '../../../core/verdict';
import { sayTold } from '../../../words';
import { sayCheck } from '../../../words/check.page.en';
import type { TakeFile } from '../../../workers/protocol';
import { runJob } from '../../../workers/runJob';
import { beginUnderway } from '../../components/underway';
import { keepAttempt } from '../../stores/attemptStore';
import { heardOn } from '../../stores/heardOn';
import { prove, proveHere } from '../../stores/proofStore';
import { useSessionStore } from '../../stores/sessionStore';
import { filesOfTake, keepFiles, keepTake, setTake, useTakeStore } from '../../stores/takeStore';

/** Channels matched by name; what the person said by hand before stays. */
function matchingFor(session: Session, report: TakeReport, before: Matching): Matching {
  const plan = resolvePlan(session);
  const names = report.channels.map((channel) => channel.name);
  const there = new Set(session.microphones.map(({ id }) => id));
  const kept = Object.fromEntries(
    names.flatMap((name) => {
      const id = before[name];
      return id && there.has(id) ? [[name, id]] : [];
    }),
  );
  return { ...matchByName(names, plan.microphones, inputNamesInUse(session)), ...kept };
}

/** What is under way: pressing Stop ends it, and so does a newer check. */
let underWay: AbortController | null = null;

/**
 * Runs the take check in the worker and puts its answer on the bench of its session; a bad file changes nothing that was there.
 * @param known which channel is which microphone and what it was recorded through, where it was recorded here
 */
export async function checkFiles(
  session: Session,
  files: readonly TakeFile[],
  known: { readonly matching: Matching; readonly chains?: Chains; readonly guided?: Guided } = { matching: {} },
): Promise<void> {
  if (files.length === 0) return;
  const own = new AbortController();
  underWay = own;
  keepFiles(session.id, files);
  setTake({ progress: 0, problem: null });
  const ended = beginUnderway('take check');
  const onProgress = (share: number): void => setTake({ progress: share });
  const answer = await runJob('take-check', files, { owner: 'check', signal: own.signal, onProgress });
  // A newer one goes on under the same mark.
  if (underWay === own) ended();
  if (answer.kind === 'superseded') return;
  const problem = answer.kind === 'failed' ? answer.reason : answer.kind === 'done' && !answer.output.ok ? answer.output.reason : null;
  setTake({ progress: null, problem });
  if (answer.kind !== 'done' || !answer.output.ok) return;
  const { waveforms, strokes, refused, usable } = answer.output;
  const report: TakeReport = known.guided ? { ...answer.output.report, ...known.guided } : answer.output.report;
  // What was refused is out of everything that works on the files.
  keepFiles(
    session.id,
    filesOfTake(session.id).filter((_, i) => usable.includes(i)),
  );
  // Someone may have gone to another session meanwhile; the take is kept with its own.
  if (useSessionStore.getState().doc?.id !== session.id) return;
  const matching = matchingFor(session, report, { ...useTakeStore.getState().matching, ...known.matching });
  // What it was recorded through is what was known when it was loaded.
  const chains = known.chains ?? chainsOf(useSessionStore.getState().doc ?? session);
  keepTake(session.id, { report, waveforms, strokes, refused, matching, chains });
  // The set-up as it stands now belongs to this take: the check may have taken a while.
  const now = useSessionStore.getState().doc ?? session;
  const held = { session: now, report, matching, chains };
  const proof = (await prove(held)) ?? (await proveHere(held));
  const told = verdictsOf(heardOn(now, report, proof, useTakeStore.getState()));
  const inWords = told.map((one) => ({ ...one, message: sayTold(one.message, now.units) }));
  // A take whose files are not known yet is kept, and nothing is said of how good it is.
  const isAsked = told.some(({ code }) => code === 'which-file');
  void keepAttempt(now, { kind: 'take', figures: isAsked ? null : figuresOf(report, matching, inWords) });
}

/** A recording of the list of a guided take, kept with the take that it settles; a sentence where it cannot be used, else null. */
export async function keepGuided(session: Session, report: TakeReport, files: readonly File[]): Promise<string | null> {
  const answer = await runJob('read-list', { session, files: files.map((blob) => ({ name: blob.name, blob })) }, { owner: 'guide' });
  if (answer.kind !== 'done') return answer.kind === 'failed' ? answer.reason : null;
  const { output } = answer;
  if (!output.ok) {
    if (output.missed) return sayCheck('the-list-does-not-fit', { heard: output.missed.heard, asked: output.missed.asked });
    return output.reason ?? sayCheck('the-lists-files-are-nobodys');
  }
  // Another take may have come meanwhile.
  const { matching, report: now } = useTakeStore.getState();
  if (now !== report) return null;
  const channelOf = (id: string): string => Object.keys(matching).find((name) => matching[name] === id) ?? id;
  const clap = (heard: readonly ClapHeard[]): ClapHeard[] => heard.map((one) => ({ ...one, channel: channelOf(one.channel) }));
  const taps = output.guided.taps.map((one) => ({ ...one, channel: channelOf(one.channel), ...(one.clap && { clap: clap(one.clap) }) }));
  const clicks = output.guided.clicks.map((one) => ({ ...one, channel: channelOf(one.channel), clap: clap(one.clap) }));
  keepTake(session.id, { report: { ...report, taps, clicks } });
  return null;
}

export const stopCheck = (): void => underWay?.abort();

/** Seeds of the practice takes: the first is the same whenever it is loaded, the others are another each time. */
const FIRST_SEED = 7;

/** The take this plan predicts, with something hidden in it for practice, and what that is in a sentence. */
export async function demoTake(session: Session, hidden: HiddenThing): Promise<{ readonly files: readonly TakeFile[]; readonly words: Told | null }> {
  const seed = hidden === 'two faults' ? FIRST_SEED : Math.floor(1e6 * Math.random());
  const answer = await runJob('render-take', { session, seed, hidden }, { owner: 'check' });
  if (answer.kind === 'failed') setTake({ problem: answer.reason });
  return answer.kind === 'done' ? answer.output : { files: [], words: null };
}
