import type { Session } from '../document';

/** What the brief says, in one line. */
export const briefWords = ({ together, picture, roomShare, key, tempoBpm, levelHabit, alignHabit, bitDepth }: Session['brief']): string =>
  [together, picture, roomShare, key, tempoBpm && `${tempoBpm} a minute`, bitDepth && `${bitDepth} bit`, levelHabit, alignHabit]
    .filter(Boolean)
    .join(', ');
