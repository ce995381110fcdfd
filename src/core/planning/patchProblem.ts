import type { ArrivalTable } from '../arrivals';
import type { Session } from '../document';
import { type GainSetting, gainFor, inputAddress, type PatchInput, type PatchProblem } from '../patch';

/** Every input of the session's devices, in order. */
export const patchInputs = (session: Session): PatchInput[] =>
  session.shelf.devices.flatMap((device) => device.inputs.map((input) => ({ ...input, deviceId: device.id })));

/** Loudest predicted peak of a microphone over all sources, dB SPL on-axis equivalent; null without sources. */
export function loudestDb(table: ArrivalTable, microphoneId: string): number | null {
  const row = table.rows[table.plan.microphones.findIndex((microphone) => microphone.id === microphoneId)];
  return row?.length ? Math.max(...row.map((arrival) => arrival.levelDb)) : null;
}

/** The gain setting of a microphone on an input; null when nothing sounds. */
export function gainSetting(table: ArrivalTable, microphoneId: string, input: PatchInput): GainSetting | null {
  const microphone = table.plan.microphones.find((candidate) => candidate.id === microphoneId);
  const peak = loudestDb(table, microphoneId);
  return microphone && peak !== null ? gainFor(microphone.model, peak, microphone.padOn, input, table.plan.peakTargetDbfs) : null;
}

/** The patch problem of a session: who must be plugged where, given what is predicted. */
export function patchProblem(session: Session, table: ArrivalTable): PatchProblem {
  const inputs = patchInputs(session);
  const unfit = Object.fromEntries(
    table.plan.microphones.map((microphone) => [
      microphone.id,
      inputs.filter((input) => gainSetting(table, microphone.id, input)?.verdict === 'too-loud').map(inputAddress),
    ]),
  );
  return {
    microphones: table.plan.microphones.map(({ id, name, model }) => ({ id, name, phantom: model.phantom, connector: model.connector })),
    inputs,
    pairs: session.pairs.map((pair) => [pair.leftId, pair.rightId] as const),
    previous: session.patch,
    pinned: Object.fromEntries(
      session.microphones.flatMap(({ id, pinned }) => (pinned && session.patch[id] !== undefined ? [[id, session.patch[id] as string]] : [])),
    ),
    unfit,
  };
}
