import { levelAtDistance } from '../acoustics';
import type { Source } from '../instruments';
import { distance, dot, subtract } from '../math';
import { patternGain } from '../microphones';
import { imageIn, type Room, SURFACES, type Surface } from '../room';
import { dbFromAmplitudeRatio } from '../units';
import { directivityDb, heardSide } from './arrival';
import type { PlanMicrophone } from './plan';

/** A first-order reflection: which surface, how late, how loud, which way up. */
export interface Reflection {
  readonly surface: Surface;
  readonly distanceM: number;
  readonly delaySeconds: number;
  readonly levelDb: number;
  readonly polarity: 1 | -1;
}

function reflectionOff(room: Room, surface: Surface, microphone: PlanMicrophone, source: Source, speedOfSoundMps: number): Reflection {
  const listener = imageIn(room, microphone.positionM, surface);
  const { side, polarity } = heardSide(source, listener);
  const image = imageIn(room, side.positionM, surface);
  const distanceM = distance(image, microphone.positionM);
  const cosine = distanceM > 0 ? dot(subtract(image, microphone.positionM), microphone.axis) / distanceM : 1;
  const gain = patternGain(microphone.pattern, Math.max(-1, Math.min(1, cosine)));
  const kept = dbFromAmplitudeRatio(Math.sqrt(1 - room.absorption)) + directivityDb(source, side, subtract(listener, side.positionM), distanceM);
  const sign = polarity * (gain < 0 ? -1 : 1) * (microphone.flipped ? -1 : 1) * (microphone.model.kind === 'loudspeaker' ? -1 : 1);
  return {
    surface,
    distanceM,
    delaySeconds: distanceM / speedOfSoundMps,
    levelDb: levelAtDistance(source.peakSplDb, source.atM, distanceM) + side.levelDb + kept + dbFromAmplitudeRatio(Math.abs(gain)),
    polarity: sign > 0 ? 1 : -1,
  };
}

/**
 * First reflections of the six surfaces of a box by image sources (Allen and Berkley 1979), each weakened by the mean
 * absorption: amplitude √(1−α).
 */
export const firstReflections = (room: Room, microphone: PlanMicrophone, source: Source, speedOfSoundMps: number): Reflection[] =>
  SURFACES.map((surface) => reflectionOff(room, surface, microphone, source, speedOfSoundMps));
