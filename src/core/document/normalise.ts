import { plainName } from '../units';

/**
 * Storage precision by what a name ends in, as steps per unit: lengths to 0.1 mm, angles to 0.001°, levels to 0.01 dB. Finer than
 * any tape or knob, and coarse enough that a number read back is the number written.
 */
const STEPS: readonly (readonly [RegExp, number])[] = [
  [/KgM$|Kg$|In$|MvPerPa$|Deg$/, 1e3],
  [/M$|^[xyz]$|^absorption$/, 1e4],
  [/Db$|Dba$|Dbu$|Samples$|C$/, 1e2],
];

const WRAPPED = /^(rotation|turn|azimuth)Deg$/;

/** An angle in (−180°, 180°]. */
const wrapped = (degrees: number): number => {
  const turn = ((degrees % 360) + 360) % 360;
  return turn > 180 ? turn - 360 : turn;
};

const stepsFor = (key: string): number | null => STEPS.find(([pattern]) => pattern.test(key))?.[1] ?? null;

function storedNumber(key: string, value: number): number {
  if (!Number.isFinite(value)) return value;
  const steps = stepsFor(key);
  const rounded = (v: number): number => (steps ? Math.round(v * steps) / steps : v);
  // Rounded before and after: an angle just under half a turn must not come out as −180.
  return (WRAPPED.test(key) ? rounded(wrapped(rounded(value))) : rounded(value)) + 0;
}

/** A name as it is kept. */
export const storedName = plainName;

const NAMES = new Set(['name', 'players']);

/** Objects that are known to be as they are stored; nothing is looked at twice. */
const done = new WeakSet<object>();

function storedValue(key: string, value: unknown): unknown {
  if (typeof value === 'number') return storedNumber(key, value);
  if (typeof value === 'string') return NAMES.has(key) ? storedName(value) : value;
  return typeof value === 'object' && value !== null ? asStored(value, key) : value;
}

/**
 * A value as it is stored: numbers rounded to storage precision by their names, angles of turning wrapped, names tidied. What is
 * so already comes back as the same object; storing twice is storing once.
 */
export function asStored<T extends object>(value: T, key = ''): T {
  if (done.has(value)) return value;
  let same = true;
  const part = (name: string, old: unknown): unknown => {
    const next = storedValue(name, old);
    if (!Object.is(next, old)) same = false;
    return next;
  };
  const next = Array.isArray(value)
    ? value.map((item) => part(key, item))
    : Object.fromEntries(Object.entries(value).map(([name, item]) => [name, part(name, item)]));
  const result = (same ? value : next) as T;
  done.add(result);
  return result;
}
