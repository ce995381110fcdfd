import Joi from 'joi';
import { address, id, name, number, object } from './schemaWords';
import { ALIGN_HABITS, CHARACTERS, DESKS, ENSEMBLES, FIX_HABITS, HEADS, LEVEL_HABITS, LOUDNESSES, PANS, PICTURES, ROOM_SHARES } from './session';

const moment = Joi.string().isoDate();

/** What was got ready, and when. */
export const readySchema = object({
  done: Joi.array().items(id).max(200).unique().optional(),
  own: Joi.array().items(Joi.string().trim().min(1).max(120)).max(60).unique().optional(),
  tunings: Joi.array()
    .items(object({ drum: address, head: Joi.valid(...HEADS), heardAt: moment, lugsHz: Joi.array().items(number(20, 2000)).min(1).max(24) }))
    .max(200)
    .optional(),
  reminders: Joi.array()
    .items(object({ text: Joi.string().trim().min(1).max(120), at: moment }))
    .max(20)
    .optional(),
  choices: Joi.object().pattern(address, Joi.string().trim().min(1).max(60)).optional(),
  playedMinutes: number(0, 1440).optional(),
  playedDba: number(30, 140).optional(),
  prices: Joi.object().pattern(Joi.string().min(1).max(140), number(0, 1e6)).max(200).optional(),
  toGet: Joi.object().pattern(id, Joi.number().integer().min(1).max(99)).max(200).optional(),
});

/** What was answered before the Floor. */
export const briefSchema = object({
  together: Joi.valid(...ENSEMBLES).optional(),
  loudness: Joi.valid(...LOUDNESSES).optional(),
  picture: Joi.valid(...PICTURES).optional(),
  character: Joi.valid(...CHARACTERS).optional(),
  roomShare: Joi.valid(...ROOM_SHARES).optional(),
  levelHabit: Joi.valid(...LEVEL_HABITS).optional(),
  fixHabit: Joi.valid(...FIX_HABITS).optional(),
  alignHabit: Joi.valid(...ALIGN_HABITS).optional(),
  away: Joi.boolean().optional(),
  visits: Joi.valid('one', 'many').optional(),
  key: Joi.string().trim().min(1).max(20).optional(),
  tempoBpm: number(20, 400).optional(),
  bitDepth: Joi.valid(16, 24, 32).optional(),
  levelsDb: Joi.object().pattern(id, number(-40, 0)).max(60).optional(),
  desk: Joi.valid(...DESKS).optional(),
  desks: Joi.object()
    .pattern(id, Joi.valid(...DESKS))
    .max(120)
    .optional(),
  namePattern: Joi.string().trim().min(1).max(120).optional(),
  parts: Joi.array()
    .items(object({ name, against: name.allow(null), pan: Joi.valid(...PANS), click: Joi.boolean() }))
    .max(60)
    .unique('name')
    .optional(),
});
