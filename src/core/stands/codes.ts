import { teller } from '../units';

/** Why a stand cannot go where it would. */
export type StandCode = 'is-there' | 'misses-the-opening';

export const tell = teller<StandCode>('stands');
