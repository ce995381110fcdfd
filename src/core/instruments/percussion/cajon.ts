import { vec3 } from '../../math';
import { uprightBox } from '../../solids';
import { tell } from '../codes';
import type { Family } from '../family';
import type { Geometry } from '../model';
import { headKeepOut, playerMarks, playerSolids, seated, seatedShapes } from '../people';
import { box, circle, line } from '../shapes';
import { PLANNING_BASIS, sharesDb } from '../spectrum';

interface CajonSize {
  readonly name: string;
  readonly basis: string;
  readonly sideM: number;
  readonly heightM: number;
}

const SIZES: Readonly<Record<string, CajonSize>> = {
  standard: {
    name: 'Cajon',
    basis: 'Usual box: {30 by 30 by 48 cm}, sound hole of {12 cm} at the back (common practice).',
    sideM: 0.3,
    heightM: 0.48,
  },
  travel: { name: 'Travel cajon', basis: 'Shallow box: {28 by 28 by 44 cm} (common practice).', sideM: 0.28, heightM: 0.44 },
};

/** The player sits on the box and strikes its front; the port behind moves the other way. */
function build(instrument: { id: string; variant: string }): Geometry {
  const size = SIZES[instrument.variant] ?? (SIZES.standard as CajonSize);
  const [half, h] = [size.sideM / 2, size.heightM];
  const player = seated(vec3(0, -0.04, h));
  const front = vec3(0, half, 0.62 * h);
  const port = vec3(0, -half, 0.55 * h);
  return {
    marks: [
      { id: 'face', name: 'Front plate, middle', positionM: vec3(0, half, 0.5 * h) },
      { id: 'top-edge', name: 'Top edge of the front plate', positionM: vec3(0, half, h - 0.03) },
      { id: 'port', name: 'Rear port', positionM: port },
      { id: 'corner-left', name: 'Front corner, left, top', positionM: vec3(-half, half, h) },
      { id: 'corner-right', name: 'Front corner, right, top', positionM: vec3(half, half, h) },
      { id: 'back-left', name: 'Rear corner, left, top', positionM: vec3(-half, -half, h) },
      { id: 'back-right', name: 'Rear corner, right, top', positionM: vec3(half, -half, h) },
      { id: 'back-foot', name: 'Rear edge, middle, bottom', positionM: vec3(0, -half, 0.01) },
      ...playerMarks(player, 'Player’s'),
    ],
    sources: [
      {
        id: 'cajon',
        instrumentId: instrument.id,
        name: 'Cajon',
        groupId: 'cajon',
        sides: [
          { positionM: front, normal: vec3(0, 1, 0), polarity: -1, levelDb: 0, radiusM: 0.8 * half },
          { positionM: port, normal: vec3(0, -1, 0), polarity: 1, levelDb: -2, radiusM: 0.06, tiltDb: [0, -3, -10, -16] },
        ],
        radiusM: half,
        throughM: size.sideM,
        insideGainDb: 12,
        peakSplDb: 108,
        levelBasis: PLANNING_BASIS,
        bandHz: [55, 10_000],
        spectrumDb: sharesDb([-1, 0, -4, -9]),
        held: false,
        allRoundShare: 0.9,
      },
    ],
    shapes: [
      box(vec3(-half, -half, 0.01), vec3(half, half, h)),
      line([vec3(-half, half, 0.01), vec3(half, half, 0.01), vec3(half, half, h), vec3(-half, half, h), vec3(-half, half, 0.01)], 'main'),
      circle(port, vec3(0, 1, 0), 0.06, 'inner'),
      ...[-0.11, 0.11].map((x) => line([vec3(x, half, 0.03), vec3(x, half, h - 0.03)])),
      ...seatedShapes(player),
    ],
    solids: [
      { id: 'box', name: 'the cajon', shape: uprightBox(vec3(-half, -half, 0.01), vec3(half, half, h)), sourceIds: ['cajon'], hollow: null },
      ...playerSolids(player, 'the player’s', null),
    ],
    keepOuts: [
      {
        id: 'hands',
        name: 'Hands',
        kind: 'swing',
        pointsM: [vec3(-0.1, half + 0.08, h - 0.06), vec3(0.1, half + 0.08, h - 0.06)],
        radiusM: 0.09,
        why: tell('hands-strike'),
      },
      headKeepOut(player, 'Player’s head', tell('players-head')),
    ],
  };
}

export const CAJON_FAMILY: Family = { name: 'Cajon', group: 'Percussion', variants: SIZES, choices: [], build };
