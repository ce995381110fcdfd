import type { InstrumentCode } from '../core/instruments';

/** Why a volume must stay free, and what to mind near an instrument. */
export const INSTRUMENTS: Readonly<Record<InstrumentCode, string>> = {
  'hands-play': 'the hands play here',
  'feet-work': 'the feet work here',
  'stick-comes-down': 'a stick comes down here',
  'plate-swings': 'the plate swings through here',
  'drummer-sits': 'the drummer sits down and gets up here',
  'foot-works': 'a foot works here',
  'legs-stand': 'its legs stand here',
  'picking-hand': 'the picking hand swings through here',
  'hands-strike': 'the hands strike here',
  'mallets-swing': 'the mallets swing through here',
  'hand-swings': 'the hand swings through here',
  'hand-comes-down': 'a hand comes down here',
  'drum-stands': 'the drum stands here',
  'bell-blows': 'the air of the bell blows here',
  'slide-runs': 'the slide runs through here',
  'players-head': 'the player’s head is here',
  'singers-head': 'the singer’s head is here',
  'drummers-head': 'the drummer’s head is here',
  'front-head-must-come-off': 'the {piece}’s front head must come off',
  'lid-on-its-prop': 'Leave the lid on its proper prop and never reach under one that is not.',
};
