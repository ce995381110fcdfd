import Joi from 'joi';
import { INSTRUMENT_KINDS, PIECE_KINDS } from '../instruments';
import { CONNECTORS, MICROPHONE_KINDS, PATTERN_NAMES, PHANTOM_NEEDS } from '../microphones';
import { CURRENT_VERSION, LIBRARY_FORMAT, SESSION_FORMAT, SHELF_FORMAT } from './document';

const id = Joi.string().min(1).max(80);
const name = Joi.string().trim().min(1).max(120);
const number = (low: number, high: number): Joi.NumberSchema => Joi.number().min(low).max(high);
const object = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys);
const point = object({ x: number(-100, 100), y: number(-100, 100), z: number(-100, 100) });
const sourceReference = object({ instrumentId: id, sourceId: id });

/** Room sizes: from a vocal booth to a hall. */
export const roomSchema = object({
  widthM: number(1, 60),
  depthM: number(1, 60),
  heightM: number(1.5, 30),
  temperatureC: number(-20, 50),
  absorption: number(0.01, 0.95),
});

export const microphoneModelSchema = object({
  id,
  name: name.label('Name'),
  kind: Joi.valid(...MICROPHONE_KINDS).label('Kind'),
  patterns: Joi.array()
    .items(Joi.valid(...PATTERN_NAMES))
    .min(1)
    .unique()
    .label('Patterns'),
  phantom: Joi.valid(...PHANTOM_NEEDS).label('Phantom power'),
  sensitivityMvPerPa: number(0.01, 500).label('Sensitivity (mV/Pa)'),
  maxSplDb: number(80, 200).label('Maximum SPL (dB)'),
  selfNoiseDba: number(-10, 60).allow(null).label('Self-noise (dBA)'),
  padDb: number(0, 60).label('Pad (dB)'),
  connector: Joi.valid(...CONNECTORS).label('Connector'),
  count: Joi.number().integer().min(0).max(99).label('How many'),
  weightKg: number(0, 20).label('Weight (kg)'),
});

const inputSchema = object({
  id,
  name: Joi.string().min(1).max(40),
  connectors: Joi.array()
    .items(Joi.valid(...CONNECTORS))
    .min(1)
    .unique(),
  phantomBank: Joi.string().min(1).max(40).allow(null),
  padDb: number(0, 60),
  gainMinDb: number(-60, 60),
  gainMaxDb: number(-60, 120).min(Joi.ref('gainMinDb')),
  maxLevelDbu: number(-60, 40),
  group: Joi.string().min(1).max(40),
});

export const deviceSchema = object({
  id,
  name: name.label('Name'),
  inputs: Joi.array().items(inputSchema).min(1).max(64).unique('id').label('Inputs'),
});

const shelfKeys = {
  microphones: Joi.array().items(microphoneModelSchema).max(500).unique('id'),
  devices: Joi.array().items(deviceSchema).max(50).unique('id'),
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
});

const instrumentSchema = object({
  id,
  kind: Joi.valid(...INSTRUMENT_KINDS),
  variant: id,
  name,
  positionM: object({ x: number(-100, 100), y: number(-100, 100) }),
  rotationDeg: number(-360, 360),
  mirrored: Joi.boolean(),
  pieces: Joi.array().items(pieceSchema).max(40).unique('id').optional(),
});

const placedSchema = object({
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
});

const pairSchema = object({ id, name, leftId: id, rightId: id, centre: sourceReference.allow(null) });

export const sessionSchema = object({
  format: Joi.valid(SESSION_FORMAT),
  version: Joi.valid(CURRENT_VERSION),
  id,
  name,
  createdAt: Joi.string().isoDate(),
  updatedAt: Joi.string().isoDate(),
  players: Joi.string().allow('').max(200),
  units: Joi.valid('metric', 'imperial'),
  sampleRateHz: Joi.number().integer().min(8000).max(384000),
  room: roomSchema,
  shelf: object(shelfKeys),
  instruments: Joi.array().items(instrumentSchema).max(60).unique('id'),
  microphones: Joi.array().items(placedSchema).max(64).unique('id'),
  pairs: Joi.array().items(pairSchema).max(32).unique('id'),
  patch: Joi.object().pattern(id, id),
});

export const shelfSchema = object({ format: Joi.valid(SHELF_FORMAT), version: Joi.valid(CURRENT_VERSION), ...shelfKeys });

export const librarySchema = object({
  format: Joi.valid(LIBRARY_FORMAT),
  version: Joi.valid(CURRENT_VERSION),
  shelf: object(shelfKeys),
  sessions: Joi.array().items(sessionSchema).max(10_000).unique('id'),
});

const OPTIONS: Joi.ValidationOptions = { presence: 'required', convert: false, abortEarly: true, errors: { wrap: { label: false }, label: 'path' } };

/** Validates a value; null when it is right, otherwise one phrase naming the field, e.g. "room.widthM must be a number". */
export function firstProblem(schema: Joi.Schema, value: unknown): string | null {
  return schema.validate(value, OPTIONS).error?.details[0]?.message ?? null;
}
