import type { StandCode } from '../core/stands';

/** What is in a stand's way. */
export const STANDS: Readonly<Record<StandCode, string>> = {
  'is-there': '{solid} is there',
  'misses-the-opening': 'it does not fit through the opening of {solid}',
};
