import type { ProofCode } from '../core/analysis';

/** Proof. */
export const PROOF: Readonly<Record<ProofCode, string>> = {
  'which-file-is-which-missing-has':
    'Which file is which? {listed} {missing, plural, one {has} other {have}} no file yet, and {listed2} {strays, plural, one {has} other {have}} no microphone. Listen to each and choose.',
  'its-gain-is-far-from-the-others':
    '{name} is {db} dB {lower, select, yes {softer} other {louder}} against the others than planned. Look at its gain, its pad and what is in its way. If you set it so, all is well.',
  'a-side-of-a-pair-is-softer': '{name} is {db} dB softer than {other}, and the two are a pair. Set both gains alike.',
  'no-channel-of-the-take-belongs': '{microphone} has no file in this take. Add it, or choose its channel below.',
  'the-channel-belongs-to-no-planned': 'The file “{channel}” belongs to no microphone of the plan. Choose one below, or leave it out.',
  'no-stroke-was-heard-clearly-enough':
    'No stroke is clear enough in two channels to check the plan. Play single strokes or notes on every source, a second apart.',
  'nearest-to-events-fits-fit-nothing':
    '{events, plural, one {# stroke} other {# strokes}} nearest to {of} {events, plural, one {matches} other {match}} nothing in the plan: another sound in the room, or a plan that differs.',
  'nothing-in-the-take-proves-what':
    'This take cannot prove {listed}: what it shares with the other channels drowns in room sound. Tap each alone and look.',
  'is-on-every-source-which-no':
    '{of} is {seconds} {late, select, yes {late} other {early}} on every source, and no likely place explains it. Look for a plug-in or converter in its path, or correct it in the mix.',
  'move-it-samples-seconds-earlier-later':
    'Shift it {whole, plural, one {# sample} other {# samples}} {seconds, select, yes {earlier} other {later}} in the mix',
  'it-is-the-recorder-remember-samples': 'It is the recorder: remember {whole, plural, one {# sample} other {# samples}}',
  'everything-that-records-is-seconds2-late':
    'Everything from {name} is {seconds} {seconds2, select, yes {late} other {early}} against the rest. That is the delay of the device or of its setting in the recorder, not a distance.',
  'move-its-channels-samples-seconds-earlier':
    'Shift its channels {whole, plural, one {# sample} other {# samples}} {seconds, select, yes {earlier} other {later}} in the mix',
  'it-is-remember-samples': 'It is {name}: remember {whole, plural, one {# sample} other {# samples}}',
  'the-polarity-of-is-reversed-check': 'The polarity of {of} is reversed. Check its cable and every polarity switch in its path.',
  'i-changed-the-cable': 'I changed the cable',
  'invert-it-at-input': 'Press the polarity switch of input {inverts}',
  'invert-it-in-the-mix': 'Reverse polarity in the mix',
  'and-are-each-in-the-others': '{of} and {of2} are swapped. Exchange their cables, unless only the file names are swapped.',
  'i-exchanged-the-cables': 'I exchanged the cables',
  'plan-it-where-it-is': 'Plan it where it is',
  'the-stands-some-from-its-place':
    'The {name} is about {metres} from its planned place, as every microphone hears it. Measure to its marks, then move it, or plan it where it is.',
  'instrument-with-the': 'instrument with the {first}',
  'the-polarity-of-is-reversed': 'the polarity of {of} is reversed',
  'is-ms-seconds2-late-early': '{of} is {seconds} ms {seconds2, select, yes {late} other {early}}',
  'all-of-is-ms-seconds2-late': 'all of {name} is {seconds} ms {seconds2, select, yes {late} other {early}}',
  'stands-from-its-place': '{of} is {magnitude} from its place',
  'and-are-swapped': '{of} and {of2} are swapped',
  'the-stands-from-its-place': 'the {instrumentName} is {magnitude} from its place',
  'look-at-their-cables-and-switches': 'Check their cables and switches, or tap each alone: the first swing tells.',
  'hold-the-tape-to-them-or': 'Measure them with the tape, or play more sources one after another.',
  'play-every-source-alone-one-after': 'Play every source alone, one after another.',
  'some-of-have-reversed-polarity-against': 'Some of {listed} have opposite polarity to the others. This take cannot tell which. {settleWords}',
  'kind-is-one-device-is-seconds':
    '{kind, select, yes {{of} is} other {One device is}} {seconds, select, yes {late} other {early}}, and this take cannot tell by how much: {listed}. Play every source alone, one after another.',
  'the-take-differs-from-the-plan':
    'The take differs from the plan, and it cannot tell how: {named, plural, one {perhaps } other {}}{listed}. {settleWords}',
  'the-polarity-of-tap-sign-each': 'The polarity of {named}. Tap {sign, select, yes {each} other {it}} alone and look at the first swing.',
  'whether-time-are-is-late-clap':
    'Whether {named} {time, select, yes {are} other {is}} late. Clap once in the middle of all microphones and see whether the claps line up.',
  'whether-names-and-others-are-exchanged': 'Whether {listed}{names, select, yes { and others} other {}} are swapped. Tap one of them alone.',
  'where-place-stand-sideways-of-what':
    'Where {named} {place, select, yes {are} other {is}} to the side: a move of up to {value} would not be heard. The tape shows it.',
  'farther-from': '{by} {farther, select, yes {farther from} other {nearer to}} the {source}',
  'than-planned': '{told} than planned',
  'aside-of-its-place': '{apart} to the side of its place',
  is: '{microphone} is {words} (±{within}).',
  'is-where-it-is-planned': '{microphone} is where it is planned, ±{within}.',
  'strike-more': 'Strike {leastSources} more',
  'strike-these': 'Strike {which} four times each',
  'strike-others-too': 'Strike others too',
  'where-is-the-strokes-leave-open':
    'The strokes do not show where {microphone} is (±{within}): {sources, plural, one {# source reaches} other {# sources reach}} it clearly. {more}, one after another, all round it and at other heights, or click two sticks at the rims.',
  'hears-otherwise-than-planned':
    'The {source} reaches {name} {delay} {far, select, yes {later} other {earlier}} than planned. Move it {length} {far, select, yes {closer} other {farther away}}, or plan it where it is.{taped, select, yes { Its tape readings say the same.} other {}}',
  instrument: 'instrument',
  two: '{a} and {b}',
  higher: '{by} {up, select, yes {higher} other {lower}}',
};
