import type { InstrumentId } from '../../ids';
import { add, scale, type Vec3, vec3 } from '../../math';
import { type Hollow, type Solid, uprightBox } from '../../solids';
import { asMidway, metresFromInches, radiansFromDegrees } from '../../units';
import { tell } from '../codes';
import type { Geometry, KeepOut, Mark, Shape, Source } from '../model';
import { headKeepOut, playerMarks, playerSolids, seated, seatedShapes } from '../people';
import { circle, circlePoints, cylinder, line, lugs } from '../shapes';
import { PLANNING_BASIS, sharesDb } from '../spectrum';
import type { KitPiece } from './pieces';

const DRUMMER = seated(vec3(-0.12, -0.66, 0.5));

/**
 * Planning levels by piece (from memory, ±6 dB): peak dB SPL at 1 m before the struck face, its shares over the four bands,
 * and what the far face has of them. A kick's front head is louder than its batter's outer side, and duller; a snare's wires
 * sound below. Inside a closed kick some 140 dB stand at a hand's breadth from the batter.
 */
const VOICE = {
  kick: { peakSplDb: 108, bandHz: [35, 6000], spectrumDb: sharesDb([0, -6, -9, -16]), farDb: 4, farTiltDb: [0, -2, -8, -14], insideGainDb: 18 },
  snare: { peakSplDb: 124, bandHz: [150, 12000], spectrumDb: sharesDb([-10, 0, -3, -6]), farDb: -3, farTiltDb: [0, -1, 1, 2], insideGainDb: 12 },
  tom: { peakSplDb: 120, bandHz: [70, 8000], spectrumDb: sharesDb([0, -2, -9, -16]), farDb: -3, farTiltDb: [0, 0, -5, -10], insideGainDb: 12 },
  hat: { peakSplDb: 114, bandHz: [400, 16000], spectrumDb: sharesDb([-26, -14, -4, 0]), farDb: 0, farTiltDb: [0, 0, 0, 0], insideGainDb: 0 },
  cymbal: { peakSplDb: 112, bandHz: [300, 16000], spectrumDb: sharesDb([-20, -9, -2, 0]), farDb: 0, farTiltDb: [0, 0, 0, 0], insideGainDb: 0 },
} as const;
/** With the far head off the drum is open there and gives as much as above. */
const OPEN_GAIN_DB = 3;

const isDrum = (piece: KitPiece): boolean => piece.kind === 'kick' || piece.kind === 'snare' || piece.kind === 'tom';
const centreOf = (piece: KitPiece): Vec3 => vec3(piece.xM, piece.yM, piece.zM);
const radiusOf = (piece: KitPiece): number => metresFromInches(piece.diameterIn) / 2;
const depthOf = (piece: KitPiece): number => metresFromInches(piece.depthIn);

/** Outward normal of the struck face: a kick's batter looks at the drummer, the others look up and lean toward him. */
function batterNormal(piece: KitPiece): Vec3 {
  if (piece.kind === 'kick') return vec3(0, -1, 0);
  const tilt = radiansFromDegrees(piece.tiltDeg);
  return vec3(0, -Math.sin(tilt), Math.cos(tilt));
}

/**
 * A struck head moves away from the stick, so the batter side starts with a rarefaction (−1) and the far side with a
 * compression (+1); with its far head off the drum is open there and gives as much. Cymbals and hats are plates: the same, either side.
 */
function sourceOf(piece: KitPiece, instrumentId: InstrumentId): Source {
  const normal = batterNormal(piece);
  const far = add(centreOf(piece), scale(normal, isDrum(piece) ? -depthOf(piece) : 0));
  const radiusM = radiusOf(piece);
  const { farDb, farTiltDb, ...voice } = VOICE[piece.kind];
  const opened = isDrum(piece) && !piece.resonantHead ? OPEN_GAIN_DB : 0;
  return {
    id: piece.id,
    instrumentId,
    name: piece.name,
    groupId: piece.id,
    sides: [
      { positionM: centreOf(piece), normal, polarity: -1, levelDb: 0, radiusM },
      { positionM: far, normal: scale(normal, -1), polarity: 1, levelDb: farDb + opened, radiusM, tiltDb: farTiltDb },
    ],
    radiusM,
    throughM: isDrum(piece) ? depthOf(piece) : 0,
    allRoundShare: 1,
    levelBasis: PLANNING_BASIS,
    held: false,
    ...voice,
  };
}

const PORT_RADIUS_M = 0.065;
/** The port sits off centre in the front head, low and to the player's right. */
const portOf = (piece: KitPiece): Vec3 =>
  add(add(centreOf(piece), scale(batterNormal(piece), -depthOf(piece))), vec3(0.6 * radiusOf(piece), 0, -0.35 * radiusOf(piece)));

function marksOf(piece: KitPiece): Mark[] {
  const centre = centreOf(piece);
  const normal = batterNormal(piece);
  const r = radiusOf(piece);
  if (piece.kind === 'kick') {
    const front = add(centre, scale(normal, -depthOf(piece)));
    return [
      { id: `${piece.id}-beater`, name: `${piece.name} beater spot`, positionM: centre },
      { id: `${piece.id}-front`, name: `${piece.name} front head centre`, positionM: front },
      ...(piece.resonantHead && piece.ported !== false ? [{ id: `${piece.id}-port`, name: `${piece.name} port`, positionM: portOf(piece) }] : []),
      { id: `${piece.id}-hoop-top`, name: `${piece.name} front hoop, top`, positionM: add(front, vec3(0, 0, r)) },
    ];
  }
  const edge = isDrum(piece) ? 'rim' : 'edge';
  return [
    { id: `${piece.id}-centre`, name: `${piece.name} ${isDrum(piece) ? 'centre' : 'bell'}`, positionM: centre },
    { id: `${piece.id}-${edge}`, name: `${piece.name} ${edge}, far side`, positionM: add(centre, vec3(0, r, 0)) },
    { id: `${piece.id}-${edge}-left`, name: `${piece.name} ${edge}, left`, positionM: add(centre, vec3(-r, 0, 0)) },
    { id: `${piece.id}-${edge}-right`, name: `${piece.name} ${edge}, right`, positionM: add(centre, vec3(r, 0, 0)) },
  ];
}

function drumShapes(piece: KitPiece): Shape[] {
  const centre = centreOf(piece);
  const normal = batterNormal(piece);
  const r = radiusOf(piece);
  const depth = depthOf(piece);
  const far = add(centre, scale(normal, -depth));
  const shapes = [cylinder(centre, normal, r, depth), circle(centre, normal, r), circle(centre, normal, r * 0.93, 'inner')];
  shapes.push(...lugs(centre, normal, r, depth, piece.kind === 'tom' ? 6 : 8));
  if (piece.kind !== 'kick') return shapes;
  const pedal = [vec3(centre.x, centre.y, 0.02), vec3(centre.x, centre.y - 0.34, 0.02)];
  return [
    ...shapes,
    circle(far, normal, r, piece.resonantHead ? 'main' : 'inner'),
    ...(piece.resonantHead && piece.ported !== false ? [circle(portOf(piece), normal, PORT_RADIUS_M, 'inner')] : []),
    line(pedal),
    line([vec3(centre.x, centre.y - 0.05, 0.02), centre]),
  ];
}

function cymbalShapes(piece: KitPiece): Shape[] {
  const centre = centreOf(piece);
  const normal = batterNormal(piece);
  const r = radiusOf(piece);
  const plates = piece.kind === 'hat' ? [0, -depthOf(piece)] : [0];
  const discs = plates.map((drop): Shape => ({ form: 'hull', weight: 'main', points: circlePoints(add(centre, vec3(0, 0, drop)), normal, r) }));
  const bell = circle(add(centre, scale(normal, 0.012)), normal, r * 0.2, 'inner');
  return [line([vec3(centre.x, centre.y, 0), centre]), ...discs.reverse(), circle(centre, normal, r * 0.6, 'inner'), bell];
}

/** The way into a kick: its port, its open front, or none before the head is off. */
function wayInto(piece: KitPiece): Hollow {
  const front = add(centreOf(piece), scale(batterNormal(piece), -depthOf(piece)));
  const looks = scale(batterNormal(piece), -1);
  const otherwise = tell('front-head-must-come-off', { piece: asMidway(piece.name) });
  if (!piece.resonantHead) return { opening: { centreM: front, normal: looks, radiusM: radiusOf(piece) - 0.02 }, otherwise };
  return { opening: piece.ported === false ? null : { centreM: portOf(piece), normal: looks, radiusM: PORT_RADIUS_M }, otherwise };
}

function solidsOf(piece: KitPiece): Solid[] {
  const [centre, normal, radiusM] = [centreOf(piece), batterNormal(piece), radiusOf(piece)];
  const name = `the ${piece.name.toLowerCase()}`;
  const own = { sourceIds: [piece.id], hollow: null };
  const post = (top: number): Solid => ({
    ...own,
    id: `${piece.id}-stand`,
    name: `the stand of ${name}`,
    shape: { form: 'capsule', fromM: vec3(centre.x, centre.y, 0), toM: vec3(centre.x, centre.y, top), radiusM: 0.015 },
  });
  if (!isDrum(piece)) {
    const thick = piece.kind === 'hat' ? depthOf(piece) : 0.02;
    const plate = { form: 'cylinder', fromM: add(centre, scale(normal, 0.005)), toM: add(centre, scale(normal, -thick)), radiusM } as const;
    return [{ ...own, id: `${piece.id}-plate`, name, shape: plate }, post(piece.zM - thick - 0.02)];
  }
  const shell = { form: 'cylinder', fromM: centre, toM: add(centre, scale(normal, -depthOf(piece))), radiusM } as const;
  const drum: Solid = {
    ...own,
    id: `${piece.id}-shell`,
    name: `${name}’s shell`,
    shape: shell,
    hollow: piece.kind === 'kick' ? wayInto(piece) : null,
  };
  if (piece.kind === 'snare') return [drum, post(piece.zM - depthOf(piece) - 0.14)];
  if (piece.kind !== 'kick') return [drum];
  const pedal = uprightBox(vec3(centre.x - 0.06, centre.y - 0.36, 0), vec3(centre.x + 0.06, centre.y - 0.03, 0.12));
  return [drum, { ...own, id: `${piece.id}-pedal`, name: `${name}’s pedal`, shape: pedal }];
}

/** The stick's way to a drum's middle, or to a plate's near side; over a plate also the air its edge and bow move in. */
function sweepOf(piece: KitPiece): KeepOut[] {
  const height = isDrum(piece) ? 0.12 : 0.06;
  const stick: KeepOut = {
    id: `${piece.id}-sweep`,
    name: `${piece.name}: stick sweep`,
    kind: 'swing',
    pointsM: [add(add(centreOf(piece), vec3(0, isDrum(piece) ? 0 : -0.7 * radiusOf(piece), 0)), scale(batterNormal(piece), height))],
    radiusM: 0.07,
    why: tell('stick-comes-down'),
  };
  if (isDrum(piece)) return [stick];
  const bow: KeepOut = {
    id: `${piece.id}-bow`,
    name: `${piece.name}: bow and edge`,
    kind: 'swing',
    pointsM: circlePoints(centreOf(piece), batterNormal(piece), radiusOf(piece) * 0.9, 12),
    radiusM: 0.05,
    why: tell('plate-swings'),
  };
  return [stick, bow];
}

/** Where a drummer sits down, gets up and reaches back: no stand behind his back. */
const BEHIND: KeepOut = {
  id: 'behind-drummer',
  name: 'Drummer’s way',
  kind: 'foot',
  pointsM: [add(DRUMMER.seatM, vec3(-0.15, -0.3, -DRUMMER.seatM.z + 0.05)), add(DRUMMER.seatM, vec3(0.15, -0.3, -DRUMMER.seatM.z + 0.05))],
  radiusM: 0.28,
  why: tell('drummer-sits'),
};

/** Things with feet on the floor that a stand cannot share. */
function feetOf(piece: KitPiece): KeepOut {
  const c = centreOf(piece);
  const inKick = piece.kind === 'kick';
  return {
    id: `${piece.id}-foot`,
    name: inKick ? 'Kick pedal' : piece.kind === 'hat' ? 'Hat pedal' : `${piece.name}: its legs`,
    kind: 'foot',
    pointsM: inKick ? [vec3(c.x, -0.34, 0.05), vec3(c.x, -0.04, 0.05)] : [vec3(c.x, c.y, 0.05)],
    radiusM: inKick ? 0.12 : 0.1,
    why: inKick || piece.kind === 'hat' ? tell('foot-works') : tell('legs-stand'),
  };
}

/** A kit in its own frame: origin on the floor below the kick's batter head, drummer facing +y. */
export function buildKit(pieces: readonly KitPiece[], instrumentId: InstrumentId): Geometry {
  const throne = DRUMMER.seatM;
  return {
    marks: [...pieces.flatMap(marksOf), ...playerMarks(DRUMMER, 'Drummer’s'), { id: 'throne', name: 'Throne', positionM: throne }],
    sources: pieces.map((piece) => sourceOf(piece, instrumentId)),
    shapes: [
      circle(throne, vec3(0, 0, 1), 0.17),
      line([vec3(throne.x, throne.y, 0), throne]),
      ...seatedShapes(DRUMMER),
      ...[...pieces].sort((a, b) => a.zM - b.zM).flatMap((piece) => (isDrum(piece) ? drumShapes(piece) : cymbalShapes(piece))),
    ],
    solids: [...pieces.flatMap(solidsOf), ...playerSolids(DRUMMER, 'the drummer’s', 'stool')],
    keepOuts: [
      ...pieces.filter((piece) => piece.kind !== 'kick').flatMap(sweepOf),
      ...pieces.filter((piece) => piece.kind !== 'tom' || !piece.id.includes('rack')).map(feetOf),
      BEHIND,
      headKeepOut(DRUMMER, 'Drummer’s head', tell('drummers-head')),
    ],
  };
}
