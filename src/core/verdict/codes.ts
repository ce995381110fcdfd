import { teller } from '../units';

/** All that is told here. */
export type VerdictCode =
  | 'the-delay-of-was-known'
  | 'was-inverted-at-its-input'
  | 'the-cable-of-was-known-to'
  | 'the-cable-of-was-changed'
  | 'the-cables-of-were-exchanged'
  | 'same-polarity'
  | 'opposite-polarity'
  | 'samples-measured-planned-as-measured-planned'
  | 'the-files-are-named-crosswise'
  | 'recorded-before-record-another-ten-seconds'
  | 'i-changed-the-cable-and-put'
  | 'the-cable-of-is-reversed-madeup'
  | 'comes-samples-latencysamples2-late-early-by'
  | 'everything-that-records-comes-samples-sample'
  | 'knocked-on'
  | 'take-bleed'
  | 'take-tone'
  | 'take-tone-then'
  | 'take-width';

export const tell = teller<VerdictCode>('verdict');
