import Joi from 'joi';
import { INSTRUMENT_KINDS, type Instrument, PIECE_KINDS } from '../../instruments';
import { id, name, number, object, spot, turn } from '../schemaWords';
import { ofSetUp, type Records } from './record';

const pieceSchema = object({
  id,
  kind: Joi.valid(...PIECE_KINDS),
  name,
  diameterIn: number(4, 40, 'in'),
  depthIn: number(0, 30, 'in'),
  xM: number(-5, 5, 'm'),
  yM: number(-5, 5, 'm'),
  zM: number(0, 5, 'm'),
  tiltDeg: number(-90, 90, '°'),
  resonantHead: Joi.boolean(),
  ported: Joi.boolean().optional(),
});

export const INSTRUMENT = {
  id: ofSetUp('id', id),
  kind: ofSetUp('kind', Joi.valid(...INSTRUMENT_KINDS)),
  variant: ofSetUp('build', id),
  name: ofSetUp('name', name),
  positionM: ofSetUp('place', spot),
  rotationDeg: ofSetUp('turn', turn()),
  mirrored: ofSetUp('left-handed', Joi.boolean()),
  pieces: ofSetUp('pieces', Joi.array().items(pieceSchema).max(40).unique('id').optional()),
  choices: ofSetUp('choices', Joi.object().pattern(id, Joi.string().max(40)).optional()),
  levelsDb: ofSetUp(
    'levels',
    Joi.object()
      .pattern(id, number(20, 180, 'dB'))
      .optional(),
  ),
} satisfies Records<Instrument>;
