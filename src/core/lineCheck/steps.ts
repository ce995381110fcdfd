import type { MicrophoneId } from '../ids';
import { asList } from '../units';
import { bankClash, banksToLight } from './banks';
import { tell } from './codes';
import type { LineDevice, Recording } from './device';
import type { SaidWrong } from './finding';
import { hearPeak, hearSilence, hearTaps, type QuietHeard, type TapHeard } from './hear';
import { isTapped, type Line, type LinePlan } from './line';
import { countCrackles, countCuts, hearHowl } from './listenIn';
import type { DeviceInputDescription } from './protocol';
import { LineTrouble } from './trouble';

/** What is done one after the other, the safe way round: monitors down, power off, plug, power, then sound. */
export type LineStep =
  | { readonly kind: 'monitors down' | 'plug' | 'answer' | 'power' | 'silence' | 'play' }
  | { readonly kind: 'tap'; readonly microphoneId: MicrophoneId };

/** What was measured so far. */
export interface LineNotes {
  readonly done: readonly string[];
  /** How far the noise rose from least to most gain, dB, and what it was at most gain, dBFS; by input. */
  readonly answers: Readonly<Record<string, { readonly riseDb: number; readonly noiseDbfs: number }>>;
  /** Phantom by bank, as the device says after it was asked. */
  readonly power: Readonly<Record<string, boolean>>;
  readonly silence: Readonly<Record<string, QuietHeard>>;
  /** Crackles in silence that one input had alone. */
  readonly crackles: Readonly<Record<string, number>>;
  /** How often an input was cut off while it sounded. */
  readonly cuts: Readonly<Record<string, number>>;
  /** How often each microphone was tapped. */
  readonly tries: Readonly<Record<string, number>>;
  /** By microphone that was tapped, then by input, those as well that the patch leaves free. */
  readonly taps: Readonly<Record<string, Readonly<Record<string, TapHeard>>>>;
  /** Highest sample while everything was played, dBFS; by input. */
  readonly played: Readonly<Record<string, number>>;
  /** What a person said is wrong, by input. */
  readonly said: Readonly<Record<string, readonly SaidWrong[]>>;
  /** Some of it is what a person saw on their own meters and nothing that was measured. */
  readonly isSaid: boolean;
  readonly timesLost: number;
}

export const NO_NOTES: LineNotes = {
  done: [],
  answers: {},
  power: {},
  silence: {},
  crackles: {},
  cuts: {},
  tries: {},
  taps: {},
  played: {},
  said: {},
  isSaid: false,
  timesLost: 0,
};

export const stepKey = (step: LineStep): string => (step.kind === 'tap' ? `tap ${step.microphoneId}` : step.kind);

/** Without commands there is nothing to answer, and power is switched by hand. */
export const lineSteps = (lines: readonly Line[], takesCommands: boolean): LineStep[] => [
  { kind: 'monitors down' },
  { kind: 'plug' },
  ...(takesCommands ? [{ kind: 'answer' } as const] : []),
  { kind: 'power' },
  { kind: 'silence' },
  ...lines.filter(isTapped).map(({ microphoneId }) => ({ kind: 'tap', microphoneId }) as const),
  { kind: 'play' },
];

/** A silent line is tried so often before it is accused. */
const TRIES = 2;

/** Whether a microphone was tapped and no input heard it, and it is worth another try. */
export const isToTryAgain = (microphoneId: MicrophoneId, { taps, tries }: LineNotes): boolean =>
  taps[microphoneId] !== undefined && (tries[microphoneId] ?? 0) < TRIES && !Object.values(taps[microphoneId]).some(({ heard }) => heard);

/** The first step that is still to be done; a tap that nobody heard is done once more. */
export const nextStep = (steps: readonly LineStep[], notes: LineNotes): LineStep | undefined =>
  steps.find((step) => !notes.done.includes(stepKey(step)) || (step.kind === 'tap' && isToTryAgain(step.microphoneId, notes)));

/** Noise of an input of which nothing is known, dBFS. */
const UNKNOWN_NOISE_DBFS = -70;
const GLANCE_S = 0.5;
/** Hum is told from four seconds on. */
const SILENCE_S = 6;
export const TAP_S = 4;
export const PLAY_S = 12;

type ByInput = <T>(
  recording: Recording,
  hear: (samples: Float32Array, input: DeviceInputDescription, line: Line | undefined) => T,
) => Record<string, T>;

/** What every input of a device got, with its line where the patch has one there. */
const byInput =
  (device: LineDevice, lines: readonly Line[]): ByInput =>
  (recording, hear) =>
    Object.fromEntries(
      device.description.inputs.flatMap((input, i) => {
        const samples = recording.channels[i];
        const line = lines.find(({ inputId }) => inputId === input.id);
        return samples ? [[input.id, hear(samples, input, line)]] : [];
      }),
    );

/** Who howled, and what was done about it. */
export class Howling extends LineTrouble {}

/** Ends a step in which something howls: every gain goes to least before anything is said. */
async function stopHowl(device: LineDevice, lines: readonly Line[], recording: Recording): Promise<void> {
  const howls = Object.entries(byInput(device, lines)(recording, (samples) => hearHowl(samples, recording.sampleRateHz)));
  const loud = howls.flatMap(([id, howl]) => (howl ? [{ id, howl }] : [])).sort((a, b) => b.howl.levelDbfs - a.howl.levelDbfs)[0];
  if (!loud) return;
  if (device.takesCommands) for (const { id, gainMinDb } of device.description.inputs) await device.set({ input: id, gainDb: gainMinDb });
  const line = lines.find(({ inputId }) => inputId === loud.id);
  const name = line?.name ?? tell('input-called', { input: device.description.inputs.find(({ id }) => id === loud.id)?.name ?? '' });
  throw new Howling(tell(device.takesCommands ? 'howls-gains-down' : 'howls', { line: name, hertz: Math.round(loud.howl.hertz) }));
}

/** Looks for a moment whether something howls before anybody is asked for more. */
async function glance(device: LineDevice, lines: readonly Line[]): Promise<void> {
  if (device.takesCommands) await stopHowl(device, lines, await device.record(GLANCE_S));
}

async function setGains(device: LineDevice, lines: readonly Line[], which: 'least' | 'most' | 'planned'): Promise<void> {
  for (const line of lines) {
    const input = device.description.inputs.find(({ id }) => id === line.inputId);
    if (!input) continue;
    const gainDb = which === 'planned' ? line.gainDb : which === 'least' ? input.gainMinDb : input.gainMaxDb;
    await device.set({ input: line.inputId, gainDb, pad: which === 'planned' && line.pad });
  }
}

const banksOf = ({ description }: LineDevice): string[] => [...new Set(description.inputs.flatMap(({ bank }) => (bank === null ? [] : [bank])))];

/**
 * Before anything is plugged no bank is lit.
 * @throws LineTrouble where the device says that one still is
 */
export async function powerOff(device: LineDevice): Promise<void> {
  if (!device.takesCommands) return;
  let said: Readonly<Record<string, boolean>> = {};
  for (const bank of banksOf(device)) said = (await device.set({ bank, phantom: false })).banks;
  const still = Object.keys(said).filter((bank) => said[bank]);
  if (still.length > 0) throw new LineTrouble(tell('power-still-on', { banks: asList(still) }));
}

async function answering(device: LineDevice, lines: readonly Line[]): Promise<LineNotes['answers']> {
  const each = byInput(device, lines);
  const noise = (recording: Recording): Record<string, number> =>
    each(recording, (samples) => hearSilence(samples, recording.sampleRateHz, false).noiseDbfs);
  // An open input is told by its hiss only while nothing is powered.
  await powerOff(device);
  await device.hand({ do: 'quiet' });
  await setGains(device, lines, 'least');
  const least = noise(await device.record(GLANCE_S));
  await setGains(device, lines, 'most');
  const loudest = await device.record(GLANCE_S);
  await setGains(device, lines, 'least');
  await stopHowl(device, lines, loudest);
  const most = noise(loudest);
  return Object.fromEntries(Object.entries(most).map(([id, noiseDbfs]) => [id, { riseDb: noiseDbfs - (least[id] ?? noiseDbfs), noiseDbfs }]));
}

/** @throws LineTrouble where the device's own map of switches is another than the shelf's: nothing is lit then */
async function lighting(device: LineDevice, plan: LinePlan): Promise<LineNotes['power']> {
  const { lines } = plan;
  if (!device.takesCommands) return Object.fromEntries(banksToLight(plan).map((bank) => [bank, true]));
  const clash = bankClash(plan, device.description);
  if (clash) throw new LineTrouble(clash);
  const wanted = banksToLight(plan, device.description);
  let said: Readonly<Record<string, boolean>> = {};
  for (const bank of wanted) said = (await device.set({ bank, phantom: true })).banks;
  await setGains(device, lines, 'planned');
  return Object.fromEntries(wanted.map((bank) => [bank, said[bank] ?? false]));
}

/** Before power goes on, what was plugged is plugged: a step's own order cannot be taken from the wrong end. */
class OutOfTurn extends LineTrouble {}

export function inTurn(step: LineStep, notes: LineNotes): void {
  const first = step.kind === 'monitors down' ? null : step.kind === 'plug' ? 'monitors down' : step.kind === 'answer' ? 'plug' : 'power';
  const wanted = step.kind === 'power' ? 'plug' : first;
  if (wanted && !notes.done.includes(wanted)) throw new OutOfTurn(tell(wanted === 'power' ? 'power-comes-first' : 'monitors-go-first'));
}

/** What stands after these is set up anew: with power off and gains elsewhere, sound says nothing. */
const SETTING_UP: readonly LineStep['kind'][] = ['monitors down', 'plug', 'answer'];

/** Steps that are done after one more: setting up again asks for power again, and a connection that was lost leaves its step open and power to be switched on by hand. */
function doneAfter(step: LineStep, before: LineNotes, wasLost: boolean): string[] {
  const key = stepKey(step);
  const kept = before.done.filter((one) => one !== key && !(one === 'power' && (wasLost || SETTING_UP.includes(step.kind))));
  return wasLost ? kept : [...kept, key];
}

/** What a step works with. */
interface Doing {
  readonly device: LineDevice;
  readonly plan: LinePlan;
  readonly before: LineNotes;
}

async function quietly({ device, plan }: Doing): Promise<void> {
  await device.hand({ do: 'quiet' });
  await glance(device, plan.lines);
}

async function hearingSilence(doing: Doing): Promise<Partial<LineNotes>> {
  const { device, plan } = doing;
  await quietly(doing);
  const recording = await device.record(SILENCE_S);
  await stopHowl(device, plan.lines, recording);
  const silence = byInput(device, plan.lines)(recording, (samples) => hearSilence(samples, recording.sampleRateHz));
  const crackles = countCrackles(recording.channels, recording.sampleRateHz);
  return { silence, crackles: Object.fromEntries(device.description.inputs.map(({ id }, i) => [id, crackles[i] ?? 0])) };
}

async function hearingTap(doing: Doing, microphoneId: MicrophoneId): Promise<Partial<LineNotes>> {
  const { device, plan, before } = doing;
  await quietly(doing);
  await device.hand({ do: 'tap', microphoneId });
  const recording = await device.record(TAP_S);
  const own = byInput(device, plan.lines)(recording, (samples, input, line) => ({
    samples,
    noiseDbfs: before.silence[input.id]?.noiseDbfs ?? line?.predictedNoiseDbfs ?? UNKNOWN_NOISE_DBFS,
  }));
  const [ids, channels] = [Object.keys(own), Object.values(own)];
  const heard = hearTaps(
    channels.map(({ samples }) => samples),
    recording.sampleRateHz,
    channels.map(({ noiseDbfs }) => noiseDbfs),
  );
  const tapped = Object.fromEntries(ids.flatMap((id, i) => (heard[i] ? [[id, heard[i]]] : [])));
  const tries = { ...before.tries, [microphoneId]: (before.tries[microphoneId] ?? 0) + 1 };
  return { taps: { ...before.taps, [microphoneId]: tapped }, tries };
}

async function hearingPlay(doing: Doing): Promise<Partial<LineNotes>> {
  const { device, plan, before } = doing;
  await quietly(doing);
  await device.hand({ do: 'play' });
  const recording = await device.record(PLAY_S);
  const noises = device.description.inputs.map(
    ({ id }) => before.silence[id]?.noiseDbfs ?? plan.lines.find(({ inputId }) => inputId === id)?.predictedNoiseDbfs ?? UNKNOWN_NOISE_DBFS,
  );
  const counts = countCuts(recording.channels, recording.sampleRateHz, noises);
  const cuts = Object.fromEntries(device.description.inputs.map(({ id }, i) => [id, counts[i] ?? 0]));
  return { played: byInput(device, plan.lines)(recording, (samples) => hearPeak(samples)), cuts };
}

async function measured(step: LineStep, doing: Doing): Promise<Partial<LineNotes>> {
  const { device, plan } = doing;
  switch (step.kind) {
    case 'monitors down':
    case 'plug':
      // Who plugs again does it in the dark.
      await powerOff(device);
      return {};
    case 'answer':
      return { answers: await answering(device, plan.lines) };
    case 'power':
      return { power: await lighting(device, plan) };
    case 'silence':
      return hearingSilence(doing);
    case 'tap':
      return hearingTap(doing, step.microphoneId);
    case 'play':
      return hearingPlay(doing);
  }
}

/**
 * Does one step and gives what is known after it. Steps can be done again; what they measured is then taken anew. A step in which the
 * connection was lost is not done, and power, which never comes on by itself again, is to be switched on anew.
 * @throws OutOfTurn where a step's safe order is not kept; whatever the device fails with
 */
export async function doStep(step: LineStep, device: LineDevice, plan: LinePlan, before: LineNotes): Promise<LineNotes> {
  inTurn(step, before);
  const found = await measured(step, { device, plan, before });
  const timesLost = device.timesLost();
  const wasLost = timesLost > before.timesLost;
  // What comes back may have come back lit, and somebody may be plugging by now.
  if (wasLost) await powerOff(device);
  return { ...before, ...(wasLost ? {} : found), done: doneAfter(step, before, wasLost), timesLost };
}
