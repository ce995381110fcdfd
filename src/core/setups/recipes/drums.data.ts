import type { Recipe } from '../recipe';

/** Set-ups for a drum kit; distances and angles are common practice, starting points to be moved by ear. */
export const DRUM_RECIPES: readonly Recipe[] = [
  {
    id: 'kit-four-spaced',
    name: 'Kick, snare and a spaced pair',
    instrument: 'drum-kit',
    school: 'Overheads as the picture of the whole kit',
    microphones: [
      {
        key: 'kick',
        label: 'K',
        name: 'Kick',
        target: 'kick',
        place: { rule: 'offset', mark: 'kick-beater', byM: [0.07, 0.17, -0.03] },
        aim: { mark: 'kick-beater' },
        kinds: ['moving-coil', 'boundary'],
        pattern: 'cardioid',
        flipped: true,
      },
      {
        key: 'snare',
        label: 'S',
        name: 'Snare',
        target: 'snare',
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetM: 0.02, heightM: 0.05 },
        aim: { mark: 'snare-centre' },
        kinds: ['moving-coil', 'small-condenser'],
        pattern: 'cardioid',
      },
      {
        key: 'overhead-left',
        label: 'OL',
        name: 'Overhead left',
        target: null,
        place: { rule: 'string', mark: 'snare-centre', lengthM: 1, azimuthDeg: -75, elevationDeg: 58 },
        aim: { azimuthDeg: 60, elevationDeg: -82 },
        kinds: ['small-condenser', 'large-condenser', 'ribbon'],
        pattern: 'cardioid',
      },
      {
        key: 'overhead-right',
        label: 'OR',
        name: 'Overhead right',
        target: null,
        place: { rule: 'string', mark: 'snare-centre', lengthM: 1, azimuthDeg: 75, elevationDeg: 58 },
        aim: { azimuthDeg: -60, elevationDeg: -82 },
        kinds: ['small-condenser', 'large-condenser', 'ribbon'],
        pattern: 'cardioid',
      },
    ],
    pairs: [{ name: 'Overheads', left: 'overhead-left', right: 'overhead-right', centreSource: 'snare' }],
    gives: 'The whole kit as one picture, with weight from the kick and crack from the snare to add as the song asks.',
    costs: 'Four inputs, two tall stands, and two strings to keep equal.',
    soundsLike: 'Wide and natural, dry or roomy as the overheads go down or up.',
    listenFor: 'The snare in the middle of the pair, and the low end staying when kick and overheads are both up.',
    expects: [
      { code: 'comb', why: 'Close microphones hear their drum before the pair does; that is what depth sounds like.' },
      {
        code: 'polarity-opposed',
        why: 'The kick is heard from inside by one microphone and from the drummer’s side by the pair; flipping the kick channel sets it right.',
      },
    ],
  },
];
