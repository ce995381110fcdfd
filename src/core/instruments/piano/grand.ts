import type { InstrumentId } from '../../ids';
import { add, scale, subtract, type Vec3, vec3 } from '../../math';
import { board, type Solid, uprightBox } from '../../solids';
import { radiansFromDegrees } from '../../units';
import { tell } from '../codes';
import { choiceOf, type Family, type FamilyChoice } from '../family';
import type { InstrumentShape } from '../instrument';
import type { Geometry, Mark, Shape, Source } from '../model';
import { headKeepOut, playerMarks, playerSolids, seated, seatedShapes } from '../people';
import { box, line, slab, smoothLoop, tube } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';
import { keyLines } from './keys';
import { GRAND_SIZES, type GrandSize } from './pianos.data';

const LID: FamilyChoice = {
  id: 'lid',
  name: 'Lid',
  options: [
    { value: 'full', text: 'on the long prop' },
    { value: 'half', text: 'on the short prop' },
    { value: 'closed', text: 'closed' },
    { value: 'off', text: 'taken off' },
  ],
};
/** Usual angles of the long and the short prop (common practice). */
const LID_ANGLE_DEG: Record<string, number> = { full: 38, half: 13, closed: 0 };

const RIM_TOP_M = 1.0;
const RIM_DEPTH_M = 0.34;
/** Strings lie this far below the rim's top. */
const STRINGS_M = RIM_TOP_M - 0.12;
const BODY_FROM_M = 0.3;

/** The case from above: straight bass side on the left, the bent side on the right. */
function outline(size: GrandSize): Vec3[] {
  const half = size.widthM / 2;
  const L = size.lengthM;
  const at = (x: number, y: number): Vec3 => vec3(x, y, RIM_TOP_M);
  const curve = [at(half, 0.62), at(half - 0.03, 0.5 * L), at(0.35 * half, 0.66 * L), at(-0.1 * half, 0.86 * L), at(-0.35 * half, L - 0.02)];
  const corner = [at(-0.62 * half, L), at(-half + 0.02, L - 0.1)];
  const bend = smoothLoop([at(half, 0.3), ...curve, ...corner, at(-half, 0.5 * L), at(-half, 0.3)], 5).slice(0, 5 * 9);
  return [at(half, 0), ...bend, at(-half, 0)];
}

function shapesOf(size: GrandSize, lid: string): Shape[] {
  const rim = outline(size);
  const half = size.widthM / 2;
  const strings = Array.from({ length: 15 }, (_, i) => {
    const t = i / 14;
    const x = -0.55 + 1.1 * t;
    return line([vec3(x, 0.34, STRINGS_M), vec3(x - 0.18 * (1 - t), 0.34 + (size.lengthM - 0.6) * (1 - t) ** 1.3 + 0.14, STRINGS_M)]);
  });
  const angle = LID_ANGLE_DEG[lid];
  const lifted =
    angle === undefined
      ? []
      : [
          slab(
            rim.filter((p) => p.y > BODY_FROM_M).map((p) => liftedPoint(p, half, angle)),
            scale(vec3(0, 0, 1), 0.02),
            angle > 0 ? 'inner' : 'main',
          ),
        ];
  return [
    slab(rim, vec3(0, 0, -RIM_DEPTH_M)),
    ...keyLines(0.02, 0.17, 0.74),
    ...strings,
    ...[vec3(-half + 0.12, 0.2, 0), vec3(half - 0.12, 0.2, 0), vec3(-0.35 * half, size.lengthM - 0.3, 0)].map((p) =>
      tube(p, add(p, vec3(0, 0, RIM_TOP_M - RIM_DEPTH_M)), 0.05, 0.06),
    ),
    ...lifted,
    ...(angle ? [line([vec3(half - 0.02, 0.62, RIM_TOP_M), liftedPoint(vec3(half - 0.15, 0.62, RIM_TOP_M), half, angle)], 'main')] : []),
  ];
}

/** A point of the lid turned about the hinge on the bass side. */
function liftedPoint(p: Vec3, half: number, angleDeg: number): Vec3 {
  const a = radiansFromDegrees(angleDeg);
  const out = p.x + half;
  return vec3(-half + out * Math.cos(a), p.y, RIM_TOP_M + out * Math.sin(a));
}

function marksOf(size: GrandSize): Mark[] {
  const half = size.widthM / 2;
  const L = size.lengthM;
  return [
    { id: 'hammer-bass', name: 'Hammer line, bass', positionM: vec3(-0.5, 0.36, STRINGS_M) },
    { id: 'hammer-middle', name: 'Hammer line, middle', positionM: vec3(0, 0.36, STRINGS_M) },
    { id: 'hammer-treble', name: 'Hammer line, treble', positionM: vec3(0.5, 0.36, STRINGS_M) },
    { id: 'bass-bridge', name: 'Bass bridge', positionM: vec3(-0.45 * half, 0.75 * L, STRINGS_M) },
    { id: 'board-holes', name: 'Sound board holes', positionM: vec3(0.2 * half, 0.6 * L, STRINGS_M) },
    { id: 'board-middle', name: 'Sound board, middle', positionM: vec3(0, 0.45 * L, STRINGS_M) },
    { id: 'tail', name: 'Tail', positionM: vec3(-0.55 * half, L, RIM_TOP_M) },
    { id: 'lid-edge', name: 'Rim at the bent side', positionM: vec3(half - 0.03, 0.5 * L, RIM_TOP_M) },
    { id: 'rim-treble', name: 'Rim, treble corner', positionM: vec3(half, 0.3, RIM_TOP_M) },
    { id: 'rim-bass', name: 'Rim, bass corner', positionM: vec3(-half, 0.3, RIM_TOP_M) },
  ];
}

function sourcesOf(size: GrandSize, instrumentId: InstrumentId, closed: boolean): Source[] {
  const L = size.lengthM;
  const parts = [
    ['bass', 'Piano bass', -0.35, 0.62 * L, [27, 1500]],
    ['middle', 'Piano middle', 0, 0.45 * L, [130, 5000]],
    ['treble', 'Piano treble', 0.4, 0.5, [500, 14_000]],
  ] as const;
  return parts.map(([id, name, x, y, bandHz]) => ({
    id,
    instrumentId,
    name,
    groupId: 'piano',
    sides: [
      { positionM: vec3(x, y, STRINGS_M), normal: vec3(0, 0, 1), polarity: 1, levelDb: closed ? -6 : 0, radiusM: PART_RADIUS_M },
      { positionM: vec3(x, y, STRINGS_M - 0.1), normal: vec3(0, 0, -1), polarity: -1, levelDb: -2, radiusM: PART_RADIUS_M },
    ],
    radiusM: 0.48 * size.widthM,
    throughM: 0,
    insideGainDb: 0,
    peakSplDb: 100,
    levelBasis: PLANNING_BASIS,
    bandHz,
    spectrumDb: spectrumOf(bandHz),
    held: false,
    allRoundShare: 0.8,
  }));
}

/** A note moves about this much of the board (our choice). */
const PART_RADIUS_M = 0.2;

/** The case in blocks up to its strings, its legs, the keyboard, and the lid as two boards where it is. */
function solidsOf(size: GrandSize, lid: string): Solid[] {
  const half = size.widthM / 2;
  const L = size.lengthM;
  const own = { name: 'the piano', sourceIds: ['bass', 'middle', 'treble'], hollow: null };
  const block = (id: string, x: readonly [number, number], y: readonly [number, number], top: number): Solid => ({
    ...own,
    id,
    shape: uprightBox(vec3(x[0], y[0], RIM_TOP_M - RIM_DEPTH_M), vec3(x[1], y[1], top)),
  });
  const legs = [vec3(-half + 0.12, 0.2, 0), vec3(half - 0.12, 0.2, 0), vec3(-0.35 * half, L - 0.3, 0)].map(
    (foot, i): Solid => ({ ...own, id: `leg-${i}`, shape: { form: 'capsule', fromM: foot, toM: add(foot, vec3(0, 0, 0.6)), radiusM: 0.06 } }),
  );
  const angle = LID_ANGLE_DEG[lid];
  const leaf = (id: string, from: number, to: number, share: number): Solid => {
    const corner = vec3(-half, from, RIM_TOP_M + 0.01);
    return {
      ...own,
      id,
      name: 'the piano’s lid',
      shape: board(
        corner,
        subtract(liftedPoint(vec3(-half + share * size.widthM, from, RIM_TOP_M), half, angle ?? 0), corner),
        vec3(0, to - from, 0),
        0.02,
      ),
      caution: tell('lid-on-its-prop'),
    };
  };
  return [
    block('keyboard', [-half, half], [0, BODY_FROM_M], 0.9),
    block('body', [-half, half], [BODY_FROM_M, 0.5 * L], STRINGS_M - 0.02),
    block('bend', [-half, 0.25 * half], [0.5 * L, 0.75 * L], STRINGS_M - 0.02),
    block('tail', [-half, -0.25 * half], [0.75 * L, L], STRINGS_M - 0.02),
    ...legs,
    ...(angle === undefined ? [] : [leaf('lid', BODY_FROM_M, 0.55 * L, 1), leaf('lid-tail', 0.55 * L, 0.95 * L, 0.45)]),
  ];
}

function build(instrument: InstrumentShape): Geometry {
  const size = GRAND_SIZES[instrument.variant] ?? (GRAND_SIZES.parlour as GrandSize);
  const lid = choiceOf(instrument, LID);
  const player = seated(vec3(0, -0.36, 0.5));
  return {
    marks: [...marksOf(size), ...playerMarks(player, 'Player’s')],
    sources: sourcesOf(size, instrument.id, lid === 'closed'),
    shapes: [box(vec3(-0.38, -0.53, 0.44), vec3(0.38, -0.19, 0.5)), ...seatedShapes(player), ...shapesOf(size, lid)],
    solids: [...solidsOf(size, lid), ...playerSolids(player, 'the player’s', 'bench')],
    keepOuts: [
      headKeepOut(player, 'Player’s head', tell('players-head')),
      {
        id: 'hands',
        name: 'Hands',
        kind: 'swing',
        pointsM: [vec3(-0.6, 0.08, 0.8), vec3(0.6, 0.08, 0.8)],
        radiusM: 0.09,
        why: tell('hands-play'),
      },
      { id: 'pedals', name: 'Pedals', kind: 'foot', pointsM: [vec3(0, 0.2, 0.08)], radiusM: 0.18, why: tell('feet-work') },
    ],
  };
}

export const GRAND_FAMILY: Family = { name: 'Grand piano', group: 'Piano', variants: GRAND_SIZES, choices: [LID], build };
