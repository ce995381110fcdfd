import type { InstrumentId } from '../../ids';
import { type Vec3, vec3 } from '../../math';
import { type Solid, uprightBox } from '../../solids';
import { tell } from '../codes';
import type { Family } from '../family';
import type { Geometry, Shape, Source } from '../model';
import { headKeepOut, playerMarks, playerSolids, seatedShapes, standing } from '../people';
import { line, slab, tube } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';

interface MalletSize {
  readonly name: string;
  readonly basis: string;
  readonly lengthM: number;
  readonly lowDepthM: number;
  readonly highDepthM: number;
  readonly heightM: number;
  readonly bars: number;
  readonly lowHz: number;
  readonly highHz: number;
}

const SIZES: Readonly<Record<string, MalletSize>> = {
  vibraphone: {
    name: 'Vibraphone, 3 octaves',
    basis: 'F3 to F6. Usual frame: {1.43 m} long, bars at {0.88 m} (common practice).',
    lengthM: 1.43,
    lowDepthM: 0.76,
    highDepthM: 0.4,
    heightM: 0.88,
    bars: 22,
    lowHz: 174.6,
    highHz: 12_000,
  },
  marimba: {
    name: 'Marimba, 4⅓ octaves',
    basis: 'A2 to C7. Usual frame: {2.06 m} long, bars at {0.9 m} (common practice).',
    lengthM: 2.06,
    lowDepthM: 0.96,
    highDepthM: 0.44,
    heightM: 0.9,
    bars: 31,
    lowHz: 110,
    highHz: 9000,
  },
  'marimba-five': {
    name: 'Marimba, 5 octaves',
    basis: 'C2 to C7. Usual frame: {2.62 m} long, bars at {0.92 m} (common practice).',
    lengthM: 2.62,
    lowDepthM: 1.06,
    highDepthM: 0.44,
    heightM: 0.92,
    bars: 36,
    lowHz: 65.4,
    highHz: 9000,
  },
};

/** Bars lie between y 0.15 and the depth; the player stands at the near side, low notes to his left. */
const NEAR_Y = 0.22;

const depthAt = (size: MalletSize, share: number): number => size.lowDepthM + (size.highDepthM - size.lowDepthM) * share;
const middleAt = (size: MalletSize, share: number): Vec3 => vec3((share - 0.5) * size.lengthM, NEAR_Y + size.lowDepthM / 2, size.heightM);

function shapesOf(size: MalletSize): Shape[] {
  const centreY = NEAR_Y + size.lowDepthM / 2;
  const corner = (share: number, side: number): Vec3 =>
    vec3((share - 0.5) * size.lengthM, centreY + (side * depthAt(size, share)) / 2, size.heightM - 0.02);
  const frame = [corner(0, -1), corner(1, -1), corner(1, 1), corner(0, 1)];
  const bars = Array.from({ length: size.bars }, (_, i): Shape => {
    const share = (i + 0.5) / size.bars;
    const x = (share - 0.5) * (size.lengthM - 0.1);
    const d = depthAt(size, share);
    const w = (0.36 * size.lengthM) / size.bars;
    const near = [
      vec3(x - w, centreY - 0.46 * d, size.heightM),
      vec3(x + w, centreY - 0.46 * d, size.heightM),
      vec3(x + w, centreY - 0.02, size.heightM),
      vec3(x - w, centreY - 0.02, size.heightM),
    ];
    return { form: 'loop', weight: 'inner', points: near };
  });
  const sharps = Array.from({ length: size.bars - 1 }, (_, i): Shape | null => {
    if (i % 7 === 2 || i % 7 === 6) return null;
    const share = (i + 1) / size.bars;
    const x = (share - 0.5) * (size.lengthM - 0.1);
    return line([vec3(x, centreY + 0.03, size.heightM + 0.02), vec3(x, centreY + 0.44 * depthAt(size, share), size.heightM + 0.02)]);
  }).filter((shape) => shape !== null);
  const pipes = Array.from({ length: size.bars }, (_, i): Shape => {
    const share = (i + 0.5) / size.bars;
    const x = (share - 0.5) * (size.lengthM - 0.1);
    return line([vec3(x, centreY - 0.1, size.heightM - 0.06), vec3(x, centreY - 0.1, size.heightM - 0.12 - 0.42 * (1 - share))]);
  });
  const legs = [corner(0, -1), corner(0, 1), corner(1, -1), corner(1, 1)].map((c) =>
    tube(vec3(c.x, c.y, 0), vec3(c.x, c.y, size.heightM - 0.06), 0.02),
  );
  return [...legs, ...pipes, slab(frame, vec3(0, 0, -0.08)), ...bars, ...sharps];
}

/** A bar's two faces move opposite ways. Planning level from memory, ±6 dB. */
function sourcesOf(size: MalletSize, instrumentId: InstrumentId): Source[] {
  const parts = [
    ['low', 'Low bars', 1 / 6],
    ['middle', 'Middle bars', 0.5],
    ['high', 'High bars', 5 / 6],
  ] as const;
  return parts.map(([id, name, share]) => ({
    id,
    instrumentId,
    name,
    groupId: 'bars',
    sides: [
      { positionM: middleAt(size, share), normal: vec3(0, 0, 1), polarity: -1, levelDb: 0, radiusM: 0.1 },
      {
        positionM: vec3(middleAt(size, share).x, middleAt(size, share).y, size.heightM - 0.05),
        normal: vec3(0, 0, -1),
        polarity: 1,
        levelDb: 0,
        radiusM: 0.1,
      },
    ],
    radiusM: 0.1,
    throughM: 0,
    insideGainDb: 0,
    peakSplDb: 98,
    levelBasis: PLANNING_BASIS,
    bandHz: [size.lowHz, size.highHz],
    spectrumDb: spectrumOf([size.lowHz, size.highHz]),
    held: false,
    allRoundShare: 0.85,
  }));
}

function build(instrument: { id: string; variant: string }): Geometry {
  const size = SIZES[instrument.variant] ?? (SIZES.vibraphone as MalletSize);
  const player = standing(0, -0.2);
  const half = size.lengthM / 2;
  const far = NEAR_Y + size.lowDepthM;
  return {
    marks: [
      { id: 'low-end', name: 'Low end of the bars', positionM: vec3(-half, NEAR_Y + size.lowDepthM / 2, size.heightM) },
      { id: 'middle', name: 'Middle of the bars', positionM: middleAt(size, 0.5) },
      { id: 'high-end', name: 'High end of the bars', positionM: vec3(half, NEAR_Y + size.lowDepthM / 2, size.heightM) },
      { id: 'third-low', name: 'A third in from the low end', positionM: middleAt(size, 1 / 3) },
      { id: 'third-high', name: 'A third in from the high end', positionM: middleAt(size, 2 / 3) },
      { id: 'far-edge', name: 'Far edge, middle', positionM: vec3(0, far, size.heightM) },
      ...playerMarks(player, 'Player’s'),
    ],
    sources: sourcesOf(size, instrument.id),
    shapes: [...seatedShapes(player), ...shapesOf(size)],
    solids: [
      ...['bars', 'pipes'].map(
        (id): Solid => ({
          id,
          name: 'the bars',
          sourceIds: ['low', 'middle', 'high'],
          hollow: null,
          shape:
            id === 'bars'
              ? uprightBox(vec3(-half, NEAR_Y, size.heightM - 0.1), vec3(half, far, size.heightM + 0.03))
              : uprightBox(
                  vec3(-half + 0.05, NEAR_Y + 0.3 * size.lowDepthM, size.heightM - 0.5),
                  vec3(0.1 * half, far - 0.3 * size.lowDepthM, size.heightM - 0.1),
                ),
        }),
      ),
      ...playerSolids(player, 'the player’s', null),
    ],
    keepOuts: [
      {
        id: 'mallets',
        name: 'Mallet sweep',
        kind: 'swing',
        pointsM: [vec3(-half, NEAR_Y + size.lowDepthM / 2, size.heightM + 0.15), vec3(half, NEAR_Y + size.lowDepthM / 2, size.heightM + 0.15)],
        radiusM: 0.16,
        why: tell('mallets-swing'),
      },
      headKeepOut(player, 'Player’s head', tell('players-head')),
    ],
  };
}

export const MALLET_FAMILY: Family = { name: 'Vibraphone and marimba', group: 'Percussion', variants: SIZES, choices: [], build };
