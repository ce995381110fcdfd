import type { VerdictCode } from '../core/verdict';

/** Verdict. */
export const VERDICT: Readonly<Record<VerdictCode, string>> = {
  'the-delay-of-was-known': 'the delay of {name} was known',
  'was-inverted-at-its-input': '{name} was inverted at its input',
  'the-cable-of-was-known-to': 'the cable of {name} was known to be reversed',
  'the-cable-of-was-changed': 'the cable of {name} was changed',
  'the-cables-of-were-exchanged': 'the cables of {microphoneIds} were exchanged',
  'same-polarity': 'same polarity',
  'opposite-polarity': 'opposite polarity',
  'samples-measured-planned-as-measured-planned':
    '{sourceName}: {measuredSamples} samples measured, {plannedSamples} planned; {signWords} as measured{plannedPolarity, select, yes {} other {, {signWords2} as planned}}',
  'the-files-are-named-crosswise': 'The files are named crosswise',
  'recorded-before-record-another-ten-seconds': 'Recorded before {code}: record another ten seconds to prove it.',
  'i-changed-the-cable-and-put': 'I changed the cable and put the input’s switch back',
  'the-cable-of-is-reversed-madeup': 'The cable of {name} is reversed; {madeUp, select, yes {its input’s switch} other {the mix}} makes up for it.',
  'comes-samples-latencysamples2-late-early-by':
    '{name} comes {latencySamples} samples {latencySamples2, select, yes {late} other {early}} by what is in its way{alignSamples, select, yes {; the mix takes that back} other {}}.',
  'everything-that-records-comes-samples-sample':
    'Everything that {name} records comes {samples} samples {samples2, select, yes {late} other {early}}{back, select, yes {; the mix takes that back} other {}}.',
};
