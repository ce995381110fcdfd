import { plugIn, putBetween, type Session } from '../document';
import { type InputAddress, inputAddress, type MicrophoneId, type OutboardId } from '../ids';
import { type MicrophoneModel, withArticle } from '../microphones';
import { type Outboard, type PatchInput, type PowerPlan, partsOf, plugsFit, type SocketPower } from '../patch';
import type { Told, Words } from '../units';
import { tell } from './codes';
import { outboardOf, patchInputs } from './patchProblem';
import { powerOf } from './power';

interface Plugged {
  readonly id: string;
  readonly name: string;
  readonly model: MicrophoneModel;
  readonly input: PatchInput | undefined;
  /** It is plugged into an input that its device's digital port does not carry at this rate. */
  readonly lost: boolean;
  /** Where the second way of its splitter goes. */
  readonly second: PatchInput | undefined;
  readonly through: Outboard | null;
  /** How power runs on its line, carried or not; none where it is in no input. */
  readonly power: SocketPower | undefined;
}

function pluggedIn(session: Session, power: PowerPlan): Plugged[] {
  const inputs = patchInputs(session);
  const models = new Map(session.shelf.microphones.map((model) => [model.id, model]));
  const inputAt = (address: InputAddress | undefined): PatchInput | undefined => inputs.find((input) => inputAddress(input) === address);
  return session.microphones.flatMap(({ id, name, modelId, secondInput }): Plugged[] => {
    const model = models.get(modelId);
    if (!model) return [];
    const address = session.patch[id];
    const input = inputAt(address);
    const own = power.sockets.find((one) => one.microphoneId === id && !one.isSecond);
    const lost = address !== undefined && !input;
    return [{ id, name, model, input, lost, second: inputAt(secondInput), through: outboardOf(session, id), power: own }];
  });
}

/** What is wrong with a patch as it stands. Power where it harms is a danger; the rest will merely not work. */
export interface PatchTrouble {
  readonly microphoneId: MicrophoneId;
  readonly isDanger: boolean;
  readonly message: Told;
}

/** An input by its name, and its device's where there are several. */
export function inputTitle({ shelf }: Session, input: PatchInput): Words {
  const device = shelf.devices.length > 1 ? shelf.devices.find(({ id }) => id === input.deviceId) : undefined;
  return device ? tell('of', { input: input.name, device: device.name }) : input.name;
}

/** That more of a thing are in use than there are, for those who came last. */
function missingOf(session: Session, outboardId: OutboardId, microphoneId: MicrophoneId, plugged: readonly Plugged[]): Told | null {
  const thing = session.shelf.outboard?.find(({ id }) => id === outboardId);
  const users = plugged.filter(({ through }) => through && partsOf(through.id).includes(outboardId)).map(({ id }) => id);
  if (!thing || users.indexOf(microphoneId) < thing.count) return null;
  return tell('there-count-is-one-are-of', { count: thing.count, thing: thing.name, users: users.length });
}

/** Two on one switch that cannot both be served: told of who would be harmed. */
function conflictOf(session: Session, { name, power: own }: Plugged, power: PowerPlan): Told | null {
  const bank = own?.bank ? power.banks.get(own.bank) : undefined;
  if (!own?.way.harmed || !bank || bank.askers.length === 0) return null;
  const asker = session.microphones.find(({ id }) => id === bank.askers[0])?.name;
  return tell('power-harms', { name, asker: asker ?? '' });
}

/** Why a line gets none of the power that it lives on, where no switch could help. */
function starvedWords(session: Session, { name, model, through, power, input }: Plugged): Told | null {
  if (!power || !input || power.way.starved === null) return null;
  const where = tell('input', { inputTitle: inputTitle(session, input) });
  if (power.way.starved === 'between') return tell('between-starves', { through: through?.name ?? '', where });
  if (through?.blocksPower) return tell('needs-phantom-power-and-lets-none', { name, through: through.name });
  return power.way.shield?.kind === 'jack' && input.connectors.includes(through?.gives ?? model.connector)
    ? tell('needs-phantom-power-and-a-jack', { name })
    : tell('needs-phantom-power-and-gives-none', { name, where });
}

function troubleOf(session: Session, one: Plugged, plugged: readonly Plugged[], power: PowerPlan): PatchTrouble | null {
  const { id, name, model, input, lost, second, through } = one;
  const told = (message: Told, isDanger = false): PatchTrouble => ({ microphoneId: id, isDanger, message });
  if (model.connector === 'USB') return plugged.length > 1 ? told(tell('is-a-device-of-its-own', { name })) : null;
  const conflict = conflictOf(session, one, power);
  if (conflict) return told(conflict, true);
  if (lost) return told(tell('is-in-an-input-that-is', { name }));
  if (!input) return told(tell('has-no-input', { name }));
  const starved = starvedWords(session, one);
  if (starved) return told(starved);
  if (through && !plugsFit(model.connector, input.connectors, through))
    return told(tell('does-not-fit-between-and-input', { through: through.name, name, inputTitle: inputTitle(session, input) }));
  if (!through && !input.connectors.includes(model.connector))
    return told(tell('has-plug-and-input-does-not', { name, withArticle: withArticle(model.connector), inputTitle: inputTitle(session, input) }));
  if (second && !second.connectors.includes(through?.gives ?? 'XLR'))
    return told(
      tell('the-second-way-of-ends-in', { name, withArticle: withArticle(through?.gives ?? 'XLR'), inputTitle: inputTitle(session, second) }),
    );
  const missing = through ? partsOf(through.id).flatMap((part) => missingOf(session, part, id, plugged) ?? []) : [];
  if (missing[0]) return told(tell('has-none', { missing: missing[0], name }));
  // Nothing of its own is wrong: its switch is held off for somebody else's sake.
  const bank = one.power?.lacks && one.power.bank ? power.banks.get(one.power.bank) : undefined;
  const harmed = session.microphones.find(({ id: other }) => other === bank?.harms[0])?.name;
  return bank ? told(tell('power-held-off', { name, harmed: harmed ?? '' })) : null;
}

/** Everything that is wrong with the patch as it is plugged, dangers first. */
export function patchTroubles(session: Session): readonly PatchTrouble[] {
  const power = powerOf(session);
  const plugged = pluggedIn(session, power);
  return plugged.flatMap((one) => troubleOf(session, one, plugged, power) ?? []).sort((a, b) => Number(b.isDanger) - Number(a.isDanger));
}

/** What plugging a microphone in would bring that harms and is not there yet; null when nothing. */
export function dangerOfPlugging(session: Session, microphoneId: MicrophoneId, address: InputAddress): Told | null {
  const before = new Set(patchTroubles(session).flatMap(({ isDanger, microphoneId: id }) => (isDanger ? [id] : [])));
  const found = patchTroubles(plugIn(microphoneId, address)(session)).find(
    ({ isDanger, microphoneId: id }) => isDanger && (id === microphoneId || !before.has(id)),
  );
  return found?.message ?? null;
}

/** What putting something between, or taking it away, would bring that harms and is not there yet; null when nothing. */
export function dangerOfBetween(session: Session, microphoneId: MicrophoneId, outboardId: OutboardId | null): Told | null {
  const next = putBetween(microphoneId, outboardId)(session);
  const before = new Set(patchTroubles(session).flatMap(({ isDanger, microphoneId: id }) => (isDanger ? [id] : [])));
  return patchTroubles(next).find(({ isDanger, microphoneId: id }) => isDanger && !before.has(id))?.message ?? null;
}
