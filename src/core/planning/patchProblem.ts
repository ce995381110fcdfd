import type { ArrivalTable } from '../arrivals';
import type { Session } from '../document';
import { type GainSetting, gainFor, inputAddress, OUTBOARD_CATALOGUE, type Outboard, type PatchInput, type PatchProblem } from '../patch';
import { listed } from '../units';

/** Every input of the session's devices, in order. */
export const patchInputs = (session: Session): PatchInput[] =>
  session.shelf.devices.flatMap((device) => device.inputs.map((input) => ({ ...input, deviceId: device.id })));

/** Loudest predicted peak of a microphone over all sources, as a take had it where one did, dB SPL on-axis equivalent; null without sources. */
export function loudestDb(table: ArrivalTable, microphoneId: string): number | null {
  const index = table.plan.microphones.findIndex((microphone) => microphone.id === microphoneId);
  const row = table.rows[index];
  return row?.length ? Math.max(...row.map((arrival) => arrival.levelDb)) + (table.plan.microphones[index]?.learnedDb ?? 0) : null;
}

/** What stands between a microphone and its input; null for a cable alone. */
export function outboardOf(session: Session, microphoneId: string): Outboard | null {
  const through = session.microphones.find(({ id }) => id === microphoneId)?.through;
  return session.shelf.outboard?.find(({ id }) => id === through) ?? null;
}

/** The gain setting of a microphone on an input; null when nothing sounds. */
export function gainSetting(table: ArrivalTable, microphoneId: string, input: PatchInput, through: Outboard | null = null): GainSetting | null {
  const microphone = table.plan.microphones.find((candidate) => candidate.id === microphoneId);
  const peak = loudestDb(table, microphoneId);
  return microphone && peak !== null ? gainFor(microphone.model, peak, microphone.padOn, input, table.plan.peakTargetDbfs, through) : null;
}

/** A pair carries the picture, and what is alone on its source is not to be had again: their preamps matter more. */
function weightOf(session: Session, id: string): number {
  return session.pairs.some(({ leftId, rightId }) => leftId === id || rightId === id) || session.microphones.length === 1 ? 2 : 1;
}

/** The patch problem of a session: who must be plugged where, given what is predicted. */
export function patchProblem(session: Session, table: ArrivalTable): PatchProblem {
  const inputs = patchInputs(session);
  const outboard = session.shelf.outboard ?? [];
  const tooLoud = (id: string, through: Outboard | null): string[] =>
    inputs.filter((input) => gainSetting(table, id, input, through)?.verdict === 'too-loud').map(inputAddress);
  const each = <T>(of: (id: string) => T): Record<string, T> => Object.fromEntries(table.plan.microphones.map(({ id }) => [id, of(id)]));
  const unfit = each((id) => tooLoud(id, null));
  const all = [...outboard, ...OUTBOARD_CATALOGUE.filter(({ id }) => !outboard.some((own) => own.id === id))];
  return {
    // A microphone that is its own device takes no input.
    microphones: table.plan.microphones
      .filter(({ model }) => model.connector !== 'USB')
      .map(({ id, name, model }) => ({ id, name, phantom: model.phantom, connector: model.connector, weight: weightOf(session, id) })),
    outboard,
    borrowable: OUTBOARD_CATALOGUE,
    unfitThrough: each((id) => Object.fromEntries(all.map((one) => [one.id, tooLoud(id, one)]))),
    inputs,
    pairs: session.pairs.map((pair) => [pair.leftId, pair.rightId] as const),
    previous: session.patch,
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
export function clockWords(session: Session): string | null {
  const used = session.shelf.devices.filter(({ id }) => Object.values(session.patch).some((address) => address.startsWith(`${id}/`)));
  const own = [...new Set(used.map(({ id, clock }) => clock ?? id))];
  if (own.length < 2) return null;
  const names = used.map(({ name }) => name);
  return `${listed(names)} run by clocks of their own and drift apart, a sample or some each second: link their clocks and say so on the shelf, or clap once at the beginning and once at the end and let the take check line them up. Pairs stay on one.`;
}
