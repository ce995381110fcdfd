import { BOATHOUSE_SHELF } from '../../../demo/boathouse';
import { addInstrument, newSession } from '../document';
import { familyOf, INSTRUMENT_KINDS, type Instrument, type InstrumentKind, placedGeometry } from '../instruments';
import { distance, dot, normalize, subtract, type Vec3 } from '../math';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { placeSetup, resolvePlan, tryOut } from '../planning';
import { gapToSolid } from '../solids';
import { metresFromInches } from '../units';
import { placeRecipe, RECIPES, recipeById, suitsInstrument } from './index';
import type { Recipe } from './recipe';

const ROOM = { widthM: 8, depthM: 8, heightM: 3, temperatureC: 20, absorption: 0.2, glass: [] };
const SHELF = {
  ...BOATHOUSE_SHELF,
  microphones: MICROPHONE_CATALOGUE.map((model) => ({ ...model, count: 12 })),
  stands: BOATHOUSE_SHELF.stands.map((stand) => ({ ...stand, count: 12 })),
};

const instrumentFor = (recipe: Recipe, variant?: string): Instrument => ({
  id: 'i',
  kind: recipe.instrument,
  variant:
    variant ??
    recipe.variants?.[0] ??
    (recipe.instrument === 'drum-kit' ? 'five-piece' : (Object.keys(familyOf(recipe.instrument).variants)[0] ?? '')),
  name: 'i',
  positionM: { x: 4, y: 2.45 },
  rotationDeg: 0,
  mirrored: false,
  ...(recipe.needs ? { choices: recipe.needs } : {}),
});

/** The variant that a fact is being asserted for, and the recipes it looked at. */
let current: string | undefined;
const looked = new Set<string>();

/** A recipe placed: its microphones by key, its instrument's marks by id, in the room; once for all facts about it. */
const known = new Map<string, ReturnType<typeof placedAnew>>();
function placed(id: string, variant: string | undefined = current) {
  looked.add(id);
  const key = `${id}/${variant}`;
  const found = known.get(key) ?? placedAnew(id, variant);
  known.set(key, found);
  return found;
}

function placedAnew(id: string, variant: string | undefined) {
  const recipe = recipeById(id);
  if (!recipe) throw new Error(id);
  const instrument = instrumentFor(recipe, variant);
  const geometry = placedGeometry(instrument);
  const { placed: list } = placeRecipe(recipe, instrument, ROOM);
  const at = (key: string): Vec3 => {
    const found = list.find((one) => one.recipe.key === key);
    if (!found) throw new Error(`lacks ${key}`);
    return found.positionM;
  };
  const axisOf = (key: string): Vec3 => {
    const found = list.find((one) => one.recipe.key === key);
    if (!found) throw new Error(`lacks ${key}`);
    return normalize(subtract(found.aimM, found.positionM));
  };
  const mark = (name: string): Vec3 => {
    const found = geometry.marks.find((candidate) => candidate.id === name);
    if (!found) throw new Error(`lacks ${name}`);
    return found.positionM;
  };
  return { recipe, list, at, axisOf, mark, geometry };
}

const degrees = (a: Vec3, b: Vec3): number => (Math.acos(Math.max(-1, Math.min(1, dot(a, b)))) * 180) / Math.PI;
const cm = (metres: number): number => metres * 100;

const inPlan = (v: Vec3): Vec3 => normalize({ ...v, z: 0 });
type Placed = ReturnType<typeof placed>;
/** How far a microphone looks past a mark, degrees. */
const degreesOff = ({ at, axisOf, mark }: Placed, key: string, name: string): number =>
  degrees(axisOf(key), normalize(subtract(mark(name), at(key))));
/** How far its line passes a mark in plan, metres. */
function missBy({ at, axisOf, mark }: Placed, key: string, name: string): number {
  const [d, look] = [subtract(mark(name), at(key)), inPlan(axisOf(key))];
  return Math.abs(d.x * look.y - d.y * look.x);
}
/** From a capsule to the nearest surface of the instrument itself, metres. */
const surface = ({ at, geometry }: Placed, key: string): number =>
  Math.min(...geometry.solids.filter(({ id }) => !id.startsWith('player')).map((solid) => gapToSolid(solid.shape, at(key))));

/** [what the trade says, what is measured, least, most]; all common practice unless a source stands beside it. */
const FACTS: readonly (readonly [string, () => number, number, number])[] = [
  ['snare top: 3 to 8 cm above the rim', () => cm(placed('kit-four-spaced').at('snare').z - placed('kit-four-spaced').mark('snare-centre').z), 3, 8],
  ['snare for crack: higher', () => cm(placed('snare-crack').at('snare').z - placed('snare-crack').mark('snare-centre').z), 6, 9],
  ['snare for ring: lower', () => cm(placed('snare-ring').at('snare').z - placed('snare-ring').mark('snare-centre').z), 2, 4.5],
  [
    'snare under: 5 to 10 cm below the lower head',
    () => cm(placed('snare-both').mark('snare-centre').z - metresFromInches(5.5) - placed('snare-both').at('snare-under').z),
    5,
    10,
  ],
  [
    'overheads 80 to 100 cm above the snare',
    () => cm(placed('kit-four-spaced').at('overhead-left').z - placed('kit-four-spaced').mark('snare-centre').z),
    80,
    100,
  ],
  [
    'spaced overheads: equal strings to the snare',
    () =>
      cm(
        Math.abs(
          distance(placed('kit-four-spaced').at('overhead-left'), placed('kit-four-spaced').mark('snare-centre')) -
            distance(placed('kit-four-spaced').at('overhead-right'), placed('kit-four-spaced').mark('snare-centre')),
        ),
      ),
    0,
    0.1,
  ],
  [
    'equal-distance three: equal to the snare',
    () =>
      cm(
        Math.abs(
          distance(placed('kit-equal-three').at('over-snare'), placed('kit-equal-three').mark('snare-centre')) -
            distance(placed('kit-equal-three').at('floor-side'), placed('kit-equal-three').mark('snare-centre')),
        ),
      ),
    0,
    0.1,
  ],
  [
    'strict: equal to the beater too',
    () =>
      cm(
        Math.abs(
          distance(placed('kit-equal-three-strict').at('over-snare'), placed('kit-equal-three-strict').mark('kick-beater')) -
            distance(placed('kit-equal-three-strict').at('floor-side'), placed('kit-equal-three-strict').mark('kick-beater')),
        ),
      ),
    0,
    0.1,
  ],
  [
    'strict: equal to the snare as well',
    () =>
      cm(
        Math.abs(
          distance(placed('kit-equal-three-strict').at('over-snare'), placed('kit-equal-three-strict').mark('snare-centre')) -
            distance(placed('kit-equal-three-strict').at('floor-side'), placed('kit-equal-three-strict').mark('snare-centre')),
        ),
      ),
    0,
    0.1,
  ],
  [
    'floor tom side is on the floor tom’s side',
    () => cm(placed('kit-equal-three').at('floor-side').x - placed('kit-equal-three').mark('snare-centre').x),
    40,
    110,
  ],
  [
    'kick inside: past the batter, inside the shell',
    () => cm(placed('kick-inside').at('kick').y - placed('kick-inside').mark('kick-beater').y),
    5,
    35,
  ],
  ['kick inside: off centre', () => cm(Math.abs(placed('kick-inside').at('kick').x - placed('kick-inside').mark('kick-beater').x)), 4, 15],
  ['kick inside: looks back at the beater', () => degrees(placed('kick-inside').axisOf('kick'), { x: 0, y: -1, z: 0 }), 0, 35],
  ['low speaker: right in front of the front head', () => cm(placed('kick-low').at('kick-low').y - placed('kick-low').mark('kick-front').y), 3, 15],
  ['hat: 10 to 15 cm above', () => cm(placed('hat-bell').at('hat').z - placed('hat-bell').mark('hat-centre').z), 10, 15],
  ['toms: over the rim, a little up', () => cm(placed('toms-close').at('tom-1').z - placed('toms-close').mark('rack-tom-centre').z), 2, 12],
  [
    'over the shoulder: at shoulder height',
    () => cm(Math.abs(placed('kit-shoulder').at('shoulder').z - placed('kit-shoulder').mark('right-shoulder').z)),
    0,
    10,
  ],
  [
    'over the shoulder: behind the drummer’s right shoulder',
    () => cm(placed('kit-shoulder').at('shoulder').x - placed('kit-shoulder').mark('head').x),
    15,
    60,
  ],
  ['front of kit: over the kick’s front edge', () => cm(placed('kit-front').at('front').y - placed('kit-front').mark('kick-front').y), 0, 50],
  ['front of kit: pad on', () => Number(placed('kit-front').recipe.microphones[0]?.padded === true), 1, 1],
  ['room: several metres off', () => cm(distance(placed('kit-ten').at('room'), placed('kit-ten').mark('kick-front'))), 200, 500],
  ['guitar at the 12th fret: about 30 cm', () => cm(distance(placed('guitar-fret-12').at('fret'), placed('guitar-fret-12').mark('fret-12'))), 27, 33],
  [
    '12th fret is half of the string',
    () =>
      distance(placed('guitar-fret-12').mark('fret-12'), placed('guitar-fret-12').mark('bridge')) /
      distance(placed('guitar-fret-12').mark('nut'), placed('guitar-fret-12').mark('bridge')),
    0.499,
    0.501,
  ],
  [
    'guitar at the neck joint: 30 cm',
    () => cm(distance(placed('guitar-neck-joint').at('joint'), placed('guitar-neck-joint').mark('neck-joint'))),
    28,
    32,
  ],
  ['a step back: 50 to 100 cm', () => cm(distance(placed('guitar-step-back').at('back'), placed('guitar-step-back').mark('fret-12'))), 50, 100],
  ['voice and guitar: 30 to 45 cm out', () => cm(placed('voice-and-guitar').at('both').y - placed('voice-and-guitar').mark('mouth').y), 28, 45],
  ['voice and guitar: below the mouth', () => cm(placed('voice-and-guitar').mark('mouth').z - placed('voice-and-guitar').at('both').z), 10, 40],
  ['voice and guitar: above the guitar', () => cm(placed('voice-and-guitar').at('both').z - placed('voice-and-guitar').mark('sound-hole').z), 5, 60],
  ['low and high: 90 cm apart', () => cm(distance(placed('guitar-low-high').at('left'), placed('guitar-low-high').at('right'))), 80, 115],
  ['ORTF: 17 cm apart', () => cm(distance(placed('guitar-ortf').at('left'), placed('guitar-ortf').at('right'))), 16.9, 17.1],
  ['ORTF: 110° between', () => degrees(placed('guitar-ortf').axisOf('left'), placed('guitar-ortf').axisOf('right')), 109, 111],
  ['crossed pair: 90° between', () => degrees(placed('guitar-xy').axisOf('left'), placed('guitar-xy').axisOf('right')), 89, 91],
  ['mid-side: side looks 90° to the left', () => degrees(placed('guitar-ms').axisOf('mid'), placed('guitar-ms').axisOf('side')), 89, 91],
  ['mid-side: in one place', () => cm(distance(placed('guitar-ms').at('mid'), placed('guitar-ms').at('side'))), 0, 9],
  [
    'close and far: three to one or more',
    () =>
      distance(placed('guitar-close-far').at('far'), placed('guitar-close-far').mark('fret-12')) /
      distance(placed('guitar-close-far').at('close'), placed('guitar-close-far').mark('fret-12')),
    3,
    8,
  ],
  [
    'over the hammers: 20 to 30 cm above the strings',
    () => cm(placed('grand-hammers').at('left').z - placed('grand-hammers').mark('hammer-bass').z),
    20,
    30,
  ],
  ['over the hammers: 60 to 90 cm apart', () => cm(distance(placed('grand-hammers').at('left'), placed('grand-hammers').at('right'))), 60, 90],
  ['at the lid’s edge: 30 to 60 cm out', () => cm(placed('grand-lid-ortf').at('left').x - placed('grand-lid-ortf').mark('lid-edge').x), 25, 60],
  ['upright: above the open lid', () => cm(placed('upright-lid').at('left').z - placed('upright-lid').mark('lid-bass').z), 10, 40],
  ['upright: behind the board', () => cm(placed('upright-back').at('left').y - placed('upright-back').mark('board-bass').y), 15, 60],
  ['cajon port: behind, near the hole', () => cm(placed('cajon-two').mark('port').y - placed('cajon-two').at('port').y), 5, 20],
  ['cajon port: flipped', () => Number(placed('cajon-two').recipe.microphones[1]?.flipped === true), 1, 1],
  [
    'congas: 20 to 40 cm above, between the heads',
    () => cm(placed('congas-between').at('between').z - placed('congas-between').mark('conga-head').z),
    20,
    45,
  ],
  ['congas, one each: 45° at the head', () => degrees(placed('congas-each').axisOf('tumba'), { x: 0, y: 0, z: -1 }), 30, 60],
  ['mallets: 60 to 100 cm above the bars', () => cm(placed('mallets-spaced').at('left').z - placed('mallets-spaced').mark('middle').z), 60, 100],
  [
    'mallets: a third of the length each side',
    () =>
      distance(placed('mallets-spaced').at('left'), placed('mallets-spaced').at('right')) /
      distance(placed('mallets-spaced').mark('low-end'), placed('mallets-spaced').mark('high-end')),
    0.32,
    0.35,
  ],
  ['shaker: 50 cm or more', () => cm(distance(placed('shaken-one').at('shaken'), placed('shaken-one').mark('hand'))), 50, 120],
  ['trumpet: 30 to 60 cm', () => cm(distance(placed('trumpet-axis').at('horn'), placed('trumpet-axis').mark('bell'))), 30, 60],
  ['trombone: 15 to 35 cm', () => cm(distance(placed('trombone-ribbon').at('horn'), placed('trombone-ribbon').mark('bell'))), 15, 35],
  [
    'trombone tilted: about 45° above the axis',
    () =>
      degrees(
        normalize(subtract(placed('trombone-tilted').at('horn'), placed('trombone-tilted').mark('bell'))),
        placed('trombone-tilted').geometry.sources[0]?.sides[0].normal ?? { x: 0, y: 1, z: 0 },
      ),
    40,
    50,
  ],
  ['tuba: above the bell, pointing down', () => degrees(placed('tuba-above').axisOf('horn'), { x: 0, y: 0, z: -1 }), 0, 15],
  ['French horn: microphone as high as a seated listener’s ear (ISO 3382-1: 1.2 m)', () => placed('french-horn-reflected').at('horn').z, 1.2, 1.2],
  ['French horn: player midway between the wall and the microphone', () => 2.45 / placed('french-horn-reflected').at('horn').y, 0.499, 0.501],
  [
    'French horn: the wall’s way is three times the straight one, for the mirrored player is as far behind it',
    () => (placed('french-horn-reflected').at('horn').y + 2.45) / (placed('french-horn-reflected').at('horn').y - 2.45),
    2.99,
    3.01,
  ],
  [
    'saxophone: not down the bell',
    () =>
      degrees(
        normalize(subtract(placed('sax-bell-keys').at('sax'), placed('sax-bell-keys').mark('bell'))),
        placed('sax-bell-keys').geometry.sources[0]?.sides[0].normal ?? { x: 0, y: 1, z: 0 },
      ),
    15,
    130,
  ],
  [
    'two at once: capsules level',
    () =>
      cm(
        Math.abs(
          distance(placed('horn-two-kinds').at('ribbon'), placed('horn-two-kinds').mark('bell')) -
            distance(placed('horn-two-kinds').at('condenser'), placed('horn-two-kinds').mark('bell')),
        ),
      ),
    0,
    0.1,
  ],
  ['untreated room: moving-coil at 15 to 30 cm', () => cm(distance(placed('horn-coil').at('horn'), placed('horn-coil').mark('bell'))), 15, 30],
  // What follows was asserted of one build before, or of none.
  ['front of kit: level, neither up nor down', () => Math.abs(placed('kit-front').axisOf('front').z), 0, 0.01],
  ['front of kit: turned 45° in plan', () => degrees(inPlan(placed('kit-front').axisOf('front')), { x: 0, y: -1, z: 0 }), 44.9, 45.1],
  [
    'front of kit: as far from one tom as from the next',
    () => {
      const { at, mark } = placed('kit-front');
      const from = (name: string): number => distance(at('front'), mark(name));
      const hasMid = placed('kit-front').geometry.marks.some(({ id }) => id === 'mid-tom-centre');
      return cm(Math.abs(from('rack-tom-centre') - from(hasMid ? 'mid-tom-centre' : 'floor-tom-centre')));
    },
    0,
    0.2,
  ],
  ['front of kit: its line passes by the snare', () => cm(missBy(placed('kit-front'), 'front', 'snare-centre')), 0, 45],
  ['over the shoulder: turned about 45° in plan', () => degrees(inPlan(placed('kit-shoulder').axisOf('shoulder')), { x: 0, y: 1, z: 0 }), 38, 52],
  ['over the shoulder: looks at the snare’s centre', () => degreesOff(placed('kit-shoulder'), 'shoulder', 'snare-centre'), 0, 1],
  ['ten microphones are ten', () => placed('kit-ten').list.length, 10, 10],
  ['twelve microphones are twelve', () => placed('kit-twelve').list.length, 12, 12],
  ['kick inside: within the shell', () => cm(placed('kick-inside').at('kick').y - placed('kick-inside').mark('kick-front').y), -40, -10],
  ['kick at the port: a few centimetres from it', () => cm(distance(placed('kick-port').at('kick'), placed('kick-port').mark('kick-port'))), 0, 5],
  ['kick out front: before the head', () => cm(placed('kick-front').at('kick').y - placed('kick-front').mark('kick-front').y), 20, 60],
  [
    'kick’s front head: half its radius before it',
    () =>
      distance(placed('kick-axis-front').at('kick'), placed('kick-axis-front').mark('kick-front')) /
      (placed('kick-axis-front').geometry.sources.find(({ id }) => id === 'kick')?.radiusM ?? 0),
    0.499,
    0.501,
  ],
  ['low speaker: reversed by its wiring, so flipped', () => Number(placed('kick-low').recipe.microphones[1]?.flipped === true), 1, 1],
  ['snare under: reversed', () => Number(placed('snare-both').recipe.microphones[1]?.flipped === true), 1, 1],
  ['floor tom: over the rim, a little up', () => cm(placed('toms-close').at('tom-3').z - placed('toms-close').mark('floor-tom-centre').z), 2, 14],
  ['hat at the edge: stays above it', () => cm(placed('hat-edge').at('hat').z - placed('hat-edge').mark('hat-edge-left').z), 10, 15],
  [
    'mono overhead over the middle: 80 to 100 cm above the snare',
    () => cm(placed('kit-mono-overhead').at('overhead').z - placed('kit-mono-overhead').mark('snare-centre').z),
    80,
    100,
  ],
  ['crossed overheads: in one place', () => cm(distance(placed('kit-four-crossed').at('left'), placed('kit-four-crossed').at('right'))), 0, 3],
  ['cymbal overheads: close over them', () => cm(placed('kit-cymbals').at('overhead-right').z - placed('kit-cymbals').mark('ride-centre').z), 30, 60],
  [
    'room ribbon: two metres off or more',
    () => cm(distance(placed('kit-room-ribbon').at('room'), placed('kit-room-ribbon').mark('kick-front'))),
    200,
    500,
  ],
  ['guitar at the 12th fret: aimed at the sound hole', () => degreesOff(placed('guitar-fret-12'), 'fret', 'sound-hole'), 0, 1],
  ['neck joint: aimed at it', () => degreesOff(placed('guitar-neck-joint'), 'joint', 'neck-joint'), 0, 1],
  ['bridge and neck: the neck one 30 cm from the nearest surface', () => cm(surface(placed('guitar-low-high'), 'right')), 27, 33],
  ['bridge and neck: the bridge one 30 cm from the nearest surface', () => cm(surface(placed('guitar-low-high'), 'left')), 27, 33],
  [
    'bridge and neck: three to one, measured to the nearest surface',
    () =>
      distance(placed('guitar-low-high').at('left'), placed('guitar-low-high').at('right')) /
      Math.max(surface(placed('guitar-low-high'), 'left'), surface(placed('guitar-low-high'), 'right')),
    2.98,
    3.8,
  ],
  ['crossed pair at the 12th fret: 30 to 60 cm', () => cm(distance(placed('guitar-xy').at('left'), placed('guitar-xy').mark('fret-12'))), 30, 60],
  ['crossed pair: stacked, in one place', () => cm(distance(placed('guitar-xy').at('left'), placed('guitar-xy').at('right'))), 0, 2.1],
  [
    'crossed figure-8s: 30 to 60 cm',
    () => cm(distance(placed('guitar-crossed-eights').at('left'), placed('guitar-crossed-eights').mark('fret-12'))),
    30,
    60,
  ],
  ['mid-side: the side one under the mid', () => cm(placed('guitar-ms').at('mid').z - placed('guitar-ms').at('side').z), 3, 9],
  [
    'voice and guitar: above the middle between mouth and guitar, for strumming',
    () =>
      cm(
        placed('voice-and-guitar').at('both').z - (placed('voice-and-guitar').mark('mouth').z + placed('voice-and-guitar').mark('sound-hole').z) / 2,
      ),
    0,
    20,
  ],
  [
    'voice and guitar, one each: the voice one’s side looks at the guitar',
    () => degreesOff(placed('voice-guitar-nulls'), 'voice', 'sound-hole'),
    89.5,
    90.5,
  ],
  [
    'voice and guitar, one each: the guitar one’s side looks at the mouth',
    () => degreesOff(placed('voice-guitar-nulls'), 'guitar', 'mouth'),
    89.5,
    90.5,
  ],
  ['voice and guitar, one each: the voice one still looks at the mouth', () => degreesOff(placed('voice-guitar-nulls'), 'voice', 'mouth'), 0, 45],
  ['two singers: 30 cm from the mouth', () => cm(distance(placed('voice-shared').at('both'), placed('voice-shared').mark('mouth'))), 29, 31],
  ['grand, crossed over the middle', () => cm(distance(placed('grand-crossed').at('left'), placed('grand-crossed').at('right'))), 0, 2.1],
  [
    'grand, one at the lid’s edge: 30 to 60 cm out',
    () => cm(placed('grand-lid-one').at('piano').x - placed('grand-lid-one').mark('lid-edge').x),
    30,
    60,
  ],
  ['upright: the two above the lid over bass and treble', () => cm(placed('upright-lid').at('right').x - placed('upright-lid').at('left').x), 60, 90],
  ['cajon: one in front', () => cm(placed('cajon-one').at('front').y - placed('cajon-one').mark('face').y), 20, 50],
  ['cajon: the port alone, behind', () => cm(placed('cajon-port').mark('port').y - placed('cajon-port').at('port').y), 5, 20],
  ['bongos, one each: tilted about 45°', () => degrees(placed('bongos-each').axisOf('macho'), { x: 0, y: 0, z: -1 }), 30, 60],
  ['congas: the low ones at the open ends', () => cm(distance(placed('congas-low').at('conga-low'), placed('congas-low').mark('conga-open'))), 5, 30],
  ['mallets, crossed: 60 to 100 cm above', () => cm(placed('mallets-crossed').at('left').z - placed('mallets-crossed').mark('middle').z), 60, 100],
  ['shaker from a metre', () => cm(distance(placed('shaken-back').at('shaken'), placed('shaken-back').mark('hand'))), 90, 120],
  [
    'trumpet off its axis: some 30°',
    () =>
      degrees(
        normalize(subtract(placed('trumpet-off-axis').at('horn'), placed('trumpet-off-axis').mark('bell'))),
        placed('trumpet-off-axis').geometry.sources[0]?.sides[0].normal ?? { x: 0, y: 1, z: 0 },
      ),
    25,
    35,
  ],
  ['tuba: pad on when close', () => Number(placed('tuba-above').recipe.microphones[0]?.padded === true), 1, 1],
  [
    'French horn in a section: from above',
    () => cm(placed('french-horn-section').at('horn').z - placed('french-horn-section').mark('bell').z),
    50,
    120,
  ],
  [
    'French horn in a section: from the back',
    () => cm(placed('french-horn-section').mark('bell').y - placed('french-horn-section').at('horn').y),
    10,
    100,
  ],
  [
    'trombone, ribbon and condenser: capsules level',
    () => cm(Math.abs(placed('horn-two-kinds').at('ribbon').z - placed('horn-two-kinds').at('condenser').z)),
    0,
    1,
  ],
  [
    'saxophone on a clip: a constant hand’s breadth from the bell',
    () => cm(distance(placed('sax-clip').at('sax'), placed('sax-clip').mark('bell'))),
    5,
    25,
  ],
];

/** A measure, or null where this build lacks the part. */
function tryMeasure(measure: () => number): number | null {
  try {
    return measure();
  } catch (error) {
    if (error instanceof Error && /^lacks /.test(error.message)) return null;
    throw error;
  }
}

describe('recipes against the trade (common practice)', () => {
  test('there are more than eighty facts', () => expect(FACTS.length).toBeGreaterThanOrEqual(80));
  test.each(FACTS)('%s, on every build it is for', (_, measure, least, most) => {
    current = undefined;
    looked.clear();
    measure();
    const recipes = [...looked].map((id) => recipeById(id) as Recipe);
    const [first] = recipes as [Recipe];
    const variants = Object.keys(familyOf(first.instrument).variants).filter((variant) =>
      recipes.every((recipe) => suitsInstrument(recipe, { kind: recipe.instrument, variant })),
    );
    let asserted = 0;
    for (const variant of variants) {
      current = variant;
      // A kit without the tom that a fact is about says nothing of it.
      const has = recipes.every((recipe) => placed(recipe.id).list.length > 0);
      const value = has ? tryMeasure(measure) : null;
      if (value === null) continue;
      asserted++;
      expect([variant, value >= least && value <= most, value]).toEqual([variant, true, value]);
    }
    current = undefined;
    expect(asserted).toBeGreaterThan(0);
  });
});

describe('every recipe', () => {
  test.each(RECIPES.map((recipe) => [recipe.id, recipe] as const))('%s can be put up, and its targets are there', (_, recipe) => {
    const variants = Object.keys(familyOf(recipe.instrument).variants).filter((variant) =>
      suitsInstrument(recipe, { kind: recipe.instrument, variant }),
    );
    expect(variants.length).toBeGreaterThan(0);
    for (const variant of variants) {
      const instrument = instrumentFor(recipe, variant);
      const session = addInstrument(instrument)({ ...newSession('s', 's', '2026-01-01T00:00:00.000Z', SHELF), room: ROOM });
      let ids = 0;
      const { session: up, missing } = placeSetup(session, recipe, 'i', () => `m${++ids}`);
      expect([variant, missing]).toEqual([variant, []]);
      const sources = new Set(placedGeometry(instrument).sources.map((source) => source.id));
      for (const microphone of up.microphones) if (microphone.target) expect(sources).toContain(microphone.target.sourceId);
      for (const pair of up.pairs) if (pair.centre) expect(sources).toContain(pair.centre.sourceId);
    }
  });
  test.each(RECIPES.map((recipe) => [recipe.id, recipe] as const))(
    '%s stands clear of what moves, and raises nothing grave it does not expect',
    (_, recipe) => {
      const session = addInstrument(instrumentFor(recipe))({ ...newSession('s', 's', '2026-01-01T00:00:00.000Z', SHELF), room: ROOM });
      const trial = tryOut(session, recipe, 'i');
      expect(trial.unexpected.filter((finding) => finding.severity === 'fix').map((finding) => finding.message)).toEqual([]);
    },
  );
  test('a left-hander’s set-up is the mirror image', () => {
    const recipe = recipeById('kit-eight');
    if (!recipe) throw new Error('kit-eight');
    const right = instrumentFor(recipe);
    const left = { ...right, mirrored: true };
    const [a, b] = [placeRecipe(recipe, right, ROOM).placed, placeRecipe(recipe, left, ROOM).placed];
    a.forEach((one, i) => {
      expect((b[i]?.positionM.x ?? 0) - 4).toBeCloseTo(-(one.positionM.x - 4), 9);
      expect(b[i]?.positionM.z).toBeCloseTo(one.positionM.z, 9);
    });
  });
});

describe('instruments', () => {
  const every = INSTRUMENT_KINDS.flatMap((kind) => Object.keys(familyOf(kind).variants).map((variant) => [kind, variant] as const));
  test.each(every)('%s, %s: sources, marks and outline in one place, of a likely size', (kind: InstrumentKind, variant) => {
    const geometry = placedGeometry({ id: 'i', kind, variant, name: 'i', positionM: { x: 0, y: 0 }, rotationDeg: 0, mirrored: false });
    expect(geometry.sources.length).toBeGreaterThan(0);
    expect(geometry.marks.length).toBeGreaterThan(3);
    const points = geometry.shapes.flatMap((shape) => shape.points);
    const [xs, ys, zs] = (['x', 'y', 'z'] as const).map((axis) => points.map((point) => point[axis])) as [number[], number[], number[]];
    expect(Math.max(...xs.map(Math.abs))).toBeLessThan(1.7);
    expect(Math.min(...ys)).toBeGreaterThan(-1.4);
    expect(Math.max(...ys)).toBeLessThan(3);
    expect(Math.min(...zs)).toBeGreaterThan(-0.01);
    expect(Math.max(...zs)).toBeLessThan(2.3);
    for (const source of geometry.sources)
      for (const side of source.sides) expect(Math.hypot(side.normal.x, side.normal.y, side.normal.z)).toBeCloseTo(1, 6);
    expect(likelyBands(geometry.sources)).toBe(true);
  });
  test('both faces of a head or board move opposite ways; a guitar’s box breathes at its low notes (facts of mechanics)', () => {
    for (const [kind, variant] of every) {
      const { sources } = placedGeometry({ id: 'i', kind, variant, name: 'i', positionM: { x: 0, y: 0 }, rotationDeg: 0, mirrored: false });
      for (const { sides } of sources) if (sides[1]) expect(sides[0].polarity * sides[1].polarity).toBe(kind === 'guitar' ? 1 : -1);
    }
  });
  test.each([
    ['a trumpet’s bell is about 12 cm wide', 'brass', 'trumpet', 0.05, 0.075],
    ['a trombone’s about 20 cm', 'brass', 'trombone', 0.09, 0.12],
    ['a snare is 14 inches', 'drum-kit', 'four-piece', metresFromInches(7) - 1e-9, metresFromInches(7) + 1e-9],
  ] as const)('%s (common practice)', (_, kind, variant, least, most) => {
    const { sources } = placedGeometry({ id: 'i', kind, variant, name: 'i', positionM: { x: 0, y: 0 }, rotationDeg: 0, mirrored: false });
    const source = sources.find((candidate) => candidate.id === 'snare' || candidate.id === 'bell');
    expect(source?.radiusM).toBeGreaterThanOrEqual(least);
    expect(source?.radiusM).toBeLessThanOrEqual(most);
  });
});

const likelyBands = (sources: readonly { bandHz: readonly [number, number] }[]): boolean =>
  sources.every(({ bandHz: [low, high] }) => low < high && low > 15 && high < 20_001);

test('the demo’s plan resolves', () => {
  const recipe = recipeById('kit-four-spaced');
  if (!recipe) throw new Error('recipe');
  expect(
    resolvePlan(
      tryOut(addInstrument(instrumentFor(recipe))({ ...newSession('s', 's', '2026-01-01T00:00:00.000Z', SHELF), room: ROOM }), recipe, 'i').session,
    ).microphones,
  ).toHaveLength(4);
});
