import type { Told } from '../units';

export type LineFaultKind =
  | 'swapped'
  | 'reversed'
  | 'dead'
  | 'no power'
  | 'wrong gain'
  | 'hum'
  | 'noise'
  | 'hiss'
  | 'crackle'
  | 'loose'
  | 'pad'
  | 'howl'
  | 'bank map'
  | 'not answering'
  | 'lost'
  | 'harmful power'
  | 'question';

export interface LineFinding {
  readonly kind: LineFaultKind;
  readonly severity: 'fix' | 'improve' | 'note';
  readonly microphoneIds: readonly string[];
  /** What is wrong and what to do. */
  readonly told: Told;
}

/** What a person sees on the meters of their own device and hears of a line. */
export const SAID_WRONG = ['hums', 'hisses', 'crackles', 'hot', 'soft'] as const;
export type SaidWrong = (typeof SAID_WRONG)[number];
