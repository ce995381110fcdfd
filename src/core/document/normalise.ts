import type Joi from 'joi';
import { plainName } from '../units';
import { MICROPHONE, PAIR, SESSION, schemaOf } from './records';
import { object, STEPS, type Unit } from './schemaWords';
import { recipeSchema, shelfKeys } from './shelfSchema';

/** An angle in (−180°, 180°]. */
const wrapped = (degrees: number): number => {
  const turn = ((degrees % 360) + 360) % 360;
  return turn > 180 ? turn - 360 : turn;
};

/** A name as it is kept. */
export const storedName = plainName;

/** Puts a value as it is stored: what is so already comes back as the same. */
type Store = (value: unknown) => unknown;

/** What of a schema's own terms matters here: the browser's build of the validator cannot describe itself. */
interface Terms {
  readonly metas?: readonly { readonly wraps?: boolean; readonly line?: boolean }[] | null;
  readonly keys?: readonly { readonly key: string; readonly schema: Joi.Schema }[] | null;
  readonly patterns?: readonly { readonly rule: Joi.Schema }[] | null;
  readonly items?: readonly Joi.Schema[] | null;
  readonly matches?: readonly { readonly schema?: Joi.Schema }[] | null;
}
const termsOf = (schema: Joi.Schema): Terms => schema.$_terms;

function numbers(unit: Unit, wraps: boolean): Store {
  const steps = STEPS[unit];
  const rounded = (v: number): number => Math.round(v * steps) / steps;
  return (value) => {
    if (typeof value !== 'number' || !Number.isFinite(value)) return value;
    // Rounded before and after: an angle just under half a turn must not come out as −180.
    return (wraps ? rounded(wrapped(rounded(value))) : rounded(value)) + 0;
  };
}

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

/** Objects that are known to be as they are stored; nothing is looked at twice. */
const done = new WeakSet<object>();

function objects(storeOf: (key: string) => Store | null): Store {
  return (value) => {
    if (!isObject(value) || done.has(value)) return value;
    let same = true;
    const entries = Object.entries(value).map(([key, old]): [string, unknown] => {
      const next = storeOf(key)?.(old) ?? old;
      if (!Object.is(next, old)) same = false;
      return [key, next];
    });
    const result = same ? value : Object.fromEntries(entries);
    done.add(result);
    return result;
  };
}

function lists(store: Store): Store {
  return (value) => {
    if (!Array.isArray(value) || done.has(value)) return value;
    const next = value.map(store);
    const result = next.every((item, i) => Object.is(item, value[i])) ? value : next;
    done.add(result);
    return result;
  };
}

/** Keys of an object in any of the forms that it may take. */
function formsOf(schema: Joi.Schema): readonly { readonly key: string; readonly schema: Joi.Schema }[] {
  const { keys, matches } = termsOf(schema);
  return [...(matches ?? []).flatMap((one) => (one.schema ? formsOf(one.schema) : [])), ...(keys ?? [])];
}

/** How values of a schema are stored, from the units and marks of its fields; null where they are kept as they are. */
function storeOf(schema: Joi.Schema): Store | null {
  const { metas, items, patterns } = termsOf(schema);
  const marks = Object.assign({}, ...(metas ?? []));
  const unit: Unit | undefined = schema.$_getFlag('unit');
  if (unit) return numbers(unit, marks.wraps === true);
  if (marks.line) return (value) => (typeof value === 'string' ? storedName(value) : value);
  const [item, pattern] = [items?.[0], patterns?.[0]];
  if (item) {
    const store = storeOf(item);
    return store && lists(store);
  }
  if (pattern) {
    const store = storeOf(pattern.rule);
    return store && objects(() => store);
  }
  const stores = new Map(formsOf(schema).map((field) => [field.key, storeOf(field.schema)]));
  return [...stores.values()].some((store) => store !== null) ? objects((key) => stores.get(key) ?? null) : null;
}

/** Puts values of one schema as they are stored; how is worked out when it is first asked. What is no such value is left for the judge. */
function storing(schemaFor: () => Joi.Schema): <T>(value: T) => T {
  let store: Store | null | undefined;
  return <T>(value: T): T => {
    if (store === undefined) store = storeOf(schemaFor());
    return (store ? store(value) : value) as T;
  };
}

/**
 * A session as it is stored: numbers with a unit at that unit's precision, angles that go round wrapped, names tidied, as the records
 * of its fields say. What is so already comes back as the same object; storing twice is storing once.
 */
export const asStored = storing(() => schemaOf(SESSION));
/** The same of parts: a microphone or some of its fields, the frame of a pair, a shelf, a set-up of one's own. */
export const microphoneAsStored = storing(() => schemaOf(MICROPHONE));
export const frameAsStored = storing(() => PAIR.frame.schema);
export const shelfAsStored = storing(() => object(shelfKeys));
export const recipeAsStored = storing(() => recipeSchema);
