import Joi from 'joi';
import { FURNISHING_KINDS } from '../furnishings';
import { INSTRUMENT_KINDS, PIECE_KINDS } from '../instruments';
import { MICROPHONE_KINDS, PATTERN_NAMES } from '../microphones';
import { PREAMP_CHARACTERS } from '../patch';
import { ISOLATIONS, PAIR_TECHNIQUES, SOUNDS } from '../setups';
import { DECODINGS } from '../stereo';
import { attemptSchema } from './attemptSchema';
import { briefSchema, readySchema } from './daySchema';
import {
  LIBRARY_FORMAT,
  LIBRARY_VERSION,
  SESSION_FORMAT,
  SESSION_VERSION,
  SETUP_FORMAT,
  SETUP_VERSION,
  SHELF_FORMAT,
  SHELF_VERSION,
} from './formats';
import { cableSchema, deviceSchema, microphoneModelSchema, outboardSchema, standSchema } from './gearSchema';
import { roomSchema } from './roomSchema';
import { address, id, name, number, object } from './schemaWords';

/** How many of a thing one document may hold. */
export const LIMITS = {
  models: 500,
  devices: 120,
  stands: 50,
  setups: 200,
  instruments: 60,
  microphones: 64,
  pairs: 32,
  furnishings: 40,
  readings: 2000,
} as const;

const point = object({ x: number(-100, 100), y: number(-100, 100), z: number(-100, 100) });
const sourceReference = object({ instrumentId: id, sourceId: id });

const pointRule = Joi.alternatives().try(
  object({ rule: Joi.valid('offset'), mark: id, byM: Joi.array().items(number(-20, 20)).length(3) }),
  object({ rule: Joi.valid('string'), mark: id, lengthM: number(0, 20), azimuthDeg: number(-360, 360), elevationDeg: number(-90, 90) }),
);
const words = Joi.string().allow('').max(400);

/** A set-up of one's own is written as offsets and strings from marks. */
export const recipeSchema = object({
  id,
  name,
  instrument: Joi.valid(...INSTRUMENT_KINDS),
  variants: Joi.array().items(id).optional(),
  needs: Joi.object().pattern(id, Joi.string().max(40)).optional(),
  school: words.allow(null),
  microphones: Joi.array()
    .items(
      object({
        key: id,
        label: Joi.string().trim().min(1).max(4),
        name,
        target: id.allow(null),
        place: pointRule,
        aim: Joi.alternatives().try(object({ mark: id }), object({ azimuthDeg: number(-360, 360), elevationDeg: number(-90, 90) })),
        kinds: Joi.array()
          .items(Joi.valid(...MICROPHONE_KINDS))
          .min(1),
        pattern: Joi.valid(...PATTERN_NAMES),
        flipped: Joi.boolean().optional(),
        padded: Joi.boolean().optional(),
        optional: Joi.boolean().optional(),
      }),
    )
    .min(1)
    .max(32)
    .unique('key'),
  pairs: Joi.array()
    .items(object({ name, technique: Joi.valid(...PAIR_TECHNIQUES), left: id, right: id, centreSource: id.allow(null) }))
    .max(16),
  isolation: Joi.valid(...ISOLATIONS),
  sounds: Joi.array().items(Joi.valid(...SOUNDS)),
  gives: words,
  costs: words,
  soundsLike: words,
  listenFor: words,
  expects: Joi.array().items(object({ code: id, why: words })),
});

export const setupSchema = object({ format: Joi.valid(SETUP_FORMAT), version: Joi.valid(SETUP_VERSION), setup: recipeSchema });

const shelfKeys = {
  microphones: Joi.array().items(microphoneModelSchema).max(LIMITS.models).unique('id'),
  devices: Joi.array().items(deviceSchema).max(LIMITS.devices).unique('id'),
  stands: Joi.array().items(standSchema).max(LIMITS.stands).unique('id'),
  outboard: Joi.array().items(outboardSchema).max(LIMITS.stands).unique('id').optional(),
  cables: Joi.array().items(cableSchema).max(LIMITS.stands).unique('id').optional(),
  setups: Joi.array().items(recipeSchema).max(LIMITS.setups).unique('id'),
};

const pieceSchema = object({
  id,
  kind: Joi.valid(...PIECE_KINDS),
  name,
  diameterIn: number(4, 40),
  depthIn: number(0, 30),
  xM: number(-5, 5),
  yM: number(-5, 5),
  zM: number(0, 5),
  tiltDeg: number(-90, 90),
  resonantHead: Joi.boolean(),
  ported: Joi.boolean().optional(),
});

export const instrumentSchema = object({
  id,
  kind: Joi.valid(...INSTRUMENT_KINDS),
  variant: id,
  name,
  positionM: object({ x: number(-100, 100), y: number(-100, 100) }),
  rotationDeg: number(-360, 360),
  mirrored: Joi.boolean(),
  pieces: Joi.array().items(pieceSchema).max(40).unique('id').optional(),
  choices: Joi.object().pattern(id, Joi.string().max(40)).optional(),
  levelsDb: Joi.object().pattern(id, number(20, 180)).optional(),
});

export const placedSchema = object({
  id,
  modelId: id,
  label: Joi.string().trim().min(1).max(4),
  name,
  colour: Joi.number().integer().min(0).max(7),
  positionM: point,
  aimM: point,
  pattern: Joi.valid(...PATTERN_NAMES),
  padOn: Joi.boolean(),
  flipped: Joi.boolean(),
  alignSamples: number(-1e6, 1e6),
  target: sourceReference.allow(null),
  locked: Joi.boolean(),
  stand: object({ modelId: id, baseM: object({ x: number(-100, 100), y: number(-100, 100) }) }).allow(null),
  heldString: object({ instrumentId: id, markId: id, lengthM: number(0.01, 50) }).allow(null),
  setupId: id.allow(null),
  pan: number(-1, 1).optional(),
  pinned: Joi.boolean().optional(),
  through: id.optional(),
  behind: id.optional(),
  lowCut: Joi.boolean().optional(),
  inputLowCut: Joi.boolean().optional(),
  alsoInto: address.optional(),
  preamp: Joi.valid(...PREAMP_CHARACTERS).optional(),
  learnedDb: number(-60, 60).optional(),
  cable: Joi.valid('reversed').optional(),
  inputInverted: Joi.boolean().optional(),
  madeUp: Joi.valid('input', 'mix').optional(),
  latencySamples: number(-1e6, 1e6).optional(),
  cableChanges: Joi.number().integer().min(0).max(9999).optional(),
});

export const furnishingSchema = object({
  id,
  kind: Joi.valid(...FURNISHING_KINDS),
  name,
  positionM: object({ x: number(-100, 100), y: number(-100, 100) }),
  rotationDeg: number(-360, 360),
  widthM: number(0.1, 6),
  heightM: number(0.1, 4),
  bottomM: number(0, 6),
  microphoneId: id.allow(null),
  layerM: number(0.001, 1).optional(),
  airM: number(0, 2).optional(),
});

export const readingSchema = object({
  microphoneId: id,
  from: Joi.string().min(1).max(170),
  lengthM: number(0, 100),
  readAt: Joi.string().isoDate().optional(),
});

const frameSchema = object({
  centreM: point,
  turnDeg: number(-180, 180),
  tiltDeg: number(-90, 90),
  rollDeg: number(-180, 180),
  spacingM: number(0, 50),
  stackM: number(-5, 5),
  angleDeg: number(-180, 180),
  focusM: number(0.01, 100),
});

export const pairSchema = object({
  id,
  name,
  technique: Joi.valid(...PAIR_TECHNIQUES),
  leftId: id,
  rightId: id,
  centre: sourceReference.allow(null),
  frame: frameSchema.allow(null),
  decoding: Joi.valid(...DECODINGS),
  width: number(0, 4).optional(),
});

export const patchSchema = Joi.object().pattern(id, address);

const headKeys = {
  format: Joi.valid(SESSION_FORMAT),
  version: Joi.valid(SESSION_VERSION),
  id,
  name,
  createdAt: Joi.string().isoDate(),
  updatedAt: Joi.string().isoDate(),
  players: Joi.string().allow('').max(200),
  units: Joi.valid('metric', 'imperial'),
  sampleRateHz: Joi.number().integer().min(8000).max(384000),
};

/** What a session says of itself, without its parts. */
export const headSchema = object(headKeys);

/** The whole of a session in one, for the schema that is published; {@link sessionProblem} checks part by part. */
export const sessionSchema = object({
  ...headKeys,
  room: roomSchema,
  brief: briefSchema,
  ready: readySchema,
  shelf: object(shelfKeys),
  instruments: Joi.array().items(instrumentSchema).max(LIMITS.instruments).unique('id'),
  microphones: Joi.array().items(placedSchema).max(LIMITS.microphones).unique('id'),
  pairs: Joi.array().items(pairSchema).max(LIMITS.pairs).unique('id'),
  furnishings: Joi.array().items(furnishingSchema).max(LIMITS.furnishings).unique('id'),
  tape: Joi.array().items(readingSchema).max(LIMITS.readings),
  patch: patchSchema,
});

export const shelfSchema = object({ format: Joi.valid(SHELF_FORMAT), version: Joi.valid(SHELF_VERSION), ...shelfKeys });

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
