import { FITS } from './fits.en';
import { HEARD } from './heard.en';
import { KINDS } from './kinds.en';
import { RECORDING } from './recording.en';

/** Everything that is said, by domain and code: ICU messages. */
export const EN = { fits: FITS, heard: HEARD, kinds: KINDS, recording: RECORDING } as const;
