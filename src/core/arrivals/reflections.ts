import type { Source } from '../instruments';
import { isDirect, patternGain } from '../microphones';
import { SURFACES, type Surface } from '../room';
import { dbFromPowerRatio } from '../units';
import { speakerShare } from './paths';
import type { PlanMicrophone } from './plan';
import { ECHO_SIZE, echoField, type Surroundings } from './roomSound';

/** A first-order reflection: which surface, how late, how loud, which way up. */
export interface Reflection {
  readonly surface: Surface;
  readonly distanceM: number;
  readonly delaySeconds: number;
  readonly levelDb: number;
  readonly polarity: 1 | -1;
}

/** First reflections as a microphone takes them up, of each surface the louder face's; a pickup gets none. */
export function firstReflections(microphone: PlanMicrophone, source: Source, air: Surroundings): Reflection[] {
  if (isDirect(microphone.model.kind)) return [];
  const field = echoField(source, microphone.positionM, air);
  const { positionM: at, axis } = microphone;
  const turned = (microphone.flipped ? -1 : 1) * (microphone.model.kind === 'loudspeaker' ? -1 : 1);
  const through = speakerShare(microphone, source);
  return SURFACES.map((surface, s) => {
    const [loudest] = source.sides
      .map((side, face): Reflection => {
        const [x = 0, y = 0, z = 0, lengthM = 0, energy = 0] = field.subarray((s * source.sides.length + face) * ECHO_SIZE);
        const [dx, dy, dz] = [x - at.x, y - at.y, z - at.z];
        const gain = patternGain(microphone.pattern, (dx * axis.x + dy * axis.y + dz * axis.z) / Math.max(1e-6, Math.hypot(dx, dy, dz)));
        return {
          surface,
          distanceM: lengthM,
          delaySeconds: (lengthM + (face === 1 ? source.throughM : 0)) / air.speedOfSoundMps,
          levelDb: dbFromPowerRatio(energy * gain * gain * through),
          polarity: side.polarity * (gain < 0 ? -1 : 1) * turned > 0 ? 1 : -1,
        };
      })
      .sort((a, b) => b.levelDb - a.levelDb);
    return loudest as Reflection;
  });
}
