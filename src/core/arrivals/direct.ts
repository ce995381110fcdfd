import type { PerBand } from '../acoustics';
import { partsOfSourceKey, sourceKey } from '../ids';
import type { Source } from '../instruments';
import { amplitudeRatioFromDb } from '../units';
import type { Arrival } from './paths';
import type { PlanMicrophone } from './plan';

/** What a pickup hears of all it does not sit on, dB SPL: nothing to speak of. */
const DEAF_DB = -60;

/** Whether a pickup sits on what makes a source sound: its target, or another part of the same (the strings of a guitar). */
const isUnder = (microphone: PlanMicrophone, source: Source): boolean => {
  if (microphone.targetKey === null) return false;
  const { instrumentId, sourceId } = partsOfSourceKey(microphone.targetKey);
  return source.instrumentId === instrumentId && (source.id === sourceId || source.groupId === sourceId);
};

/**
 * What a pickup gets of a source: its own instrument at once and without the room, at the level of the air at 1 m, which is what
 * its sensitivity is given for. Which way up it comes no rule says: it is never settled.
 */
export function directArrival(microphone: PlanMicrophone, source: Source): Arrival {
  const levelDb = isUnder(microphone, source) ? source.peakSplDb : DEAF_DB;
  const turned = microphone.flipped ? -1 : 1;
  const bandsDb = source.spectrumDb.map((share) => levelDb + share) as unknown as PerBand;
  const pressure = bandsDb.map(amplitudeRatioFromDb) as unknown as PerBand;
  const at = microphone.positionM;
  return {
    microphoneId: microphone.id,
    sourceKey: sourceKey(source),
    paths: [
      {
        face: 0,
        way: 'direct',
        lastFromM: at,
        fromM: at,
        lengthM: 0,
        delaySeconds: 0,
        sign: 1,
        pressure,
        nearM: 1,
        re: pressure.map((p) => turned * p) as unknown as PerBand,
        im: [0, 0, 0, 0],
        levelDb,
        recordedSign: turned,
        angleDeg: 0,
      },
    ],
    distanceM: 0,
    delaySeconds: 0,
    directDb: levelDb,
    bandsDb,
    roomDb: DEAF_DB,
    levelDb,
    polarity: turned,
    settled: false,
    settledInAll: false,
    angleDeg: 0,
    fromM: at,
  };
}
