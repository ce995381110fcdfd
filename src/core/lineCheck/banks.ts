import { type InputAddress, partsOfAddress } from '../ids';
import { powerPlan } from '../patch';
import { asList, type Told } from '../units';
import { tell } from './codes';
import type { LinePlan } from './line';
import type { DeviceDescription } from './protocol';

const inputOf = (address: InputAddress): string => partsOfAddress(address).inputId;

/**
 * Where the device's own map of phantom switches is another than the shelf's; null where they agree. Banks may be called
 * otherwise: what counts is who shares a switch with whom.
 */
export function bankClash({ sockets }: LinePlan, { inputs }: DeviceDescription): Told | null {
  const told = new Map(inputs.map(({ id, bank }) => [id, bank]));
  const mates = (bankOf: (input: string) => string | null | undefined, input: string): string[] => {
    const bank = bankOf(input);
    return bank == null ? [] : sockets.map(({ address }) => inputOf(address)).filter((other) => bankOf(other) === bank);
  };
  const shelf = new Map(sockets.map(({ address, bank }) => [inputOf(address), bank]));
  for (const { address, line } of sockets) {
    const input = inputOf(address);
    if (!told.has(input)) {
      if (line) return tell('device-lacks-input', { input });
      continue;
    }
    const [own, others] = [mates((id) => told.get(id), input), mates((id) => shelf.get(id), input)];
    if (own.join() === others.join()) continue;
    const words = (list: readonly string[]): Told => (list.length === 0 ? tell('no-power-at-all') : tell('one-switch-for', { inputs: asList(list) }));
    return tell('banks-differ', { device: words(own), shelf: words(others) });
  }
  return null;
}

/**
 * Phantom switches that may be lit, by the device's own map: somebody on it needs it, and it harms nobody there, whether carried or not.
 * Without a device to ask, by the shelf's.
 */
export function banksToLight({ sockets }: LinePlan, description?: DeviceDescription): string[] {
  const told = new Map(description?.inputs.map(({ id, bank }) => [id, bank]));
  const named = sockets.map((socket) => {
    const own = socket.bank === null ? null : socket.bank.slice(socket.bank.indexOf('/') + 1);
    const bank = description ? (told.get(inputOf(socket.address)) ?? null) : own;
    return { ...socket, bank, hasSwitch: bank !== null };
  });
  return [...powerPlan(named).banks.values()].flatMap(({ bank, on }) => (on ? [bank] : []));
}
