import type { TakeFinding } from '../core/analysis';
import { AUDIO } from './audio.en';
import { sayerOf } from './said';
import { TAKES } from './takes.en';

/** Says what is told of sound files and of a take without a plan. */
export const sayOfTake = sayerOf({ audio: AUDIO, takes: TAKES });

/** A finding of a take as it is kept: in words. */
export const findingInWords = (finding: TakeFinding): TakeFinding => ({
  ...finding,
  message: sayOfTake(finding.message),
  ...(finding.evidence ? { evidence: finding.evidence.map((words) => sayOfTake(words)) } : {}),
});
