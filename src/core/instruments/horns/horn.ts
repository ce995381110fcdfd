import type { InstrumentId } from '../../ids';
import { add, normalize, scale, type Vec3, vec3 } from '../../math';
import type { Solid } from '../../solids';
import { tell } from '../codes';
import type { Family } from '../family';
import type { InstrumentShape } from '../instrument';
import type { Geometry, KeepOut, Mark, Shape, Source } from '../model';
import { headKeepOut, playerMarks, playerSolids, seated, seatedShapes, standing, stool } from '../people';
import { circle, tube } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';
import { BRASS, type Horn, SAXOPHONES } from './horns.data';

const point = (p: readonly [number, number, number]): Vec3 => vec3(...p);

/** A flat chain of coordinates as points. */
const pointsOf = (chain: readonly number[]): Vec3[] =>
  Array.from({ length: chain.length / 3 }, (_, i) => vec3(chain[3 * i] as number, chain[3 * i + 1] as number, chain[3 * i + 2] as number));

/** Where the bell begins to flare: back along its axis. */
const throatOf = (horn: Horn): Vec3 => add(point(horn.bellM), scale(normalize(point(horn.looks)), -horn.flareM));

function shapesOf(horn: Horn): Shape[] {
  const looks = normalize(point(horn.looks));
  const bell = point(horn.bellM);
  const r = horn.bellDiameterM / 2;
  const throat = throatOf(horn);
  const mid = add(bell, scale(looks, -0.3 * horn.flareM));
  const pipes = horn.pipes.flatMap(({ radiusM, chain }) => {
    const points = pointsOf(chain);
    return points.slice(1).map((p, i) => tube(points[i] as Vec3, p, radiusM));
  });
  return [
    ...pipes,
    tube(throat, mid, 0.18 * r, 0.42 * r),
    tube(mid, bell, 0.42 * r, r),
    circle(bell, looks, r),
    circle(bell, looks, 0.35 * r, 'inner'),
  ];
}

function marksOf(horn: Horn): Mark[] {
  const bell = point(horn.bellM);
  const looks = normalize(point(horn.looks));
  const r = horn.bellDiameterM / 2;
  const upright = Math.abs(looks.z) > 0.7;
  const rim = upright ? vec3(0, r, 0) : vec3(0, -looks.z * r, Math.abs(looks.y) * r);
  return [
    { id: 'bell', name: 'Bell, middle', positionM: bell },
    { id: 'bell-rim', name: upright ? 'Bell rim, front' : 'Bell rim, top', positionM: add(bell, rim) },
    { id: 'bell-rim-left', name: 'Bell rim, left', positionM: add(bell, vec3(-r, 0, 0)) },
    { id: 'bell-rim-right', name: 'Bell rim, right', positionM: add(bell, vec3(r, 0, 0)) },
    ...(horn.keys
      ? [
          {
            id: 'keys',
            name: horn.bandHz[0] < 250 && horn.pipes.length === 4 ? 'Left-hand keys' : 'Valves and left hand',
            positionM: point(horn.keys),
          },
        ]
      : []),
  ];
}

/** The bell radiates forward, the more so the higher; a saxophone's keys let part of it out. Planning level from memory, ±6 dB. */
function sourceOf(horn: Horn, instrumentId: InstrumentId): Source {
  return {
    id: 'bell',
    instrumentId,
    name: horn.name,
    groupId: 'horn',
    sides: [{ positionM: point(horn.bellM), normal: normalize(point(horn.looks)), polarity: 1, levelDb: 0, radiusM: horn.bellDiameterM / 2 }],
    radiusM: horn.bellDiameterM / 2,
    throughM: 0,
    insideGainDb: 0,
    peakSplDb: horn.peakSplDb,
    levelBasis: PLANNING_BASIS,
    bandHz: horn.bandHz,
    spectrumDb: spectrumOf(horn.bandHz),
    held: true,
    allRoundShare: horn.allRoundShare,
  };
}

/** Open tone holes let out most notes of a saxophone before they reach the bell; of a straight one nearly all (from memory). */
function toneHoles(horn: Horn, instrumentId: InstrumentId): Source[] {
  if (horn.holesDb === undefined || !horn.keys) return [];
  const bell = sourceOf(horn, instrumentId);
  const looks = normalize(vec3(0, 1, 0.1));
  return [
    {
      ...bell,
      id: 'keys',
      name: 'Keys',
      sides: [{ positionM: add(point(horn.keys), scale(looks, 0.03)), normal: looks, polarity: 1, levelDb: 0, radiusM: 0.06 }],
      radiusM: 0.06,
      peakSplDb: horn.peakSplDb + horn.holesDb,
      allRoundShare: 0.85,
    },
  ];
}

/** Tubing and the bell's flare; a microphone before the bell is before them all. */
function solidsOf(horn: Horn): Solid[] {
  const own = { sourceIds: ['bell', 'keys'], hollow: null, name: `the ${horn.name.toLowerCase()}` };
  const pipes = horn.pipes.flatMap(({ radiusM, chain }, p) =>
    pointsOf(chain)
      .slice(1)
      .map((toM, i): Solid => ({ ...own, id: `pipe-${p}-${i}`, shape: { form: 'capsule', fromM: pointsOf(chain)[i] as Vec3, toM, radiusM } })),
  );
  const flare = { form: 'cylinder', fromM: throatOf(horn), toM: point(horn.bellM), radiusM: 0.3 * horn.bellDiameterM } as const;
  return [...pipes, { ...own, id: 'flare', shape: flare }];
}

function keepOutsOf(horn: Horn): KeepOut[] {
  const bell = point(horn.bellM);
  const looks = normalize(point(horn.looks));
  const blast: KeepOut = {
    id: 'blast',
    name: 'Bell blast',
    kind: 'blast',
    pointsM: [bell, add(bell, scale(looks, 0.1))],
    radiusM: Math.max(0.05, 0.6 * horn.bellDiameterM),
    why: tell('bell-blows'),
  };
  const slide: KeepOut[] = horn.swing
    ? [{ id: 'slide', name: 'Slide', kind: 'swing', pointsM: horn.swing.map(point), radiusM: 0.08, why: tell('slide-runs') }]
    : [];
  return [blast, ...slide];
}

function buildFrom(table: Readonly<Record<string, Horn>>, usual: string) {
  return (instrument: InstrumentShape): Geometry => {
    const horn = table[instrument.variant] ?? (table[usual] as Horn);
    const player = horn.standing ? standing(0, 0) : seated(vec3(0, 0, 0.47));
    return {
      marks: [...marksOf(horn), ...playerMarks(player, 'Player’s')],
      sources: [sourceOf(horn, instrument.id), ...toneHoles(horn, instrument.id)],
      shapes: [...(horn.standing ? [] : stool(player)), ...seatedShapes(player), ...shapesOf(horn)],
      solids: [...solidsOf(horn), ...playerSolids(player, 'the player’s', horn.standing ? null : 'stool')],
      keepOuts: [...keepOutsOf(horn), headKeepOut(player, 'Player’s head', tell('players-head'))],
    };
  };
}

export const BRASS_FAMILY: Family = { name: 'Brass', group: 'Horns', variants: BRASS, choices: [], build: buildFrom(BRASS, 'trumpet') };
export const SAXOPHONE_FAMILY: Family = {
  name: 'Saxophone',
  group: 'Horns',
  variants: SAXOPHONES,
  choices: [],
  build: buildFrom(SAXOPHONES, 'alto'),
};
