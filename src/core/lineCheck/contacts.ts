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
    if (isLoose(line, notes))
      return [
        found(
          'loose',
          'fix',
          [line],
          `${line.name} cuts out and comes back: a contact is loose. Power off, then another cable; move the plugs at both ends and listen.`,
        ),
      ];
    return crackles(line, notes)
      ? [
          found(
            'crackle',
            'fix',
            [line],
            `${line.name} crackles: ${notes.crackles[line.inputId]} times in six seconds of silence. Power off, then another cable; clean the contacts, keep it dry.`,
          ),
        ]
      : [];
  });
}
