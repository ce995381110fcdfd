import type { Session } from './session';

/** Equal as stored, the order of fields apart. */
export function isEqual(a: unknown, b: unknown): boolean {
  if (Object.is(a, b)) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]);
  return [...keys].every((key) => isEqual((a as Record<string, unknown>)[key], (b as Record<string, unknown>)[key]));
}

/** Two changes of the same thing: neither may be written over the other. */
class Clash extends Error {}

type Fields = Readonly<Record<string, unknown>>;
interface Item {
  readonly id: string;
}

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null && !Array.isArray(value);
const isItems = (value: unknown): value is readonly Item[] =>
  Array.isArray(value) && value.every((one) => typeof (one as Item | null)?.id === 'string');

/** Items by their ids: those of theirs in their order, what was added here behind them. */
function mergedItems(before: readonly Item[], sent: readonly Item[], after: readonly Item[], theirs: readonly Item[]): readonly Item[] {
  const of = (list: readonly Item[], id: string): Item | undefined => list.find((one) => one.id === id);
  const kept = theirs.flatMap((their) => (merged(of(before, their.id), of(sent, their.id), of(after, their.id), their) as Item | undefined) ?? []);
  const added = after.flatMap((own) => {
    if (of(theirs, own.id)) return [];
    // Gone there, and changed here: both cannot be.
    const was = of(before, own.id) ?? of(sent, own.id);
    if (was && !isEqual(was, own)) throw new Clash();
    return was ? [] : [own];
  });
  return [...kept, ...added];
}

function merged(before: unknown, sent: unknown, after: unknown, theirs: unknown): unknown {
  if (isEqual(before, after) || isEqual(after, theirs)) return theirs;
  if (isEqual(before, theirs) || isEqual(sent, theirs)) return after;
  if (isItems(before) && isItems(after) && isItems(theirs)) return mergedItems(before, isItems(sent) ? sent : before, after, theirs);
  if (!isFields(before) || !isFields(after) || !isFields(theirs)) throw new Clash();
  const keys = [...new Set([...Object.keys(theirs), ...Object.keys(after)])];
  const entries = keys.map((key) => [key, merged(before[key], isFields(sent) ? sent[key] : before[key], after[key], theirs[key])] as const);
  return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
}

/**
 * What was changed from one session to another, done to a third that went on from the first as well: fields, and items of lists by their
 * ids. Null where both changed the same thing. The session that comes of it is not judged.
 *
 * @param sent what of the change may be in the third already, since it was on its way there
 */
export function mergedOnto(before: Session, after: Session, theirs: Session, sent: Session = before): Session | null {
  const { updatedAt } = after.updatedAt > theirs.updatedAt ? after : theirs;
  try {
    const [a, b, c, d] = [before, sent, after, theirs].map((session) => ({ ...session, updatedAt }));
    return merged(a, b, c, d) as Session;
  } catch (error) {
    if (error instanceof Clash) return null;
    throw error;
  }
}
