import type { Session } from '../document';
import { inputAddress } from '../ids';
import { patchInputs } from './patchProblem';

/**
 * Which channel of one many-channelled input records which microphone, counted from 0: the input it is patched into, counted through
 * the devices in use one after the other. Where nothing is patched, or fewer channels are there than that would need, the microphones'
 * own order. Null for those that no channel is left for.
 */
export function recordedChannels(session: Session, channelCount: number): Readonly<Record<string, number | null>> {
  const all = patchInputs(session);
  const patched = session.microphones.map(({ id }) => session.patch[id]);
  const devices = new Set(all.flatMap((input) => (patched.includes(inputAddress(input)) ? [input.deviceId] : [])));
  const inputs = all.filter(({ deviceId }) => devices.has(deviceId)).map(inputAddress);
  const byPatch = patched.map((address) => (address === undefined ? -1 : inputs.indexOf(address)));
  const fits = byPatch.every((channel) => channel >= 0 && channel < channelCount);
  return Object.fromEntries(session.microphones.map(({ id }, i) => [id, fits ? (byPatch[i] as number) : i < channelCount ? i : null]));
}
