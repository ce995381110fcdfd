import Joi from 'joi';
import { id, number } from '../schemaWords';
import type { TapeReading } from '../session';
import { ofDay, type Records } from './record';

export const READING = {
  microphoneId: ofDay('microphone', id, { refers: { to: 'microphone', lost: 'kept' } }),
  from: ofDay('from', Joi.string().min(1).max(170)),
  lengthM: ofDay('length', number(0, 100, 'm')),
  readAt: ofDay('time', Joi.string().isoDate().optional()),
} satisfies Records<TapeReading>;
