import { FITS } from './fits.en';
import { KINDS } from './kinds.en';

/** Everything that is said, by domain and code: ICU messages. */
export const EN = { fits: FITS, kinds: KINDS } as const;
