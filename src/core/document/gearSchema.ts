import Joi from 'joi';
import { CONNECTORS, MICROPHONE_KINDS, PATTERN_NAMES, PHANTOM_NEEDS } from '../microphones';
import { OUTBOARD_KINDS, PREAMP_CHARACTERS } from '../patch';
import { id, line, name, number, object } from './schemaWords';

const connectors = Joi.array()
  .items(Joi.valid(...CONNECTORS))
  .min(1)
  .unique();

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
  sensitivityMvPerPa: number(0.01, 500, 'mV/Pa').label('Sensitivity (mV/Pa)'),
  maxSplDb: number(80, 200, 'dB').label('Maximum SPL (dB)'),
  selfNoiseDba: number(-10, 60, 'dBA').allow(null).label('Self-noise (dBA)'),
  padDb: number(0, 60, 'dB').label('Pad (dB)'),
  connector: Joi.valid(...CONNECTORS).label('Connector'),
  lowCutHz: number(20, 400).label('Low cut (Hz)').optional(),
  count: Joi.number().integer().min(0).max(99).label('How many'),
  weightKg: number(0, 20, 'kg').label('Weight (kg)'),
});

const inputSchema = object({
  id,
  name: line.min(1).max(40),
  connectors,
  phantomBank: Joi.string().min(1).max(40).allow(null),
  padDb: number(0, 60, 'dB'),
  gainMinDb: number(-60, 60, 'dB'),
  gainMaxDb: number(-60, 120, 'dB').min(Joi.ref('gainMinDb')),
  gainStepDb: number(0.1, 20, 'dB').optional(),
  maxLevelDbu: number(-60, 40, 'dBu'),
  einDbu: number(-140, -60, 'dBu').optional(),
  floats: Joi.boolean().optional(),
  lowCutHz: number(20, 400).optional(),
  character: Joi.valid(...PREAMP_CHARACTERS).optional(),
  inverts: Joi.boolean().optional(),
  rank: Joi.valid(1, 2, 3).optional(),
  group: Joi.string().min(1).max(40),
});

export const outboardSchema = object({
  id,
  name: name.label('Name'),
  kind: Joi.valid(...OUTBOARD_KINDS),
  count: Joi.number().integer().min(0).max(99).label('How many'),
  gainMinDb: number(-60, 90, 'dB'),
  gainMaxDb: number(-60, 90, 'dB').min(Joi.ref('gainMinDb')),
  takes: connectors,
  gives: Joi.valid(...CONNECTORS),
  needsPower: Joi.boolean(),
  blocksPower: Joi.boolean(),
  givesPower: Joi.boolean(),
  lowCutHz: number(20, 400).optional(),
});

export const deviceSchema = object({
  id,
  name: name.label('Name'),
  inputs: Joi.array().items(inputSchema).min(1).max(64).unique('id').label('Inputs'),
  clock: Joi.string().trim().min(1).max(80).optional(),
  timeCode: Joi.string().trim().min(1).max(40).optional(),
  digitalInputs: Joi.number().integer().min(1).max(64).optional(),
  expands: id.optional(),
  latencySeconds: number(-1, 1).optional(),
});

export const standSchema = object({
  id,
  name: name.label('Name'),
  minHeightM: number(0, 5, 'm').label('Lowest (m)'),
  maxHeightM: number(0.05, 8, 'm')
    .min(Joi.ref('minHeightM'))
    .label('Highest (m)')
    .messages({ 'number.min': '{{#label}} must not be below the lowest, nor below 0.05' }),
  reachM: number(0, 5, 'm').label('Boom (m)'),
  footprintM: number(0, 2, 'm').label('Feet (m)'),
  maxMomentKgM: number(0, 50, 'kg·m').label('Load (kg·m)'),
  count: Joi.number().integer().min(0).max(99).label('How many'),
});

export const cableSchema = object({
  id,
  name: name.label('Name'),
  lengthM: number(0.1, 100, 'm').label('Length (m)'),
  plug: Joi.valid(...CONNECTORS),
  count: Joi.number().integer().min(0).max(99).label('How many'),
});
