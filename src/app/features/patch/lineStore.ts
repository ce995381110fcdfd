import { create } from 'zustand';
import { loudnessOfChannels } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import type { DeviceId, InputAddress, SessionId } from '../../../core/ids';
import {
  answerStep,
  begunAnew,
  DeviceClient,
  goBack,
  goBackToPlugs,
  type Line,
  type LineDevice,
  type LineFault,
  type LineNotes,
  type LinePlan,
  type LineStep,
  linePlanOf,
  lineSteps,
  NO_NOTES,
  nextStep,
  powerOff,
  type Recording,
  type RunAnswer,
  runStep,
  type SaidAnswer,
  samePlugging,
  stepKey,
  stillOn,
  troubleOf,
} from '../../../core/lineCheck';
import type { Words } from '../../../core/units';
import { sayPatch } from '../../../words/patch.page.en';
import { openFile } from '../../../workers/openFile';
import { beginUnderway } from '../../components/underway';
import { hearDeck, loadDecks } from '../../listening/decks';
import { useSessionStore } from '../../stores/sessionStore';
import { byHand, wait, wireTo } from './lineWires';

/** Where the sound of a line check comes from: the server's own rig, a program between here and a real device, or the user's recorder. */
export type LineSource = 'simulated' | 'bridge' | 'hand';

interface LineCheckState {
  readonly source: LineSource;
  readonly deviceId: DeviceId;
  /** The session that is checked. */
  readonly sessionId: SessionId;
  /** What was plugged when it began. */
  readonly plan: LinePlan;
  readonly steps: readonly LineStep[];
  readonly notes: LineNotes;
  readonly isSimulated: boolean;
  readonly connected: boolean;
  /** Key of the step that is under way. */
  readonly busy: string | null;
  readonly problem: Words | null;
  /** The last that was recorded in which somebody knocked or played. */
  readonly recording: Recording | null;
  /** Lines that were listened to alone. */
  readonly heard: readonly string[];
}

const IDLE: LineCheckState = {
  source: 'hand',
  deviceId: '',
  sessionId: '',
  plan: { lines: [], sockets: [] },
  steps: [],
  notes: NO_NOTES,
  isSimulated: false,
  connected: false,
  busy: null,
  problem: null,
  recording: null,
  heard: [],
};

export const useLineCheck = create<LineCheckState>(() => IDLE);
/** Highest samples by input, twenty times a second: apart, so that only bars are drawn anew. */
export const useLineMeters = create<{ readonly peaksDbfs: readonly number[] }>(() => ({ peaksDbfs: [] }));

let device: LineDevice | null = null;
let client: DeviceClient | null = null;
/** Ends what the running check looks out for. */
let stopWatching: () => void = () => undefined;

/** Whoever changes the patch stands before cables, on whatever station: power goes off at once. So it does when the page goes. */
function watchPlugging(): void {
  const unsubscribe = useSessionStore.subscribe(({ doc }, { doc: before }) => {
    if (doc === before) return;
    if (doc && doc.id !== useLineCheck.getState().sessionId) void endLineCheck();
    else void followPlugging();
  });
  const darken = (): void => {
    for (const bank of new Set(device?.description.inputs.map((input) => input.bank))) if (bank !== null) void device?.set({ bank, phantom: false });
  };
  window.addEventListener('pagehide', darken);
  stopWatching = () => {
    unsubscribe();
    window.removeEventListener('pagehide', darken);
  };
}

/** Ends the mark that a check is under way. */
let marked: () => void = () => undefined;

/** Ends the check: power goes off first, but where it is wanted for the take. */
export async function endLineCheck(keepsPower = false): Promise<void> {
  const [own, wire] = [device, client];
  stopWatching();
  [client, device] = [null, null];
  useLineCheck.setState(IDLE);
  marked();
  if (own && !keepsPower) await powerOff(own).catch((error: unknown) => useLineCheck.setState({ problem: stillOn(error) }));
  wire?.end();
}

const LOST_MEANWHILE = sayPatch('the-connection-was-lost-meanwhile-this');

export interface LineWish {
  readonly session: Session;
  readonly deviceId: DeviceId;
  readonly source: LineSource;
  /** Where the bridge listens. */
  readonly address: InputAddress;
  readonly faults: readonly LineFault[];
}

let hand: ReturnType<typeof byHand> | null = null;

export async function beginLineCheck({ session, deviceId, source, address, faults }: LineWish): Promise<void> {
  await endLineCheck();
  const plan = linePlanOf(session, deviceId);
  useLineCheck.setState({ ...IDLE, source, deviceId, sessionId: session.id, plan, busy: 'connect' });
  try {
    if (source === 'hand') {
      hand = byHand(session, deviceId);
      device = hand;
    } else {
      const here = `${location.protocol === 'https:' ? 'wss' : 'ws'}://${location.host}/interface`;
      client = await DeviceClient.connect({
        open: wireTo(source === 'simulated' ? here : address),
        wait,
        // What fell out once is plugged in again, and holds.
        rig: (attempt) =>
          source === 'simulated'
            ? { session, deviceId, seed: Math.floor(Math.random() * 1e6), faults: faults.filter(({ kind }) => attempt === 0 || kind !== 'dropped') }
            : null,
        onMeters: (peaksDbfs) => useLineMeters.setState({ peaksDbfs }),
        onConnected: (connected) => useLineCheck.setState({ connected }),
      });
      device = client;
    }
    watchPlugging();
    marked = beginUnderway(device.description.simulated ? 'simulated line check' : 'line check');
    useLineCheck.setState({
      busy: null,
      connected: true,
      isSimulated: device.description.simulated,
      steps: lineSteps(plan.lines, device.takesCommands),
    });
  } catch (error) {
    useLineCheck.setState({ busy: null, problem: troubleOf(error) });
  }
}

/** What is plugged at this moment, by the session on the bench. */
function planNow(): LinePlan {
  const { deviceId, plan, sessionId } = useLineCheck.getState();
  const { doc } = useSessionStore.getState();
  return doc?.id === sessionId ? linePlanOf(doc, deviceId) : plan;
}

/** Takes over what came of a step; false where it is not done. */
function taken({ run, problem }: RunAnswer, own: LineDevice): boolean {
  if (own !== device) return false;
  const { notes, plan } = useLineCheck.getState();
  const wasLost = run.notes.timesLost > notes.timesLost;
  const steps = run.plan === plan ? useLineCheck.getState().steps : lineSteps(run.plan.lines, own.takesCommands);
  useLineCheck.setState({ ...run, steps, busy: null, problem: problem ?? (wasLost ? LOST_MEANWHILE : null) });
  // Something may have been changed while it was under way.
  void followPlugging();
  return problem === null;
}

/** Begins anew, power off first, where another thing is plugged now than the check began with. */
async function followPlugging(): Promise<void> {
  const own = device;
  const { busy, plan } = useLineCheck.getState();
  const now = planNow();
  if (!own || busy !== null || samePlugging(now, plan)) return;
  useLineCheck.setState({ busy: 'change' });
  taken(await begunAnew(own, now), own);
}

/** Goes back to a step, power off first where cables will be touched. */
export async function goBackTo(step: LineStep): Promise<void> {
  const own = device;
  if (!own) return;
  const { plan, notes } = useLineCheck.getState();
  useLineCheck.setState({ busy: 'back', problem: null });
  taken(await goBack(step, own, { plan, notes }), own);
}

/** Back to the plugs, power off, to mend these lines; they are heard again afterwards. */
export async function mendLines(microphoneIds: readonly string[]): Promise<void> {
  const own = device;
  if (!own) return;
  const { plan, notes } = useLineCheck.getState();
  useLineCheck.setState({ busy: 'back', problem: null });
  taken(await goBackToPlugs(microphoneIds, own, { plan, notes }), own);
}

/** A step answered by what a person sees on their own meters. */
export function answerLineStep(step: LineStep, answer: SaidAnswer): void {
  const { plan, notes } = useLineCheck.getState();
  try {
    useLineCheck.setState({ notes: answerStep(step, answer, plan, notes), problem: null });
  } catch (error) {
    useLineCheck.setState({ problem: troubleOf(error) });
  }
}

/** Does one step with the device there is; what was recorded is kept to be listened to. */
export async function doLineStep(step: LineStep): Promise<boolean> {
  const own = device;
  if (!own) return false;
  useLineCheck.setState({ busy: stepKey(step), problem: null });
  const keeping: LineDevice = {
    get description() {
      return own.description;
    },
    takesCommands: own.takesCommands,
    set: (command) => own.set(command),
    hand: (action) => own.hand(action),
    timesLost: () => own.timesLost(),
    record: async (seconds) => {
      const recording = await own.record(seconds);
      if (step.kind === 'tap' || step.kind === 'play') useLineCheck.setState({ recording });
      return recording;
    },
  };
  const { plan, notes } = useLineCheck.getState();
  return taken(await runStep(step, keeping, planNow, { plan, notes }), own);
}

/** A cable that falls out as often as this is mended first. */
const MOST_LOST = 5;

/** The rest of the steps one after another, by the simulated hands; one in which the connection was lost is done again. */
export async function doAllLineSteps(): Promise<void> {
  for (;;) {
    const { steps, notes } = useLineCheck.getState();
    const next = nextStep(steps, notes);
    if (!next || notes.timesLost > MOST_LOST || !(await doLineStep(next))) return;
  }
}

/** A step by a recording of one's own. */
export async function doStepWith(step: LineStep, file: { readonly name: string; readonly blob: Blob }): Promise<void> {
  const opened = await openFile(file);
  if (!opened.ok) {
    useLineCheck.setState({ problem: opened.reason });
    return;
  }
  const { channelCount, frameCount, sampleRateHz } = opened.file.info;
  const count = Math.min(frameCount, 60 * sampleRateHz);
  const channels = Array.from({ length: channelCount }, () => new Float32Array(count));
  await opened.file.read(0, count, channels);
  if (hand && device === hand) hand.given = { sampleRateHz, channels };
  await doLineStep(step);
}

/** One line alone, as it was last recorded: softly, and ended by Escape. */
export function hearLine(line: Line): void {
  const { recording } = useLineCheck.getState();
  const at = device?.description.inputs.findIndex(({ id }) => id === line.inputId) ?? -1;
  const samples = recording?.channels[at];
  if (!recording || !samples || samples.length === 0) return;
  const sides = [samples, samples] as const;
  loadDecks([
    {
      id: line.microphoneId,
      name: line.name,
      mixed: { ok: true, rate: recording.sampleRateHz, sides, lufs: loudnessOfChannels(sides, recording.sampleRateHz) },
    },
  ]);
  void hearDeck(line.microphoneId);
  useLineCheck.setState(({ heard }) => ({ heard: [...new Set([...heard, line.microphoneId])] }));
}
