import type { TakeCode } from '../core/analysis';

/** What is said of a take that needs no plan. */
export const TAKES: Readonly<Record<TakeCode, string>> = {
  silent: '{name} is silent: check the cable, phantom power and which input it is on.',
  clips:
    '{name} clips {times, plural, one {once} other {# times}}, first at {at} s: turn its gain down by 6 dB or switch a pad on, then record again.',
  'peaks-near-full-scale': '{name} peaks at {peak} dBTP, close to full scale: turn its gain down by {by} dB so that it peaks at −12 dBFS.',
  'peaks-low': '{name} peaks at only {peak} dBFS: turn its gain up by {by} dB so that it peaks at −12 dBFS.',
  'dc-offset': '{name} has a DC offset of {percent} % of full scale. A high-pass removes it; if it comes back, have the input checked.',
  hums: '{name} hums at {mains} Hz and its harmonics, {level} dBFS: move its cable away from power leads, and look for a ground loop.',
  'noise-near-its-peaks': 'In {name} the noise floor is only {below} dB below the peaks: move closer, or make the room quieter.',
  'sum-fuller-reversed':
    'With the polarity of {names} reversed in the mix, the low end of the sum gains {gain} dB. An offer, not a fault: listen to both.',
  'one-recording':
    '{one} and {other} are the same recording{reversed, select, yes {, the second with opposite polarity} other {}}: one input went to two tracks, or a file was copied. Check the routing and record again.',
  'no-converter-makes':
    '{name} has {count, plural, one {# sample} other {# samples}} that no converter makes (not a number, or far above full scale), first at {at} s. They count as silence here: copy or export the file again.',
  'other-length':
    '{name} is {samples} samples ({by} s) {shorter, select, yes {shorter} other {longer}} than the others: check that it starts with them.',
  'other-rate': '{name} was recorded at {own} Hz and the others at {rate} Hz, so it was left out. Set one sample rate and record again.',
  'stamps-too-far-apart':
    'The time stamps of these files are {apart} s apart and leave {common} s in common. They are compared from their first samples: choose files of one take.',
  'lined-up-by-stamps':
    'By their time stamps the files started up to {apart} s apart ({early} before the last). All are compared from where the last one started.',
  'another-clock':
    '{names} {count, plural, one {runs} other {run}} on another clock, {ppm} ± {within} ppm {faster, select, yes {faster} other {slower}} than the rest: {samples} samples over this take. All figures here correct for it. Record everything on one clock, or use the corrected files.',
  'pairs-of-strokes': '{count, plural, one {# pair} other {# pairs}} of strokes, ± {within} ppm',
  'swings-as-its-top':
    '{name} has the same polarity as {top}, though it is on the other side. Either its polarity was reversed already, or one of the two cables is. Check its switch and both cables.',
  'share-agrees': '{percent} % of what they share agrees',
  'reversed-against-others':
    'The polarity of {name} is reversed against the other channels on {sources, plural, one {the one source} other {# sources}} they share: check its cable, or reverse its polarity in the mix.',
  'disagrees-on': 'its polarity disagrees on {sources} of its sources',
  'so-sure': '{percent} % sure',
  'one-may-be-reversed':
    '{count, plural, one {The polarity of {names} may be} other {The polarity of one of {names} is}} reversed. This take cannot tell {count, plural, one {for sure} other {which}}: check the cables, or tap each alone and see which way it swings first.',
  'channel-so-sure': '{name}: {percent} %',
  'compared-in-groups':
    '{channels} channels were compared in {groups} groups of up to {size}, by name and by sound. Nothing is compared across groups: check up to {most} at once to compare all.',
  'blown-at':
    'Air moves over {name} at {at} s, below {below} Hz and in no other channel. Breath, a fan or a draught? Turn it out of the way, use a windscreen, or switch its low cut on.',
  shaken:
    '{name} is bumped {times, plural, one {once} other {# times}}, first at {at} s, below {below} Hz and alone. A foot on its stand or cable? Use a shock mount, put something soft under the stand, or switch its low cut on.',
  ticks:
    'Something ticks in {name}, {rate} times a minute, steadier than anyone plays and about {under} dB below its loudest. A click from headphones? Turn the click down, or wear closed headphones.',
  'early-everywhere':
    '{name} hears {others} up to {by} ms before their own microphones, which are closer. Its track starts too early: delay it by at least that much, or check its recorder.',
  'late-on-its-own':
    '{name} hears its own source {by} ms after {others}, which {count, plural, one {stands} other {stand}} farther away. Its track is late by more than that: look for a plug-in or another recorder on it, then align it.',
  'late-or-they-early':
    '{name} hears its own source {by} ms after {others}. Either its track is late, or {count, plural, one {that one starts} other {those start}} too early, or another microphone is closer. Check which recorder or plug-in is on each.',
  'sooner-by': '{name}: {by} ms earlier',
};
