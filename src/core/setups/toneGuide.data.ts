import type { InstrumentKind } from '../instruments';
import type { AimRule, PointRule } from './recipe';
import { at, axis, offset } from './write';

/** What a listener may say of a channel, in the trade's words. */
export const COMPLAINTS = ['boomy', 'thin', 'boxy', 'harsh', 'dull', 'roomy', 'dry', 'no attack', 'bleed', 'narrow'] as const;
export type Complaint = (typeof COMPLAINTS)[number];

/** One stop along a line of places. */
export interface ToneStop {
  readonly place: PointRule;
  readonly aim: AimRule;
  /** What one moves here against, by the trade (common practice). */
  readonly against?: readonly Complaint[];
}

/** A line of places along an instrument, from one tone to another. */
export interface ToneLine {
  readonly id: string;
  readonly instrument: InstrumentKind;
  readonly variants?: readonly string[];
  /** Source whose numbers are told beside the words. */
  readonly source: string;
  readonly stops: readonly ToneStop[];
}

const neckStop = (mark: string, x: number, against: readonly Complaint[] = []): ToneStop => ({
  place: offset(mark, x, 0.3, 0),
  aim: at(mark),
  against,
});
const bell = (distanceM: number, rightDeg: number, against: readonly Complaint[] = []): ToneStop => ({
  place: axis('bell', distanceM, 0, rightDeg),
  aim: at('bell'),
  against,
});

/** Where the trade moves a microphone for its tone (common practice); the model's numbers are worked out beside its words. */
export const TONE_LINES: readonly ToneLine[] = [
  {
    id: 'guitar-neck',
    instrument: 'guitar',
    source: 'guitar',
    stops: [
      neckStop('nut', 0, ['boomy', 'dull']),
      neckStop('fret-12', 0.03, ['boomy', 'boxy', 'dull']),
      neckStop('neck-joint', 0.03),
      {
        place: offset('sound-hole', 0, 0.35, 0.06),
        aim: at('neck-joint'),
        against: ['thin'],
      },
      neckStop('bridge', 0.04, ['thin']),
      neckStop('lower-bout', 0.12, ['thin', 'harsh']),
    ],
  },
  {
    id: 'snare-head',
    instrument: 'drum-kit',
    source: 'snare',
    stops: [
      {
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.06, heightOfRadius: 0.17 },
        aim: at('snare-rim'),
      },
      {
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.12, heightOfRadius: 0.3 },
        aim: at('snare-centre'),
      },
      {
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.06, heightOfRadius: 0.45 },
        aim: at('snare-centre'),
        against: ['no attack'],
      },
    ],
  },
  {
    id: 'kick-depth',
    instrument: 'drum-kit',
    source: 'kick',
    stops: [
      {
        place: { rule: 'inside', source: 'kick', inOfDepth: 0.24, rightOfRadius: 0.25, downOfRadius: 0.12 },
        aim: at('kick-beater'),
        against: ['no attack', 'bleed', 'boomy'],
      },
      {
        place: { rule: 'inside', source: 'kick', inOfDepth: 0.52, rightOfRadius: 0.25, downOfRadius: 0.12 },
        aim: at('kick-beater'),
      },
      { place: offset('kick-port', 0, 0.02, 0), aim: at('kick-beater') },
      {
        place: offset('kick-front', 0.05, 0.35, 0.05),
        aim: at('kick-front'),
        against: ['dry', 'harsh'],
      },
    ],
  },
  {
    id: 'brass-bell',
    instrument: 'brass',
    variants: ['trumpet', 'flugelhorn', 'trombone'],
    source: 'bell',
    stops: [bell(0.45, 0, ['dull', 'no attack']), bell(0.45, 20, ['harsh']), bell(0.45, 45, ['harsh', 'thin']), bell(0.8, 0, ['dry'])],
  },
  {
    id: 'sax-bell-keys',
    instrument: 'saxophone',
    source: 'bell',
    stops: [
      { place: axis('bell', 0.3, 0, 25), aim: at('bell'), against: ['dull'] },
      { place: offset('keys', -0.12, 0.32, -0.05), aim: at('keys') },
      { place: offset('keys', -0.12, 0.34, 0.1), aim: at('keys'), against: ['harsh'] },
    ],
  },
  {
    id: 'grand-length',
    instrument: 'grand-piano',
    source: 'middle',
    stops: [
      {
        place: offset('hammer-middle', 0, 0.05, 0.25),
        aim: at('hammer-middle'),
        against: ['dull', 'no attack'],
      },
      { place: offset('board-holes', 0, 0, 0.3), aim: at('board-holes') },
      {
        place: offset('bass-bridge', 0, 0, 0.28),
        aim: at('bass-bridge'),
        against: ['thin', 'harsh'],
      },
      { place: offset('lid-edge', 0.4, 0, 0.3), aim: at('board-holes'), against: ['dry'] },
    ],
  },
  {
    id: 'upright-places',
    instrument: 'upright-piano',
    source: 'middle',
    stops: [
      {
        place: offset('lid-treble', -0.1, -0.05, 0.2),
        aim: at('hammer-treble'),
        against: ['dull', 'no attack'],
      },
      { place: offset('lid-bass', 0.1, -0.05, 0.2), aim: at('hammer-bass'), against: ['thin'] },
      { place: offset('knee-panel', 0, -0.2, 0.05), aim: at('knee-panel') },
      { place: offset('board-bass', 0.3, 0.3, 0), aim: at('board-bass'), against: ['harsh'] },
    ],
  },
  {
    id: 'cajon-round',
    instrument: 'cajon',
    source: 'cajon',
    stops: [
      { place: offset('top-edge', 0, 0.3, 0.12), aim: at('top-edge'), against: ['no attack', 'dull'] },
      { place: offset('face', 0, 0.3, 0), aim: at('face') },
      { place: offset('port', 0.03, -0.12, 0), aim: at('port') },
    ],
  },
  {
    id: 'rack-tom-head',
    instrument: 'drum-kit',
    variants: ['four-piece', 'five-piece'],
    source: 'rack-tom',
    stops: [
      {
        place: { rule: 'rim', source: 'rack-tom', azimuthDeg: 10, insetOfRadius: 0.06, heightOfRadius: 0.2 },
        aim: at('rack-tom-rim'),
      },
      {
        place: { rule: 'rim', source: 'rack-tom', azimuthDeg: 10, insetOfRadius: 0.22, heightOfRadius: 0.38 },
        aim: at('rack-tom-centre'),
        against: ['no attack'],
      },
      {
        place: { rule: 'rim', source: 'rack-tom', azimuthDeg: 10, insetOfRadius: 0.12, heightOfRadius: 0.9 },
        aim: at('rack-tom-centre'),
      },
    ],
  },
  {
    id: 'conga-head',
    instrument: 'hand-drums',
    variants: ['conga-pair', 'conga-three'],
    source: 'conga',
    stops: [
      { place: offset('conga-rim-far', 0, 0.06, 0.12), aim: at('conga-rim-far') },
      {
        place: offset('conga-head', 0, 0.16, 0.21),
        aim: at('conga-head'),
        against: ['thin'],
      },
      { place: offset('conga-open', 0.1, 0.16, 0.08), aim: at('conga-open') },
    ],
  },
  {
    id: 'tuba-bell',
    instrument: 'brass',
    variants: ['tuba'],
    source: 'bell',
    stops: [bell(0.4, 0), bell(0.6, 0), bell(1, 0, ['dry', 'boomy']), bell(0.6, 35, ['harsh'])],
  },
];
