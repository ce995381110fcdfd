interface Identified {
  readonly id: string;
}

const isIdentified = (value: unknown): value is Identified => typeof (value as Identified | null)?.id === 'string';

function sharedList(before: readonly unknown[], after: readonly unknown[]): readonly unknown[] {
  const byId = new Map(before.filter(isIdentified).map((item) => [item.id, item]));
  const next = after.map((item, i) => shared(isIdentified(item) ? byId.get(item.id) : before[i], item));
  if (next.length === before.length && next.every((item, i) => item === before[i])) return before;
  return next.every((item, i) => item === after[i]) ? after : next;
}

function sharedObject(before: Record<string, unknown>, after: Record<string, unknown>): Record<string, unknown> {
  const keys = Object.keys(after);
  const next = Object.fromEntries(keys.map((key) => [key, shared(Object.hasOwn(before, key) ? before[key] : undefined, after[key])]));
  if (Object.keys(before).length === keys.length && keys.every((key) => Object.hasOwn(before, key) && Object.is(next[key], before[key])))
    return before;
  return keys.every((key) => Object.is(next[key], after[key])) ? after : next;
}

/**
 * `after`, made of the same objects as `before` wherever they are equal; `before` itself when all of it is. Items of lists are matched
 * by their ids, so that taking one out keeps the others.
 */
export function shared<T>(before: unknown, after: T): T {
  if (Object.is(before, after) || typeof after !== 'object' || after === null || typeof before !== 'object' || before === null) return after;
  if (Array.isArray(after)) return (Array.isArray(before) ? sharedList(before, after) : after) as T;
  return (Array.isArray(before) ? after : sharedObject(before as Record<string, unknown>, after as Record<string, unknown>)) as T;
}

/** Makes a document unchangeable, so that code which mutates it fails where it does. What is frozen is taken to be frozen all through. */
export function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  for (const part of Object.values(value)) frozen(part);
  return Object.freeze(value);
}
