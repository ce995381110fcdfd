import type { InstrumentId } from '../../ids';
import { add, normalize, scale, type Vec3, vec3 } from '../../math';
import type { Solid } from '../../solids';
import { metresFromInches } from '../../units';
import { tell } from '../codes';
import { choiceOf, type Family, type FamilyChoice } from '../family';
import type { InstrumentShape } from '../instrument';
import type { Geometry, KeepOut, Mark, Shape, Source } from '../model';
import { headKeepOut, playerMarks, playerSolids, seated, seatedShapes, stool } from '../people';
import { circle, line, lugs, tube } from '../shapes';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';
import { HAND_DRUM_SETS, type HandDrum } from './handDrums.data';

const headOf = (drum: HandDrum): Vec3 => vec3(...drum.headM);
const normalOf = (drum: HandDrum): Vec3 => normalize(vec3(...drum.looks));
const radiusOf = (drum: HandDrum): number => metresFromInches(drum.diameterIn) / 2;
const openEnd = (drum: HandDrum): Vec3 => add(headOf(drum), scale(normalOf(drum), -drum.lengthM));

/** Widest radius: a conga's belly is about 41 cm across whatever its head (common practice); a goblet or a frame is widest at its head. */
const bellyOf = (drum: HandDrum): number => (drum.bellyM ? drum.bellyM / 2 : 0.97 * radiusOf(drum));

/** Head and open end move opposite ways; the open end carries the low note. */
function sourceOf(drum: HandDrum, instrumentId: InstrumentId): Source {
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
    { id: `${drum.id}-rim-right`, name: `${drum.name} rim, right`, positionM: add(head, vec3(r, 0, 0)) },
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
  return [
    tube(belly, foot, bellyOf(drum), r * drum.taper),
    tube(headOf(drum), belly, r, bellyOf(drum)),
    circle(headOf(drum), normal, r),
    circle(headOf(drum), normal, r * 0.92, 'inner'),
    ...lugs(headOf(drum), normal, r, Math.min(0.3, drum.lengthM), 5),
  ];
}

/** A shell in two pieces: to its belly, and from there to its foot. */
function solidsOf(drum: HandDrum): Solid[] {
  const own = { name: `the ${drum.name.toLowerCase()}’s shell`, sourceIds: [drum.id], hollow: null };
  const [head, foot] = [headOf(drum), openEnd(drum)];
  const waist = add(head, scale(normalOf(drum), -0.6 * drum.lengthM));
  return [
    { ...own, id: `${drum.id}-shell`, shape: { form: 'cylinder', fromM: head, toM: waist, radiusM: bellyOf(drum) } },
    { ...own, id: `${drum.id}-base`, shape: { form: 'cylinder', fromM: waist, toM: foot, radiusM: radiusOf(drum) * drum.taper } },
  ];
}

const handsOver = (drum: HandDrum): KeepOut => ({
  id: `${drum.id}-hands`,
  name: `${drum.name}: hands`,
  kind: 'swing',
  pointsM: [add(headOf(drum), scale(normalOf(drum), 0.09))],
  radiusM: 0.09,
  why: tell('hand-comes-down'),
});

/** An open end that stands on the floor says nothing; on a stand it does. */
const RAISED: FamilyChoice = {
  id: 'raised',
  name: 'Stands',
  options: [
    { value: 'no', text: 'on the floor' },
    { value: 'yes', text: 'off the floor, on a stand' },
  ],
};
const RAISED_M = 0.12;

const raised = (drum: HandDrum): HandDrum =>
  drum.lengthM > 0.4
    ? { ...drum, headM: [drum.headM[0], drum.headM[1], drum.headM[2] + RAISED_M] }
    : { ...drum, headM: [drum.headM[0], drum.headM[1], drum.headM[2] + 0.02] };

function build(instrument: InstrumentShape): Geometry {
  const known = HAND_DRUM_SETS[instrument.variant] ?? (HAND_DRUM_SETS['conga-pair'] as (typeof HAND_DRUM_SETS)[string]);
  const set = choiceOf(instrument, RAISED) === 'yes' ? { ...known, drums: known.drums.map(raised) } : known;
  const player = seated(vec3(0, -0.12, 0.52));
  const joined = instrument.variant === 'bongos' ? [line([vec3(-0.03, 0.28, 0.55), vec3(0.03, 0.28, 0.55)], 'main')] : [];
  return {
    marks: [...set.drums.flatMap(marksOf), ...playerMarks(player, 'Player’s')],
    sources: set.drums.map((drum) => sourceOf(drum, instrument.id)),
    shapes: [...stool(player), ...seatedShapes(player), ...set.drums.flatMap(shapesOf), ...joined],
    solids: [...set.drums.flatMap(solidsOf), ...playerSolids(player, 'the player’s', 'stool')],
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
            why: tell('drum-stands'),
          };
        }),
      headKeepOut(player, 'Player’s head', tell('players-head')),
    ],
  };
}

export const HAND_DRUM_FAMILY: Family = { name: 'Hand drums', group: 'Percussion', variants: HAND_DRUM_SETS, choices: [RAISED], build };
