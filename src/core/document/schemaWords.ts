import Joi from 'joi';
import { LONGEST_NAME } from '../units';

/** Names of what every object has are no ids: a look-up by them would find what nobody put there. */
const PROTOTYPE_NAMES = Object.getOwnPropertyNames(Object.prototype);
/** Ids stand in addresses and in "instrument/mark": no slash, no space, nothing an address would cut at. */
export const id = Joi.string()
  .pattern(/^[^/?#\\%\s\p{C}]{1,80}$/u)
  .invalid(...PROTOTYPE_NAMES)
  .messages({ 'string.pattern.base': '{{#label}} is no id: 1 to 80 characters without spaces or / ? # \\ %' });
/** A string that is kept as one tidy line. */
export const line = Joi.string().meta({ line: true });
export const name = line.trim().min(1).max(LONGEST_NAME);
/** "device/input" */
export const address = Joi.string().min(3).max(161);
/**
 * Storage precision by unit, as steps to one of it: lengths to 0.1 mm, angles to 0.001°, levels to 0.01 dB. Finer than any tape or
 * knob, and coarse enough that a number read back is the number written.
 */
export const STEPS = {
  m: 1e4,
  coefficient: 1e4,
  in: 1e3,
  '°': 1e3,
  kg: 1e3,
  kg·m: 1e3,
  'mV/Pa': 1e3,
  dB: 1e2,
  dBA: 1e2,
  dBu: 1e2,
  samples: 1e2,
  '°C': 1e2,
} as const;
export type Unit = keyof typeof STEPS;
/** A number within bounds; with a unit it is kept to that unit's {@link STEPS}, without one as it is. */
export const number = (low: number, high: number, unit?: Unit): Joi.NumberSchema => {
  const schema = Joi.number().min(low).max(high);
  return unit ? schema.unit(unit) : schema;
};
/** An angle in degrees that goes round: kept in (−180°, 180°]. */
export const turn = (low = -360, high = 360): Joi.NumberSchema => number(low, high, '°').meta({ wraps: true });
export const object = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys);
/** A place on the floor, and one in the room. */
export const spot = object({ x: number(-100, 100, 'm'), y: number(-100, 100, 'm') });
export const point = object({ x: number(-100, 100, 'm'), y: number(-100, 100, 'm'), z: number(-100, 100, 'm') });
export const sourceReference = object({ instrumentId: id, sourceId: id });
