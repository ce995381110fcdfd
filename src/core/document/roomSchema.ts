import Joi from 'joi';
import { MATERIAL_IDS, PART_KINDS, SURFACES, WALLS } from '../room';
import { id, number, object } from './schemaWords';

/** No room has more in its walls than this. */
const MOST_PARTS = 40;

/** Room sizes: from a vocal booth to a hall. */
export const roomSchema = object({
  widthM: number(1, 60),
  depthM: number(1, 60),
  heightM: number(1.5, 30),
  temperatureC: number(-20, 50),
  absorption: number(0.01, 0.95),
  glass: Joi.array()
    .items(Joi.valid(...SURFACES))
    .unique(),
  noiseDb: number(-20, 140).optional(),
  lowCeiling: object({ along: Joi.valid(...WALLS), reachM: number(0.1, 60), heightM: number(0.5, 30) }).optional(),
  parts: Joi.array()
    .items(
      object({
        id,
        kind: Joi.valid(...PART_KINDS),
        wall: Joi.valid(...WALLS),
        fromM: number(0, 60),
        widthM: number(0.05, 60),
        bottomM: number(0, 30),
        heightM: number(0.05, 30),
      }),
    )
    .max(MOST_PARTS)
    .unique('id')
    .optional(),
  surfaces: object(Object.fromEntries(SURFACES.map((surface) => [surface, Joi.valid(...MATERIAL_IDS).optional()]))).optional(),
});
