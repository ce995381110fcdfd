import type Joi from 'joi';
import { choiceOf, familyOf, type Instrument } from '../instruments';
import { cableSchema, deviceSchema, microphoneModelSchema, outboardSchema, standSchema } from './gearSchema';
import { GROUPS, ITEMS, LIMITS, SESSION, schemaOf } from './records';
import { firstDeadReference } from './references';
import { firstProblem } from './schema';
import { object } from './schemaWords';
import type { Session, Shelf } from './session';
import { recipeSchema, SHELF_LIMITS } from './shelfSchema';

/** A phrase that names the field and what is wrong with it; null when nothing is. */
type Problem = string | null;

interface Part {
  readonly key: string;
  readonly item: Joi.Schema;
  readonly most: number;
  /** A list that older documents have not. */
  readonly optional?: boolean;
}

const SHELF_PARTS: readonly Part[] = [
  { key: 'microphones', item: microphoneModelSchema, most: SHELF_LIMITS.models },
  { key: 'devices', item: deviceSchema, most: SHELF_LIMITS.devices },
  { key: 'stands', item: standSchema, most: SHELF_LIMITS.stands },
  { key: 'outboard', item: outboardSchema, most: SHELF_LIMITS.stands, optional: true },
  { key: 'cables', item: cableSchema, most: SHELF_LIMITS.stands, optional: true },
  { key: 'setups', item: recipeSchema, most: SHELF_LIMITS.setups },
];

const SESSION_PARTS: readonly Part[] = [
  { key: 'instruments', item: schemaOf(ITEMS.instruments), most: LIMITS.instruments },
  { key: 'microphones', item: schemaOf(ITEMS.microphones), most: LIMITS.microphones },
  { key: 'pairs', item: schemaOf(ITEMS.pairs), most: LIMITS.pairs },
  { key: 'furnishings', item: schemaOf(ITEMS.furnishings), most: LIMITS.furnishings },
  { key: 'tape', item: schemaOf(ITEMS.tape), most: LIMITS.readings },
];
const GROUP_SCHEMAS = Object.entries(GROUPS).map(([key, records]) => [key, schemaOf(records)] as const);

/** What a session says of itself, without its parts. */
const headSchema = object(
  Object.fromEntries(
    Object.entries(SESSION).flatMap(([key, { schema }]) =>
      [...Object.keys(ITEMS), ...Object.keys(GROUPS), 'shelf', 'patch'].includes(key) ? [] : [[key, schema]],
    ),
  ),
);

/** Parts that were found right, by the schema that found them so: a document is checked again only where it changed. */
const right = new WeakMap<Joi.Schema, WeakSet<object>>();

function problemAt(path: string, schema: Joi.Schema, value: unknown): Problem {
  const known = right.get(schema) ?? new WeakSet();
  right.set(schema, known);
  if (typeof value === 'object' && value !== null && known.has(value)) return null;
  const problem = firstProblem(schema, value, path);
  if (problem === null && typeof value === 'object' && value !== null) known.add(value);
  return problem;
}

function listProblem(prefix: string, { key, item, most, optional = false }: Part, list: unknown): Problem {
  const path = prefix + key;
  if (optional && list === undefined) return null;
  if (!Array.isArray(list)) return list === undefined ? `${path} is required` : `${path} must be an array`;
  if (list.length > most) return `${path} holds ${list.length} and at most ${most} can be kept`;
  const ids = new Set<string>();
  for (const [i, value] of list.entries()) {
    const problem = problemAt(`${path}[${i}]`, item, value);
    if (problem) return problem;
    const { id } = value as { id?: string };
    if (id === undefined) continue;
    if (ids.has(id)) return `${path}[${i}].id is “${id}” a second time`;
    ids.add(id);
  }
  return null;
}

const firstOf = (checks: readonly (() => Problem)[]): Problem => {
  for (const check of checks) {
    const problem = check();
    if (problem) return problem;
  }
  return null;
};

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null && !Array.isArray(value);

/** What is wrong with a shelf. */
export function shelfProblem(shelf: unknown, prefix = ''): Problem {
  if (!isObject(shelf)) return `${prefix.replace(/\.$/, '') || 'the shelf'} must be an object`;
  const stray = Object.keys(shelf).find((key) => !SHELF_PARTS.some((part) => part.key === key));
  if (stray) return `${prefix}${stray} is not allowed`;
  return firstOf(SHELF_PARTS.map((part) => () => listProblem(prefix, part, shelf[part.key])));
}

/** An instrument must be one that can be built: a size or build of its family, choices of it, pieces of a kit. */
function instrumentProblem(instrument: Instrument, i: number): Problem {
  const family = familyOf(instrument.kind);
  if (!Object.hasOwn(family.variants, instrument.variant))
    return `instruments[${i}].variant “${instrument.variant}” is no ${family.name.toLowerCase()}`;
  for (const [id, value] of Object.entries(instrument.choices ?? {})) {
    const choice = family.choices.find((candidate) => candidate.id === id);
    if (!choice || choiceOf(instrument, choice) !== value) return `instruments[${i}].choices.${id} cannot be “${value}”`;
  }
  return instrument.pieces && instrument.kind !== 'drum-kit' ? `instruments[${i}].pieces belong to a drum kit only` : null;
}

const builds = new WeakSet<Instrument>();
function instrumentsProblem({ instruments }: Session): Problem {
  for (const [i, instrument] of instruments.entries()) {
    if (builds.has(instrument)) continue;
    const problem = instrumentProblem(instrument, i);
    if (problem) return problem;
    builds.add(instrument);
  }
  return null;
}

function headProblem(session: Record<string, unknown>): Problem {
  const { room: _r, brief: _b, ready: _y, shelf: _s, patch: _p, ...rest } = session;
  const head = Object.fromEntries(Object.entries(rest).filter(([key]) => !SESSION_PARTS.some((part) => part.key === key)));
  return firstProblem(headSchema, head);
}

/** What is wrong with the parts of a session, each by itself. */
export function sessionShapeProblem(value: unknown): Problem {
  if (!isObject(value)) return 'the session must be an object';
  return firstOf([
    () => headProblem(value),
    ...GROUP_SCHEMAS.map(
      ([key, schema]) =>
        () =>
          problemAt(key, schema, value[key]),
    ),
    () => shelfProblem(value.shelf, 'shelf.'),
    ...SESSION_PARTS.map((part) => () => listProblem('', part, value[part.key])),
    () => problemAt('patch', SESSION.patch.schema, value.patch),
    () => instrumentsProblem(value as unknown as Session),
  ]);
}

/**
 * What is wrong with a session, as a phrase that names the field, e.g. "room.widthM must be a number"; null for one that may be
 * stored. The only judge: every change and every file goes through it.
 */
export const sessionProblem = (value: unknown): Problem => sessionShapeProblem(value) ?? firstDeadReference(value as Session);

/** What is wrong with a set-up of one's own. */
export const recipeProblem = (recipe: unknown): Problem => problemAt('setup', recipeSchema, recipe);

/** A shelf without anything else a document of one may carry. */
export const shelfOf = ({ microphones, devices, stands, outboard, cables, setups }: Shelf): Shelf => ({
  microphones,
  devices,
  stands,
  ...(outboard ? { outboard } : {}),
  ...(cables ? { cables } : {}),
  setups,
});
