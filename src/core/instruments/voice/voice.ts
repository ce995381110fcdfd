import type { InstrumentId } from '../../ids';
import { normalize, vec3 } from '../../math';
import { tell } from '../codes';
import { choiceOf, type Family, SEATED_OR_STANDING } from '../family';
import type { Source } from '../model';
import { headKeepOut, mouthOf, type Player, playerMarks, playerSolids, seated, seatedShapes, standing, stool } from '../people';
import { PLANNING_BASIS, spectrumOf } from '../spectrum';

/** A singer's mouth; planning level from memory, ±6 dB. */
export function voiceSource(player: Player, instrumentId: InstrumentId): Source {
  return {
    id: 'voice',
    instrumentId,
    name: 'Voice',
    groupId: 'voice',
    sides: [{ positionM: mouthOf(player), normal: normalize(vec3(0, 0.98, -0.17)), polarity: 1, levelDb: 0, radiusM: 0.02 }],
    radiusM: 0.03,
    throughM: 0,
    insideGainDb: 0,
    peakSplDb: 90,
    levelBasis: PLANNING_BASIS,
    bandHz: [100, 12_000],
    spectrumDb: spectrumOf([100, 12_000]),
    held: true,
    allRoundShare: 0.68,
  };
}

const FACE = { ...SEATED_OR_STANDING, options: [...SEATED_OR_STANDING.options].reverse() };

export const VOICE_FAMILY: Family = {
  name: 'Voice',
  group: 'Guitar and voice',
  variants: { singer: { name: 'Singer', basis: 'Mouth height of an adult of about {1.72 m} (common practice).' } },
  choices: [FACE],
  build: (instrument) => {
    const isSeated = choiceOf(instrument, FACE) === 'seated';
    const player = isSeated ? seated(vec3(0, 0, 0.47)) : standing(0, 0);
    return {
      marks: playerMarks(player, 'Singer’s'),
      sources: [voiceSource(player, instrument.id)],
      shapes: [...(isSeated ? stool(player) : []), ...seatedShapes(player)],
      solids: playerSolids(player, 'the singer’s', isSeated ? 'stool' : null),
      keepOuts: [
        headKeepOut({ ...player, headM: vec3(player.headM.x, player.headM.y - 0.05, player.headM.z + 0.02) }, 'Singer’s head', tell('singers-head')),
      ],
    };
  },
};
