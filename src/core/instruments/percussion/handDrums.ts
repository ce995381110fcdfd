import { add, normalize, scale, type Vec3, vec3 } from '../../math';
import { metresFromInches } from '../../units';
import type { Family } from '../family';
import type { InstrumentShape } from '../instrument';
import type { Geometry, KeepOut, Mark, Shape, Source } from '../model';
import { headKeepOut, playerMarks, seated, seatedShapes, stool } from '../people';
import { circle, line, lugs, tube } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';
import { HAND_DRUM_SETS, type HandDrum } from './handDrums.data';

const headOf = (drum: HandDrum): Vec3 => vec3(...drum.headM);
const normalOf = (drum: HandDrum): Vec3 => normalize(vec3(...drum.looks));
const radiusOf = (drum: HandDrum): number => metresFromInches(drum.diameterIn) / 2;
const openEnd = (drum: HandDrum): Vec3 => add(headOf(drum), scale(normalOf(drum), -drum.lengthM));

/** Head and open end move opposite ways; the open end carries the low note. */
function sourceOf(drum: HandDrum, instrumentId: string): Source {
  const normal = normalOf(drum);
  return {
    id: drum.id,
    instrumentId,
    name: drum.name,
    groupId: drum.id,
    sides: [
      { positionM: headOf(drum), normal, polarity: -1, levelDb: 0, radiusM: radiusOf(drum) },
      {
        positionM: openEnd(drum),
        normal: scale(normal, -1),
        polarity: 1,
        levelDb: -4,
        radiusM: radiusOf(drum) * drum.taper,
        tiltDb: [0, -2, -8, -14],
      },
    ],
    radiusM: radiusOf(drum),
    throughM: drum.lengthM,
    insideGainDb: 12,
    peakSplDb: drum.peakSplDb,
    levelBasis: PLANNING_BASIS,
    bandHz: drum.bandHz,
    spectrumDb: spectrumOf(drum.bandHz),
    held: false,
    allRoundShare: 1,
  };
}

function marksOf(drum: HandDrum): Mark[] {
  const r = radiusOf(drum);
  const head = headOf(drum);
  return [
    { id: `${drum.id}-head`, name: `${drum.name} head centre`, positionM: head },
    { id: `${drum.id}-rim-left`, name: `${drum.name} rim, left`, positionM: add(head, vec3(-r, 0, 0)) },
    {
      id: `${drum.id}-rim-far`,
      name: `${drum.name} rim, far side`,
      positionM: add(head, Math.abs(normalOf(drum).y) > 0.7 ? vec3(0, 0, r) : vec3(0, r, 0)),
    },
    { id: `${drum.id}-open`, name: drum.lengthM < 0.1 ? `${drum.name} back` : `${drum.name} open end`, positionM: openEnd(drum) },
  ];
}

function shapesOf(drum: HandDrum): Shape[] {
  const normal = normalOf(drum);
  const r = radiusOf(drum);
  const belly = add(headOf(drum), scale(normal, -0.4 * drum.lengthM));
  const foot = openEnd(drum);
  const long = drum.lengthM > 0.4;
  return [
    tube(belly, foot, long ? r * 1.12 : r * 0.95, r * drum.taper),
    tube(headOf(drum), belly, r, long ? r * 1.12 : r * 0.95),
    circle(headOf(drum), normal, r),
    circle(headOf(drum), normal, r * 0.92, 'inner'),
    ...lugs(headOf(drum), normal, r, Math.min(0.3, drum.lengthM), 5),
  ];
}

const handsOver = (drum: HandDrum): KeepOut => ({
  id: `${drum.id}-hands`,
  name: `${drum.name}: hands`,
  kind: 'swing',
  pointsM: [add(headOf(drum), scale(normalOf(drum), 0.09))],
  radiusM: 0.09,
  why: 'a hand comes down here',
});

function build(instrument: InstrumentShape): Geometry {
  const set = HAND_DRUM_SETS[instrument.variant] ?? (HAND_DRUM_SETS['conga-pair'] as (typeof HAND_DRUM_SETS)[string]);
  const player = seated(vec3(0, -0.12, 0.52));
  const joined = instrument.variant === 'bongos' ? [line([vec3(-0.03, 0.28, 0.55), vec3(0.03, 0.28, 0.55)], 'main')] : [];
  return {
    marks: [...set.drums.flatMap(marksOf), ...playerMarks(player, 'Player’s')],
    sources: set.drums.map((drum) => sourceOf(drum, instrument.id)),
    shapes: [...stool(player), ...seatedShapes(player), ...set.drums.flatMap(shapesOf), ...joined],
    keepOuts: [
      ...set.drums.map(handsOver),
      ...set.drums
        .filter((drum) => drum.lengthM > 0.4)
        .map((drum): KeepOut => {
          const foot = openEnd(drum);
          return {
            id: `${drum.id}-foot`,
            name: `${drum.name}: its foot`,
            kind: 'foot',
            pointsM: [vec3(foot.x, foot.y, 0.05)],
            radiusM: 0.13,
            why: 'the drum stands here',
          };
        }),
      headKeepOut(player, 'Player’s head', 'the player’s head is here'),
    ],
  };
}

export const HAND_DRUM_FAMILY: Family = { name: 'Hand drums', group: 'Percussion', variants: HAND_DRUM_SETS, choices: [], build };
