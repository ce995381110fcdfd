import { teller } from '../units';

/** Why a volume must stay free, and what to mind near an instrument. */
export type InstrumentCode =
  | 'hands-play'
  | 'feet-work'
  | 'stick-comes-down'
  | 'plate-swings'
  | 'drummer-sits'
  | 'foot-works'
  | 'legs-stand'
  | 'picking-hand'
  | 'hands-strike'
  | 'mallets-swing'
  | 'hand-swings'
  | 'hand-comes-down'
  | 'drum-stands'
  | 'bell-blows'
  | 'slide-runs'
  | 'players-head'
  | 'singers-head'
  | 'drummers-head'
  | 'front-head-must-come-off'
  | 'lid-on-its-prop';

export const tell = teller<InstrumentCode>('instruments');
