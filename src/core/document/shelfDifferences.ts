import { SHELF_KINDS, type ShelfKind } from './commands';
import { shelfAsStored, storedName } from './normalise';
import type { Shelf } from './session';
import { shared } from './sharing';

interface Item {
  readonly id: string;
  readonly name: string;
}

/** A thing that a session's record of the gear and the shelf do not agree on. */
export interface ShelfDifference {
  readonly kind: ShelfKind;
  readonly id: string;
  readonly name: string;
  readonly how: 'only in the session' | 'only on the shelf' | 'unlike';
}

const itemsOf = (shelf: Shelf, kind: ShelfKind): readonly Item[] => shelf[kind] ?? [];
function alike(kind: ShelfKind, a: Item, b: Item): boolean {
  const stored = shelfAsStored({ [kind]: [a, b] })[kind];
  return stored !== undefined && shared(stored[0], stored[1]) === stored[0];
}

/** Where the gear that a session was made with and the shelf of today differ. */
export const shelfDifferences = (record: Shelf, own: Shelf): ShelfDifference[] =>
  SHELF_KINDS.flatMap((kind) => {
    const [here, there] = [itemsOf(record, kind), itemsOf(own, kind)];
    const mine = here.flatMap(({ id, name }, i): ShelfDifference[] => {
      const twin = there.find((item) => item.id === id);
      if (!twin) return [{ kind, id, name, how: 'only in the session' }];
      return alike(kind, here[i] as Item, twin) ? [] : [{ kind, id, name, how: 'unlike' }];
    });
    const theirs = there.filter(({ id }) => !here.some((item) => item.id === id));
    return [...mine, ...theirs.map(({ id, name }): ShelfDifference => ({ kind, id, name, how: 'only on the shelf' }))];
  });

/** What putting one shelf's things on another comes to. */
export interface MergedShelf {
  readonly shelf: Shelf;
  /** Names of things that were not there. */
  readonly added: readonly string[];
  /** Names of things that are there in another form: both are kept, the newcomer under a name of its own. */
  readonly beside: readonly string[];
}

/** Puts another shelf's things on one's own. What is there already stays as it is; what differs is kept beside it. */
export function mergedShelf(own: Shelf, other: Shelf, newId: () => string): MergedShelf {
  const added: string[] = [];
  const beside: string[] = [];
  const merged = SHELF_KINDS.map((kind) => {
    const mine = itemsOf(own, kind);
    const extra = itemsOf(other, kind).flatMap((item): Item[] => {
      const twin = mine.find(({ id }) => id === item.id);
      if (!twin) {
        added.push(item.name);
        return [item];
      }
      if (mine.some((candidate) => alike(kind, { ...candidate, id: item.id, name: item.name }, item) && candidate.name.startsWith(item.name)))
        return [];
      beside.push(item.name);
      return [{ ...item, id: newId(), name: storedName(`${item.name.slice(0, 100)}, imported`) }];
    });
    return [kind, [...mine, ...extra]] as const;
  });
  // Lists that older shelves have not are not put there empty.
  const lists = merged.filter(([kind, items]) => own[kind] !== undefined || items.length > 0);
  return { shelf: { ...own, ...Object.fromEntries(lists) }, added, beside };
}
