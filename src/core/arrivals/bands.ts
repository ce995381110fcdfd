import type { Source } from '../instruments';
import { PATTERN_PRESSURE_SHARE, patternGain, proximityBoostDb, randomEnergyEfficiency } from '../microphones';
import { criticalDistanceM, eyringSeconds, type Room, roomSurfaceM2, roomVolumeM3 } from '../room';
import { dbFromAmplitudeRatio, dbFromPowerRatio } from '../units';
import { type Arrival, directivityDb } from './arrival';
import type { PlanMicrophone } from './plan';

/** The three bands an arrival is told in, by their middle, Hz. */
const BANDS = [
  { id: 'low', name: 'low', hertz: 100 },
  { id: 'mid', name: 'middle', hertz: 1000 },
  { id: 'high', name: 'high', hertz: 8000 },
] as const;

/** How much of a source's directivity is left in a band: little below, more above (our choice after the usual polar diagrams of horns; from memory). */
const DIRECTIVITY_WEIGHT = { low: 0.25, mid: 1, high: 1.5 } as const;

/** Bells and plates beam at the top: the fall off axis there is this many times a first-order one, to 30 dB at most (from memory). */
const BEAM = { low: 1, mid: 1, high: 2.5 } as const;
const MOST_BEAM_DB = 30;

/** Octaves outside its band over which a source falls by 12 dB each. */
const SLOPE_DB = 12;

function bandShareDb(source: Source, hertz: number): number {
  const [low, high] = source.bandHz;
  const octaves = hertz < low ? Math.log2(low / hertz) : hertz > high ? Math.log2(hertz / high) : 0;
  return -SLOPE_DB * octaves;
}

export interface BandLevel {
  readonly name: string;
  readonly hertz: number;
  /** Level re the same arrival flat and all-round, dB: source's band and directivity, proximity. */
  readonly shadeDb: number;
  readonly proximityDb: number;
  readonly levelDb: number;
}

/** An arrival in three bands: source's band and directivity, pattern, proximity boost (gradient part, Beranek). */
export function bandLevels(microphone: PlanMicrophone, source: Source, arrival: Arrival, speedOfSoundMps: number): BandLevel[] {
  const side = source.sides.find((candidate) => candidate.positionM === arrival.fromM) ?? source.sides[0];
  const towards = {
    x: microphone.positionM.x - arrival.fromM.x,
    y: microphone.positionM.y - arrival.fromM.y,
    z: microphone.positionM.z - arrival.fromM.z,
  };
  const broad = directivityDb(source, side, towards, arrival.distanceM);
  return BANDS.map(({ id, name, hertz }) => {
    const share = Math.min(1, Math.max(0.1, 1 - (1 - source.allRoundShare) * DIRECTIVITY_WEIGHT[id]));
    const own = Math.max(-MOST_BEAM_DB, BEAM[id] * directivityDb({ ...source, allRoundShare: share }, side, towards, arrival.distanceM));
    const proximityDb = proximityBoostDb(PATTERN_PRESSURE_SHARE[microphone.pattern], Math.max(0.01, arrival.distanceM), hertz, speedOfSoundMps);
    const shadeDb = own - broad + bandShareDb(source, hertz) + proximityDb;
    return { name, hertz, shadeDb, proximityDb, levelDb: arrival.levelDb + shadeDb };
  });
}

/** Reverberation time of the room from its mean absorption, s (Eyring). */
const decaySecondsOf = (room: Room): number => eyringSeconds(roomVolumeM3(room), roomSurfaceM2(room), room.absorption);

/**
 * Direct sound over the room's, dB: 20·lg(critical distance/r) for an omni and an all-round source, plus what source and
 * microphone favour this path over their mean over all directions.
 */
export function directToRoomDb(room: Room, microphone: PlanMicrophone, source: Source, arrival: Arrival): number {
  const critical = criticalDistanceM(1, roomVolumeM3(room), decaySecondsOf(room));
  const side = source.sides.find((candidate) => candidate.positionM === arrival.fromM) ?? source.sides[0];
  const towards = {
    x: microphone.positionM.x - arrival.fromM.x,
    y: microphone.positionM.y - arrival.fromM.y,
    z: microphone.positionM.z - arrival.fromM.z,
  };
  const sourceGain = directivityDb(source, side, towards, arrival.distanceM) - dbFromPowerRatio(randomEnergyEfficiency(source.allRoundShare));
  const share = PATTERN_PRESSURE_SHARE[microphone.pattern];
  const gain = Math.abs(patternGain(microphone.pattern, Math.cos((arrival.angleDeg * Math.PI) / 180)));
  const microphoneGain = dbFromAmplitudeRatio(gain) - dbFromPowerRatio(randomEnergyEfficiency(share));
  return dbFromAmplitudeRatio(critical / Math.max(0.01, arrival.distanceM)) + sourceGain + microphoneGain;
}
