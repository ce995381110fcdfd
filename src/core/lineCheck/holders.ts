import type { Told } from '../units';
import { tell } from './codes';
import type { LineFaultKind, LineFinding } from './finding';
import { isTapped, type Line } from './line';
import type { LineNotes } from './steps';

/** One tap's own microphone over the next one's, dB; less is no answer. */
const CLEARLY_DB = 8;

export const found = (kind: LineFaultKind, severity: LineFinding['severity'], lines: readonly Line[], told: Told): LineFinding => ({
  kind,
  severity,
  microphoneIds: lines.map(({ microphoneId }) => microphoneId),
  told,
});

/** Which microphone an input really has: the one whose tap it heard loudest; null where it heard none, undefined where it is not clear. */
export function holderOf(line: Line, lines: readonly Line[], { taps }: LineNotes): Line | null | undefined {
  const heard = lines.flatMap((other) => {
    const tap = taps[other.microphoneId]?.[line.inputId];
    return tap?.heard ? [{ other, peakDbfs: tap.peakDbfs }] : [];
  });
  heard.sort((a, b) => b.peakDbfs - a.peakDbfs);
  const [first, second] = heard;
  if (!first) return null;
  return second && first.peakDbfs - second.peakDbfs < CLEARLY_DB ? undefined : first.other;
}

/** Whether an input has what it should: its own microphone, or the one whose second way it is. */
export const isInPlace = (line: Line, holder: Line | null | undefined): boolean => holder?.microphoneId === (line.secondOf ?? line.microphoneId);

/** Second ways that do not give what their microphone does, where that is heard in its own input. */
export function secondWayFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  return lines.flatMap((line): LineFinding[] => {
    const first = lines.find(({ microphoneId }) => microphoneId === line.secondOf);
    const holder = holderOf(line, lines, notes);
    if (isTapped(line) || holder === undefined || isInPlace(line, holder) || (first && holderOf(first, lines, notes) !== first)) return [];
    return holder === null
      ? [found('dead', 'fix', [line], tell('second-way-silent', { line: line.name, input: line.inputName }))]
      : [found('swapped', 'fix', [line], tell('second-way-other', { line: line.name, input: line.inputName, other: holder.name }))];
  });
}
