import { MICROPHONE_CATALOGUE } from '../microphones';
import { DEVICE_CATALOGUE, type InputDevice, onShelf } from '../patch';
import { STAND_CATALOGUE } from '../stands';
import type { Shelf } from './session';

/** How many of each kind in the catalogues a person has, by the kind's id. */
export type Owned = Readonly<Record<string, number>>;

/** The most of one kind that can be counted. */
export const MOST_OF_A_KIND = 12;

const nth = (device: InputDevice, n: number): InputDevice =>
  n === 0 ? device : { ...device, id: `${device.id}-${n + 1}`, name: `${device.name} ${n + 1}` };

/** How many of each kind a shelf has, as far as its things are kinds of the catalogues. */
export function ownedOn(shelf: Shelf): Owned {
  const counted = [...shelf.microphones, ...shelf.stands].map(({ id, count }) => [id, count] as const);
  const devices = DEVICE_CATALOGUE.map(
    ({ id }) => [id, shelf.devices.filter((own) => own.id === id || new RegExp(`^${id}-\\d+$`).test(own.id)).length] as const,
  );
  return Object.fromEntries([...counted, ...devices]);
}

/**
 * A shelf with so many of each kind. What is there already keeps its own figures; what is not of the catalogues stays; a kind that is
 * counted as none goes.
 */
export function withOwned(shelf: Shelf, owned: Owned): Shelf {
  const countOf = (id: string): number => (Object.hasOwn(owned, id) ? (owned[id] ?? 0) : 0);
  const counted = <T extends { readonly id: string; readonly count: number }>(mine: readonly T[], kinds: readonly T[]): T[] => {
    const known = kinds.map(({ id }) => id);
    const others = mine.filter(({ id }) => !known.includes(id));
    const kept = kinds
      .filter(({ id }) => countOf(id) > 0)
      .map((kind) => ({ ...(mine.find(({ id }) => id === kind.id) ?? kind), count: countOf(kind.id) }));
    return [...kept, ...others];
  };
  const wanted = DEVICE_CATALOGUE.flatMap((device) => Array.from({ length: countOf(device.id) }, (_, n) => nth(device, n)));
  const all = DEVICE_CATALOGUE.flatMap((device) => Array.from({ length: MOST_OF_A_KIND }, (_, n) => nth(device, n).id));
  return {
    ...shelf,
    microphones: counted(shelf.microphones, MICROPHONE_CATALOGUE),
    stands: counted(shelf.stands, STAND_CATALOGUE),
    devices: [
      ...wanted.map((device) => shelf.devices.find(({ id }) => id === device.id) ?? onShelf(device, wanted)),
      ...shelf.devices.filter(({ id }) => !all.includes(id)),
    ],
  };
}
