import { tell } from './codes';
import type { LineFinding } from './finding';
import { found } from './holders';
import type { Line } from './line';
import type { LineNotes } from './steps';

/** So many crackles in six seconds, or cuts while playing, are a contact and no chance. */
const CRACKLES = 3;
const CUTS = 2;
export const crackles = (line: Line, notes: LineNotes): boolean => (notes.crackles[line.inputId] ?? 0) >= CRACKLES;
export const isLoose = (line: Line, notes: LineNotes): boolean => (notes.cuts[line.inputId] ?? 0) >= CUTS;

/** Contacts: what crackles in silence, what is cut off while it sounds. */
export function contactFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  return lines.flatMap((line): LineFinding[] => {
    if (isLoose(line, notes)) return [found('loose', 'fix', [line], tell('loose', { line: line.name }))];
    return crackles(line, notes)
      ? [found('crackle', 'fix', [line], tell('crackles', { line: line.name, times: notes.crackles[line.inputId] ?? 0 }))]
      : [];
  });
}
