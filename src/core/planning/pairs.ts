import { type ArrivalTable, arrivalTable } from '../arrivals';
import { type Command, editMicrophone, editPair, framePair, type Pair, type PlacedMicrophone, type Session, stepTold, together } from '../document';
import type { PairId } from '../ids';
import type { Vec3 } from '../math';
import { directivityFactor, MICROPHONE_KIND_NAMES, type MicrophoneModel, type PatternName, sensitivityDbv } from '../microphones';
import type { PairTechnique } from '../setups';
import { type Decoding, type ImagePlace, type PairFrame, pairPicture } from '../stereo';
import { asMidway, asNumber, type Told } from '../units';
import { tell } from './codes';
import { carriedOut } from './onPaper';
import { resolvePlan } from './resolve';

/** A named geometry: how two microphones stand, and of which pattern. */
export interface PairDesign {
  readonly technique: PairTechnique;
  readonly patterns: readonly [PatternName, PatternName];
  readonly spacingM: number;
  readonly angleDeg: number;
  readonly decoding: Decoding;
  /** What it is good at and what it costs, in one line. */
  readonly told: Told;
}

/** Capsules that cannot be at one point are one over the other, metres between them. */
const STACKED_M = 0.04;

/** The geometries that are compared (definitions of the techniques; common practice). */
export const PAIR_DESIGNS: readonly PairDesign[] = [
  { technique: 'XY', patterns: ['cardioid', 'cardioid'], spacingM: 0, angleDeg: 90, decoding: 'left-right', told: tell('design-xy') },
  {
    technique: 'XY',
    patterns: ['cardioid', 'cardioid'],
    spacingM: 0,
    angleDeg: 130,
    decoding: 'left-right',
    told: tell('design-xy-wide'),
  },
  {
    technique: 'ORTF',
    patterns: ['cardioid', 'cardioid'],
    spacingM: 0.17,
    angleDeg: 110,
    decoding: 'left-right',
    told: tell('design-ortf'),
  },
  {
    technique: 'DIN',
    patterns: ['cardioid', 'cardioid'],
    spacingM: 0.2,
    angleDeg: 90,
    decoding: 'left-right',
    told: tell('design-din'),
  },
  { technique: 'NOS', patterns: ['cardioid', 'cardioid'], spacingM: 0.3, angleDeg: 90, decoding: 'left-right', told: tell('design-nos') },
  {
    technique: 'AB',
    patterns: ['omni', 'omni'],
    spacingM: 0.5,
    angleDeg: 0,
    decoding: 'left-right',
    told: tell('design-ab'),
  },
  {
    technique: 'mid-side',
    patterns: ['cardioid', 'figure-of-eight'],
    spacingM: 0,
    angleDeg: 0,
    decoding: 'mid-side',
    told: tell('design-mid-side'),
  },
  {
    technique: 'crossed figure-8s',
    patterns: ['figure-of-eight', 'figure-of-eight'],
    spacingM: 0,
    angleDeg: 90,
    decoding: 'left-right',
    told: tell('design-crossed-eights'),
  },
];

const isAtOnePoint = ({ spacingM }: PairDesign): boolean => spacingM === 0;

/** What has to change of a pair for a geometry, at its own place; or what is missing for it. */
export interface PairAlternative {
  readonly design: PairDesign;
  readonly isPresent: boolean;
  readonly picture: readonly ImagePlace[];
  /** How far the picture reaches, 0 to 1, and how much of the sources' own loudness mono loses at worst, dB. */
  readonly reach: number;
  readonly monoLossDb: number;
  /** What it takes up of the room beside an omni, dB. */
  readonly roomDb: number;
  /** 0 to 100. */
  readonly score: number;
  /** Null where it cannot be made of these two microphones; then what is missing says why. */
  readonly command: Command | null;
  readonly missing: Told | null;
}

const sidesOf = (session: Session, pair: Pair): readonly [PlacedMicrophone, PlacedMicrophone] | null => {
  const [left, right] = [pair.leftId, pair.rightId].map((id) => session.microphones.find((one) => one.id === id));
  return left && right ? [left, right] : null;
};

const modelsOf = (session: Session, sides: readonly [PlacedMicrophone, PlacedMicrophone]): readonly (MicrophoneModel | undefined)[] =>
  sides.map(({ modelId }) => session.shelf.microphones.find(({ id }) => id === modelId));

/** Puts a geometry up at a pair's own place: its middle, its axis and how far it looks stay. */
export function designPair(session: Session, pair: Pair, design: PairDesign): Command | null {
  const sides = sidesOf(session, pair);
  if (!sides || !pair.frame) return null;
  const frame: Partial<PairFrame> = { spacingM: design.spacingM, angleDeg: design.angleDeg, stackM: isAtOnePoint(design) ? STACKED_M : 0 };
  return together(stepTold('make-pair-of', { name: pair.name, technique: design.technique }), [
    ...sides.map(({ id }, side) => editMicrophone(id, { pattern: design.patterns[side as 0 | 1] })),
    editPair(pair.id, { technique: design.technique, decoding: design.decoding }),
    framePair(pair.id, frame),
  ]);
}

/** What two microphones lack for a geometry; null when nothing. */
function missingFor(session: Session, sides: readonly [PlacedMicrophone, PlacedMicrophone], { patterns }: PairDesign): Told | null {
  const models = modelsOf(session, sides);
  for (const [side, model] of models.entries()) {
    const wanted = patterns[side as 0 | 1];
    if (!model) return tell('off-the-shelf');
    if (!model.patterns.includes(wanted)) return tell('lacks-pattern', { model: model.name, pattern: wanted });
  }
  return null;
}

/**
 * A technique as it is chosen by name: its geometry and patterns, where it has one of its own and the two microphones can be set to it; else the
 * name alone.
 */
export function nameTechnique(session: Session, pair: Pair, technique: PairTechnique): Command {
  const sides = sidesOf(session, pair);
  const design = PAIR_DESIGNS.find((one) => one.technique === technique);
  const command = design && sides && missingFor(session, sides, design) === null ? designPair(session, pair, design) : null;
  return command ?? editPair(pair.id, { technique });
}

/** Weights of what makes a pair good, by what the picture is for. */
const WEIGHTS = { reach: 0.4, mono: 0.35, room: 0.25 } as const;
/** Mono losses and room pick-up that count as bad altogether, dB. */
const BAD_LOSS_DB = 6;
const ROOM_SPAN_DB = 6;
/** A picture that reaches so far is as wide as is wanted. */
const WIDE = 0.8;

function judged(
  design: PairDesign,
  picture: readonly ImagePlace[],
  wantsRoom: boolean,
): Pick<PairAlternative, 'reach' | 'monoLossDb' | 'roomDb' | 'score'> {
  const places = picture.map(({ position }) => position);
  const reach = places.length > 1 ? (Math.max(...places) - Math.min(...places)) / 2 : Math.max(0, ...places.map(Math.abs));
  const monoLossDb = Math.max(0, ...picture.map((place) => place.monoLossDb));
  const roomDb = -10 * Math.log10((directivityFactor(design.patterns[0]) + directivityFactor(design.patterns[1])) / 2);
  const dry = Math.min(1, -roomDb / ROOM_SPAN_DB);
  const score =
    100 *
    (WEIGHTS.reach * Math.min(1, reach / WIDE) +
      WEIGHTS.mono * Math.max(0, 1 - monoLossDb / BAD_LOSS_DB) +
      WEIGHTS.room * (wantsRoom ? 1 - dry : dry));
  return { reach, monoLossDb, roomDb, score };
}

const isNow = (session: Session, pair: Pair, { technique, patterns, angleDeg }: PairDesign): boolean => {
  const sides = sidesOf(session, pair);
  return (
    pair.technique === technique &&
    sides?.every(({ pattern }, side) => pattern === patterns[side as 0 | 1]) === true &&
    (pair.frame === null || technique !== 'XY' || Math.abs(pair.frame.angleDeg - angleDeg) < 10)
  );
};

/** Every geometry at a pair's own place, best first by width, mono and room; those that its microphones cannot make come last. */
export function pairAlternatives(session: Session, pairId: PairId): readonly PairAlternative[] {
  const pair = session.pairs.find(({ id }) => id === pairId);
  const sides = pair && sidesOf(session, pair);
  if (!pair?.frame || !sides) return [];
  const wantsRoom = session.brief.roomShare === 'roomy';
  const found = PAIR_DESIGNS.map((design): PairAlternative => {
    const missing = missingFor(session, sides, design);
    const command = designPair(session, pair, design);
    const isPresent = isNow(session, pair, design);
    const after = command && !missing ? (carriedOut(session, command) ?? session) : null;
    const picture = after ? pairPicture(arrivalTable(resolvePlan(after)), pair.leftId, pair.rightId, design.decoding) : [];
    return { design, isPresent, picture, ...judged(design, picture, wantsRoom), command: missing ? null : command, missing };
  });
  return found.sort((a, b) => Number(a.missing !== null) - Number(b.missing !== null) || b.score - a.score);
}

/** Differences in sensitivity below this are evened out by the gain, dB; above it a word is due. */
const UNLIKE_DB = 1;

/** What is not alike in a pair's two microphones and what that means; nothing when they match. */
export function pairMismatch(session: Session, pair: Pair): readonly Told[] {
  const sides = sidesOf(session, pair);
  if (!sides) return [];
  const [left, right] = sides;
  const [a, b] = modelsOf(session, sides);
  if (!a || !b) return [tell('off-the-shelf')];
  const out: Told[] = [];
  if (a.kind !== b.kind) out.push(tell('unlike-kinds', { one: MICROPHONE_KIND_NAMES[a.kind], other: asMidway(MICROPHONE_KIND_NAMES[b.kind]) }));
  const unlikeDb =
    sensitivityDbv(a.sensitivityMvPerPa) - sensitivityDbv(b.sensitivityMvPerPa) - (left.padOn ? a.padDb : 0) + (right.padOn ? b.padDb : 0);
  if (Math.abs(unlikeDb) > UNLIKE_DB)
    out.push(tell('gives-more', { name: unlikeDb > 0 ? left.name : right.name, by: asNumber(Math.abs(unlikeDb), 1) }));
  if (left.padOn !== right.padOn) out.push(tell('one-pad', { name: left.padOn ? left.name : right.name }));
  if (left.pattern !== right.pattern && pair.decoding !== 'mid-side')
    out.push(tell('unlike-patterns', { left: left.name, leftPattern: left.pattern, right: right.name, rightPattern: right.pattern }));
  if (a.id !== b.id && a.kind === b.kind) out.push(tell('two-models'));
  return out;
}

/** Points that say how far the instrument of a pair's picture reaches: its sources, or all sources where the pair is for no one. */
export function pairPoints(table: ArrivalTable, pair: Pair): readonly Vec3[] {
  const own = table.plan.sources.filter(({ instrumentId }) => !pair.centre || instrumentId === pair.centre.instrumentId);
  return (own.length > 0 ? own : table.plan.sources).map(({ sides }) => sides[0].positionM);
}
