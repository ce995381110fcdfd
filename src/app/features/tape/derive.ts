import type { ArrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { type Deviation, deviationOf, judgeReadings, type Reading, type TapeEntry, type TapeJudgement, tapeList } from '../../../core/tape';

/** Strings asked for each microphone beside its height: what fixes its place; more on request, so that a wrong one shows. */
const STRINGS = 2;
const MORE_STRINGS = 4;

export interface TapeLine extends TapeEntry {
  readonly readM: number | null;
  readonly deviation: Deviation | null;
}

export interface TapeGroup {
  readonly microphoneId: string;
  readonly name: string;
  readonly label: string;
  readonly lines: readonly TapeLine[];
  readonly readCount: number;
  /** From three readings on. */
  readonly judgement: TapeJudgement | null;
}

/** Where one line stands in the list: its microphone and what the tape is held to. */
export const keyOf = ({ microphoneId, ref }: Pick<TapeLine, 'microphoneId' | 'ref'>): string => `${microphoneId}/${ref}`;

/**
 * The tape list with what was read, microphone by microphone in walking order.
 * @param asked keys of lines asked for before, in their order: they stay, and stay where they were
 */
export function tapeGroups(session: Session, table: ArrivalTable, more = false, asked: readonly string[] = []): TapeGroup[] {
  const { plan } = table;
  const read = (id: string): ReadonlySet<string> =>
    new Set([
      ...session.tape.filter((reading) => reading.microphoneId === id).map((reading) => reading.from),
      ...asked.flatMap((key) => (key.startsWith(`${id}/`) ? [key.slice(id.length + 1)] : [])),
    ]);
  const place = (line: TapeLine): number => {
    const at = asked.indexOf(keyOf(line));
    return at < 0 ? asked.length : at;
  };
  const lines = tapeList(plan, more ? MORE_STRINGS : STRINGS, read).map((entry): TapeLine => {
    const reading = session.tape.find((candidate) => candidate.microphoneId === entry.microphoneId && candidate.from === entry.ref);
    const deviation = reading ? deviationOf(reading.lengthM, entry.lengthM, entry.toleranceM, plan.speedOfSoundMps) : null;
    return { ...entry, readM: reading?.lengthM ?? null, deviation };
  });
  lines.sort((a, b) => place(a) - place(b));
  return [...new Set(lines.map((line) => line.microphoneId))].map((id) => {
    const own = lines.filter((line) => line.microphoneId === id);
    const read = own.filter((line) => line.readM !== null);
    const readings = read.map((line): Reading => ({ name: line.from, fromM: line.fromM, lengthM: line.readM ?? 0 }));
    const planned = plan.microphones.find((microphone) => microphone.id === id)?.positionM;
    return {
      microphoneId: id,
      name: own[0]?.microphone ?? '',
      label: own[0]?.label ?? '',
      lines: own,
      readCount: read.length,
      judgement: readings.length >= 3 && planned ? judgeReadings(readings, planned) : null,
    };
  });
}
