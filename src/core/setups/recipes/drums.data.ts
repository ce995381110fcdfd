import type { PointRule, Recipe, RecipeMicrophone } from '../recipe';
import { arrayOf, at, COIL, LARGE, mic, offset, pair, RIBBON, SMALL, string, toward } from '../write';

/**
 * Set-ups for a whole drum kit; angles are common practice, starting points to be moved by ear. Azimuth −90 is the hat's side, +90 the
 * floor tom's. Close distances are in radii and depths of the drum at hand, because a head's field goes by its size: what is near the rim
 * of one is over the middle of a smaller one. A third of a radius over the head is even; half a radius hears the whole head and so its
 * stroke; within a sixth it is the part underneath that is heard, at the rim its overtones.
 */
const CLOSE_AND_FAR = { code: 'comb' };
const BLEEDS = {
  code: 'leak',
};

const kickInside: RecipeMicrophone = mic(
  'kick',
  'K',
  'Kick',
  'kick',
  // Half way down the shell, and as far off its axis toward the port as lets a boom in: beside the air that the beater drives.
  { rule: 'inside', source: 'kick', inOfDepth: 0.5, rightOfRadius: 0.37, downOfRadius: 0.31 },
  at('kick-beater'),
  ['moving-coil', 'boundary'],
);
const snareTop: RecipeMicrophone = mic(
  'snare',
  'S',
  'Snare',
  'snare',
  { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.12, heightOfRadius: 0.3 },
  at('snare-centre'),
  ['moving-coil', 'small-condenser'],
);
const snareUnder: RecipeMicrophone = mic(
  'snare-under',
  'SU',
  'Snare under',
  'snare',
  { rule: 'rim', source: 'snare', azimuthDeg: 20, insetOfRadius: 0.4, heightOfRadius: 0.4, under: true },
  at('snare-centre'),
  ['small-condenser', 'moving-coil'],
  'cardioid',
  { flipped: true, padded: true },
);
const kickLow: RecipeMicrophone = mic(
  'kick-low',
  'KL',
  'Kick low speaker',
  'kick',
  offset('kick-front', -0.02, 0.07, 0),
  at('kick-front'),
  ['loudspeaker', 'moving-coil'],
  'figure-of-eight',
  { flipped: true },
);
const tomOver = (id: string, key: string, label: string, name: string, azimuthDeg: number): RecipeMicrophone =>
  mic(
    key,
    label,
    name,
    id,
    { rule: 'rim', source: id, azimuthDeg, insetOfRadius: 0.22, heightOfRadius: 0.38 },
    at(`${id}-centre`),
    COIL,
    'cardioid',
    {
      optional: true,
    },
  );
const toms: readonly RecipeMicrophone[] = [
  tomOver('rack-tom', 'tom-1', 'T1', 'Tom 1', 10),
  tomOver('mid-tom', 'tom-2', 'T2', 'Tom 2', 10),
  tomOver('floor-tom', 'tom-3', 'T3', 'Floor tom', 60),
];
const hat: RecipeMicrophone = mic('hat', 'H', 'Hat', 'hat', offset('hat-centre', -0.07, 0.04, 0.12), offsetAim(), SMALL);
function offsetAim(): { azimuthDeg: number; elevationDeg: number } {
  return { azimuthDeg: -100, elevationDeg: -70 };
}

const spacedOverheads: readonly RecipeMicrophone[] = [
  mic('overhead-left', 'OL', 'Overhead left', null, string('snare-centre', 1, -75, 58), toward(60, -82), SMALL),
  mic('overhead-right', 'OR', 'Overhead right', null, string('snare-centre', 1, 75, 58), toward(-60, -82), SMALL),
];
const overheadPair = pair('Overheads', 'spaced', 'snare', 'overhead-left', 'overhead-right');
/** A room microphone out in front of the kit, in the far third; an omni, or the ribbon's side. */
const room: RecipeMicrophone = mic(
  'room',
  'R',
  'Room',
  null,
  offset('kick-front', 0.3, 2.2, 1.1),
  at('kick-front'),
  ['large-condenser', 'ribbon', 'small-condenser'],
  'omni',
  { airM: 0.55 },
);
/** What a kit with fewer toms gets instead, so that the number stays. */
const rideClose: RecipeMicrophone = mic('ride', 'RD', 'Ride', 'ride', offset('ride-centre', 0.06, 0.1, 0.14), at('ride-centre'), SMALL);
const kickOut: RecipeMicrophone = mic('kick-out', 'KO', 'Kick out', 'kick', offset('kick-front', 0.2, 0.3, 0.05), at('kick-front'), [
  'large-condenser',
  'moving-coil',
]);

/** Between the toms as a front microphone sees them; with one tom, between snare and tom. */
const FRONT: PointRule = {
  rule: 'equal',
  pairs: [
    ['rack-tom-centre', 'mid-tom-centre'],
    ['rack-tom-centre', 'floor-tom-centre'],
    ['snare-centre', 'floor-tom-centre'],
  ],
  before: 'kick-front',
  // Clear of the hoop by a capsule's own size, and a good two radii of a common kick up: over its hoop, below the cymbals.
  outM: 0.12,
  heightM: 0.6,
};

const kit = (recipe: Omit<Recipe, 'instrument'>): Recipe => ({ ...recipe, instrument: 'drum-kit' });

export const DRUM_RECIPES: readonly Recipe[] = [
  kit({
    id: 'kit-four-spaced',
    name: 'Kick, snare and a spaced pair',
    school: 'Overheads as the stereo image of the whole kit',
    microphones: [kickInside, snareTop, ...spacedOverheads],
    pairs: [overheadPair],
    isolation: 'some',
    sounds: ['natural', 'wide', 'attack'],
    expects: [CLOSE_AND_FAR],
  }),
  kit({
    id: 'kit-front',
    name: 'One in front of the kit',
    school: null,
    microphones: [mic('front', 'F', 'Front of kit', null, FRONT, toward(-135, 0), LARGE, 'cardioid', { padded: true })],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'mono', 'attack'],
    expects: [{ code: 'overload' }],
  }),
  kit({
    id: 'kit-shoulder',
    name: 'One over the right shoulder',
    school: null,
    microphones: [mic('shoulder', 'D', 'Over the shoulder', null, offset('right-shoulder', 0.32, -0.14, 0.02), at('snare-centre'), LARGE)],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'mono', 'body'],
    expects: [],
  }),
  kit({
    id: 'kit-mono-overhead',
    name: 'One overhead',
    school: null,
    microphones: [mic('overhead', 'O', 'Overhead', null, offset('snare-centre', 0.2, 0.12, 0.95), toward(0, -90), LARGE)],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'mono'],
    expects: [],
  }),
  kit({
    id: 'kit-room-omni',
    name: 'One omni in a good room',
    school: null,
    microphones: [{ ...room, kinds: ['small-condenser', 'large-condenser'] }],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'roomy', 'mono'],
    expects: [{ code: 'boundary' }],
  }),
  kit({
    id: 'kit-overhead-pair',
    name: 'Overhead pair alone',
    school: null,
    microphones: [...spacedOverheads],
    pairs: [overheadPair],
    isolation: 'little',
    sounds: ['natural', 'wide'],
    expects: [],
  }),
  kit({
    id: 'kit-kick-overhead',
    name: 'Kick and one overhead',
    school: null,
    microphones: [kickInside, mic('overhead', 'O', 'Overhead', null, offset('snare-centre', 0.2, 0.12, 0.95), toward(0, -90), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'mono', 'attack'],
    expects: [CLOSE_AND_FAR],
  }),
  kit({
    id: 'kit-equal-three',
    name: 'Equal-distance three',
    school: 'One string: equal to the snare',
    microphones: [
      kickInside,
      mic('over-snare', 'OS', 'Over the snare', null, string('snare-centre', 1, -20, 84), toward(0, -88), LARGE),
      mic('floor-side', 'FS', 'Floor tom side', null, string('snare-centre', 1, 100, 12), at('snare-centre'), LARGE, 'cardioid', { padded: true }),
    ],
    pairs: [pair('Equal pair', 'equal-distance pair', 'snare', 'over-snare', 'floor-side')],
    isolation: 'some',
    sounds: ['natural', 'wide', 'body'],
    expects: [CLOSE_AND_FAR],
  }),
  kit({
    id: 'kit-equal-three-strict',
    name: 'Equal-distance three, two strings',
    school: 'Two strings: equal to the snare and to the beater',
    microphones: [
      kickInside,
      mic(
        'over-snare',
        'OS',
        'Over the snare',
        null,
        { rule: 'strings', marks: ['snare-centre', 'kick-beater'], lengthsM: [1, 1.15], turnDeg: -12 },
        at('snare-centre'),
        LARGE,
      ),
      mic(
        'floor-side',
        'FS',
        'Floor tom side',
        null,
        { rule: 'strings', marks: ['snare-centre', 'kick-beater'], lengthsM: [1, 1.15], turnDeg: 60 },
        at('snare-centre'),
        LARGE,
      ),
    ],
    pairs: [pair('Equal pair', 'equal-distance pair', 'snare', 'over-snare', 'floor-side')],
    isolation: 'some',
    sounds: ['natural', 'wide', 'body'],
    expects: [CLOSE_AND_FAR],
  }),
  kit({
    id: 'kit-four-crossed',
    name: 'Kick, snare and a crossed pair',
    school: null,
    microphones: [
      kickInside,
      snareTop,
      ...arrayOf({
        about: offset('snare-centre', 0.2, 0.1, 0.95),
        facing: 'kick-beater',
        spacingM: 0,
        stackM: 0.02,
        angleDeg: 100,
        target: null,
        kinds: SMALL,
        label: 'O',
        name: 'Overhead',
      }),
    ],
    pairs: [pair('Overheads', 'XY', 'snare')],
    isolation: 'some',
    sounds: ['natural', 'dry', 'attack'],
    expects: [CLOSE_AND_FAR],
  }),
  kit({
    id: 'kit-eight',
    name: 'Kick, snare, toms, hat and a pair',
    school: 'In the mix: clean and separate, decide later',
    microphones: [kickInside, snareTop, hat, ...toms, ...spacedOverheads],
    pairs: [overheadPair],
    isolation: 'much',
    sounds: ['attack', 'dry', 'wide'],
    expects: [CLOSE_AND_FAR, BLEEDS],
  }),
  kit({
    id: 'kit-ten',
    name: 'Ten microphones',
    school: 'In the mix: clean and separate, decide later',
    microphones: [
      kickInside,
      kickLow,
      snareTop,
      snareUnder,
      ...toms,
      ...spacedOverheads,
      room,
      { ...hat, inPlaceOf: 'tom-2' },
      { ...rideClose, inPlaceOf: 'tom-1' },
    ],
    pairs: [overheadPair],
    isolation: 'much',
    sounds: ['attack', 'body', 'wide', 'roomy'],
    expects: [CLOSE_AND_FAR, BLEEDS],
  }),
  kit({
    id: 'kit-twelve',
    name: 'Twelve microphones',
    school: 'In the mix: clean and separate, decide later',
    microphones: [
      kickInside,
      kickLow,
      snareTop,
      snareUnder,
      hat,
      ...toms,
      { ...rideClose, inPlaceOf: 'tom-2' },
      { ...kickOut, inPlaceOf: 'tom-1' },
      ...spacedOverheads,
      { ...room, key: 'room-left', label: 'RL', name: 'Room left', place: offset('kick-front', -0.9, 2.2, 1.1) },
      { ...room, key: 'room-right', label: 'RR', name: 'Room right', place: offset('kick-front', 0.9, 2.2, 1.1) },
    ],
    pairs: [overheadPair, pair('Room', 'AB', 'kick', 'room-left', 'room-right')],
    isolation: 'much',
    sounds: ['attack', 'body', 'wide', 'roomy'],
    expects: [CLOSE_AND_FAR, BLEEDS],
  }),
  kit({
    id: 'kit-half-crossed',
    name: 'Half-crossed overheads',
    school: 'Overheads as the stereo image of the whole kit',
    microphones: arrayOf({
      about: offset('snare-centre', 0, 0, 0.95),
      facing: 'snare-centre',
      spacingM: 0.3,
      angleDeg: 90,
      target: null,
      kinds: SMALL,
      label: 'O',
      name: 'Overhead',
    }),
    pairs: [pair('Overheads', 'half-crossed', 'snare')],
    isolation: 'little',
    sounds: ['natural', 'wide'],
    expects: [],
  }),
  kit({
    id: 'kit-cymbals',
    name: 'Overheads for the cymbals',
    school: 'Overheads for cymbals only',
    microphones: [
      mic('overhead-left', 'OL', 'Overhead left', null, offset('hat-centre', -0.02, 0.28, 0.5), toward(10, -80), SMALL),
      mic('overhead-right', 'OR', 'Overhead right', null, offset('ride-centre', 0.05, 0.02, 0.42), toward(0, -85), SMALL),
    ],
    pairs: [pair('Overheads', 'spaced', null, 'overhead-left', 'overhead-right')],
    isolation: 'some',
    sounds: ['bright', 'dry', 'wide'],
    expects: [CLOSE_AND_FAR],
  }),
  kit({
    id: 'kick-inside',
    name: 'Kick, inside',
    school: null,
    microphones: [kickInside],
    pairs: [],
    isolation: 'much',
    sounds: ['attack', 'dry'],
    expects: [],
  }),
  kit({
    id: 'kick-port',
    name: 'Kick, at the port',
    school: null,
    microphones: [mic('kick', 'K', 'Kick', 'kick', offset('kick-port', 0, 0.02, 0), at('kick-beater'), ['moving-coil'], 'cardioid')],
    pairs: [],
    isolation: 'some',
    sounds: ['body', 'attack'],
    expects: [BLEEDS],
  }),
  kit({
    id: 'kick-front',
    name: 'Kick, out in front',
    school: null,
    microphones: [mic('kick', 'K', 'Kick', 'kick', offset('kick-front', 0.05, 0.35, 0.05), at('kick-front'), ['large-condenser', 'moving-coil'])],
    pairs: [],
    isolation: 'little',
    sounds: ['body', 'roomy', 'dark'],
    expects: [BLEEDS],
  }),
  kit({
    id: 'kick-low',
    name: 'Kick inside with a low speaker outside',
    school: null,
    microphones: [kickInside, kickLow],
    pairs: [],
    isolation: 'much',
    sounds: ['body', 'attack', 'dark'],
    expects: [{ code: 'comb' }],
  }),
  kit({
    id: 'snare-crack',
    name: 'Snare, high and at the centre',
    school: null,
    microphones: [{ ...snareTop, place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.06, heightOfRadius: 0.45 } }],
    pairs: [],
    isolation: 'some',
    sounds: ['attack', 'dry'],
    expects: [BLEEDS],
  }),
  kit({
    id: 'snare-ring',
    name: 'Snare, low and toward the rim',
    school: null,
    microphones: [
      {
        ...snareTop,
        place: { rule: 'rim', source: 'snare', azimuthDeg: -35, insetOfRadius: 0.03, heightOfRadius: 0.17 },
        aim: { azimuthDeg: 145, elevationDeg: -40 },
      },
    ],
    pairs: [],
    isolation: 'much',
    sounds: ['bright', 'body'],
    expects: [BLEEDS],
  }),
  kit({
    id: 'snare-both',
    name: 'Snare, top and under',
    school: 'Always an under microphone, to use or not; the other school leaves it out',
    microphones: [snareTop, snareUnder],
    pairs: [],
    isolation: 'some',
    sounds: ['attack', 'bright'],
    expects: [BLEEDS, { code: 'comb' }],
  }),
  kit({
    id: 'toms-close',
    name: 'Toms, one each',
    school: null,
    microphones: toms,
    pairs: [],
    isolation: 'some',
    sounds: ['attack', 'body'],
    expects: [BLEEDS],
  }),
  kit({
    id: 'hat-bell',
    name: 'Hat, at the bell',
    school: 'Bell: crisp and tight (others say the opposite: try both)',
    microphones: [{ ...hat, place: offset('hat-centre', -0.03, 0.03, 0.13), aim: at('hat-centre') }],
    pairs: [],
    isolation: 'some',
    sounds: ['bright', 'dry'],
    expects: [BLEEDS],
  }),
  kit({
    id: 'hat-edge',
    name: 'Hat, toward the edge',
    school: 'Edge: broad and thick (others say the opposite: try both)',
    microphones: [{ ...hat, place: offset('hat-edge-left', 0.05, 0.02, 0.13), aim: at('hat-edge-left') }],
    pairs: [],
    isolation: 'some',
    sounds: ['body', 'dark'],
    expects: [BLEEDS],
  }),
  kit({
    id: 'kit-room-ribbon',
    name: 'Room, one ribbon',
    school: 'A mono room microphone through something dirty is a taste',
    microphones: [{ ...room, kinds: RIBBON, pattern: 'figure-of-eight' }],
    pairs: [],
    isolation: 'little',
    sounds: ['dark', 'roomy', 'mono'],
    expects: [CLOSE_AND_FAR],
  }),
  kit({
    id: 'kick-axis-front',
    name: 'Kick, on the front head’s axis',
    school: null,
    microphones: [
      mic(
        'kick',
        'K',
        'Kick',
        'kick',
        { rule: 'rim', source: 'kick', azimuthDeg: 90, insetOfRadius: 1, heightOfRadius: 0.5, under: true },
        at('kick-front'),
        ['moving-coil', 'large-condenser'],
      ),
    ],
    pairs: [],
    isolation: 'some',
    sounds: ['body', 'natural'],
    expects: [BLEEDS],
  }),
];
