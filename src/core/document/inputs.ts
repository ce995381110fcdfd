import { type Chain, chainOf } from '../chain';
import { type MicrophoneId, partsOfAddress } from '../ids';
import type { DeviceInput, InputDevice } from '../patch';
import { RECIPES } from '../setups';
import type { PlacedMicrophone, Session } from './session';

type Plugged = Pick<Session, 'shelf' | 'patch'>;
type Recorded = Plugged & Pick<Session, 'sampleRateHz'>;

/** The device a microphone is plugged into; undefined where it is in none. */
export function deviceOf({ shelf, patch }: Plugged, microphoneId: MicrophoneId): InputDevice | undefined {
  const { deviceId } = partsOfAddress(patch[microphoneId]);
  return shelf.devices.find(({ id }) => id === deviceId);
}

/** The input a microphone is plugged into; undefined where it is in none. */
function inputOf(session: Plugged, microphoneId: MicrophoneId): DeviceInput | undefined {
  const { inputId } = partsOfAddress(session.patch[microphoneId]);
  return deviceOf(session, microphoneId)?.inputs.find(({ id }) => id === inputId);
}

/** What the device that a microphone is plugged into delays it by, samples of the session. */
export const deviceSamples = (session: Recorded, microphoneId: MicrophoneId): number =>
  Math.round((deviceOf(session, microphoneId)?.latencySeconds ?? 0) * session.sampleRateHz);

/** The chain a microphone is recorded through as the session stands: its own and that of the device it is plugged into. */
export function chainIn(session: Recorded, placed: Chain & { readonly id: string }): Chain {
  const late = deviceSamples(session, placed.id);
  const own = chainOf(placed);
  return late === 0 ? own : { ...own, latencySamples: (own.latencySamples ?? 0) + late };
}

/** The input a microphone is in by its name, where it has a polarity switch. */
export function invertingInputOf(session: Plugged, microphoneId: MicrophoneId): string | undefined {
  const input = inputOf(session, microphoneId);
  return input?.inverts ? input.name : undefined;
}

/** Whether its set-up wants a channel inverted, since nature opposes it where it stands: under a drum, at a port. */
function wantsInverting({ shelf }: Pick<Session, 'shelf'>, { setupId, target }: PlacedMicrophone): boolean {
  const recipe = [...RECIPES, ...shelf.setups].find(({ id }) => id === setupId);
  return recipe?.microphones.some((wanted) => wanted.flipped === true && wanted.target === target?.sourceId) ?? false;
}

/** What inverts a channel goes from the mix to the input's switch, or back: behind the mix its sign stays. */
const elsewhere = ({ inputInverted, ...placed }: PlacedMicrophone, atInput: boolean): PlacedMicrophone => ({
  ...placed,
  flipped: !placed.flipped,
  ...(atInput ? { inputInverted: true } : {}),
  ...(placed.madeUp === undefined ? {} : { madeUp: atInput ? 'input' : 'mix' }),
});

/**
 * What a set-up asks to be inverted is inverted at the input where that has a switch, so that it is in the recorded file.
 *
 * @param isNew microphones that were plugged just now: what was there before stays as it is
 */
export function invertedAtInputs(session: Session, isNew: (microphoneId: MicrophoneId) => boolean): Session {
  const microphones = session.microphones.map((placed) =>
    placed.flipped &&
    !placed.inputInverted &&
    placed.cable !== 'reversed' &&
    isNew(placed.id) &&
    invertingInputOf(session, placed.id) !== undefined &&
    wantsInverting(session, placed)
      ? elsewhere(placed, true)
      : placed,
  );
  return microphones.some((placed, i) => placed !== session.microphones[i]) ? { ...session, microphones } : session;
}

/** A channel that an input's switch inverted and that is in an input without one is inverted in the mix. */
export function withoutMissingSwitches(session: Session): Session {
  const isLost = (placed: PlacedMicrophone): boolean => placed.inputInverted === true && invertingInputOf(session, placed.id) === undefined;
  if (!session.microphones.some(isLost)) return session;
  return { ...session, microphones: session.microphones.map((placed) => (isLost(placed) ? elsewhere(placed, false) : placed)) };
}
