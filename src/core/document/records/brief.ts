import Joi from 'joi';
import { id, name, number, object } from '../schemaWords';
import {
  ALIGN_HABITS,
  type Brief,
  CHARACTERS,
  DESKS,
  ENSEMBLES,
  FIX_HABITS,
  LEVEL_HABITS,
  LOUDNESSES,
  PANS,
  PICTURES,
  ROOM_SHARES,
  STEADINESSES,
} from '../session';
import { ofDay, ofSetUp, type Records } from './record';

/** What was answered before the Floor. What gains, inputs and cables hang on is the set-up's; wishes are the day's. */
export const BRIEF = {
  together: ofDay('playing together', Joi.valid(...ENSEMBLES).optional()),
  loudness: ofSetUp('loudness', Joi.valid(...LOUDNESSES).optional()),
  picture: ofDay('stereo image wanted', Joi.valid(...PICTURES).optional()),
  character: ofDay('character wanted', Joi.valid(...CHARACTERS).optional()),
  roomShare: ofDay('room wanted', Joi.valid(...ROOM_SHARES).optional()),
  levelHabit: ofSetUp('level habit', Joi.valid(...LEVEL_HABITS).optional()),
  steadiness: ofSetUp('steadiness of the player', Joi.valid(...STEADINESSES).optional(), { since: 7 }),
  fixHabit: ofDay('where faults are mended', Joi.valid(...FIX_HABITS).optional()),
  alignHabit: ofDay('what is done about delays', Joi.valid(...ALIGN_HABITS).optional()),
  away: ofDay('away from home', Joi.boolean().optional()),
  visits: ofDay('visits', Joi.valid('one', 'many').optional()),
  key: ofDay('key', Joi.string().trim().min(1).max(20).optional()),
  tempoBpm: ofDay('tempo', number(20, 400).optional()),
  bitDepth: ofSetUp('bit depth', Joi.valid(16, 24, 32).optional()),
  levelsDb: ofSetUp(
    'loudness of each instrument',
    Joi.object()
      .pattern(id, number(-40, 0, 'dB'))
      .max(60)
      .optional(),
  ),
  desk: ofSetUp('place of the devices', Joi.valid(...DESKS).optional()),
  desks: ofSetUp(
    'devices that stand elsewhere',
    Joi.object()
      .pattern(id, Joi.valid(...DESKS))
      .max(120)
      .optional(),
  ),
  namePattern: ofDay('names of files', Joi.string().trim().min(1).max(120).optional()),
  parts: ofDay(
    'parts',
    Joi.array()
      .items(object({ name, against: name.allow(null), pan: Joi.valid(...PANS), click: Joi.boolean() }))
      .max(60)
      .unique('name')
      .optional(),
  ),
} satisfies Records<Brief>;
