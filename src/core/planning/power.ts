import type { Session } from '../document';
import { bankAddress, type InputAddress, inputAddress, type MicrophoneId } from '../ids';
import { type PowerLine, type PowerPlan, type PowerSocket, powerPlan } from '../patch';
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
  readonly note: string | null;
}

/** Two that one switch must serve and cannot, as a sentence. */
const conflictWords = (names: { readonly asks: string; readonly harmed: string }): string =>
  `must stay off: it would harm ${names.harmed}, and ${names.asks} needs it`;

/** What lists say of the power of one line; null where it is in no input. */
export function powerWords(session: Session, microphoneId: MicrophoneId, isSecond = false, plan: PowerPlan = powerOf(session)): PowerWords | null {
  const own = plan.sockets.find((one) => one.microphoneId === microphoneId && one.isSecond === isSecond);
  if (!own) return null;
  const bank = own.bank === null ? undefined : plan.banks.get(own.bank);
  const nameOf = (id: string | undefined): string => session.microphones.find((one) => one.id === id)?.name ?? 'a microphone';
  const on = bank?.on === true;
  const { shield, own: unit } = own.way;
  const conflict = bank && bank.askers.length > 0 && bank.harms.length > 0;
  const held =
    on && shield
      ? shield.kind === 'between'
        ? `held off by ${shield.name}`
        : shield.kind === 'jack'
          ? 'none over a jack'
          : 'none over the second way'
      : null;
  const note =
    conflict && (own.way.harmed || own.way.asks)
      ? conflictWords({ asks: nameOf(bank.askers[0]), harmed: nameOf(bank.harms[0]) })
      : [unit ? `48 V ${unit.on ? 'on' : 'off'} at ${unit.name}` : held].join('');
  return { input: on ? 'on' : 'off', note: note || null };
}
