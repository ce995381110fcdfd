import { CHECKLIST } from './checklist.en';
import { DRILLS } from './drills.en';
import { FITS } from './fits.en';
import { HEARD } from './heard.en';
import { IMPORTS } from './imports.en';
import { KINDS } from './kinds.en';
import { RECORDING } from './recording.en';
import { TAPE } from './tape.en';

/** Everything that is said, by domain and code: ICU messages. */
export const EN = {
  checklist: CHECKLIST,
  drills: DRILLS,
  fits: FITS,
  heard: HEARD,
  imports: IMPORTS,
  kinds: KINDS,
  recording: RECORDING,
  tape: TAPE,
} as const;
