import { teller } from '../units';

/** What the lists of a session tell: of power, of polarity, and of what is missing. */
export type ListCode =
  | 'must-stay-off'
  | 'held-off-by'
  | 'none-over-jack'
  | 'none-over-second-way'
  | 'own-power'
  | 'own-power-for'
  | 'phantom-on-in'
  | 'phantom-off'
  | 'patch-counts-on-it'
  | 'no-cable-reaches'
  | 'more-planned'
  | 'more-in-use'
  | 'device-with-more-inputs'
  | 'fewer-inputs'
  | 'some-microphone';

export const tell = teller<ListCode>('lists');
