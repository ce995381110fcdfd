import { add, cross, normalize, scale, subtract, type Vec3, vec3 } from '../../math';
import type { Solid, SolidForm } from '../../solids';
import { radiansFromDegrees } from '../../units';
import { tell } from '../codes';
import { choiceOf, type Family, type FamilyChoice, SEATED_OR_STANDING } from '../family';
import type { InstrumentShape } from '../instrument';
import type { Geometry, KeepOut, Mark, Shape, Source } from '../model';
import { headKeepOut, type Player, playerMarks, playerSolids, seated, seatedShapes, standing, stool } from '../people';
import { circle, line, slab, smoothLoop } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';
import { voiceSource } from '../voice/voice';
import { GUITAR_SIZES, type GuitarSize } from './guitars.data';

const STRINGS: FamilyChoice = {
  id: 'strings',
  name: 'Strings',
  options: [
    { value: '6', text: '6 strings' },
    { value: '12', text: '12 strings' },
  ],
};
const SINGING: FamilyChoice = {
  id: 'voice',
  name: 'Voice',
  options: [
    { value: 'no', text: 'plays only' },
    { value: 'yes', text: 'sings too' },
  ],
};

/** Neck up by this and its end toward the listener by this, for a right-hander (common practice). */
const NECK_UP_DEG = 18;
const NECK_FORWARD_DEG = 12;

/** A frame on the top: along the strings from the saddle to the nut, up across them, and out of the top. */
interface Top {
  at(alongM: number, upM?: number, outM?: number): Vec3;
  readonly out: Vec3;
}

function topOf(saddle: Vec3): Top {
  const [up, forward] = [radiansFromDegrees(NECK_UP_DEG), radiansFromDegrees(NECK_FORWARD_DEG)];
  const along = vec3(-Math.cos(up) * Math.cos(forward), Math.cos(up) * Math.sin(forward), Math.sin(up));
  const lean = vec3(0, -0.12, 1);
  const across = normalize(subtract(lean, scale(along, along.x * lean.x + along.y * lean.y + along.z * lean.z)));
  const out = cross(along, across);
  return { out, at: (a, u = 0, o = 0) => add(saddle, add(scale(along, a), add(scale(across, u), scale(out, o)))) };
}

/** Saddle to fret: scale·2^(−n/12) (equal temperament). */
const fretM = (size: GuitarSize, fret: number): number => size.scaleM * 2 ** (-fret / 12);
const holeM = (size: GuitarSize): number => 0.24 * size.scaleM;

function bodyOutline(size: GuitarSize, top: Top): Vec3[] {
  const joint = fretM(size, size.joinsAtFret);
  const tail = joint - size.bodyLengthM;
  const [lower, waist, upper] = [size.lowerBoutM / 2, size.waistM / 2, size.upperBoutM / 2];
  /** The waist lies at the hole's bridge side. */
  const waistM = holeM(size) - 0.03;
  const half: [number, number][] = [
    [tail, 0],
    [tail + 0.006, 0.32 * lower],
    [tail + 0.03, 0.66 * lower],
    [tail + 0.08, 0.93 * lower],
    [tail + 0.145, lower],
    [tail + 0.215, 0.93 * lower],
    [0.62 * waistM, 0.5 * (waist + 0.9 * lower)],
    [waistM, waist],
    [0.5 * (waistM + joint), 0.5 * (waist + upper)],
    [joint - 0.06, upper],
    [joint - 0.025, 0.88 * upper],
    [joint - 0.008, 0.6 * upper],
    [joint - 0.001, 0.3 * upper],
    [joint, 0.12 * upper],
  ];
  const mirrored = half.slice(1).reverse();
  return smoothLoop([...half.map(([a, u]) => top.at(a, u)), ...mirrored.map(([a, u]) => top.at(a, -u))]);
}

function shapesOf(size: GuitarSize, top: Top, twelve: boolean): Shape[] {
  const nut = size.scaleM;
  const joint = fretM(size, size.joinsAtFret);
  const neck = [top.at(joint - 0.09, 0.028), top.at(nut, 0.022), top.at(nut, -0.022), top.at(joint - 0.09, -0.028)];
  const headEnd = nut + (twelve ? 0.24 : 0.17);
  const head = [top.at(nut, 0.026), top.at(headEnd, 0.038), top.at(headEnd, -0.038), top.at(nut, -0.026)];
  const pegs = Array.from({ length: twelve ? 6 : 3 }, (_, i) => nut + 0.03 + ((headEnd - nut - 0.05) * i) / (twelve ? 5 : 2));
  const courses = twelve ? [-0.024, -0.02, -0.012, -0.008, 0.008, 0.012, 0.02, 0.024] : [-0.02, -0.007, 0.007, 0.02];
  return [
    slab(bodyOutline(size, top), scale(top.out, -size.depthM)),
    circle(top.at(holeM(size)), top.out, 0.05, 'main'),
    circle(top.at(holeM(size)), top.out, 0.062, 'inner'),
    line([top.at(0, 0.08, 0.01), top.at(0, -0.08, 0.01)], 'main'),
    slab(neck, scale(top.out, -0.02)),
    slab(head, scale(top.out, -0.015)),
    ...[5, 7, 9, 12].map((fret) => line([top.at(fretM(size, fret), 0.024, 0.005), top.at(fretM(size, fret), -0.024, 0.005)])),
    ...courses.map((u) => line([top.at(0, u * 1.2, 0.008), top.at(nut, u * 0.8, 0.008)])),
    ...pegs.flatMap((a) => [line([top.at(a, 0.038), top.at(a, 0.055)]), line([top.at(a, -0.038), top.at(a, -0.055)])]),
  ];
}

function marksOf(size: GuitarSize, top: Top): Mark[] {
  const tail = fretM(size, size.joinsAtFret) - size.bodyLengthM;
  return [
    { id: 'fret-12', name: '12th fret', positionM: top.at(fretM(size, 12)) },
    { id: 'neck-joint', name: 'Neck joint', positionM: top.at(fretM(size, size.joinsAtFret)) },
    { id: 'sound-hole', name: 'Sound hole', positionM: top.at(holeM(size)) },
    { id: 'bridge', name: 'Bridge', positionM: top.at(0) },
    { id: 'lower-bout', name: 'Lower bout', positionM: top.at(tail + 0.12, -0.3 * size.lowerBoutM) },
    { id: 'nut', name: 'Nut', positionM: top.at(size.scaleM) },
  ];
}

/**
 * The top and hole carry the body of the sound, and at low notes the back moves out as the top does (the box breathes); the
 * strings along the neck have its edge. Planning level of strumming, from memory, ±6 dB.
 */
function sourcesOf(size: GuitarSize, top: Top, id: string, twelve: boolean): Source[] {
  const common = { instrumentId: id, groupId: 'guitar', throughM: 0, insideGainDb: 6, levelBasis: PLANNING_BASIS, held: false };
  const strummed = twelve ? 92 : 90;
  const body = { positionM: top.at(0.5 * holeM(size)), normal: top.out, polarity: 1, levelDb: 0, radiusM: 0.3 * size.lowerBoutM } as const;
  const back = {
    positionM: top.at(0.5 * holeM(size), 0, -size.depthM),
    normal: scale(top.out, -1),
    polarity: 1,
    levelDb: -8,
    radiusM: 0.3 * size.lowerBoutM,
    tiltDb: [0, -2, -8, -14],
  } as const;
  const strings = { positionM: top.at(fretM(size, 12)), normal: top.out, polarity: 1, levelDb: 0, radiusM: 0.03 } as const;
  return [
    {
      ...common,
      id: 'guitar',
      name: 'Guitar',
      sides: [body, back],
      radiusM: size.lowerBoutM / 2,
      peakSplDb: strummed,
      bandHz: [80, 6000],
      spectrumDb: spectrumOf([80, 6000]),
      allRoundShare: 0.75,
    },
    {
      ...common,
      id: 'strings',
      name: 'Strings at the neck',
      sides: [strings],
      radiusM: 0.03,
      peakSplDb: strummed - 10,
      bandHz: [1000, 14_000],
      spectrumDb: spectrumOf([1000, 14_000]),
      allRoundShare: 0.8,
    },
  ];
}

/** Both bouts as discs of the box's depth, and the neck. */
function solidsOf(size: GuitarSize, top: Top): Solid[] {
  const joint = fretM(size, size.joinsAtFret);
  const tail = joint - size.bodyLengthM;
  const own = { name: 'the guitar', sourceIds: ['guitar', 'strings'], hollow: null };
  const bout = (alongM: number, radiusM: number): SolidForm => ({
    form: 'cylinder',
    fromM: top.at(alongM),
    toM: top.at(alongM, 0, -size.depthM),
    radiusM,
  });
  return [
    { ...own, id: 'lower-bout', shape: bout(tail + 0.48 * size.lowerBoutM, 0.48 * size.lowerBoutM) },
    { ...own, id: 'upper-bout', shape: bout(joint - 0.48 * size.upperBoutM, 0.48 * size.upperBoutM) },
    { ...own, id: 'neck', shape: { form: 'capsule', fromM: top.at(joint, 0, -0.01), toM: top.at(size.scaleM + 0.16, 0, -0.01), radiusM: 0.025 } },
  ];
}

const handSweep = (top: Top, size: GuitarSize): KeepOut => ({
  id: 'picking-hand',
  name: 'Picking hand',
  kind: 'swing',
  pointsM: [top.at(0.4 * holeM(size), 0.06, 0.06), top.at(0.4 * holeM(size), -0.08, 0.06)],
  radiusM: 0.07,
  why: tell('picking-hand'),
});

function build(instrument: InstrumentShape): Geometry {
  const size = GUITAR_SIZES[instrument.variant] ?? (GUITAR_SIZES.dreadnought as GuitarSize);
  const isSeated = choiceOf(instrument, SEATED_OR_STANDING) === 'seated';
  const twelve = choiceOf(instrument, STRINGS) === '12';
  const player: Player = isSeated ? seated(vec3(0, 0, 0.47)) : standing(0, 0);
  const top = topOf(vec3(0.16, 0.24, isSeated ? 0.72 : 1.02));
  const sings = choiceOf(instrument, SINGING) === 'yes';
  return {
    marks: [...marksOf(size, top), ...playerMarks(player, 'Player’s')],
    sources: [...sourcesOf(size, top, instrument.id, twelve), ...(sings ? [voiceSource(player, instrument.id)] : [])],
    shapes: [...(isSeated ? stool(player) : []), ...seatedShapes(player), ...shapesOf(size, top, twelve)],
    solids: [...solidsOf(size, top), ...playerSolids(player, 'the player’s', isSeated ? 'stool' : null)],
    keepOuts: [handSweep(top, size), headKeepOut(player, 'Player’s head', tell('players-head'))],
  };
}

export const GUITAR_FAMILY: Family = {
  name: 'Acoustic guitar',
  group: 'Guitar and voice',
  variants: GUITAR_SIZES,
  choices: [STRINGS, SEATED_OR_STANDING, SINGING],
  build,
};
