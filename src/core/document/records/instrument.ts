import Joi from 'joi';
import { INSTRUMENT_KINDS, type Instrument, PIECE_KINDS } from '../../instruments';
import { id, name, number, object } from '../schemaWords';
import { ofSetUp, type Records } from './record';

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

export const INSTRUMENT = {
  id: ofSetUp('id', id),
  kind: ofSetUp('kind', Joi.valid(...INSTRUMENT_KINDS)),
  variant: ofSetUp('build', id),
  name: ofSetUp('name', name),
  positionM: ofSetUp('place', object({ x: number(-100, 100), y: number(-100, 100) })),
  rotationDeg: ofSetUp('turn', number(-360, 360)),
  mirrored: ofSetUp('left-handed', Joi.boolean()),
  pieces: ofSetUp('pieces', Joi.array().items(pieceSchema).max(40).unique('id').optional()),
  choices: ofSetUp('choices', Joi.object().pattern(id, Joi.string().max(40)).optional()),
  levelsDb: ofSetUp('levels', Joi.object().pattern(id, number(20, 180)).optional()),
} satisfies Records<Instrument>;
