import { add, type Vec3, vec3 } from '../../math';
import { tell } from '../codes';
import type { Family } from '../family';
import type { Geometry, Shape } from '../model';
import { headKeepOut, playerMarks, playerSolids, seatedShapes, standing } from '../people';
import { circle, line, tube } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';

interface Shaken {
  readonly name: string;
  readonly basis: string;
  readonly peakSplDb: number;
  readonly bandHz: readonly [number, number];
  draw(hand: Vec3): Shape[];
}

const SHAKEN: Readonly<Record<string, Shaken>> = {
  shaker: {
    name: 'Shaker in hand',
    basis: 'A tube of {5 by 18 cm} held at chest height (common practice).',
    peakSplDb: 86,
    bandHz: [1500, 18_000],
    draw: (hand) => [
      tube(add(hand, vec3(-0.09, 0, 0)), add(hand, vec3(0.09, 0, 0)), 0.026),
      line([add(hand, vec3(-0.05, 0, 0.03)), add(hand, vec3(0.05, 0, 0.03))]),
    ],
  },
  tambourine: {
    name: 'Tambourine in hand',
    basis: 'A ring of {25 cm} held at chest height (common practice).',
    peakSplDb: 99,
    bandHz: [800, 18_000],
    draw: (hand) => [
      circle(hand, vec3(0, 1, 0.3), 0.127),
      circle(hand, vec3(0, 1, 0.3), 0.105, 'inner'),
      ...[0, 1, 2, 3, 4, 5].map((i) =>
        circle(
          add(hand, vec3(0.116 * Math.cos((i * Math.PI) / 3), -0.03 * Math.sin((i * Math.PI) / 3), 0.11 * Math.sin((i * Math.PI) / 3))),
          vec3(0, 0.3, 1),
          0.022,
          'inner',
        ),
      ),
    ],
  },
};

function build(instrument: { id: string; variant: string }): Geometry {
  const kind = SHAKEN[instrument.variant] ?? (SHAKEN.shaker as Shaken);
  const player = standing(0, 0);
  const hand = vec3(0.12, 0.36, 1.2);
  return {
    marks: [{ id: 'hand', name: 'Middle of the swing', positionM: hand }, ...playerMarks(player, 'Player’s')],
    sources: [
      {
        id: 'shaken',
        instrumentId: instrument.id,
        name: kind.name.replace(' in hand', ''),
        groupId: 'shaken',
        sides: [{ positionM: hand, normal: vec3(0, 1, 0), polarity: 1, levelDb: 0, radiusM: 0.05 }],
        radiusM: 0.1,
        throughM: 0,
        insideGainDb: 0,
        peakSplDb: kind.peakSplDb,
        levelBasis: PLANNING_BASIS,
        bandHz: kind.bandHz,
        spectrumDb: spectrumOf(kind.bandHz),
        held: false,
        allRoundShare: 0.9,
      },
    ],
    shapes: [...seatedShapes(player), line([vec3(0.2, 0, 1.3), vec3(0.26, 0.16, 1.08), hand], 'player'), ...kind.draw(hand)],
    solids: playerSolids(player, 'the player’s', null),
    keepOuts: [
      {
        id: 'swing',
        name: 'Swing of the hand',
        kind: 'swing',
        pointsM: [vec3(-0.05, 0.36, 1.2), vec3(0.3, 0.36, 1.2)],
        radiusM: 0.16,
        why: tell('hand-swings'),
      },
      headKeepOut(player, 'Player’s head', tell('players-head')),
    ],
  };
}

export const SHAKEN_FAMILY: Family = { name: 'Shaker and tambourine', group: 'Percussion', variants: SHAKEN, choices: [], build };
