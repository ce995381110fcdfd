import Joi from 'joi';
import { INSTRUMENT_KINDS } from '../instruments';
import { MICROPHONE_KINDS, PATTERN_NAMES } from '../microphones';
import { ISOLATIONS, PAIR_TECHNIQUES, SOUNDS } from '../setups';
import { cableSchema, deviceSchema, microphoneModelSchema, outboardSchema, standSchema } from './gearSchema';
import { id, name, number, object, turn } from './schemaWords';

/** How many of a thing one shelf may hold. */
export const SHELF_LIMITS = { models: 500, devices: 120, stands: 50, setups: 200 } as const;

const pointRule = Joi.alternatives().try(
  object({
    rule: Joi.valid('offset'),
    mark: id,
    byM: Joi.array()
      .items(number(-20, 20, 'm'))
      .length(3),
  }),
  object({ rule: Joi.valid('string'), mark: id, lengthM: number(0, 20, 'm'), azimuthDeg: turn(), elevationDeg: number(-90, 90, '°') }),
);
const words = Joi.string().allow('').max(400);

/** A set-up of one's own is written as offsets and strings from marks. */
export const recipeSchema = object({
  id,
  name,
  instrument: Joi.valid(...INSTRUMENT_KINDS),
  variants: Joi.array().items(id).optional(),
  needs: Joi.object().pattern(id, Joi.string().max(40)).optional(),
  school: words.allow(null),
  microphones: Joi.array()
    .items(
      object({
        key: id,
        label: Joi.string().trim().min(1).max(4),
        name,
        target: id.allow(null),
        place: pointRule,
        aim: Joi.alternatives().try(object({ mark: id }), object({ azimuthDeg: turn(), elevationDeg: number(-90, 90, '°') })),
        kinds: Joi.array()
          .items(Joi.valid(...MICROPHONE_KINDS))
          .min(1),
        pattern: Joi.valid(...PATTERN_NAMES),
        flipped: Joi.boolean().optional(),
        padded: Joi.boolean().optional(),
        optional: Joi.boolean().optional(),
      }),
    )
    .min(1)
    .max(32)
    .unique('key'),
  pairs: Joi.array()
    .items(object({ name, technique: Joi.valid(...PAIR_TECHNIQUES), left: id, right: id, centreSource: id.allow(null) }))
    .max(16),
  isolation: Joi.valid(...ISOLATIONS),
  sounds: Joi.array().items(Joi.valid(...SOUNDS)),
  gives: words,
  costs: words,
  soundsLike: words,
  listenFor: words,
  expects: Joi.array().items(object({ code: id, why: words })),
});

export const shelfKeys = {
  microphones: Joi.array().items(microphoneModelSchema).max(SHELF_LIMITS.models).unique('id'),
  devices: Joi.array().items(deviceSchema).max(SHELF_LIMITS.devices).unique('id'),
  stands: Joi.array().items(standSchema).max(SHELF_LIMITS.stands).unique('id'),
  outboard: Joi.array().items(outboardSchema).max(SHELF_LIMITS.stands).unique('id').optional(),
  cables: Joi.array().items(cableSchema).max(SHELF_LIMITS.stands).unique('id').optional(),
  setups: Joi.array().items(recipeSchema).max(SHELF_LIMITS.setups).unique('id'),
};
