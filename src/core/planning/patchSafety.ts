import { putBetween, type Session } from '../document';
import type { MicrophoneModel } from '../microphones';
import { asksPower, canBePowered, inputAddress, letsPowerIn, type Outboard, type PatchInput, partsOf, plugsFit } from '../patch';
import { outboardOf, patchInputs } from './patchProblem';

const bankOf = (input: PatchInput | undefined): string | null => (input?.phantomBank ? `${input.deviceId}/${input.phantomBank}` : null);

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
}

function pluggedIn(session: Session, patch: Session['patch']): Plugged[] {
  const inputs = patchInputs(session);
  const models = new Map(session.shelf.microphones.map((model) => [model.id, model]));
  const inputAt = (address: string | undefined): PatchInput | undefined => inputs.find((input) => inputAddress(input) === address);
  return session.microphones.flatMap(({ id, name, modelId, alsoInto }): Plugged[] => {
    const model = models.get(modelId);
    if (!model) return [];
    const input = inputAt(patch[id]);
    return [{ id, name, model, input, lost: patch[id] !== undefined && !input, second: inputAt(alsoInto), through: outboardOf(session, id) }];
  });
}

const litBy = (plugged: readonly Plugged[]): ReadonlySet<string> =>
  new Set(plugged.flatMap(({ model, input, through }) => (asksPower(model, through) ? (bankOf(input) ?? []) : [])));

/** Phantom switches that are on as things are plugged, "device/bank": somebody there, or what stands between, asks for it. */
export const litBanks = (session: Session): ReadonlySet<string> => litBy(pluggedIn(session, session.patch));

/** Microphones that get phantom power as things are plugged, whether they want it or not. */
export function powered(session: Session): ReadonlySet<string> {
  const plugged = pluggedIn(session, session.patch);
  const lit = litBy(plugged);
  return new Set(plugged.flatMap(({ id, input, through }) => (lit.has(bankOf(input) ?? '') && letsPowerIn(through) ? [id] : [])));
}

/** What is wrong with a patch as it stands. Power where it harms is a danger; the rest will merely not work. */
export interface PatchTrouble {
  readonly microphoneId: string;
  readonly isDanger: boolean;
  readonly message: string;
}

/** An input by its name, and its device's where there are several. */
export function inputTitle({ shelf }: Session, input: PatchInput): string {
  const device = shelf.devices.length > 1 ? shelf.devices.find(({ id }) => id === input.deviceId) : undefined;
  return device ? `${input.name} of ${device.name}` : input.name;
}

/** That more of a thing are in use than there are, for those who came last. */
function missingOf(session: Session, outboardId: string, microphoneId: string, plugged: readonly Plugged[]): string | null {
  const thing = session.shelf.outboard?.find(({ id }) => id === outboardId);
  const users = plugged.filter(({ through }) => through && partsOf(through.id).includes(outboardId)).map(({ id }) => id);
  if (!thing || users.indexOf(microphoneId) < thing.count) return null;
  return `There ${thing.count === 1 ? 'is one' : `are ${thing.count}`} of ${thing.name}, and ${users.length} are in use`;
}

function troubleOf(session: Session, { id, name, model, input, lost, second, through }: Plugged, plugged: readonly Plugged[]): PatchTrouble | null {
  const told = (message: string, isDanger = false): PatchTrouble => ({ microphoneId: id, isDanger, message });
  if (model.connector === 'USB')
    return plugged.length > 1
      ? told(
          `${name} is a device of its own, with its own clock: what it records runs away from the others. Use it alone, or take another microphone.`,
        )
      : null;
  if (lost) return told(`${name} is in an input that is not carried at this sample rate: use another input, or record at a lower rate.`);
  if (!input) return told(`${name} has no input.`);
  const bank = bankOf(input);
  const other = plugged.find((one) => one.id !== id && asksPower(one.model, one.through) && bank !== null && bankOf(one.input) === bank);
  if (model.phantom === 'never' && other && letsPowerIn(through))
    return told(`${name} must never get phantom power, and its bank is powered for ${other.name}: move one of them.`, true);
  if (model.phantom === 'needs' && through && !canBePowered(bank !== null, through))
    return told(`${name} needs phantom power, and ${through.name} lets none through: take it away.`);
  if (model.phantom === 'needs' && !canBePowered(bank !== null, through))
    return told(`${name} needs phantom power and input ${inputTitle(session, input)} gives none: use another input.`);
  if (through?.needsPower && !bank)
    return told(`${through.name} lives on phantom power and input ${inputTitle(session, input)} gives none: use another input.`);
  if (through && !plugsFit(model.connector, input.connectors, through))
    return told(`${through.name} does not fit between ${name} and input ${inputTitle(session, input)}: its plugs are others.`);
  if (!through && !input.connectors.includes(model.connector))
    return told(`${name} has an ${model.connector} plug and input ${inputTitle(session, input)} does not take it.`);
  if (second && !second.connectors.includes(through?.gives ?? 'XLR'))
    return told(`The second way of ${name} ends in an ${through?.gives ?? 'XLR'} plug and input ${inputTitle(session, second)} does not take it.`);
  const missing = through ? partsOf(through.id).flatMap((part) => missingOf(session, part, id, plugged) ?? []) : [];
  return missing[0] ? told(`${missing[0]}: ${name} has none.`) : null;
}

/** Everything that is wrong with the patch as it is plugged, dangers first. */
export function patchTroubles(session: Session): readonly PatchTrouble[] {
  const plugged = pluggedIn(session, session.patch);
  return plugged.flatMap((one) => troubleOf(session, one, plugged) ?? []).sort((a, b) => Number(b.isDanger) - Number(a.isDanger));
}

/** What plugging a microphone in would bring that harms and is not there yet; null when nothing. */
export function dangerOfPlugging(session: Session, microphoneId: string, address: string): string | null {
  const patch = { ...Object.fromEntries(Object.entries(session.patch).filter(([, taken]) => taken !== address)), [microphoneId]: address };
  const before = new Set(patchTroubles(session).flatMap(({ isDanger, microphoneId: id }) => (isDanger ? [id] : [])));
  const found = patchTroubles({ ...session, patch }).find(({ isDanger, microphoneId: id }) => isDanger && (id === microphoneId || !before.has(id)));
  return found?.message ?? null;
}

/** What putting something between, or taking it away, would bring that harms and is not there yet; null when nothing. */
export function dangerOfBetween(session: Session, microphoneId: string, outboardId: string | null): string | null {
  const next = putBetween(microphoneId, outboardId)(session);
  const before = new Set(patchTroubles(session).flatMap(({ isDanger, microphoneId: id }) => (isDanger ? [id] : [])));
  return patchTroubles(next).find(({ isDanger, microphoneId: id }) => isDanger && !before.has(id))?.message ?? null;
}
