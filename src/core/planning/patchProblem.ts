import { lowCutDb } from '../acoustics';
import type { ArrivalTable, Plan, PlanMicrophone } from '../arrivals';
import type { Session } from '../document';
import { type InputAddress, inputAddress, type MicrophoneId, partsOfAddress } from '../ids';
import {
  CABLE_CATALOGUE,
  carriedInputs,
  clockOf,
  type GainSetting,
  gainFor,
  type InputDevice,
  inRow,
  isKept,
  OUTBOARD_CATALOGUE,
  type Outboard,
  type PatchInput,
  type PatchMicrophone,
  type PatchProblem,
  partsOf,
  peakTargetOf,
  secondWayId,
  secondWayName,
} from '../patch';
import { asList, asNumber, type Told } from '../units';
import { cableLengthM } from './cableLength';
import { tell } from './codes';

/** Every input of the session's devices that can be recorded at its rate, in order. */
export const patchInputs = ({ shelf, sampleRateHz }: Session): PatchInput[] =>
  shelf.devices.flatMap((device) =>
    device.inputs.slice(0, carriedInputs(shelf.devices, device, sampleRateHz)).map((input) => ({ ...input, deviceId: device.id })),
  );

/** Inputs that something is plugged into, second ways of splitters too, "device/input". */
const takenInputs = ({ patch, microphones }: Pick<Session, 'patch' | 'microphones'>): string[] => [
  ...Object.values(patch),
  ...microphones.flatMap(({ secondInput }) => secondInput ?? []),
];

/** Whose cable an input has as it is patched, and whether it is the second way of a splitter; null for an input that is free. */
export function pluggedAt(
  { patch, microphones }: Pick<Session, 'patch' | 'microphones'>,
  address: InputAddress,
): { readonly microphoneId: MicrophoneId; readonly isSecond: boolean } | null {
  const split = microphones.find(({ secondInput }) => secondInput === address);
  const own = split ?? microphones.find(({ id }) => patch[id] === address);
  return own ? { microphoneId: own.id, isSecond: own === split } : null;
}

/** The name of the input each microphone is in, where names are not shared by inputs that are in use: files of recorders are often called so. */
export function inputNamesInUse(session: Session): Readonly<Record<string, string>> {
  const inputs = patchInputs(session);
  const used = session.microphones.flatMap(({ id }) =>
    inputs.flatMap((input) => (inputAddress(input) === session.patch[id] ? [{ id, name: input.name }] : [])),
  );
  return Object.fromEntries(used.flatMap(({ id, name }) => (used.filter((one) => one.name === name).length === 1 ? [[id, name]] : [])));
}

/** How many inputs are in use, none that is not carried at the session's rate. */
export function inputsInUse(session: Session): number {
  const there = new Set(patchInputs(session).map(inputAddress));
  return takenInputs(session).filter((one) => there.has(one)).length;
}

/** Devices that something is plugged into. */
export function devicesInUse(session: Session): readonly InputDevice[] {
  const used = new Set(takenInputs(session).map((address) => partsOfAddress(address).deviceId));
  return session.shelf.devices.filter(({ id }) => used.has(id));
}

/** What hangs on another device's digital port and is not carried whole. */
export function expansionsTold({ shelf, sampleRateHz }: Session): Told[] {
  const { devices } = shelf;
  return devices.flatMap((device) => {
    if (device.expands === undefined) return [];
    const carried = carriedInputs(devices, device, sampleRateHz);
    const host = devices.find(({ id }) => id === device.expands);
    if (!host) return [tell('port-of-nobody', { device: device.name })];
    if (!host.digitalInputs) return [tell('port-lacking', { device: device.name, host: host.name })];
    if (carried === device.inputs.length) return [];
    const rate = asNumber(sampleRateHz / 1000, sampleRateHz % 1000 ? 1 : 0);
    return [tell('port-carries', { rate, host: host.name, device: device.name, carried })];
  });
}

/** Loudest predicted peak of a microphone over all sources, as a take had it where one did, dB SPL on-axis equivalent; null without sources. */
export function loudestDb(table: ArrivalTable, microphoneId: MicrophoneId): number | null {
  const index = table.plan.microphones.findIndex((microphone) => microphone.id === microphoneId);
  const row = table.rows[index];
  return row?.length ? Math.max(...row.map((arrival) => arrival.levelDb)) + (table.plan.microphones[index]?.learnedDb ?? 0) : null;
}

/** What stands between a microphone and its input, two things in a row as one; null for a cable alone. */
export function outboardOf(session: Session, microphoneId: MicrophoneId): Outboard | null {
  const placed = session.microphones.find(({ id }) => id === microphoneId);
  const onShelf = (wanted: string | undefined): Outboard | undefined => session.shelf.outboard?.find(({ id }) => id === wanted);
  const [first, next] = [onShelf(placed?.outboardId), onShelf(placed?.lineOutboardId)];
  return first && next ? inRow(first, next) : (first ?? null);
}

/** What the solver may put between: the shelf's things, less those in a row already, and the rows, each for its own microphone. */
function outboardFor(session: Session): Outboard[] {
  const rows = session.microphones.flatMap(({ id, lineOutboardId }) => (lineOutboardId === undefined ? [] : (outboardOf(session, id) ?? [])));
  const own = (session.shelf.outboard ?? []).map((one) => ({
    ...one,
    count: Math.max(0, one.count - rows.filter(({ id }) => partsOf(id).includes(one.id)).length),
  }));
  return [...own, ...new Map(rows.map((row) => [row.id, row])).values()];
}

/** Low cuts that are on between a capsule and its file, hertz: its own, and that of its input or of what is between. */
function lowCutsOf({ lowCutHz, inputLowCut }: PlanMicrophone, input: PatchInput, through: Outboard | null): number[] {
  const onItsWay = inputLowCut ? (through?.lowCutHz ?? input.lowCutHz) : undefined;
  return [lowCutHz, onItsWay].flatMap((hertz) => hertz ?? []);
}

/** What low cuts take from the loudest sound in a channel, dB: that may be another source then. */
function lowCutOf(table: ArrivalTable, microphone: PlanMicrophone, cutsHz: readonly number[]): number {
  const row = table.rows[table.plan.microphones.indexOf(microphone)] ?? [];
  if (cutsHz.length === 0 || row.length === 0) return 0;
  const loudest = Math.max(...row.map(({ levelDb }) => levelDb));
  return Math.max(...row.map(({ levelDb, bandsDb }) => levelDb + lowCutDb(bandsDb, cutsHz))) - loudest;
}

/** The gain setting of a microphone on an input; null when nothing sounds. */
export function gainSetting(table: ArrivalTable, microphoneId: MicrophoneId, input: PatchInput, through: Outboard | null = null): GainSetting | null {
  const microphone = table.plan.microphones.find((candidate) => candidate.id === microphoneId);
  const peak = loudestDb(table, microphoneId);
  if (!microphone || peak === null) return null;
  const lost = lowCutOf(table, microphone, lowCutsOf(microphone, input, through));
  return gainFor(microphone.model, peak, microphone.padOn, input, peakTargetOf(table.plan, microphoneId), through, lost);
}

/** A pair carries the picture, and what is alone on its source is not to be had again: their preamps matter more. */
function weightOf(session: Session, id: MicrophoneId): number {
  return session.pairs.some(({ leftId, rightId }) => leftId === id || rightId === id) || session.microphones.length === 1 ? 2 : 1;
}

/** What cables must reach, where they are counted; who has counted none has not said that there are none. */
function reachOf(session: Session, plan: Plan): Pick<PatchProblem, 'reach'> {
  const { cables = [], devices } = session.shelf;
  if (cables.length === 0) return {};
  const needM = Object.fromEntries(
    plan.microphones.map((microphone) => [microphone.id, Object.fromEntries(devices.map(({ id }) => [id, cableLengthM(session, microphone, id)]))]),
  );
  return { reach: { needM, cables, sold: CABLE_CATALOGUE } };
}

/** Inputs that set levels alike, together: a level is worked out once for them. */
function likeInputs(inputs: readonly PatchInput[]): readonly (readonly PatchInput[])[] {
  const groups = new Map<string, PatchInput[]>();
  for (const input of inputs) {
    const { padDb, gainMinDb, gainMaxDb, gainStepDb, maxLevelDbu, floats, lowCutHz } = input;
    const key = [padDb, gainMinDb, gainMaxDb, gainStepDb, maxLevelDbu, floats, lowCutHz].join('/');
    groups.set(key, [...(groups.get(key) ?? []), input]);
  }
  return [...groups.values()];
}

/** The patch problem of a session: who must be plugged where, given what is predicted. */
export function patchProblem(session: Session, table: ArrivalTable): PatchProblem {
  const inputs = patchInputs(session);
  const outboard = outboardFor(session);
  const alike = likeInputs(inputs);
  const levelled = (levels: readonly GainSetting['level'][]) => (id: MicrophoneId, through: Outboard | null) =>
    alike.flatMap((ones) => {
      const level = gainSetting(table, id, ones[0] as PatchInput, through)?.level ?? 'fits';
      return levels.includes(level) ? ones.map(inputAddress) : [];
    });
  const tooLoud = levelled(['too-loud']);
  const uneasy = levelled(['too-hot', 'too-quiet']);
  const each = <T>(of: (id: MicrophoneId) => T): Record<string, T> => Object.fromEntries(table.plan.microphones.map(({ id }) => [id, of(id)]));
  const unfit = each((id) => tooLoud(id, null));
  const all = [...outboard, ...OUTBOARD_CATALOGUE.filter(({ id }) => !outboard.some((own) => own.id === id))];
  return {
    // A microphone that is its own device takes no input.
    microphones: table.plan.microphones
      .filter(({ model }) => model.connector !== 'USB')
      .flatMap(({ id, name, model }): PatchMicrophone[] => {
        const placed = session.microphones.find((one) => one.id === id);
        const kept = outboardOf(session, id);
        const own: PatchMicrophone = {
          id,
          name,
          phantom: model.phantom,
          connector: model.connector,
          weight: weightOf(session, id),
          ...(placed?.preamp ? { character: placed.preamp } : {}),
          ...(kept && isKept(kept) ? { kept } : {}),
        };
        const second: PatchMicrophone = { id: secondWayId(id), name: secondWayName(name), phantom: 'indifferent', connector: 'XLR', secondOf: id };
        return placed?.secondInput === undefined ? [own] : [own, second];
      }),
    ...reachOf(session, table.plan),
    outboard,
    borrowable: OUTBOARD_CATALOGUE,
    unfitThrough: each((id) => Object.fromEntries(all.map((one) => [one.id, tooLoud(id, one)]))),
    uneasy: each((id) => uneasy(id, null)),
    uneasyThrough: each((id) => Object.fromEntries(outboard.map((one) => [one.id, uneasy(id, one)]))),
    inputs,
    pairs: session.pairs.map((pair) => [pair.leftId, pair.rightId] as const),
    previous: {
      ...session.patch,
      ...Object.fromEntries(
        session.microphones.flatMap(({ id, secondInput }) => (secondInput === undefined ? [] : [[secondWayId(id), secondInput]])),
      ),
    },
    pinned: Object.fromEntries(
      session.microphones.flatMap(({ id, pinned }) => (pinned && session.patch[id] !== undefined ? [[id, session.patch[id] as string]] : [])),
    ),
    unfit,
  };
}

/**
 * How much louder each microphone was in a take than the model says, dB, from the peaks of its channels recorded at the gains that are
 * planned now. Clipped and silent channels say nothing.
 *
 * @param peaksDbfs by microphone id
 */
export function learnedFrom(session: Session, table: ArrivalTable, peaksDbfs: Readonly<Record<string, number>>): Record<string, number> {
  return Object.fromEntries(
    table.plan.microphones.flatMap((microphone) => {
      const input = patchInputs(session).find((one) => inputAddress(one) === session.patch[microphone.id]);
      const setting = input && gainSetting(table, microphone.id, input, outboardOf(session, microphone.id));
      const peak = peaksDbfs[microphone.id];
      return setting && peak !== undefined ? [[microphone.id, (microphone.learnedDb ?? 0) + peak - setting.predictedPeakDbfs] as const] : [];
    }),
  );
}

/** What two devices without a common clock do to one take; null where all that are in use run in step. */
export function clocksTold(session: Session): Told | null {
  const used = devicesInUse(session);
  const own = [...new Set(used.map((device) => clockOf(session.shelf.devices, device)))];
  if (own.length < 2) return null;
  const [code] = used.map(({ timeCode }) => timeCode);
  const stamped = code !== undefined && used.every(({ timeCode }) => timeCode === code);
  return tell(stamped ? 'clocks-stamped' : 'clocks-apart', { devices: asList(used.map(({ name }) => name)) });
}
