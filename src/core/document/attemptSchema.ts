import Joi from 'joi';

export const LONGEST_WORDS = 600;

const decibels = Joi.object().pattern(Joi.string().max(80), Joi.number().min(-400).max(60));
const figures = Joi.object({
  peaksDbfs: decibels.required(),
  noisesDbfs: decibels.required(),
  fixes: Joi.number().integer().min(0).required(),
  improves: Joi.number().integer().min(0).required(),
  findings: Joi.array().max(400).items(Joi.string().max(2000)).required(),
  worst: Joi.object({ a: Joi.string().max(200).required(), b: Joi.string().max(200).required(), lossDb: Joi.number().required() })
    .allow(null)
    .required(),
});
export const attemptSchema = Joi.object({
  id: Joi.string().min(1).max(80).required(),
  sessionId: Joi.string().min(1).max(80).required(),
  at: Joi.string().isoDate().required(),
  order: Joi.number().integer().min(1).max(1e9),
  kind: Joi.valid('take', 'kept', 'chosen').required(),
  parentId: Joi.string().max(80).allow(null).required(),
  changes: Joi.array().max(400).items(Joi.string().max(2000)).required(),
  figures: figures.allow(null).required(),
  words: Joi.string().allow('').max(LONGEST_WORDS).required(),
  tags: Joi.array().max(30).items(Joi.string().max(40)).required(),
  rating: Joi.number().integer().min(0).max(5).required(),
  soundBytes: Joi.number().integer().min(0).required(),
});
