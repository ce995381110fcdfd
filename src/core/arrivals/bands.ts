import { BANDS } from '../acoustics';
import type { Source } from '../instruments';
import { PATTERN_PRESSURE_SHARE, proximityBoostDb } from '../microphones';
import type { Arrival } from './paths';
import type { PlanMicrophone } from './plan';

export interface BandLevel {
  readonly name: string;
  readonly hertz: number;
  /** What the way, the face and the pattern do to this band, dB re the whole: the source's own share is taken out. */
  readonly shadeDb: number;
  /** Lift on the microphone's axis by its nearness, dB (gradient part, Beranek). */
  readonly proximityDb: number;
  /** Direct sound in the band, dB. */
  readonly levelDb: number;
}

/** An arrival's direct sound in the four bands. */
export function bandLevels(microphone: PlanMicrophone, source: Source, arrival: Arrival, speedOfSoundMps: number): BandLevel[] {
  const near = arrival.paths.find((path) => path.delaySeconds === arrival.delaySeconds) ?? arrival.paths[0];
  const share = PATTERN_PRESSURE_SHARE[microphone.pattern];
  return BANDS.map(({ name, hertz }, band) => {
    const levelDb = arrival.bandsDb[band] as number;
    const shadeDb = levelDb - (source.spectrumDb[band] as number) - arrival.directDb;
    return { name, hertz, shadeDb, proximityDb: near ? proximityBoostDb(share, near.nearM, hertz, speedOfSoundMps) : 0, levelDb };
  });
}

/** Direct sound over the room's in one channel, dB. */
export const directToRoomDb = (arrival: Arrival): number => arrival.directDb - arrival.roomDb;
