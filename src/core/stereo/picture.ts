import { BANDS, combDepth, firstDipHz, meanCosine } from '../acoustics';
import type { Arrival, ArrivalTable } from '../arrivals';
import type { MicrophoneId, SourceKey } from '../ids';
import { amplitudeRatioFromDb, dbFromAmplitudeRatio } from '../units';
import type { Decoding } from './frame';
import { imagePosition, secondSchoolPosition } from './image';

/** Where a source appears between the loudspeakers, −1 (left) to 1 (right). */
export interface ImagePlace {
  readonly sourceKey: SourceKey;
  readonly name: string;
  /** By level and time together (Simonsen's data as used by Williams). */
  readonly position: number;
  /** By the other school (Wittek and Theile): differences simply added, to three quarters of the way. */
  readonly secondPosition: number;
  /** Lowest and highest over the bands in which the source sounds: how blurred it is. */
  readonly blur: readonly [number, number];
  /** Right over left, dB, and left later than right, s. */
  readonly levelDb: number;
  readonly delaySeconds: number;
  /** First dip when the two are added to mono, Hz; null where they arrive together. */
  readonly monoDipHz: number | null;
  /** From peak to dip of that comb, dB. */
  readonly monoRippleDb: number;
  /** What the source loses in its own bands when both are added to mono, against both in step, dB. */
  readonly monoLossDb: number;
}

/** Bands so far under the source's loudest do not make its picture, dB. */
const HEARD_DB = 20;
/** Nearer together in time than this they are one, s: a tenth of the smallest difference that is heard. */
const TOGETHER_S = 2e-6;

interface Channels {
  readonly left: readonly number[];
  readonly right: readonly number[];
  readonly delaySeconds: number;
}

/** Levels of the two loudspeakers' channels by band, dB, and how much later the left one is. */
function channelsOf(a: Arrival, b: Arrival, decoding: Decoding, width: number): Channels {
  if (decoding === 'left-right') return { left: a.bandsDb, right: b.bandsDb, delaySeconds: a.delaySeconds - b.delaySeconds };
  // Middle and side at one place: the sum goes left, the difference right.
  const sign = a.polarity * b.polarity;
  const decoded = BANDS.map(
    (_, band) => [amplitudeRatioFromDb(a.bandsDb[band] as number), width * sign * amplitudeRatioFromDb(b.bandsDb[band] as number)] as const,
  );
  const level = (amplitude: number): number => dbFromAmplitudeRatio(Math.max(1e-9, Math.abs(amplitude)));
  return { left: decoded.map(([m, s]) => level(m + s)), right: decoded.map(([m, s]) => level(m - s)), delaySeconds: 0 };
}

/** Loss of two channels added, against both in step, over the bands by their energies, dB. */
function monoLoss(left: readonly number[], right: readonly number[], delaySeconds: number, sign: number): number {
  let [sum, inStep] = [0, 0];
  for (const [band, { lowHz, highHz }] of BANDS.entries()) {
    const [a, b] = [amplitudeRatioFromDb(left[band] as number), amplitudeRatioFromDb(right[band] as number)];
    sum += a * a + b * b + 2 * a * b * sign * meanCosine(lowHz, highHz, delaySeconds);
    inStep += (a + b) ** 2;
  }
  return 10 * Math.log10(inStep / Math.max(1e-12 * inStep, sum));
}

const energyDb = (levels: readonly number[]): number => 10 * Math.log10(levels.reduce((sum, level) => sum + 10 ** (level / 10), 0));

/**
 * Where every source of a plan appears in a pair's picture, by its direct sound at both microphones, distance and both faces counted in.
 * @param width gain of the side over the mid, for mid-side
 */
export function pairPicture(table: ArrivalTable, leftId: MicrophoneId, rightId: MicrophoneId, decoding: Decoding, width = 1): readonly ImagePlace[] {
  const rowOf = (id: MicrophoneId) => table.rows[table.plan.microphones.findIndex((microphone) => microphone.id === id)];
  const [leftRow, rightRow] = [rowOf(leftId), rowOf(rightId)];
  return table.plan.sources.flatMap((source, s): ImagePlace[] => {
    const [a, b] = [leftRow?.[s], rightRow?.[s]];
    if (!a || !b) return [];
    const { left, right, delaySeconds } = channelsOf(a, b, decoding, width);
    // Heard the other way up by one of them, what would be the first peak is the first dip.
    const opposed = decoding === 'left-right' && a.polarity * b.polarity < 0;
    const levelDb = energyDb(right) - energyDb(left);
    const loudest = Math.max(...left, ...right);
    const bands = BANDS.flatMap((_, band) =>
      Math.max(left[band] as number, right[band] as number) > loudest - HEARD_DB
        ? [imagePosition((right[band] as number) - (left[band] as number), delaySeconds)]
        : [],
    );
    return [
      {
        sourceKey: a.sourceKey,
        name: source.name,
        position: imagePosition(levelDb, delaySeconds),
        secondPosition: secondSchoolPosition(levelDb, delaySeconds),
        blur: [Math.min(...bands), Math.max(...bands)],
        levelDb,
        delaySeconds,
        monoDipHz: Math.abs(delaySeconds) < TOGETHER_S ? null : firstDipHz(Math.abs(delaySeconds), opposed ? -1 : 1),
        monoRippleDb: Math.abs(delaySeconds) < TOGETHER_S ? 0 : combDepth(levelDb).rippleDb,
        // Mid-side adds to the mid alone: nothing cancels.
        monoLossDb: decoding === 'mid-side' ? 0 : monoLoss(left, right, delaySeconds, a.polarity * b.polarity),
      },
    ];
  });
}
