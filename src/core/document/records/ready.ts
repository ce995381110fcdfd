import Joi from 'joi';
import { address, id, number, object } from '../schemaWords';
import { HEADS, type Readiness } from '../session';
import { ofDay, ofSetUp, type Records } from './record';

const moment = Joi.string().isoDate();

/** What was got ready, and when. Choices that are part of the sound are the set-up's. */
export const READY = {
  done: ofDay('checklist', Joi.array().items(id).max(200).unique().optional()),
  own: ofDay('own items', Joi.array().items(Joi.string().trim().min(1).max(120)).max(60).unique().optional()),
  tunings: ofDay(
    'tunings',
    Joi.array()
      .items(object({ drum: address, head: Joi.valid(...HEADS), heardAt: moment, lugsHz: Joi.array().items(number(20, 2000)).min(1).max(24) }))
      .max(200)
      .optional(),
  ),
  reminders: ofDay(
    'reminders',
    Joi.array()
      .items(object({ text: Joi.string().trim().min(1).max(120), at: moment }))
      .max(20)
      .optional(),
  ),
  choices: ofSetUp('choices of the sound', Joi.object().pattern(address, Joi.string().trim().min(1).max(60)).optional()),
  playedMinutes: ofDay('minutes played', number(0, 1440).optional()),
  playedDba: ofDay('level while playing', number(30, 140, 'dBA').optional()),
  prices: ofDay('prices', Joi.object().pattern(Joi.string().min(1).max(140), number(0, 1e6)).max(200).optional()),
  toGet: ofDay('what is to be got', Joi.object().pattern(id, Joi.number().integer().min(1).max(99)).max(200).optional(), { since: 5 }),
} satisfies Records<Readiness>;
