import type { ArrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import type { MicrophoneId } from '../../../core/ids';
import type { Vec3 } from '../../../core/math';
import { type Deviation, deviationOf, judgeReadings, type Reading, type TapeEntry, type TapeJudgement, tapeList } from '../../../core/tape';

/** Strings asked for each microphone beside its height: what fixes its place; more on request, so that a wrong one shows. */
const STRINGS = 2;
const MORE_STRINGS = 4;

export interface TapeLine extends TapeEntry {
  readonly readM: number | null;
  readonly deviation: Deviation | null;
}

export interface TapeGroup {
  readonly microphoneId: MicrophoneId;
  readonly name: string;
  readonly label: string;
  readonly lines: readonly TapeLine[];
  readonly readCount: number;
  /** From three readings on. */
  readonly judgement: TapeJudgement | null;
}

/** Where one line stands in the list: its microphone and what the tape is held to. */
export const keyOf = ({ microphoneId, ref }: Pick<TapeLine, 'microphoneId' | 'ref'>): string => `${microphoneId}/${ref}`;

/** Strings at most of one microphone: so many leave hardly a wrong reading unnamed. */
const MOST_STRINGS = 6;

/**
 * The tape list with what was read, microphone by microphone in walking order. Where readings do not agree one more string is asked for, so that
 * the wrong one shows.
 * @param asked keys of lines asked for before, in their order: they stay, and stay where they were
 */
export function tapeGroups(session: Session, table: ArrivalTable, more = false, asked: readonly string[] = []): TapeGroup[] {
  const usual = more ? MORE_STRINGS : STRINGS;
  const groups = groupsOf(session, table, () => usual, asked);
  const open = new Map(
    groups.flatMap(({ microphoneId, lines, judgement }) =>
      judgement?.inconsistencies.some((one) => one.readings.length > 1) && lines.every(({ readM }) => readM !== null)
        ? [[microphoneId, Math.min(MOST_STRINGS, lines.length)] as const]
        : [],
    ),
  );
  return open.size === 0 ? groups : groupsOf(session, table, (id) => Math.max(usual, open.get(id) ?? 0), asked);
}

/** Judged once for the same readings, for as long as they are the last of their microphone. */
const judged = new Map<string, { readonly of: string; readonly judgement: TapeJudgement }>();

function judgementOf(id: string, readings: readonly Reading[], planned: Vec3): TapeJudgement {
  const of = JSON.stringify([readings, planned]);
  const known = judged.get(id);
  if (known?.of === of) return known.judgement;
  const judgement = judgeReadings(readings, planned);
  judged.set(id, { of, judgement });
  return judgement;
}

function groupsOf(session: Session, table: ArrivalTable, strings: (id: string) => number, asked: readonly string[]): TapeGroup[] {
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
  const lines = tapeList(plan, strings, read).map((entry): TapeLine => {
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
      judgement: readings.length >= 3 && planned ? judgementOf(id, readings, planned) : null,
    };
  });
}
