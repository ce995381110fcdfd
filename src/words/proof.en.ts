import type { ProofCode } from '../core/analysis';

/** Proof. */
export const PROOF: Readonly<Record<ProofCode, string>> = {
  'which-file-is-which-missing-has':
    'Which file is which? {listed} {missing, plural, one {has} other {have}} none yet, and {listed2} {strays, plural, one {belongs} other {belong}} to no microphone: listen to each and choose.',
  'no-channel-of-the-take-belongs': 'No channel of the take belongs to {microphone}: add its file, or say below which channel it is.',
  'the-channel-belongs-to-no-planned': 'The channel “{channel}” belongs to no planned microphone: say below which one it is, or leave it out.',
  'no-stroke-was-heard-clearly-enough':
    'No stroke was heard clearly enough in two channels to be held against the plan: play single strokes or notes, a second apart, on every source.',
  'nearest-to-events-fits-fit-nothing':
    '{events, plural, one {# stroke} other {# strokes}} nearest to {of} {events, plural, one {fits} other {fit}} nothing that is planned: something else in the room, or a plan that differs.',
  'nothing-in-the-take-proves-what':
    'Nothing in the take proves {listed}: what it shares with other channels is drowned in the room. Tap each alone, and look.',
  'is-on-every-source-which-no':
    '{of} is {seconds} {late, select, yes {late} other {early}} on every source, which no likely place explains: look for a plug-in or converter in its way, or take it back in the mix.',
  'move-it-samples-seconds-earlier-later': 'Move it {whole} samples {seconds, select, yes {earlier} other {later}} in the mix',
  'it-is-the-recorder-remember-samples': 'It is the recorder: remember {whole} samples',
  'everything-that-records-is-seconds2-late':
    'Everything that {name} records is {seconds} {seconds2, select, yes {late} other {early}} against the rest: it is the delay of the device or of the recorder’s setting for it, no place.',
  'move-its-channels-samples-seconds-earlier': 'Move its channels {whole} samples {seconds, select, yes {earlier} other {later}} in the mix',
  'it-is-remember-samples': 'It is {name}: remember {whole} samples',
  'the-polarity-of-is-reversed-check': 'The polarity of {of} is reversed: check its cable, and the polarity switch in its way.',
  'i-changed-the-cable': 'I changed the cable',
  'invert-it-at-input': 'Invert it at input {inverts}',
  'invert-it-in-the-mix': 'Invert it in the mix',
  'and-are-each-in-the-others': '{of} and {of2} are each in the other’s place: exchange their cables, or their files are named crosswise.',
  'i-exchanged-the-cables': 'I exchanged the cables',
  'plan-it-where-it-is': 'Plan it where it is',
  'the-stands-some-from-its-place':
    'The {name} stands some {metres} from its place in the plan, as all microphones hear it: hold the tape to its marks, and move it, or plan it where it is.',
  'instrument-with-the': 'instrument with the {first}',
  'the-polarity-of-is-reversed': 'the polarity of {of} is reversed',
  'is-ms-seconds2-late-early': '{of} is {seconds} ms {seconds2, select, yes {late} other {early}}',
  'all-of-is-ms-seconds2-late': 'all of {name} is {seconds} ms {seconds2, select, yes {late} other {early}}',
  'stands-from-its-place': '{of} stands {magnitude} from its place',
  'and-are-swapped': '{of} and {of2} are swapped',
  'the-stands-from-its-place': 'the {instrumentName} stands {magnitude} from its place',
  'look-at-their-cables-and-switches': 'Look at their cables and switches, or tap each alone: the first swing tells.',
  'hold-the-tape-to-them-or': 'Hold the tape to them, or play more sources one after another.',
  'play-every-source-alone-one-after': 'Play every source alone, one after another.',
  'some-of-have-reversed-polarity-against':
    'Some of {listed} have reversed polarity against the others, and the take does not settle which. {settleWords}',
  'kind-is-one-device-is-seconds':
    '{kind, select, yes {{of} is} other {One device is}} {seconds, select, yes {late} other {early}}, and the take does not settle by how much: {listed}. Play every source alone, one after another.',
  'the-take-differs-from-the-plan':
    'The take differs from the plan, and it does not settle how: {named, plural, one {perhaps } other {}}{listed}. {settleWords}',
  'the-polarity-of-tap-sign-each': 'The polarity of {named}: tap {sign, select, yes {each} other {it}} alone, and look at its first swing.',
  'whether-time-are-is-late-clap':
    'Whether {named} {time, select, yes {are} other {is}} late: clap once in the middle of all microphones, and look whether the claps stand under one another.',
  'whether-names-and-others-are-exchanged': 'Whether {listed}{names, select, yes { and others} other {}} are exchanged: tap one of them alone.',
  'where-place-stand-sideways-of-what':
    'Where {named} {place, select, yes {stand sideways of what they hear} other {stands sideways of what it hears}}: {value} and more would not be heard. The tape shows it.',
  'farther-from': '{by} {farther, select, yes {farther from} other {nearer to}} the {source}',
  'than-planned': '{told} than planned',
  'aside-of-its-place': '{apart} aside of its place',
  is: '{microphone} is {words} (±{within}).',
  'is-where-it-is-planned': '{microphone} is where it is planned, ±{within}.',
  'strike-more': 'Strike {leastSources} more',
  'strike-others-too': 'Strike others too',
  'where-is-the-strokes-leave-open':
    'Where {microphone} is the strokes leave open (±{within}): {sources, plural, one {# source reaches} other {# sources reach}} it clearly. {more}, one after another, on other sides of it and at other heights, or click two sticks at the rims.',
  'hears-otherwise-than-planned':
    '{name} hears the {source} {delay} {far, select, yes {later} other {earlier}} than planned: bring it {length} {far, select, yes {closer along its string} other {farther along its string}}, or take the measured place into the plan.{taped, select, yes { Its tape readings say so too.} other {}}',
  instrument: 'instrument',
  two: '{a} and {b}',
  higher: '{by} {up, select, yes {higher} other {lower}}',
};
