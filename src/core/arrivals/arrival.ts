import { levelAtDistance } from '../acoustics';
import type { Side, Source } from '../instruments';
import { distance, dot, magnitude, scale, subtract, type Vec3 } from '../math';
import { patternGain } from '../microphones';
import { amplitudeRatioFromDb, dbFromAmplitudeRatio, degreesFromRadians } from '../units';
import { type Plan, type PlanMicrophone, sourceKey } from './plan';

/** What one microphone gets of one source. */
export interface Arrival {
  readonly microphoneId: string;
  readonly sourceKey: string;
  readonly distanceM: number;
  readonly delaySeconds: number;
  /** Peak level in the air at the capsule, dB SPL. */
  readonly incidentSplDb: number;
  /** The same with the pattern's loss for the angle, dB SPL on-axis equivalent. */
  readonly levelDb: number;
  /** +1 when the recorded signal starts upward as the source's own front does, −1 when it is upside down. */
  readonly polarity: 1 | -1;
  /** Angle of arrival off the microphone's axis, degrees. */
  readonly angleDeg: number;
  /** Where the sound leaves the source. */
  readonly fromM: Vec3;
}

/** Which side of a source a point hears, and which way up. */
export interface HeardSide {
  readonly side: Side;
  readonly polarity: 1 | -1;
}

const isInside = (source: Source, front: Side, back: Side, point: Vec3): boolean => {
  const fromFront = subtract(point, front.positionM);
  const fromBack = subtract(point, back.positionM);
  const along = dot(fromFront, front.normal);
  const radial = magnitude(subtract(fromFront, scale(front.normal, along)));
  return along < 0 && dot(fromBack, back.normal) < 0 && radial < source.radiusM;
};

/**
 * The side of a source that a point hears. In front of a side: that side. Inside a drum: the struck head's inner face,
 * which moves opposite to its outer one. Beside it: the side of the middle plane it is on. Behind a one-sided source its
 * sound comes round the edge, the same way up.
 */
export function heardSide(source: Source, point: Vec3): HeardSide {
  const [front, back] = source.sides;
  if (!back) return { side: front, polarity: front.polarity };
  if (isInside(source, front, back, point)) return { side: front, polarity: front.polarity === 1 ? -1 : 1 };
  const middle = scale(
    { x: front.positionM.x + back.positionM.x, y: front.positionM.y + back.positionM.y, z: front.positionM.z + back.positionM.z },
    0.5,
  );
  const side = dot(subtract(point, middle), front.normal) >= 0 ? front : back;
  return { side, polarity: side.polarity };
}

/** Lowest share of a source's level that still leaves it backwards, −20 dB (our choice: nothing radiates nothing). */
const LEAST_DIRECTIVITY = 0.1;

/** Level that leaves a side in a direction, dB re along its normal. Two-sided sources radiate alike from either side. */
export function directivityDb(source: Source, side: Side, towards: Vec3, distanceM: number): number {
  const cosine = distanceM > 0 ? Math.abs(dot(towards, side.normal)) / distanceM : 1;
  const signed = source.sides.length === 1 && distanceM > 0 ? dot(towards, side.normal) / distanceM : cosine;
  const gain = source.allRoundShare + (1 - source.allRoundShare) * signed;
  return dbFromAmplitudeRatio(Math.max(LEAST_DIRECTIVITY, gain));
}

/** What one microphone gets of one source: straight path, free field. */
export function arrivalOf(microphone: PlanMicrophone, source: Source, speedOfSoundMps: number): Arrival {
  const { side, polarity } = heardSide(source, microphone.positionM);
  const towards = subtract(microphone.positionM, side.positionM);
  const distanceM = distance(microphone.positionM, side.positionM);
  const cosine = distanceM > 0 ? -dot(towards, microphone.axis) / distanceM : 1;
  const gain = patternGain(microphone.pattern, Math.min(1, Math.max(-1, cosine)));
  const incidentSplDb = levelAtDistance(source.peakSplDb, source.atM, distanceM) + side.levelDb + directivityDb(source, side, towards, distanceM);
  const sign = polarity * (gain < 0 ? -1 : 1) * (microphone.flipped ? -1 : 1) * (microphone.model.kind === 'loudspeaker' ? -1 : 1);
  return {
    microphoneId: microphone.id,
    sourceKey: sourceKey(source),
    distanceM,
    delaySeconds: distanceM / speedOfSoundMps,
    incidentSplDb,
    levelDb: incidentSplDb + dbFromAmplitudeRatio(Math.abs(gain)),
    polarity: sign > 0 ? 1 : -1,
    angleDeg: degreesFromRadians(Math.acos(Math.min(1, Math.max(-1, cosine)))),
    fromM: side.positionM,
  };
}

/** Every arrival of a plan: rows are microphones, columns sources, in the plan's order. */
export interface ArrivalTable {
  readonly plan: Plan;
  readonly rows: readonly (readonly Arrival[])[];
  /**
   * Level of each source in each channel once its gain is set for its loudest source, dB (0 is the loudest).
   * This is what decides whether two channels share a source "at similar level".
   */
  readonly channelDb: readonly (readonly number[])[];
}

export function arrivalTable(plan: Plan): ArrivalTable {
  const rows = plan.microphones.map((microphone) => plan.sources.map((source) => arrivalOf(microphone, source, plan.speedOfSoundMps)));
  const channelDb = rows.map((row) => {
    const loudest = row.reduce((most, arrival) => Math.max(most, arrival.levelDb), -Infinity);
    return row.map((arrival) => arrival.levelDb - loudest);
  });
  return { plan, rows, channelDb };
}

/** Signed linear amplitude of a source in a channel after its gain is set, and its delay in the mix. */
export function copyOf(table: ArrivalTable, microphone: number, source: number): { amplitude: number; delaySeconds: number } {
  const arrival = table.rows[microphone]?.[source];
  const level = table.channelDb[microphone]?.[source];
  const placed = table.plan.microphones[microphone];
  if (!arrival || level === undefined || !placed) throw new RangeError(`copyOf: no arrival at ${microphone}, ${source}`);
  return {
    amplitude: arrival.polarity * amplitudeRatioFromDb(level),
    delaySeconds: arrival.delaySeconds + placed.alignSamples / table.plan.sampleRateHz,
  };
}
