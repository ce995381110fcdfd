import type { Move } from '../../checks';
import type { MicrophoneId, SourceKey } from '../../ids';
import type { Told } from '../../units';

/** Which microphone each channel belongs to; null where none does. */
export type Matching = Readonly<Record<string, string | null>>;

/** One measured arrival beside the planned one, both counted from the spot channel, in samples of the take. */
export interface Comparison {
  /** Which of the take's sources. */
  readonly heard: number;
  readonly sourceKey: SourceKey;
  readonly sourceName: string;
  readonly spotId: string;
  readonly microphoneId: MicrophoneId;
  readonly plannedSamples: number;
  readonly measuredSamples: number;
  /** Null where the plan cannot say: two ways of the sound with opposite signs are about as strong. */
  readonly plannedPolarity: 1 | -1 | null;
  readonly measuredPolarity: 1 | -1;
  readonly confidence: number;
  readonly levelDb: number;
}

/** A finding of the take with the plan beside it. Moves say what was changed in the world, or change the plan; a recorded file is never touched. */
export interface ProofFinding {
  readonly id: string;
  readonly severity: 'fix' | 'improve' | 'note';
  readonly code: string;
  readonly microphoneIds: readonly string[];
  readonly message: Told;
  /** What can be done, each alone. */
  readonly moves: readonly Move[];
  /** Posterior probability that it is so; null for what is no judgement. */
  readonly probability: number | null;
}

/** Something that this take could not have shown, with what would. */
export interface TakeLimit {
  readonly kind: 'reversed' | 'late' | 'swapped' | 'moved';
  readonly microphoneIds: readonly string[];
  readonly message: Told;
}

export interface Proof {
  readonly comparisons: readonly Comparison[];
  readonly findings: readonly ProofFinding[];
  /** What the take could not have shown. */
  readonly limits: readonly TakeLimit[];
}
