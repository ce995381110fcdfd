import Joi from 'joi';
import { TAKE_REPORT_FORMAT, type TakeReport } from '../analysis';
import type { Told } from '../units';
import { tell } from './readCodes';

/** The only version of a report there is. */
const VERSION = 1;

const names = Joi.array().items(Joi.string()).required();
const figure = Joi.number().unsafe().required();
const sign = Joi.valid(1, -1).required();
/** A level; silence has none, which storage keeps and a file writes as null. */
const level = Joi.alternatives(Joi.number().unsafe(), Joi.valid(Number.NEGATIVE_INFINITY, Number.POSITIVE_INFINITY, Number.NaN, null)).required();
const bands = Joi.object({ low: level, mid: level, high: level }).required();
const open = (keys: Joi.SchemaMap): Joi.ObjectSchema => Joi.object(keys).unknown(true);
/** A clap or click in other channels. */
const clapHeard = Joi.array()
  .max(256)
  .items(open({ channel: Joi.string().required(), lateSeconds: figure, levelDb: level }));
const offer = open({
  flips: names,
  delays: Joi.array()
    .items(open({ channel: Joi.string().required(), samples: figure }))
    .required(),
  gainDb: bands,
});

const reportSchema = open({
  format: Joi.valid(TAKE_REPORT_FORMAT).required(),
  version: Joi.valid(VERSION).required(),
  sampleRate: Joi.number().min(1000).max(1_000_000).required(),
  durationSeconds: Joi.number().min(0).required(),
  channels: Joi.array()
    .max(256)
    .items(
      open({
        name: Joi.string().required(),
        peakDbfs: level,
        truePeakDbtp: level,
        loudnessLufs: level,
        rmsDbfs: level.optional(),
        noiseFloorDbfs: level,
        noiseOctavesDbfs: Joi.array().max(9).items(level).optional(),
        clips: Joi.array()
          .items(open({ startSample: figure, endSample: figure }))
          .required(),
        hum: open({ mainsHz: Joi.valid(50, 60).required(), levelDbfs: level })
          .allow(null)
          .required(),
      }),
    )
    .required(),
  taps: Joi.array()
    .max(256)
    .items(
      open({
        microphoneId: Joi.string().required(),
        channel: Joi.string().required(),
        overDb: figure,
        clapSign: sign.allow(null),
        clap: clapHeard.optional(),
      }),
    )
    .optional(),
  clicks: Joi.array()
    .max(256)
    .items(open({ markRef: Joi.string().required(), channel: Joi.string().required(), clap: clapHeard.required() }))
    .optional(),
  pairs: Joi.array()
    .items(
      open({ a: Joi.string().required(), b: Joi.string().required(), delaySamples: figure, polarity: sign, correlation: level, sumLossDb: bands }),
    )
    .required(),
  sources: Joi.array()
    .items(
      open({
        spot: Joi.string().required(),
        events: figure,
        arrivals: Joi.array()
          .items(open({ channel: Joi.string().required(), delaySamples: figure, polarity: sign, confidence: figure, levelDb: level }))
          .required(),
      }),
    )
    .required(),
  proposal: offer.required(),
  clocks: Joi.array().required(),
  roles: Joi.object().required(),
  findings: Joi.array()
    .items(
      open({
        severity: Joi.valid('fix', 'improve', 'note').required(),
        code: Joi.string().required(),
        channels: names,
        message: Joi.string().required(),
      }),
    )
    .required(),
});

/** A stored report of a take, or why it cannot be used. */
export function readTakeReport(value: unknown): { readonly ok: true; readonly report: TakeReport } | { readonly ok: false; readonly reason: Told } {
  const { format, version } = (typeof value === 'object' && value !== null ? value : {}) as Partial<Record<keyof TakeReport, unknown>>;
  if (format === TAKE_REPORT_FORMAT && typeof version === 'number' && version > VERSION) return { ok: false, reason: tell('take-newer') };
  const problem = reportSchema.validate(value, { convert: false, abortEarly: true }).error?.details[0];
  if (problem) return { ok: false, reason: tell('take-unreadable', { field: problem.path.join('.') || tell('no-report') }) };
  return { ok: true, report: value as TakeReport };
}
