import Joi from 'joi';
import { attemptSchema } from './attemptSchema';
import { LIBRARY_FORMAT, LIBRARY_VERSION, SESSION_VERSION, SETUP_FORMAT, SETUP_VERSION, SHELF_FORMAT, SHELF_VERSION } from './formats';
import { LEAST_VERSION } from './parts';
import { SESSION, schemaOf } from './records';
import { object } from './schemaWords';
import { recipeSchema, shelfKeys } from './shelfSchema';

export const setupSchema = object({ format: Joi.valid(SETUP_FORMAT), version: Joi.valid(SETUP_VERSION), setup: recipeSchema });

/** The whole of a session in one, for the schema that is published, of any version that an export may say; {@link sessionProblem} checks part by part. */
export const sessionSchema = schemaOf(SESSION).keys({ version: Joi.number().integer().min(LEAST_VERSION).max(SESSION_VERSION) });

export const shelfSchema = object({ format: Joi.valid(SHELF_FORMAT), version: Joi.valid(1, SHELF_VERSION), ...shelfKeys });

export const librarySchema = object({
  format: Joi.valid(LIBRARY_FORMAT),
  version: Joi.valid(LIBRARY_VERSION),
  shelf: shelfSchema,
  sessions: Joi.array().items(sessionSchema).max(10_000).unique('id'),
  attempts: Joi.array()
    .items(object({ attempt: attemptSchema, setup: sessionSchema }))
    .max(100_000)
    .optional(),
});

const OPTIONS: Joi.ValidationOptions = { presence: 'required', convert: false, abortEarly: true, errors: { wrap: { label: false }, label: 'path' } };

/** A place in a document as people write it: "microphones[2].positionM.x". */
const pathText = (path: readonly (string | number)[]): string =>
  path.reduce<string>((text, key) => (typeof key === 'number' ? `${text}[${key}]` : text ? `${text}.${key}` : key), '');

/**
 * Validates a value; null when it is right, otherwise one phrase naming the field, e.g. "room.widthM must be a number".
 * @param at where the value stands in its document, e.g. "microphones[2]"
 */
export function firstProblem(schema: Joi.Schema, value: unknown, at = ''): string | null {
  const problem = schema.validate(value, OPTIONS).error?.details[0];
  if (!problem) return null;
  // Fields that forms show have labels; in a file the field itself is what helps.
  const label = String(problem.context?.label ?? '');
  const inner = pathText(problem.path);
  const path = at && inner ? `${at}${inner.startsWith('[') ? '' : '.'}${inner}` : at || inner;
  const phrase = path && label ? problem.message.replace(label, path) : problem.message;
  // Values that came in from a file are told without the characters that would break the line.
  return phrase
    .replaceAll('ref:', '')
    .replaceAll(/\p{C}+/gu, ' ')
    .slice(0, 300);
}
