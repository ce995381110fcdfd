import Joi from 'joi';
import { SESSION_FORMAT, SESSION_VERSION } from '../formats';
import { address, id, line, name, object } from '../schemaWords';
import type { Session } from '../session';
import { shelfKeys } from '../shelfSchema';
import { BRIEF } from './brief';
import { FURNISHING } from './furnishing';
import { INSTRUMENT } from './instrument';
import { MICROPHONE } from './microphone';
import { PAIR } from './pair';
import { READING } from './reading';
import { READY } from './ready';
import { type Field, ofDay, ofRecord, ofSetUp, type Records, schemaOf } from './record';
import { ROOM } from './room';

/** How many of a thing one document may hold. */
export const LIMITS = { instruments: 60, microphones: 64, pairs: 32, furnishings: 40, readings: 2000 } as const;

/** Lists of a session whose items have a record, and parts of it that are one. */
export const ITEMS = { instruments: INSTRUMENT, microphones: MICROPHONE, pairs: PAIR, furnishings: FURNISHING, tape: READING } as const;
export const GROUPS = { room: ROOM, brief: BRIEF, ready: READY } as const;

const listOf = (records: Readonly<Record<string, Field>>, most: number): Joi.ArraySchema => Joi.array().items(schemaOf(records)).max(most);

/** A session; what brief and ready hold belongs to parts of its own. */
export const SESSION = {
  format: ofRecord('format', Joi.valid(SESSION_FORMAT)),
  version: ofRecord('version', Joi.valid(SESSION_VERSION)),
  id: ofRecord('id', id),
  name: ofRecord('name', name),
  createdAt: ofRecord('beginning', Joi.string().isoDate()),
  updatedAt: ofRecord('last change', Joi.string().isoDate()),
  players: ofDay('players', line.allow('').max(200)),
  units: ofRecord('units', Joi.valid('metric', 'imperial')),
  sampleRateHz: ofSetUp('sample rate', Joi.number().integer().min(8000).max(384000)),
  room: ofSetUp('room', schemaOf(ROOM)),
  brief: ofSetUp('brief', schemaOf(BRIEF)),
  ready: ofSetUp('what was got ready', schemaOf(READY)),
  shelf: ofRecord('shelf', object(shelfKeys)),
  instruments: ofSetUp('instruments', listOf(INSTRUMENT, LIMITS.instruments).unique('id')),
  microphones: ofSetUp('microphones', listOf(MICROPHONE, LIMITS.microphones).unique('id')),
  pairs: ofSetUp('pairs', listOf(PAIR, LIMITS.pairs).unique('id')),
  furnishings: ofSetUp('furnishings', listOf(FURNISHING, LIMITS.furnishings).unique('id')),
  tape: ofDay('tape readings', listOf(READING, LIMITS.readings)),
  patch: ofSetUp('patch', Joi.object().pattern(id, address)),
} satisfies Records<Session>;
