import Joi from 'joi';
import { MATERIAL_IDS, PART_KINDS, type Room, SURFACES, WALLS } from '../../room';
import { id, number, object } from '../schemaWords';
import { ofSetUp, type Records } from './record';

/** No room has more in its walls than this. */
const MOST_PARTS = 40;

/** Room sizes: from a vocal booth to a hall. What its furniture takes up is worked out, and not kept. */
export const ROOM = {
  widthM: ofSetUp('width', number(1, 60, 'm')),
  depthM: ofSetUp('depth', number(1, 60, 'm')),
  heightM: ofSetUp('height', number(1.5, 30, 'm')),
  temperatureC: ofSetUp('temperature', number(-20, 50, '°C')),
  absorption: ofSetUp('absorption', number(0.01, 0.95, 'coefficient')),
  heardScale: ofSetUp('absorption by what was heard', Joi.array().items(number(0.01, 100)).length(6).optional(), { since: 5 }),
  glass: ofSetUp(
    'glass',
    Joi.array()
      .items(Joi.valid(...SURFACES))
      .unique(),
  ),
  noiseDb: ofSetUp('noise', number(-20, 140, 'dB').optional()),
  lowCeiling: ofSetUp('low ceiling', object({ along: Joi.valid(...WALLS), reachM: number(0.1, 60, 'm'), heightM: number(0.5, 30, 'm') }).optional()),
  parts: ofSetUp(
    'windows and doors',
    Joi.array()
      .items(
        object({
          id,
          kind: Joi.valid(...PART_KINDS),
          wall: Joi.valid(...WALLS),
          fromM: number(0, 60, 'm'),
          widthM: number(0.05, 60, 'm'),
          bottomM: number(0, 30, 'm'),
          heightM: number(0.05, 30, 'm'),
        }),
      )
      .max(MOST_PARTS)
      .unique('id')
      .optional(),
  ),
  surfaces: ofSetUp('surfaces', object(Object.fromEntries(SURFACES.map((surface) => [surface, Joi.valid(...MATERIAL_IDS).optional()]))).optional()),
} satisfies Records<Omit<Room, 'softM2' | 'softOnM2'>>;
