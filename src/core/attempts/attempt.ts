import Joi from 'joi';
import type { Matching, TakeReport } from '../analysis';

export const ATTEMPT_TAGS = ['boxy', 'thin', 'harsh', 'dull', 'roomy', 'dry', 'boomy', 'clicky', 'lopsided', 'good'] as const;
export const LONGEST_WORDS = 600;

/** What a take measured, as far as attempts are compared by it. */
export interface AttemptFigures {
  /** Highest sample and noise of each microphone's channel, dBFS. */
  readonly peaksDbfs: Readonly<Record<string, number>>;
  readonly noisesDbfs: Readonly<Record<string, number>>;
  readonly fixes: number;
  readonly improves: number;
  /** What was to fix or to improve, in its sentences. */
  readonly findings: readonly string[];
  /** Where two channels cost each other most in the sum: the worst band, dB re in step; null where no two were compared. */
  readonly worst: { readonly a: string; readonly b: string; readonly lossDb: number } | null;
}

/** One attempt without its set-up: what a list of hundreds shows. */
export interface Attempt {
  readonly id: string;
  readonly sessionId: string;
  /** ISO 8601, UTC. */
  readonly at: string;
  /** A take was checked, or what stood was kept by hand, or one of several was chosen. */
  readonly kind: 'take' | 'kept' | 'chosen';
  /** The attempt that it went on from; null for the first. */
  readonly parentId: string | null;
  /** What had changed since then, a sentence each. */
  readonly changes: readonly string[];
  readonly figures: AttemptFigures | null;
  readonly words: string;
  readonly tags: readonly string[];
  /** 0 for none, 1 to 5. */
  readonly rating: number;
  /** Size of the take's audio kept with it, bytes; 0 for none. */
  readonly soundBytes: number;
}

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
const attempt = Joi.object({
  id: Joi.string().min(1).max(80).required(),
  sessionId: Joi.string().min(1).max(80).required(),
  at: Joi.string().isoDate().required(),
  kind: Joi.valid('take', 'kept', 'chosen').required(),
  parentId: Joi.string().max(80).allow(null).required(),
  changes: Joi.array().max(400).items(Joi.string().max(2000)).required(),
  figures: figures.allow(null).required(),
  words: Joi.string().allow('').max(LONGEST_WORDS).required(),
  tags: Joi.array().max(30).items(Joi.string().max(40)).required(),
  rating: Joi.number().integer().min(0).max(5).required(),
  soundBytes: Joi.number().integer().min(0).required(),
});

/** A stored attempt, or null for what is none. */
export const readAttempt = (value: unknown): Attempt | null => (attempt.validate(value, { convert: false }).error ? null : (value as Attempt));

/**
 * A take's figures by the microphones its channels belong to.
 *
 * @param findings what was told of it, each thing once
 */
export function figuresOf(
  report: TakeReport,
  matching: Matching,
  findings: readonly { readonly severity: string; readonly message: string }[],
): AttemptFigures {
  const by = (of: (channel: TakeReport['channels'][number]) => number): Record<string, number> =>
    Object.fromEntries(
      report.channels.flatMap((channel) => {
        const id = matching[channel.name];
        return id && Number.isFinite(of(channel)) ? [[id, Math.max(-400, of(channel))]] : [];
      }),
    );
  const told = findings.filter(({ severity }) => severity === 'fix' || severity === 'improve');
  const losses = report.pairs.flatMap(({ a, b, sumLossDb: { low, mid, high } }) => [low, mid, high].map((lossDb) => ({ a, b, lossDb })));
  return {
    peaksDbfs: by(({ peakDbfs }) => peakDbfs),
    noisesDbfs: by(({ noiseFloorDbfs }) => noiseFloorDbfs),
    fixes: told.filter(({ severity }) => severity === 'fix').length,
    improves: told.filter(({ severity }) => severity === 'improve').length,
    findings: told.map(({ message }) => message),
    worst: losses.reduce<AttemptFigures['worst']>((most, one) => (most === null || one.lossDb < most.lossDb ? one : most), null),
  };
}
