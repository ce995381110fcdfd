import type { TakeCode } from '../core/analysis';

/** What is said of a take that needs no plan. */
export const TAKES: Readonly<Record<TakeCode, string>> = {
  silent: '{name} is silent: check the cable, phantom power and which input it is on.',
  clips:
    '{name} clips {times, plural, one {once} other {# times}}, first at {at} s: turn its gain down by 6 dB, or switch a pad on, and record again.',
  'peaks-near-full-scale': '{name} peaks at {peak} dBTP, close to full scale: turn its gain down by {by} dB, for peaks at −12 dBFS.',
  'peaks-low': '{name} peaks at only {peak} dBFS: turn its gain up by {by} dB, for peaks at −12 dBFS.',
  'dc-offset': '{name} has a DC offset of {percent} % of full scale: a high-pass removes it; if it stays, have the input looked at.',
  hums: '{name} hums at {mains} Hz and its harmonics, {level} dBFS: move its cable away from power leads and check for two earths.',
  'noise-near-its-peaks': '{name} has its noise only {below} dB below its peaks: go closer, or quieten the room.',
  'sum-fuller-reversed':
    'With the polarity of {names} reversed in the mix, the low end of the sum gains {gain} dB: an offer, not a fault. Listen to both.',
  'one-recording':
    '{one} and {other} hold one and the same recording{reversed, select, yes {, the second of opposite polarity} other {}}: one input went to two tracks, or a file was copied. Look at the routing, and record again.',
  'no-converter-makes':
    '{name} holds {count, plural, one {# sample} other {# samples}} that no converter makes (no number, or far beyond full scale), first at {at} s; taken as silence here: copy or export it again.',
  'other-length':
    '{name} is {samples} samples ({by} s) {shorter, select, yes {shorter} other {longer}} than the others: check that it starts with them.',
  'other-rate':
    '{name} was recorded at {own} Hz and the others at {rate} Hz, so it was left out of the comparison: set one sample rate and record again.',
  'stamps-too-far-apart':
    'The time stamps of these files are {apart} s apart and leave {common} s common to all: they are compared from their first samples. Choose files of one take.',
  'lined-up-by-stamps':
    'By their time stamps the files began up to {apart} s apart ({early} earlier than the last): all are compared from where the last had begun.',
  'another-clock':
    '{names} {count, plural, one {runs} other {run}} by another clock, {ppm} ± {within} in a million {faster, select, yes {faster} other {slower}} than the rest: {samples} samples over this take. Everything here is told with that taken out; record all by one clock, or have their corrected files retimed.',
  'pairs-of-strokes': '{count, plural, one {# pair} other {# pairs}} of strokes, ± {within} ppm',
  'swings-as-its-top':
    '{name} swings the same way as {top}, though it is on the other side: its polarity was reversed already, or the cable of one of the two is. Check its switch and both cables.',
  'share-agrees': '{percent} % of what they share agrees',
  'reversed-against-others':
    'The polarity of {name} is reversed against the other channels on {sources, plural, one {the one source} other {# sources}} that they share: check its cable, or reverse its polarity in the mix.',
  'disagrees-on': 'its sign disagrees on {sources} of its sources',
  'so-sure': '{percent} % sure',
  'one-may-be-reversed':
    '{count, plural, one {The polarity of {names} may be} other {The polarity of one of {names} is}} reversed, and this take does not settle {count, plural, one {it} other {which}}: look at the cables, or tap each alone and see which way the first swing goes.',
  'channel-so-sure': '{name}: {percent} %',
  'compared-in-groups':
    '{channels} channels were compared in {groups} groups of up to {size}, those that belong together by name or run most alike; nothing is said across groups: check up to {most} at once to compare all.',
  'blown-at':
    'Air moves over {name} at {at} s, below {below} Hz and in no other channel: breath, a fan or a draught? Turn it out of the way, put a screen before it, or switch its low cut on.',
  shaken:
    '{name} is shaken {times, plural, one {once} other {# times}}, first at {at} s, below {below} Hz and alone: a foot on its stand or its cable? Hang it in a shock mount, set the stand on something soft, or switch its low cut on.',
  ticks:
    'Something ticks in {name}, {rate} times a minute and evener than anybody plays, some {under} dB under its loudest: a click from headphones? Turn it down, wear closed ones, or put a towel round them.',
  'early-everywhere':
    '{name} hears {others} up to {by} ms before their own microphones, which stand nearer: its track starts too soon. Line it up by at least that much, or look at its recorder.',
  'late-on-its-own':
    '{name} hears its own source {by} ms after {others}, which {count, plural, one {stands} other {stand}} farther away: its track is late by more than that. Look for a plug-in or another recorder on it, then line it up.',
  'late-or-they-early':
    '{name} hears its own source {by} ms after {others}: either its track is late, or {count, plural, one {that one starts} other {those start}} too soon, or the nearest microphone is another. Look at which recorder or plug-in is on each.',
  'sooner-by': '{name}: {by} ms sooner',
};
