import type { InstrumentKind } from '../instruments';
import type { AimRule, PointRule } from './recipe';
import { at, axis, offset } from './write';

/** What a listener may say of a channel, in the trade's words. */
export const COMPLAINTS = ['boomy', 'thin', 'boxy', 'harsh', 'dull', 'roomy', 'dry', 'no attack', 'bleed', 'narrow'] as const;
export type Complaint = (typeof COMPLAINTS)[number];

/** One stop along a line of places: where, and what the trade says one hears there. */
export interface ToneStop {
  readonly name: string;
  readonly place: PointRule;
  readonly aim: AimRule;
  readonly words: string;
  /** What one moves here against, by the trade (common practice). */
  readonly against?: readonly Complaint[];
}

/** A line of places along an instrument, from one tone to another. */
export interface ToneLine {
  readonly id: string;
  readonly name: string;
  readonly instrument: InstrumentKind;
  readonly variants?: readonly string[];
  /** Source whose numbers are told beside the words. */
  readonly source: string;
  readonly stops: readonly ToneStop[];
}

const neckStop = (name: string, mark: string, x: number, words: string, against: readonly Complaint[] = []): ToneStop => ({
  name,
  place: offset(mark, x, 0.3, 0),
  aim: at(mark),
  words,
  against,
});
const bell = (name: string, distanceM: number, rightDeg: number, words: string, against: readonly Complaint[] = []): ToneStop => ({
  name,
  place: axis('bell', distanceM, 0, rightDeg),
  aim: at('bell'),
  words,
  against,
});

/** The trade's words, common practice; the model's numbers are worked out beside them. */
export const TONE_LINES: readonly ToneLine[] = [
  {
    id: 'guitar-neck',
    name: 'Along the neck',
    instrument: 'guitar',
    source: 'guitar',
    stops: [
      neckStop('Up the neck', 'nut', 0, 'brighter, thinner', ['boomy', 'dull']),
      neckStop('12th fret', 'fret-12', 0.03, 'clear top, some body', ['boomy', 'boxy', 'dull']),
      neckStop('Neck joint', 'neck-joint', 0.03, 'balanced'),
      {
        name: 'Toward the hole',
        place: offset('sound-hole', 0, 0.35, 0.06),
        aim: at('neck-joint'),
        words: 'more low end; never straight at the hole close up',
        against: ['thin'],
      },
      neckStop('Bridge', 'bridge', 0.04, 'middle, woodier', ['thin']),
      neckStop('Lower bout', 'lower-bout', 0.12, 'fuller, rounder', ['thin', 'harsh']),
    ],
  },
  {
    id: 'snare-head',
    name: 'Across the snare’s head',
    instrument: 'drum-kit',
    source: 'snare',
    stops: [
      {
        name: 'Low, at the rim',
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.06, heightOfRadius: 0.17 },
        aim: at('snare-rim'),
        words: 'more overtones and ring',
      },
      {
        name: 'Over the rim',
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.12, heightOfRadius: 0.3 },
        aim: at('snare-centre'),
        words: 'even',
      },
      {
        name: 'High, at the centre',
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.06, heightOfRadius: 0.45 },
        aim: at('snare-centre'),
        words: 'more crack, less ring',
        against: ['no attack'],
      },
    ],
  },
  {
    id: 'kick-depth',
    name: 'Through the kick',
    instrument: 'drum-kit',
    source: 'kick',
    stops: [
      {
        name: 'At the beater',
        place: { rule: 'inside', source: 'kick', inOfDepth: 0.24, rightOfRadius: 0.25, downOfRadius: 0.12 },
        aim: at('kick-beater'),
        words: 'click, attack, isolation',
        against: ['no attack', 'bleed', 'boomy'],
      },
      {
        name: 'Half way in',
        place: { rule: 'inside', source: 'kick', inOfDepth: 0.52, rightOfRadius: 0.25, downOfRadius: 0.12 },
        aim: at('kick-beater'),
        words: 'attack with body',
      },
      { name: 'At the port', place: offset('kick-port', 0, 0.02, 0), aim: at('kick-beater'), words: 'rounder' },
      {
        name: 'Out in front',
        place: offset('kick-front', 0.05, 0.35, 0.05),
        aim: at('kick-front'),
        words: 'round, soft, ambient',
        against: ['dry', 'harsh'],
      },
    ],
  },
  {
    id: 'brass-bell',
    name: 'Off the bell’s axis',
    instrument: 'brass',
    variants: ['trumpet', 'flugelhorn', 'trombone'],
    source: 'bell',
    stops: [
      bell('On the axis', 0.45, 0, 'brightest, most edge', ['dull', 'no attack']),
      bell('A little off', 0.45, 20, 'rounder', ['harsh']),
      bell('Well off', 0.45, 45, 'warm, dark', ['harsh', 'thin']),
      bell('Back off, on the axis', 0.8, 0, 'fierce playing tamed, more room', ['dry']),
    ],
  },
  {
    id: 'sax-bell-keys',
    name: 'From the bell up to the keys',
    instrument: 'saxophone',
    source: 'bell',
    stops: [
      { name: 'At the bell', place: axis('bell', 0.3, 0, 25), aim: at('bell'), words: 'bright, low notes jump out', against: ['dull'] },
      { name: 'Between bell and keys', place: offset('keys', -0.12, 0.32, -0.05), aim: at('keys'), words: 'even over the range' },
      { name: 'At the keys', place: offset('keys', -0.12, 0.34, 0.1), aim: at('keys'), words: 'softer, reedier, key noise', against: ['harsh'] },
    ],
  },
  {
    id: 'grand-length',
    name: 'From the hammers to the tail',
    instrument: 'grand-piano',
    source: 'middle',
    stops: [
      {
        name: 'Over the hammers',
        place: offset('hammer-middle', 0, 0.05, 0.25),
        aim: at('hammer-middle'),
        words: 'bright, percussive',
        against: ['dull', 'no attack'],
      },
      { name: 'Over the holes', place: offset('board-holes', 0, 0, 0.3), aim: at('board-holes'), words: 'balanced' },
      {
        name: 'Over the bass bridge',
        place: offset('bass-bridge', 0, 0, 0.28),
        aim: at('bass-bridge'),
        words: 'dark, full',
        against: ['thin', 'harsh'],
      },
      { name: 'At the lid’s edge', place: offset('lid-edge', 0.4, 0, 0.3), aim: at('board-holes'), words: 'whole, natural', against: ['dry'] },
    ],
  },
  {
    id: 'upright-places',
    name: 'Round the upright',
    instrument: 'upright-piano',
    source: 'middle',
    stops: [
      {
        name: 'Over the lid, treble',
        place: offset('lid-treble', -0.1, -0.05, 0.2),
        aim: at('hammer-treble'),
        words: 'bright, hammers',
        against: ['dull', 'no attack'],
      },
      { name: 'Over the lid, bass', place: offset('lid-bass', 0.1, -0.05, 0.2), aim: at('hammer-bass'), words: 'fuller, hammers', against: ['thin'] },
      { name: 'Knee panel', place: offset('knee-panel', 0, -0.2, 0.05), aim: at('knee-panel'), words: 'full, close' },
      { name: 'Behind the board', place: offset('board-bass', 0.3, 0.3, 0), aim: at('board-bass'), words: 'dark, round', against: ['harsh'] },
    ],
  },
  {
    id: 'cajon-round',
    name: 'Round the cajon',
    instrument: 'cajon',
    source: 'cajon',
    stops: [
      { name: 'Top edge', place: offset('top-edge', 0, 0.3, 0.12), aim: at('top-edge'), words: 'slap, bright', against: ['no attack', 'dull'] },
      { name: 'Front, middle', place: offset('face', 0, 0.3, 0), aim: at('face'), words: 'woody' },
      { name: 'Rear port', place: offset('port', 0.03, -0.12, 0), aim: at('port'), words: 'bass; reverse it in the mix' },
    ],
  },
  {
    id: 'rack-tom-head',
    name: 'Across the rack tom’s head',
    instrument: 'drum-kit',
    variants: ['four-piece', 'five-piece'],
    source: 'rack-tom',
    stops: [
      {
        name: 'Low, at the rim',
        place: { rule: 'rim', source: 'rack-tom', azimuthDeg: 10, insetOfRadius: 0.06, heightOfRadius: 0.2 },
        aim: at('rack-tom-rim'),
        words: 'too close: overtones',
      },
      {
        name: 'Between rim and centre',
        place: { rule: 'rim', source: 'rack-tom', azimuthDeg: 10, insetOfRadius: 0.22, heightOfRadius: 0.38 },
        aim: at('rack-tom-centre'),
        words: 'attack and note',
        against: ['no attack'],
      },
      {
        name: 'Higher up',
        place: { rule: 'rim', source: 'rack-tom', azimuthDeg: 10, insetOfRadius: 0.12, heightOfRadius: 0.9 },
        aim: at('rack-tom-centre'),
        words: 'rounder, more of the kit: too far is another snare microphone',
      },
    ],
  },
  {
    id: 'conga-head',
    name: 'Round the conga',
    instrument: 'hand-drums',
    variants: ['conga-pair', 'conga-three'],
    source: 'conga',
    stops: [
      { name: 'At the rim', place: offset('conga-rim-far', 0, 0.06, 0.12), aim: at('conga-rim-far'), words: 'slaps, overtones' },
      {
        name: 'Over the head',
        place: offset('conga-head', 0, 0.16, 0.21),
        aim: at('conga-head'),
        words: 'open tones and slaps alike',
        against: ['thin'],
      },
      { name: 'At the open end', place: offset('conga-open', 0.1, 0.16, 0.08), aim: at('conga-open'), words: 'low notes; reverse it in the mix' },
    ],
  },
  {
    id: 'tuba-bell',
    name: 'Above the tuba’s bell',
    instrument: 'brass',
    variants: ['tuba'],
    source: 'bell',
    stops: [
      bell('Close above', 0.4, 0, 'direct, breath'),
      bell('Above', 0.6, 0, 'round'),
      bell('Higher', 1, 0, 'opens the sound', ['dry', 'boomy']),
      bell('Beside the axis', 0.6, 35, 'darker, less breath', ['harsh']),
    ],
  },
];
