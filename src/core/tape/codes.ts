import { teller } from '../units';

/** What is told of a string beside its plan, of how a microphone looks, and of what was typed. */
export type StringCode =
  | 'within-hearing'
  | 'make-it'
  | 'looks'
  | 'turned-and-leant'
  | 'plugged-in'
  | 'type-it'
  | 'no-length'
  | 'more-than-nothing'
  | 'longer-than-a-tape';

export const tell = teller<StringCode>('strings');
