import type { Session } from '../document';
import { bankAddress, type InputAddress, inputAddress, type MicrophoneId } from '../ids';
import { type PowerLine, type PowerPlan, type PowerSocket, powerPlan } from '../patch';
import type { Told, Words } from '../units';
import { tell } from './listCodes';
import { outboardOf, patchInputs, pluggedAt } from './patchProblem';

/** Every socket there is with what is in it, those as well that are not carried at the session's rate: they are powered with the others. */
export function powerSockets(session: Session): PowerSocket[] {
  const carried = new Set(patchInputs(session).map(inputAddress));
  const models = new Map(session.shelf.microphones.map((model) => [model.id, model]));
  const lineAt = (address: InputAddress): PowerLine | null => {
    const plugged = pluggedAt(session, address);
    const model = models.get(session.microphones.find(({ id }) => id === plugged?.microphoneId)?.modelId ?? '');
    if (!plugged || !model) return null;
    const { microphoneId, isSecond } = plugged;
    return { microphoneId, isSecond, phantom: model.phantom, connector: model.connector, through: outboardOf(session, microphoneId) };
  };
  return session.shelf.devices.flatMap((device) =>
    device.inputs.map((input): PowerSocket => {
      const address = inputAddress({ ...input, deviceId: device.id });
      const bank = bankAddress({ ...input, deviceId: device.id });
      return { address, bank, hasSwitch: bank !== null, connectors: input.connectors, carried: carried.has(address), line: lineAt(address) };
    }),
  );
}

/** How all phantom switches must stand for a session as it is plugged, and who gets 48 V: what everything that speaks of power asks. */
export const powerOf = (session: Session): PowerPlan => powerPlan(powerSockets(session));

/** Phantom switches that are on, "device/bank". */
export const litBanks = (session: Session): ReadonlySet<string> =>
  new Set([...powerOf(session).banks.values()].flatMap(({ bank, on }) => (on ? [bank] : [])));

/** What a socket's switch does and what stands in its way, in few words: for lists that stand beside the device. */
export interface PowerWords {
  /** How the input's switch stands. */
  readonly input: 'on' | 'off';
  /** Why it is not what it looks like: what keeps it from the microphone, a unit's own switch, what it waits for. */
  readonly note: Told | null;
}

/** What lists say of the power of one line; null where it is in no input. */
export function powerWords(session: Session, microphoneId: MicrophoneId, isSecond = false, plan: PowerPlan = powerOf(session)): PowerWords | null {
  const own = plan.sockets.find((one) => one.microphoneId === microphoneId && one.isSecond === isSecond);
  if (!own) return null;
  const bank = own.bank === null ? undefined : plan.banks.get(own.bank);
  const nameOf = (id: string | undefined): Words => session.microphones.find((one) => one.id === id)?.name ?? tell('some-microphone');
  const on = bank?.on === true;
  const { shield, own: unit } = own.way;
  const conflict = bank && bank.askers.length > 0 && bank.harms.length > 0;
  const held =
    on && shield
      ? shield.kind === 'between'
        ? tell('held-off-by', { shield: shield.name })
        : shield.kind === 'jack'
          ? tell('none-over-jack')
          : tell('none-over-second-way')
      : null;
  const note =
    conflict && (own.way.harmed || own.way.asks)
      ? tell('must-stay-off', { asks: nameOf(bank.askers[0]), harmed: nameOf(bank.harms[0]) })
      : unit
        ? tell('own-power', { on: unit.on ? 'yes' : 'no', unit: unit.name })
        : held;
  return { input: on ? 'on' : 'off', note };
}
