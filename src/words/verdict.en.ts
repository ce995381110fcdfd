import type { VerdictCode } from '../core/verdict';

/** Verdict. */
export const VERDICT: Readonly<Record<VerdictCode, string>> = {
  'the-delay-of-was-known': 'the delay of {name} was known',
  'was-inverted-at-its-input': 'the polarity of {name} was reversed at its input',
  'the-cable-of-was-known-to': 'the cable of {name} was known to be reversed',
  'the-cable-of-was-changed': 'the cable of {name} was changed',
  'the-cables-of-were-exchanged': 'the cables of {microphoneIds} were exchanged',
  'same-polarity': 'same polarity',
  'opposite-polarity': 'opposite polarity',
  'samples-measured-planned-as-measured-planned':
    '{sourceName}: {measuredSamples} samples measured, {plannedSamples} planned; {signWords} as measured{plannedPolarity, select, yes {} other {, {signWords2} as planned}}',
  'the-files-are-named-crosswise': 'Only the file names are swapped',
  'recorded-before-record-another-ten-seconds': 'Recorded before {code}. Record another ten seconds to prove it.',
  'i-changed-the-cable-and-put': 'I changed the cable and put the input’s switch back',
  'the-cable-of-is-reversed-madeup':
    'The cable of {name} is wired in reverse; {madeUp, select, yes {the switch of its input} other {the mix}} corrects it.',
  'comes-samples-latencysamples2-late-early-by':
    '{name} arrives {latencySamples} samples {latencySamples2, select, yes {late} other {early}} because of what is in its path{alignSamples, select, yes {; the mix corrects that} other {}}.',
  'everything-that-records-comes-samples-sample':
    'Everything from {name} arrives {samples} samples {samples2, select, yes {late} other {early}}{back, select, yes {; the mix corrects that} other {}}.',
  'knocked-on':
    'Knocked on, {microphone} was loudest in {channel}{clap, select, up {; the clap first swung up} down {; the clap first swung down} other {}}',
  'take-bleed': 'In this take the {other} is {amount} dB {under, select, yes {below} other {above}} the {own} in {channel}.',
  'take-tone':
    'In this take the {band, select, low {low end} body {low middle} presence {high middle} other {top}} of {channel} is {amount} dB {over, select, yes {above} other {below}} its {other, select, low {low end} body {low middle} presence {high middle} other {top}}.',
  'take-tone-then':
    'By this take it would then be {amount} dB {over, select, yes {above} other {below}} the {other, select, low {low end} body {low middle} presence {high middle} other {top}}.',
  'take-width': 'In this take {name} has a correlation of {correlation}: 1 is mono, 0 is wide.',
};
