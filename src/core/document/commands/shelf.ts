import type { MicrophoneModel } from '../../microphones';
import type { Cable, InputDevice, Outboard } from '../../patch';
import type { Recipe } from '../../setups';
import type { StandModel } from '../../stands';
import type { Shelf } from '../session';

interface Item {
  readonly id: string;
}

const withoutId = <T extends Item>(list: readonly T[], id: string): T[] => list.filter((item) => item.id !== id);
const upsert = <T extends Item>(list: readonly T[], item: T): T[] =>
  list.some((other) => other.id === item.id) ? list.map((other) => (other.id === item.id ? item : other)) : [...list, item];

export const putModel = (shelf: Shelf, model: MicrophoneModel): Shelf => ({ ...shelf, microphones: upsert(shelf.microphones, model) });
export const putDevice = (shelf: Shelf, device: InputDevice): Shelf => ({ ...shelf, devices: upsert(shelf.devices, device) });
export const putStand = (shelf: Shelf, stand: StandModel): Shelf => ({ ...shelf, stands: upsert(shelf.stands, stand) });
export const putOutboard = (shelf: Shelf, item: Outboard): Shelf => ({ ...shelf, outboard: upsert(shelf.outboard ?? [], item) });
export const putCable = (shelf: Shelf, item: Cable): Shelf => ({ ...shelf, cables: upsert(shelf.cables ?? [], item) });
export const putOwnSetup = (shelf: Shelf, setup: Recipe): Shelf => ({ ...shelf, setups: upsert(shelf.setups, setup) });

/** The kinds of thing a shelf holds. */
export const SHELF_KINDS = ['microphones', 'devices', 'stands', 'outboard', 'cables', 'setups'] as const;
export type ShelfKind = (typeof SHELF_KINDS)[number];

/** A shelf without one thing. */
export const dropGear = (shelf: Shelf, kind: ShelfKind, id: string): Shelf => ({ ...shelf, [kind]: withoutId<Item>(shelf[kind] ?? [], id) });

/** A shelf with a thing of another one put on it, in the place of its own of the same id. */
export function copyGear(shelf: Shelf, from: Shelf, kind: ShelfKind, id: string): Shelf {
  const item = ((from[kind] ?? []) as readonly Item[]).find((candidate) => candidate.id === id);
  return item ? { ...shelf, [kind]: upsert<Item>(shelf[kind] ?? [], item) } : dropGear(shelf, kind, id);
}
