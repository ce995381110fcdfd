import type { LineDevice, Recording } from './device';
import { hearPeak, hearSilence, hearTaps, type QuietHeard, type TapHeard } from './hear';
import { isTapped, type Line } from './line';

/** What is done one after the other, the safe way round: monitors down, power off, plug, power, then sound. */
export type LineStep =
  | { readonly kind: 'monitors down' | 'plug' | 'answer' | 'power' | 'silence' | 'play' }
  | { readonly kind: 'tap'; readonly microphoneId: string };

/** What was measured so far. */
export interface LineNotes {
  readonly done: readonly string[];
  /** How far the noise rose from least to most gain, dB, and what it was at most gain, dBFS; by input. */
  readonly answers: Readonly<Record<string, { readonly riseDb: number; readonly noiseDbfs: number }>>;
  /** Phantom by bank, as the device says after it was asked. */
  readonly power: Readonly<Record<string, boolean>>;
  readonly silence: Readonly<Record<string, QuietHeard>>;
  /** By microphone that was tapped, then by input. */
  readonly taps: Readonly<Record<string, Readonly<Record<string, TapHeard>>>>;
  /** Highest sample while everything was played, dBFS; by input. */
  readonly played: Readonly<Record<string, number>>;
  readonly timesLost: number;
}

export const NO_NOTES: LineNotes = { done: [], answers: {}, power: {}, silence: {}, taps: {}, played: {}, timesLost: 0 };

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

/** The first step that is still to be done. */
export const nextStep = (steps: readonly LineStep[], { done }: LineNotes): LineStep | undefined =>
  steps.find((step) => !done.includes(stepKey(step)));

const GLANCE_S = 0.5;
/** Hum is told from four seconds on. */
const SILENCE_S = 6;
export const TAP_S = 4;
export const PLAY_S = 12;

type ByInput = <T>(recording: Recording, hear: (samples: Float32Array, line: Line) => T) => Record<string, T>;

const byInput =
  (device: LineDevice, lines: readonly Line[]): ByInput =>
  (recording, hear) =>
    Object.fromEntries(
      lines.flatMap((line) => {
        const samples = recording.channels[device.description.inputs.findIndex(({ id }) => id === line.inputId)];
        return samples ? [[line.inputId, hear(samples, line)]] : [];
      }),
    );

async function setGains(device: LineDevice, lines: readonly Line[], which: 'least' | 'most' | 'planned'): Promise<void> {
  for (const line of lines) {
    const input = device.description.inputs.find(({ id }) => id === line.inputId);
    if (!input) continue;
    const gainDb = which === 'planned' ? line.gainDb : which === 'least' ? input.gainMinDb : input.gainMaxDb;
    await device.set({ input: line.inputId, gainDb, pad: which === 'planned' && line.pad });
  }
}

/** Banks that may be lit: somebody needs it, nobody is harmed by it. */
export const banksToLight = (lines: readonly Line[]): string[] =>
  [...new Set(lines.flatMap(({ bank, needsPower }) => (bank !== null && needsPower ? [bank] : [])))].filter(
    (bank) => !lines.some((line) => line.bank === bank && line.forbidsPower),
  );

const banksOf = ({ description }: LineDevice): string[] => [...new Set(description.inputs.flatMap(({ bank }) => (bank === null ? [] : [bank])))];

/**
 * Before anything is plugged no bank is lit.
 * @throws Error where the device says that one still is
 */
async function powerOff(device: LineDevice): Promise<void> {
  if (!device.takesCommands) return;
  let said: Readonly<Record<string, boolean>> = {};
  for (const bank of banksOf(device)) said = (await device.set({ bank, phantom: false })).banks;
  const still = Object.keys(said).filter((bank) => said[bank]);
  if (still.length > 0)
    throw new Error(`The device says that power is still on in ${still.join(' and ')}: switch it off there before you plug anything.`);
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
  const most = noise(await device.record(GLANCE_S));
  await setGains(device, lines, 'least');
  return Object.fromEntries(Object.entries(most).map(([id, noiseDbfs]) => [id, { riseDb: noiseDbfs - (least[id] ?? noiseDbfs), noiseDbfs }]));
}

async function lighting(device: LineDevice, lines: readonly Line[]): Promise<LineNotes['power']> {
  const wanted = banksToLight(lines);
  if (!device.takesCommands) return Object.fromEntries(wanted.map((bank) => [bank, true]));
  let said: Readonly<Record<string, boolean>> = {};
  for (const bank of wanted) said = (await device.set({ bank, phantom: true })).banks;
  await setGains(device, lines, 'planned');
  return Object.fromEntries(wanted.map((bank) => [bank, said[bank] ?? false]));
}

/** Before power goes on, what was plugged is plugged: a step's own order cannot be taken from the wrong end. */
class OutOfTurn extends Error {}

function inTurn(step: LineStep, notes: LineNotes): void {
  const first = step.kind === 'monitors down' ? null : step.kind === 'plug' ? 'monitors down' : step.kind === 'answer' ? 'plug' : 'power';
  const wanted = step.kind === 'power' ? 'plug' : first;
  if (wanted && !notes.done.includes(wanted))
    throw new OutOfTurn(
      wanted === 'power'
        ? 'Power comes before sound: do that step first.'
        : 'Monitors go down before anything is plugged, and cables go in before power.',
    );
}

/** What stands after these is set up anew: with power off and gains elsewhere, sound says nothing. */
const SETTING_UP: readonly LineStep['kind'][] = ['monitors down', 'plug', 'answer'];

/** Steps that are done after one more: setting up again asks for power again, and a connection that was lost leaves its step open and power to be switched on by hand. */
function doneAfter(step: LineStep, before: LineNotes, wasLost: boolean): string[] {
  const key = stepKey(step);
  const kept = before.done.filter((one) => one !== key && !(one === 'power' && (wasLost || SETTING_UP.includes(step.kind))));
  return wasLost ? kept : [...kept, key];
}

/**
 * Does one step and gives what is known after it. Steps can be done again; what they measured is then taken anew. A step in which the
 * connection was lost is not done, and power, which never comes on by itself again, is to be switched on anew.
 * @throws OutOfTurn where a step's safe order is not kept; whatever the device fails with
 */
export async function doStep(step: LineStep, device: LineDevice, lines: readonly Line[], before: LineNotes): Promise<LineNotes> {
  inTurn(step, before);
  const each = byInput(device, lines);
  const measured = async (): Promise<Partial<LineNotes>> => {
    switch (step.kind) {
      case 'monitors down':
        await powerOff(device);
        return {};
      case 'plug':
        return {};
      case 'answer':
        return { answers: await answering(device, lines) };
      case 'power':
        return { power: await lighting(device, lines) };
      case 'silence': {
        await device.hand({ do: 'quiet' });
        const recording = await device.record(SILENCE_S);
        return { silence: each(recording, (samples) => hearSilence(samples, recording.sampleRateHz)) };
      }
      case 'tap': {
        await device.hand({ do: 'tap', microphoneId: step.microphoneId });
        const recording = await device.record(TAP_S);
        const own = each(recording, (samples, line) => ({
          samples,
          noiseDbfs: before.silence[line.inputId]?.noiseDbfs ?? line.predictedNoiseDbfs,
        }));
        const [ids, channels] = [Object.keys(own), Object.values(own)];
        const heard = hearTaps(
          channels.map(({ samples }) => samples),
          recording.sampleRateHz,
          channels.map(({ noiseDbfs }) => noiseDbfs),
        );
        const tapped = Object.fromEntries(ids.map((id, i) => [id, heard[i] as TapHeard]));
        return { taps: { ...before.taps, [step.microphoneId]: tapped } };
      }
      case 'play': {
        await device.hand({ do: 'play' });
        return { played: each(await device.record(PLAY_S), hearPeak) };
      }
    }
  };
  const found = await measured();
  const timesLost = device.timesLost();
  const wasLost = timesLost > before.timesLost;
  return { ...before, ...(wasLost ? {} : found), done: doneAfter(step, before, wasLost), timesLost };
}
