import type { Recipe } from '../recipe';
import { arrayOf, at, axis, COIL, LARGE, mic, offset, pair, SMALL, toward } from '../write';

/** Set-ups for hand percussion and mallets. The instrument and a room neither dead nor echoing matter more than the microphones. */
const flipped = { flipped: true } as const;
const FLIP = { code: 'polarity-opposed' };
const TWO = { code: 'comb' };
const NEIGHBOUR = { code: 'leak' };

const cajonFront = mic('front', 'C', 'Cajon front', 'cajon', offset('face', 0, 0.32, 0.1), at('top-edge'), LARGE);
const cajonPort = mic(
  'port',
  'CP',
  'Cajon port',
  'cajon',
  offset('port', 0.03, -0.1, 0),
  at('port'),
  ['moving-coil', 'large-condenser'],
  'cardioid',
  flipped,
);

const cajon = (recipe: Omit<Recipe, 'instrument' | 'school'>): Recipe => ({ ...recipe, school: null, instrument: 'cajon' });
const drums = (recipe: Omit<Recipe, 'instrument' | 'school'>): Recipe => ({ ...recipe, school: null, instrument: 'hand-drums' });

const overEach = (ids: readonly (readonly [string, string, string])[]) =>
  ids.map(([id, label, name], i) =>
    mic(id, label, name, id, offset(`${id}-head`, [-0.14, 0, 0.14][i] ?? 0, 0.16, 0.21), at(`${id}-head`), COIL, 'cardioid', { optional: true }),
  );
const under = (id: string, label: string, name: string) =>
  mic(`${id}-low`, label, name, id, offset(`${id}-open`, 0.08, 0.14, -0.06), at(`${id}-open`), ['moving-coil', 'large-condenser'], 'cardioid', {
    ...flipped,
    optional: true,
  });

const CONGAS = ['conga-pair', 'conga-three'];
const CONGA_IDS = [
  ['quinto', 'Q', 'Quinto'],
  ['conga', 'C', 'Conga'],
  ['tumba', 'T', 'Tumba'],
] as const;

export const PERCUSSION_RECIPES: readonly Recipe[] = [
  cajon({
    id: 'cajon-one',
    name: 'One in front',
    microphones: [cajonFront],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'attack', 'mono'],
    expects: [],
  }),
  cajon({
    id: 'cajon-port',
    name: 'Rear port alone',
    microphones: [{ ...cajonPort, flipped: false }],
    pairs: [],
    isolation: 'much',
    sounds: ['body', 'dark', 'mono'],
    expects: [],
  }),
  cajon({
    id: 'cajon-two',
    name: 'Front and rear port',
    microphones: [cajonFront, cajonPort],
    pairs: [],
    isolation: 'some',
    sounds: ['attack', 'body'],
    expects: [FLIP, TWO],
  }),
  cajon({
    id: 'cajon-four',
    name: 'Front, port and an overhead pair',
    microphones: [
      cajonFront,
      cajonPort,
      ...arrayOf({
        about: offset('top-edge', 0, 0.4, 1.1),
        facing: 'top-edge',
        spacingM: 0.6,
        angleDeg: 0,
        target: null,
        kinds: SMALL,
        label: 'O',
        name: 'Overhead',
      }),
    ],
    pairs: [pair('Overheads', 'AB', 'cajon')],
    isolation: 'little',
    sounds: ['wide', 'roomy', 'body'],
    expects: [FLIP, TWO],
  }),
  drums({
    id: 'congas-between',
    name: 'One between, from above',
    variants: ['conga-pair'],
    microphones: [mic('between', 'C', 'Congas', null, offset('conga-head', 0.23, 0.02, 0.3), toward(0, -88), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'mono'],
    expects: [],
  }),
  drums({
    id: 'bongos-between',
    name: 'One between, from above',
    variants: ['bongos'],
    microphones: [mic('between', 'B', 'Bongos', null, offset('macho-head', 0.12, 0.02, 0.3), toward(0, -88), LARGE)],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'mono'],
    expects: [],
  }),
  drums({
    id: 'congas-each',
    name: 'One for each head',
    variants: CONGAS,
    microphones: overEach(CONGA_IDS),
    pairs: [],
    isolation: 'much',
    sounds: ['attack', 'wide'],
    expects: [NEIGHBOUR],
  }),
  drums({
    id: 'congas-low',
    name: 'Heads and open bottoms',
    variants: CONGAS,
    needs: { raised: 'yes' },
    microphones: [...overEach(CONGA_IDS), under('conga', 'CL', 'Conga low'), under('tumba', 'TL', 'Tumba low')],
    pairs: [],
    isolation: 'some',
    sounds: ['body', 'attack', 'dark'],
    expects: [FLIP, TWO, NEIGHBOUR],
  }),
  drums({
    id: 'bongos-each',
    name: 'One for each bongo',
    variants: ['bongos'],
    microphones: [
      mic('macho', 'M', 'Macho', 'macho', offset('macho-head', -0.12, 0.18, 0.18), at('macho-head'), COIL),
      mic('hembra', 'H', 'Hembra', 'hembra', offset('hembra-head', 0.12, 0.18, 0.18), at('hembra-head'), COIL),
    ],
    pairs: [],
    isolation: 'much',
    sounds: ['attack', 'bright', 'wide'],
    expects: [NEIGHBOUR],
  }),
  drums({
    id: 'djembe-both',
    name: 'Head and foot',
    variants: ['djembe'],
    needs: { raised: 'yes' },
    microphones: [
      mic('head', 'D', 'Djembe head', 'djembe', offset('djembe-head', 0.1, 0.26, 0.2), at('djembe-head'), COIL),
      mic(
        'foot',
        'DL',
        'Djembe foot',
        'djembe',
        offset('djembe-open', 0.12, 0.2, -0.05),
        at('djembe-open'),
        ['moving-coil', 'large-condenser'],
        'cardioid',
        flipped,
      ),
    ],
    pairs: [],
    isolation: 'some',
    sounds: ['attack', 'body'],
    expects: [FLIP, TWO],
  }),
  drums({
    id: 'frame-drum-both',
    name: 'Head and back',
    variants: ['frame-drum'],
    microphones: [
      mic('head', 'F', 'Frame drum head', 'frame-drum', axis('frame-drum', 0.35, 8, -12), at('frame-drum-head'), LARGE),
      mic(
        'back',
        'FB',
        'Frame drum back',
        'frame-drum',
        { rule: 'axis', source: 'frame-drum', distanceM: 0.2, upDeg: -35, rightDeg: 0, behind: true },
        at('frame-drum-open'),
        ['small-condenser', 'moving-coil', 'large-condenser'],
        'cardioid',
        flipped,
      ),
    ],
    pairs: [],
    isolation: 'some',
    sounds: ['body', 'natural'],
    expects: [FLIP, TWO],
  }),
  drums({
    id: 'hand-drum-one',
    name: 'One in front and above',
    microphones: [mic('one', 'P', 'Hand drum', null, offset('mouth', 0.05, 0.55, -0.1), { azimuthDeg: 185, elevationDeg: -50 }, LARGE)],
    pairs: [],
    isolation: 'little',
    sounds: ['natural', 'mono', 'roomy'],
    expects: [],
  }),
  {
    id: 'mallets-spaced',
    name: 'Pair above the bars, a third from each end',
    instrument: 'mallets',
    school: null,
    microphones: [
      mic('left', 'ML', 'Bars low', null, offset('third-low', 0, 0.1, 0.8), toward(0, -88), SMALL),
      mic('right', 'MR', 'Bars high', null, offset('third-high', 0, 0.1, 0.8), toward(0, -88), SMALL),
    ],
    pairs: [pair('Bars', 'AB', 'middle')],
    isolation: 'little',
    sounds: ['wide', 'natural'],
    expects: [{ code: 'comb' }],
  },
  {
    id: 'mallets-crossed',
    name: 'Crossed pair above the middle',
    instrument: 'mallets',
    school: null,
    microphones: arrayOf({
      about: offset('middle', 0, 0.1, 0.9),
      facing: 'middle',
      spacingM: 0,
      stackM: 0.02,
      angleDeg: 110,
      target: null,
      kinds: SMALL,
      label: 'M',
      name: 'Bars',
    }),
    pairs: [pair('Bars', 'XY', 'middle')],
    isolation: 'little',
    sounds: ['natural', 'roomy'],
    expects: [],
  },
  {
    id: 'shaken-one',
    name: 'One, half a metre off or more',
    instrument: 'shaken',
    school: null,
    microphones: [mic('shaken', 'P', 'Shaker', 'shaken', offset('hand', 0, 0.6, 0.15), at('hand'), SMALL)],
    pairs: [],
    isolation: 'some',
    sounds: ['natural', 'bright', 'mono'],
    expects: [],
  },
  {
    id: 'shaken-back',
    name: 'One, a metre off',
    instrument: 'shaken',
    school: null,
    microphones: [mic('shaken', 'P', 'Shaker', 'shaken', offset('hand', 0.1, 1, 0.2), at('hand'), LARGE)],
    pairs: [],
    isolation: 'little',
    sounds: ['roomy', 'natural', 'mono'],
    expects: [],
  },
];
