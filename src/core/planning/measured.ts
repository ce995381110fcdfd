import type { Matching, TakeFinding, Taped } from '../analysis';
import type { Plan } from '../arrivals';
import type { Session } from '../document';
import type { MicrophoneId } from '../ids';
import type { Mark } from '../instruments';
import { distance, magnitude, subtract, type Vec3, vec3 } from '../math';
import { judgeReadings, marksOf, type Reading, refOf } from '../tape';

/** What the tape said of one microphone, and where that puts it. */
export interface Measured {
  readonly microphoneId: MicrophoneId;
  readonly label: string;
  readonly name: string;
  readonly readings: readonly { readonly from: string; readonly lengthM: number }[];
  /** The latest reading's time; null where none says. */
  readonly readAt: string | null;
  /** From three readings on that fit one place: how far from the plan it is and how well known, metres. */
  readonly place: { readonly positionM: Vec3; readonly fromPlanM: number; readonly uncertaintyM: number } | null;
}

type Strings = NonNullable<ReturnType<Taped['get']>>;

const marksByRef = (plan: Plan): ReadonlyMap<string, Mark> => new Map(marksOf(plan).map((mark) => [refOf(mark), mark]));

/** Tape readings as a take is held against them: beside their planned lengths. */
export function tapedStrings(session: Session, plan: Plan): Taped {
  const marks = marksByRef(plan);
  return new Map(
    plan.microphones.map(({ id, positionM }) => [
      id,
      session.tape.flatMap(({ microphoneId, from, lengthM }): Strings => {
        if (microphoneId !== id) return [];
        const mark = marks.get(from);
        if (mark) {
          const awayM = subtract(positionM, mark.positionM);
          return [{ awayM, overM: lengthM - magnitude(awayM), instrumentId: from.slice(0, from.indexOf('/')) }];
        }
        return from === 'floor' ? [{ awayM: vec3(0, 0, positionM.z), overM: lengthM - positionM.z, instrumentId: null }] : [];
      }),
    ]),
  );
}

/** Every microphone that was measured, in the plan's order. */
export function measuredPlaces(session: Session, plan: Plan): Measured[] {
  const marks = marksByRef(plan);
  return plan.microphones.flatMap(({ id, label, name, positionM }): Measured[] => {
    const own = session.tape.filter(({ microphoneId, from }) => microphoneId === id && (from === 'floor' || marks.has(from)));
    if (own.length === 0) return [];
    const readings = own.map(({ from, lengthM }): Reading => {
      const mark = marks.get(from);
      return { name: mark?.name ?? 'Floor', fromM: mark?.positionM ?? null, lengthM };
    });
    const judged = readings.length >= 3 ? judgeReadings(readings, positionM) : null;
    const solved = judged?.position.ok && judged.position.alsoM === null && judged.inconsistencies.length === 0 ? judged.position : null;
    const uncertaintyM = judged?.knownToM ?? Infinity;
    return [
      {
        microphoneId: id,
        label,
        name,
        readings: readings.map((reading) => ({ from: reading.name, lengthM: reading.lengthM })),
        readAt: own.reduce<string | null>((latest, { readAt }) => (readAt && (!latest || readAt > latest) ? readAt : latest), null),
        place: solved && { positionM: solved.positionM, fromPlanM: distance(solved.positionM, positionM), uncertaintyM },
      },
    ];
  });
}

/** Whether a finding calls two channels one recording that are so by plan: both ways of one splitter. */
export const isOneSplit = (session: Session, matching: Matching, { code, channels }: Pick<TakeFinding, 'code' | 'channels'>): boolean =>
  code === 'same-recording' &&
  session.microphones.some(({ id, secondInput }) => secondInput !== undefined && channels.some((name) => matching[name] === id));
