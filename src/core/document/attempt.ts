import type { AttemptId, SessionId } from '../ids';
import { attemptSchema } from './attemptSchema';
import { readSession } from './read';
import type { Session } from './session';

export { LONGEST_WORDS } from './attemptSchema';

export const ATTEMPT_TAGS = [
  'boxy',
  'thin',
  'harsh',
  'dull',
  'roomy',
  'dry',
  'boomy',
  'narrow',
  'bleed',
  'no attack',
  'clicky',
  'lopsided',
  'good',
] as const;

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
  readonly id: AttemptId;
  readonly sessionId: SessionId;
  /** ISO 8601, UTC. */
  readonly at: string;
  /** Counts a session's attempts as they were made, from 1: clocks are set back. Older attempts have none and come first, by their time. */
  readonly order?: number;
  /** A take was checked, or what stood was kept by hand, or one of several was chosen. */
  readonly kind: 'take' | 'kept' | 'chosen';
  /** The attempt that it went on from; null for the first. */
  readonly parentId: AttemptId | null;
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

/** A stored attempt, or null for what is none. */
export const readAttempt = (value: unknown): Attempt | null => (attemptSchema.validate(value, { convert: false }).error ? null : (value as Attempt));

/** An attempt with the set-up that it was: as it travels in a backup; its sound, where there is some, travels beside it. */
export interface KeptAttempt {
  readonly attempt: Attempt;
  readonly setup: Session;
  /** It is the one that its session stands on. */
  readonly stands?: true;
}

/** What a backup says is an attempt; null for what is none, or has no set-up that can be read. */
export function readKeptAttempt(value: unknown): KeptAttempt | null {
  const { attempt: stored, setup, stands } = (typeof value === 'object' && value !== null ? value : {}) as Record<string, unknown>;
  const read = readAttempt(stored);
  const session = readSession(setup);
  return read && session.ok ? { attempt: { ...read, soundBytes: 0 }, setup: session.value, ...(stands === true ? { stands } : {}) } : null;
}
