import Joi from 'joi';
import { PAIR_TECHNIQUES } from '../../setups';
import { DECODINGS } from '../../stereo';
import { id, name, number, object, point, sourceReference, turn } from '../schemaWords';
import type { Pair } from '../session';
import { ofSetUp, type Records } from './record';

export const PAIR = {
  id: ofSetUp('id', id),
  name: ofSetUp('name', name),
  technique: ofSetUp('technique', Joi.valid(...PAIR_TECHNIQUES)),
  leftId: ofSetUp('left microphone', id, { refers: { to: 'microphone', lost: 'item' } }),
  rightId: ofSetUp('right microphone', id, { refers: { to: 'microphone', lost: 'item' } }),
  centre: ofSetUp('source in its middle', sourceReference.allow(null), { refers: { to: 'source', lost: 'null' } }),
  frame: ofSetUp(
    'place and geometry',
    object({
      centreM: point,
      turnDeg: turn(-180, 180),
      tiltDeg: number(-90, 90, '°'),
      rollDeg: number(-180, 180, '°'),
      spacingM: number(0, 50, 'm'),
      stackM: number(-5, 5, 'm'),
      angleDeg: number(-180, 180, '°'),
      focusM: number(0.01, 100, 'm'),
    }).allow(null),
  ),
  decoding: ofSetUp('decoding', Joi.valid(...DECODINGS)),
  width: ofSetUp('width', number(0, 4).optional()),
} satisfies Records<Pair>;
