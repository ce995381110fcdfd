import type { Session } from '../src/core/document';

/** How switches stand: those of inputs by "device/input", and those of units between by microphone. */
export interface Switches {
  readonly inputs: ReadonlyMap<string, boolean>;
  readonly units: ReadonlyMap<string, boolean>;
}

/** What would happen to one microphone with the switches so. */
export interface Fate {
  readonly id: string;
  readonly never: boolean;
  readonly needs: boolean;
  /** 48 V at its own plug. */
  readonly volts: boolean;
  /** Everything between that lives on phantom has it. */
  readonly betweenAlive: boolean;
  readonly address: string;
}

/**
 * A second judge of power, told from the words on the shelf alone and sharing nothing with the first: voltage is followed from each socket
 * to the microphone, plug by plug. 48 V runs over XLR only; a splitter's second way has a transformer; what blocks, blocks; a unit with
 * power of its own gives what its own switch says.
 */
export function fates(session: Session, { inputs, units }: Switches): Fate[] {
  const { shelf, microphones, patch } = session;
  return microphones.flatMap((placed): Fate[] => {
    const address = patch[placed.id];
    const model = shelf.microphones.find(({ id }) => id === placed.modelId);
    const [deviceId, inputId] = (address ?? '').split('/');
    const input = shelf.devices.find(({ id }) => id === deviceId)?.inputs.find(({ id }) => id === inputId);
    if (!address || !model || !input) return [];
    const row = [placed.lineOutboardId, placed.outboardId].flatMap((id) => shelf.outboard?.filter((one) => one.id === id) ?? []);
    let volts = inputs.get(address) === true && input.phantomBank !== null && input.connectors.includes('XLR');
    let betweenAlive = true;
    for (const thing of row) {
      if (thing.gives !== 'XLR') volts = false;
      if (thing.needsPower && !volts) betweenAlive = false;
      if (thing.blocksPower) volts = false;
      if (thing.givesPower) volts = units.get(placed.id) === true;
    }
    if (model.connector !== 'XLR') volts = false;
    return [{ id: placed.id, never: model.phantom === 'never', needs: model.phantom === 'needs', volts, betweenAlive, address }];
  });
}

/** Sockets by the phantom switch that they share. */
export function banksOf(session: Session): Map<string, string[]> {
  const banks = new Map<string, string[]>();
  for (const device of session.shelf.devices)
    for (const input of device.inputs) {
      if (input.phantomBank === null) continue;
      const key = `${device.id}/${input.phantomBank}`;
      banks.set(key, [...(banks.get(key) ?? []), `${device.id}/${input.id}`]);
    }
  return banks;
}
