import { type ArrivalTable, arrivalTable, type SourceKey, sourceKey } from '../arrivals';
import { type Command, editMicrophone, editPair, framePair, type Pair, type PlacedMicrophone, type Session, together } from '../document';
import { distance, type Vec3 } from '../math';
import { directivityFactor, MICROPHONE_KIND_NAMES, type MicrophoneModel, type PatternName, sensitivityDbv } from '../microphones';
import type { PairTechnique } from '../setups';
import { gapToSolid } from '../solids';
import { centringMoves, type Decoding, type ImagePlace, type PairFrame, pairPicture, turnBy } from '../stereo';
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
  readonly words: string;
}

/** Capsules that cannot be at one point are one over the other, metres between them. */
const STACKED_M = 0.04;

/** The geometries that are compared (definitions of the techniques; common practice). */
export const PAIR_DESIGNS: readonly PairDesign[] = [
  { technique: 'XY', patterns: ['cardioid', 'cardioid'], spacingM: 0, angleDeg: 90, decoding: 'left-right', words: 'sure in mono, rather narrow' },
  {
    technique: 'XY',
    patterns: ['cardioid', 'cardioid'],
    spacingM: 0,
    angleDeg: 130,
    decoding: 'left-right',
    words: 'sure in mono, wider, weaker in the middle',
  },
  {
    technique: 'ORTF',
    patterns: ['cardioid', 'cardioid'],
    spacingM: 0.17,
    angleDeg: 110,
    decoding: 'left-right',
    words: 'open and even, mono dips high up',
  },
  {
    technique: 'DIN',
    patterns: ['cardioid', 'cardioid'],
    spacingM: 0.2,
    angleDeg: 90,
    decoding: 'left-right',
    words: 'steady middle, for near sources',
  },
  { technique: 'NOS', patterns: ['cardioid', 'cardioid'], spacingM: 0.3, angleDeg: 90, decoding: 'left-right', words: 'wide, mono dips lower' },
  {
    technique: 'AB',
    patterns: ['omni', 'omni'],
    spacingM: 0.5,
    angleDeg: 0,
    decoding: 'left-right',
    words: 'full lows and the room, vague places, mono suffers',
  },
  {
    technique: 'mid-side',
    patterns: ['cardioid', 'figure-of-eight'],
    spacingM: 0,
    angleDeg: 0,
    decoding: 'mid-side',
    words: 'width set afterwards, mono is the middle alone',
  },
  {
    technique: 'crossed figure-8s',
    patterns: ['figure-of-eight', 'figure-of-eight'],
    spacingM: 0,
    angleDeg: 90,
    decoding: 'left-right',
    words: 'clear places, hears the room behind as well',
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
  readonly missing: string | null;
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
  return together(`make ${pair.name} ${design.technique}`, [
    ...sides.map(({ id }, side) => editMicrophone(id, { pattern: design.patterns[side as 0 | 1] })),
    editPair(pair.id, { technique: design.technique, decoding: design.decoding }),
    framePair(pair.id, frame),
  ]);
}

/** What two microphones lack for a geometry, in words; null when nothing. */
function missingFor(session: Session, sides: readonly [PlacedMicrophone, PlacedMicrophone], { patterns }: PairDesign): string | null {
  const models = modelsOf(session, sides);
  for (const [side, model] of models.entries()) {
    const wanted = patterns[side as 0 | 1];
    if (!model) return 'One of its microphones is not on the shelf any more: choose another for it.';
    if (!model.patterns.includes(wanted)) return `${model.name} has no ${wanted} pattern: take one that has.`;
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
export function pairAlternatives(session: Session, pairId: string): readonly PairAlternative[] {
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

/** Strings to a source that was centred are equal to this, metres; and a source farther out than this has a side of its own, share of the way to a loudspeaker. */
const EQUAL_M = 0.005;
const HAS_A_SIDE = 0.15;
/** A capsule keeps this far off whatever is solid, metres. */
const CLEAR_M = 0.02;

/** Whether a pair may be moved so: no capsule comes into a head or a solid, and no two sources exchange left and right. */
function isFree(session: Session, after: Session, pair: Pair, centred: SourceKey): boolean {
  const [before, now] = [session, after].map((one) => arrivalTable(resolvePlan(one))) as [ArrivalTable, ArrivalTable];
  const own = now.plan.microphones.filter(({ id }) => id === pair.leftId || id === pair.rightId);
  const heads = now.plan.geometries.flatMap(({ keepOuts }) => keepOuts.filter(({ kind }) => kind === 'head'));
  const isIn = (point: Vec3): boolean =>
    now.plan.solids.some(({ shape, hollow }) => !hollow && gapToSolid(shape, point) < CLEAR_M) ||
    heads.some(({ pointsM, radiusM }) => pointsM.some((head) => distance(head, point) < radiusM));
  const wasIn = before.plan.microphones.filter(({ id }) => own.some((one) => one.id === id)).some(({ positionM }) => isIn(positionM));
  if (!wasIn && own.some(({ positionM }) => isIn(positionM))) return false;
  const places = (table: ArrivalTable): readonly ImagePlace[] => pairPicture(table, pair.leftId, pair.rightId, pair.decoding, pair.width);
  const were = new Map(places(before).map((place) => [place.sourceKey, place.position]));
  const crossed = new Set<number>();
  for (const { sourceKey: of, position } of places(now)) {
    const was = were.get(of) ?? 0;
    if (of !== centred && Math.abs(was) > HAS_A_SIDE && Math.abs(position) > HAS_A_SIDE && was * position < 0) crossed.add(Math.sign(position));
  }
  return crossed.size < 2;
}

/** One way to bring a source to the middle of a pair, and by how much: metres to the right, or degrees clockwise from above. */
export interface CentringOffer {
  readonly kind: 'slide' | 'turn';
  readonly by: number;
  readonly frame: Partial<PairFrame>;
}

/**
 * Ways that bring a source to the middle of a pair and end in two equal strings: the pair slid along its line, or turned by 60° at most. Those
 * that would put a capsule into something, or exchange left and right of two others, are left out.
 */
export function centringOffers(session: Session, pair: Pair, key: SourceKey): readonly CentringOffer[] {
  const { frame } = pair;
  const source = resolvePlan(session).sources.find((one) => sourceKey(one) === key)?.sides[0].positionM;
  if (!frame || !source) return [];
  const { slide, slideM, turn, turnDeg } = centringMoves(frame, source);
  const offers: readonly CentringOffer[] = [
    { kind: 'slide', by: slideM, frame: slide },
    { kind: 'turn', by: turnDeg, frame: turn },
  ];
  return offers.filter((offer) => {
    if (offer.kind === 'turn' && Math.abs(offer.by) > MOST_TURN_DEG) return false;
    const after = carriedOut(session, framePair(pair.id, offer.frame));
    const [left, right] = [pair.leftId, pair.rightId].map((id) => after?.microphones.find((one) => one.id === id)?.positionM);
    if (!after || !left || !right) return false;
    return Math.abs(distance(left, source) - distance(right, source)) <= EQUAL_M && isFree(session, after, pair, key);
  });
}

/** Turns that are tried about a source, degrees to either side: further it is another pair; and how fine the best is then found. */
const MOST_TURN_DEG = 60;
const TURN_STEP_DEG = 6;
const FINEST_DEG = 0.2;

/**
 * The pair turned about one source, which stays in the middle, until another is as near to it as it gets: by its whole sound at both
 * microphones, since a drum with two faces is not in the middle by equal strings alone. Null when no turn brings it nearer.
 */
export function centreBesides(
  session: Session,
  pair: Pair,
  pivotKey: SourceKey,
  wantedKey: SourceKey,
): { readonly frame: Partial<PairFrame>; readonly position: number } | null {
  const { frame } = pair;
  const at = (key: string): Vec3 | undefined => resolvePlan(session).sources.find((source) => sourceKey(source) === key)?.sides[0].positionM;
  const pivot = at(pivotKey);
  if (!frame || !pivot) return null;
  const turned = (degrees: number): { frame: Partial<PairFrame>; position: number; after: Session } => {
    const change = turnBy(frame, pivot, degrees);
    const after = carriedOut(session, framePair(pair.id, change)) ?? session;
    const place = pairPicture(arrivalTable(resolvePlan(after)), pair.leftId, pair.rightId, pair.decoding, pair.width).find(
      (one) => one.sourceKey === wantedKey,
    );
    return { frame: change, position: place?.position ?? 1, after };
  };
  let [best, degrees] = [turned(0), 0];
  const before = Math.abs(best.position);
  const take = (candidate: number): void => {
    const found = turned(candidate);
    if (Math.abs(candidate) > MOST_TURN_DEG || Math.abs(found.position) >= Math.abs(best.position) - 1e-6) return;
    if (isFree(session, found.after, pair, wantedKey)) [best, degrees] = [found, candidate];
  };
  for (let turn = TURN_STEP_DEG; turn <= MOST_TURN_DEG; turn += TURN_STEP_DEG) for (const side of [-1, 1]) take(side * turn);
  for (let step = TURN_STEP_DEG / 2; step > FINEST_DEG; step /= 2) for (const side of [-1, 1]) take(degrees + side * step);
  return Math.abs(best.position) < before - 0.02 ? { frame: best.frame, position: best.position } : null;
}

/** Differences in sensitivity below this are evened out by the gain, dB; above it a word is due. */
const UNLIKE_DB = 1;

/** What is not alike in a pair's two microphones and what that means; nothing when they match. */
export function pairMismatch(session: Session, pair: Pair): readonly string[] {
  const sides = sidesOf(session, pair);
  if (!sides) return [];
  const [left, right] = sides;
  const [a, b] = modelsOf(session, sides);
  if (!a || !b) return ['One of its microphones is not on the shelf any more: choose another for it.'];
  const out: string[] = [];
  if (a.kind !== b.kind)
    out.push(
      `${MICROPHONE_KIND_NAMES[a.kind]} and ${MICROPHONE_KIND_NAMES[b.kind].toLowerCase()} sound different: an image made of both shifts with the pitch. Use them as two colours, panned apart or blended.`,
    );
  const unlikeDb =
    sensitivityDbv(a.sensitivityMvPerPa) - sensitivityDbv(b.sensitivityMvPerPa) - (left.padOn ? a.padDb : 0) + (right.padOn ? b.padDb : 0);
  if (Math.abs(unlikeDb) > UNLIKE_DB)
    out.push(
      `${unlikeDb > 0 ? left.name : right.name} gives ${Math.abs(unlikeDb).toFixed(1)} dB more: give the other so much more gain, with the same sound before both.`,
    );
  if (left.padOn !== right.padOn) out.push(`Only ${left.padOn ? left.name : right.name} has its pad on: switch both alike.`);
  if (left.pattern !== right.pattern && pair.decoding !== 'mid-side')
    out.push(`${left.name} is ${left.pattern}, ${right.name} ${right.pattern}: the image leans. Set both to the same pattern.`);
  if (a.id !== b.id && a.kind === b.kind)
    out.push('They are two models: try which side each sounds better on, and expect the middle to wander a little.');
  return out;
}

/** Points that say how far the instrument of a pair's picture reaches: its sources, or all sources where the pair is for no one. */
export function pairPoints(table: ArrivalTable, pair: Pair): readonly Vec3[] {
  const own = table.plan.sources.filter(({ instrumentId }) => !pair.centre || instrumentId === pair.centre.instrumentId);
  return (own.length > 0 ? own : table.plan.sources).map(({ sides }) => sides[0].positionM);
}
