import type { Told, Words } from '../units';
import { tell } from './codes';
import type { LineDevice } from './device';
import type { LinePlan } from './line';
import { doStep, Howling, type LineNotes, type LineStep, NO_NOTES, powerOff, stepKey } from './steps';
import { LineTrouble } from './trouble';

/** A line check as far as it has come. */
export interface LineRun {
  /** What it was begun with: what is in which socket now may be another. */
  readonly plan: LinePlan;
  readonly notes: LineNotes;
}

export interface RunAnswer {
  readonly run: LineRun;
  /** What hindered; null where the step is done. */
  readonly problem: Words | null;
}

/** Whether the same things are plugged into the same sockets, so that what was measured still holds; levels may have moved. */
export function samePlugging(a: LinePlan, b: LinePlan): boolean {
  const told = ({ sockets }: LinePlan): string =>
    JSON.stringify(
      sockets.map(({ address, bank, carried, connectors, line }) => [
        address,
        bank,
        carried,
        connectors,
        line && [line.microphoneId, line.phantom, line.connector, line.isSecond === true, line.through],
      ]),
    );
  return a.lines.length === b.lines.length && told(a) === told(b);
}

const CHANGED = tell('changed-since');

/** What to tell somebody who ended a check whose power did not go off. */
export const stillOn = (error: unknown): Told => tell('power-is-still-on', { why: troubleOf(error) });

/** Power went out of every bank, or why it did not. */
async function darkened(device: LineDevice): Promise<Told | null> {
  try {
    await powerOff(device);
    return null;
  } catch (error) {
    return tell('off-by-hand', { why: troubleOf(error) });
  }
}

/** What an error says of a line check. */
export const troubleOf = (error: unknown): Words =>
  error instanceof LineTrouble ? error.told : error instanceof Error ? error.message : tell('begin-again');

/** Power off first, then all anew with what is plugged now. */
export async function begunAnew(device: LineDevice, plan: LinePlan, why: Words = CHANGED): Promise<RunAnswer> {
  const failed = await darkened(device);
  return { run: { plan, notes: { ...NO_NOTES, timesLost: device.timesLost() } }, problem: failed ?? why };
}

/** Found in the midst of a step: what is plugged is another than what was judged. */
class Changed extends LineTrouble {}

/**
 * Does one step with what is plugged now. Where that is another than the check began with, power goes off first and all begins anew; before
 * power goes out it is looked at once more.
 *
 * @param planNow what is plugged at this moment
 */
export async function runStep(step: LineStep, device: LineDevice, planNow: () => LinePlan, run: LineRun): Promise<RunAnswer> {
  const plan = planNow();
  if (!samePlugging(plan, run.plan)) return begunAnew(device, plan, CHANGED);
  const watched: LineDevice = {
    get description() {
      return device.description;
    },
    takesCommands: device.takesCommands,
    record: (seconds) => device.record(seconds),
    hand: (action) => device.hand(action),
    timesLost: () => device.timesLost(),
    set: (command) => {
      if ('bank' in command && command.phantom && !samePlugging(planNow(), plan)) return Promise.reject(new Changed(CHANGED));
      return device.set(command);
    },
  };
  try {
    const notes = await doStep(step, watched, plan, run.notes);
    if (!samePlugging(planNow(), plan)) return begunAnew(device, planNow(), CHANGED);
    return { run: { plan, notes }, problem: null };
  } catch (error) {
    if (error instanceof Changed || !samePlugging(planNow(), plan)) return begunAnew(device, planNow(), CHANGED);
    // Gains are at their least after a howl: they are set with the power.
    const done = error instanceof Howling ? run.notes.done.filter((key) => key !== 'power' && key !== stepKey(step)) : run.notes.done;
    return { run: { plan, notes: { ...run.notes, done } }, problem: troubleOf(error) };
  }
}

/** Steps at which somebody touches cables: they are gone back to in the dark. */
const isInTheDark = ({ kind }: LineStep): boolean => kind === 'monitors down' || kind === 'plug' || kind === 'answer';

/** Goes back to a step to do it again: power goes off first where cables will be touched, and has to be switched on anew. */
export async function goBack(step: LineStep, device: LineDevice, run: LineRun): Promise<RunAnswer> {
  if (!isInTheDark(step)) return { run, problem: null };
  const problem = await darkened(device);
  const notes = { ...run.notes, done: run.notes.done.filter((key) => key !== 'power') };
  return { run: { ...run, notes }, problem };
}

/** Goes back to the plugs, power off, to mend what is wrong with some lines: they are knocked on again afterwards, and so is all of it played. */
export async function goBackToPlugs(microphoneIds: readonly string[], device: LineDevice, run: LineRun): Promise<RunAnswer> {
  const answer = await goBack({ kind: 'plug' }, device, run);
  const again = new Set([
    ...(['plug', 'play'] as const).map((kind) => stepKey({ kind })),
    ...microphoneIds.map((microphoneId) => stepKey({ kind: 'tap', microphoneId })),
  ]);
  const { notes } = answer.run;
  return { ...answer, run: { ...answer.run, notes: { ...notes, done: notes.done.filter((key) => !again.has(key)) } } };
}
