import type { InstrumentId } from '../../ids';
import { type Vec3, vec3 } from '../../math';
import { type Solid, uprightBox } from '../../solids';
import { tell } from '../codes';
import { choiceOf, type Family, type FamilyChoice } from '../family';
import type { InstrumentShape } from '../instrument';
import type { Geometry, Mark, Shape, Source } from '../model';
import { headKeepOut, playerMarks, playerSolids, seated, seatedShapes } from '../people';
import { box, line } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';
import { keyLines } from './keys';
import { UPRIGHT_SIZES, type UprightSize } from './pianos.data';

const LID: FamilyChoice = {
  id: 'lid',
  name: 'Top lid',
  options: [
    { value: 'open', text: 'open' },
    { value: 'closed', text: 'closed' },
  ],
};
const KNEE: FamilyChoice = {
  id: 'knee',
  name: 'Knee panel',
  options: [
    { value: 'on', text: 'on' },
    { value: 'off', text: 'off' },
  ],
};

const KEY_HEIGHT_M = 0.72;
/** The case stands behind the keys; its front panel is here, metres from the key fronts. */
const PANEL_Y_M = 0.28;

function shapesOf(size: UprightSize, lidOpen: boolean, kneeOff: boolean): Shape[] {
  const half = size.widthM / 2;
  const back = PANEL_Y_M + size.depthM - 0.24;
  const lid = lidOpen
    ? [
        line(
          [
            vec3(-half, back, size.heightM),
            vec3(-half, back + 0.08, size.heightM + 0.26),
            vec3(half, back + 0.08, size.heightM + 0.26),
            vec3(half, back, size.heightM),
          ],
          'main',
        ),
      ]
    : [];
  const knee = [vec3(-0.55, PANEL_Y_M, 0.12), vec3(0.55, PANEL_Y_M, 0.12), vec3(0.55, PANEL_Y_M, 0.58), vec3(-0.55, PANEL_Y_M, 0.58)];
  return [
    box(vec3(-half, PANEL_Y_M, 0.04), vec3(half, back, size.heightM)),
    box(vec3(-half, 0, KEY_HEIGHT_M - 0.1), vec3(half, PANEL_Y_M, KEY_HEIGHT_M)),
    ...keyLines(0.01, 0.15, KEY_HEIGHT_M + 0.002),
    { form: 'loop', weight: 'inner', points: knee },
    ...(kneeOff
      ? Array.from({ length: 12 }, (_, i): Shape => line([vec3(-0.5 + i * 0.09, PANEL_Y_M, 0.14), vec3(-0.4 + i * 0.09, PANEL_Y_M, 0.56)]))
      : []),
    line([vec3(-half, back, 0.1), vec3(half, back, size.heightM - 0.05)]),
    ...[-half + 0.04, half - 0.04].map((x) => line([vec3(x, 0.04, KEY_HEIGHT_M - 0.1), vec3(x, 0.04, 0)], 'main')),
    ...lid,
  ];
}

function marksOf(size: UprightSize): Mark[] {
  const back = PANEL_Y_M + size.depthM - 0.24;
  const lidY = PANEL_Y_M + 0.12;
  return [
    { id: 'lid-bass', name: 'Open lid, bass end', positionM: vec3(-0.42, lidY, size.heightM) },
    { id: 'lid-treble', name: 'Open lid, treble end', positionM: vec3(0.42, lidY, size.heightM) },
    { id: 'knee-panel', name: 'Knee panel, middle', positionM: vec3(0, PANEL_Y_M, 0.35) },
    { id: 'knee-bass', name: 'Knee panel, bass', positionM: vec3(-0.4, PANEL_Y_M, 0.35) },
    { id: 'knee-treble', name: 'Knee panel, treble', positionM: vec3(0.4, PANEL_Y_M, 0.35) },
    { id: 'board-bass', name: 'Sound board back, bass', positionM: vec3(-0.42, back, 0.62) },
    { id: 'board-treble', name: 'Sound board back, treble', positionM: vec3(0.42, back, 0.62) },
    { id: 'back-bass', name: 'Back, top corner, bass', positionM: vec3(-0.6, back, size.heightM - 0.08) },
    { id: 'back-treble', name: 'Back, top corner, treble', positionM: vec3(0.6, back, size.heightM - 0.08) },
    { id: 'keys-bass', name: 'Lowest key', positionM: vec3(-0.61, 0.05, KEY_HEIGHT_M) },
    { id: 'keys-treble', name: 'Highest key', positionM: vec3(0.61, 0.05, KEY_HEIGHT_M) },
    { id: 'hammer-bass', name: 'Hammer line, bass', positionM: vec3(-0.5, lidY, size.heightM - 0.25) },
    { id: 'hammer-middle', name: 'Hammer line, middle', positionM: vec3(0, lidY, size.heightM - 0.25) },
    { id: 'hammer-treble', name: 'Hammer line, treble', positionM: vec3(0.5, lidY, size.heightM - 0.25) },
    { id: 'keys-middle', name: 'Middle of the keyboard', positionM: vec3(0, 0.05, KEY_HEIGHT_M) },
  ];
}

/** A note moves about this much of the board (our choice). */
const PART_RADIUS_M = 0.2;

/**
 * The sound board is one plate: its front and its back move opposite ways, and at the attack the hammers drive it away from
 * the player. Planning level from memory, ±6 dB.
 */
function boardSources(size: UprightSize, instrumentId: InstrumentId, closed: boolean): Source[] {
  const back = PANEL_Y_M + size.depthM - 0.24;
  const place = (x: number, z: number): Vec3 => vec3(x, back - 0.14, z);
  const parts = [
    ['bass', 'Piano bass', -0.42, 0.5, [27, 1500]],
    ['middle', 'Piano middle', 0, 0.7, [130, 5000]],
    ['treble', 'Piano treble', 0.42, size.heightM - 0.3, [500, 12_000]],
  ] as const;
  return parts.map(([id, name, x, z, bandHz]) => ({
    id,
    instrumentId,
    name,
    groupId: 'piano',
    sides: [
      { positionM: place(x, z), normal: vec3(0, -1, 0), polarity: -1, levelDb: closed ? -4 : 0, radiusM: PART_RADIUS_M },
      { positionM: vec3(x, back, z), normal: vec3(0, 1, 0), polarity: 1, levelDb: 0, radiusM: PART_RADIUS_M },
    ],
    radiusM: 0.4 * size.widthM,
    throughM: 0,
    insideGainDb: 0,
    peakSplDb: 95,
    levelBasis: PLANNING_BASIS,
    bandHz,
    spectrumDb: spectrumOf(bandHz),
    held: false,
    allRoundShare: 0.8,
  }));
}

/** The case and the keyboard; with the knee panel off the strings below are open. */
function caseSolids(size: UprightSize, kneeOff: boolean): Solid[] {
  const half = size.widthM / 2;
  const back = PANEL_Y_M + size.depthM - 0.24;
  const own = { name: 'the piano', sourceIds: ['bass', 'middle', 'treble'], hollow: null };
  return [
    { ...own, id: 'case', shape: uprightBox(vec3(-half, PANEL_Y_M, KEY_HEIGHT_M - 0.1), vec3(half, back, size.heightM)) },
    { ...own, id: 'case-below', shape: uprightBox(vec3(-half, PANEL_Y_M + (kneeOff ? 0.1 : 0), 0.04), vec3(half, back, KEY_HEIGHT_M - 0.1)) },
    { ...own, id: 'keyboard', name: 'the keyboard', shape: uprightBox(vec3(-half, 0, KEY_HEIGHT_M - 0.1), vec3(half, PANEL_Y_M, KEY_HEIGHT_M)) },
  ];
}

function build(instrument: InstrumentShape): Geometry {
  const size = UPRIGHT_SIZES[instrument.variant] ?? (UPRIGHT_SIZES.studio as UprightSize);
  const open = choiceOf(instrument, LID) === 'open';
  const player = seated(vec3(0, -0.42, 0.5));
  return {
    marks: [...marksOf(size), ...playerMarks(player, 'Player’s')],
    sources: boardSources(size, instrument.id, !open),
    shapes: [
      box(vec3(-0.38, -0.58, 0.44), vec3(0.38, -0.24, 0.5)),
      ...seatedShapes(player),
      ...shapesOf(size, open, choiceOf(instrument, KNEE) === 'off'),
    ],
    solids: [...caseSolids(size, choiceOf(instrument, KNEE) === 'off'), ...playerSolids(player, 'the player’s', 'bench')],
    keepOuts: [
      headKeepOut(player, 'Player’s head', tell('players-head')),
      {
        id: 'pedals',
        name: 'Pedals',
        kind: 'foot',
        pointsM: [vec3(-0.1, 0.12, 0.08), vec3(0.1, 0.12, 0.08)],
        radiusM: 0.14,
        why: tell('feet-work'),
      },
      {
        id: 'hands',
        name: 'Hands',
        kind: 'swing',
        pointsM: [vec3(-0.6, 0.06, 0.78), vec3(0.6, 0.06, 0.78)],
        radiusM: 0.09,
        why: tell('hands-play'),
      },
    ],
  };
}

export const UPRIGHT_FAMILY: Family = { name: 'Upright piano', group: 'Piano', variants: UPRIGHT_SIZES, choices: [LID, KNEE], build };
