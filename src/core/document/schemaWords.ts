import Joi from 'joi';
import { LONGEST_NAME } from '../units';

/** Names of what every object has are no ids: a look-up by them would find what nobody put there. */
const PROTOTYPE_NAMES = Object.getOwnPropertyNames(Object.prototype);
/** Ids stand in addresses and in "instrument/mark": no slash, no space, nothing an address would cut at. */
export const id = Joi.string()
  .pattern(/^[^/?#\\%\s\p{C}]{1,80}$/u)
  .invalid(...PROTOTYPE_NAMES)
  .messages({ 'string.pattern.base': '{{#label}} is no id: 1 to 80 characters without spaces or / ? # \\ %' });
export const name = Joi.string().trim().min(1).max(LONGEST_NAME);
/** "device/input" */
export const address = Joi.string().min(3).max(161);
export const number = (low: number, high: number): Joi.NumberSchema => Joi.number().min(low).max(high);
export const object = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys);
export const point = object({ x: number(-100, 100), y: number(-100, 100), z: number(-100, 100) });
export const sourceReference = object({ instrumentId: id, sourceId: id });
