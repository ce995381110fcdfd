import { asNumber, type Figure, teller } from '../units';

/** What the take check tells of a take without a plan. */
export type TakeCode =
  | 'silent'
  | 'clips'
  | 'peaks-near-full-scale'
  | 'peaks-low'
  | 'dc-offset'
  | 'hums'
  | 'noise-near-its-peaks'
  | 'sum-fuller-reversed'
  | 'one-recording'
  | 'no-converter-makes'
  | 'other-length'
  | 'other-rate'
  | 'stamps-too-far-apart'
  | 'lined-up-by-stamps'
  | 'another-clock'
  | 'pairs-of-strokes'
  | 'swings-as-its-top'
  | 'share-agrees'
  | 'reversed-against-others'
  | 'disagrees-on'
  | 'so-sure'
  | 'one-may-be-reversed'
  | 'channel-so-sure'
  | 'compared-in-groups'
  | 'blown-at'
  | 'shaken'
  | 'ticks'
  | 'early-everywhere'
  | 'late-on-its-own'
  | 'late-or-they-early'
  | 'sooner-by';

export const tell = teller<TakeCode>('takes');

/** A share from 0 to 1, told in whole per cent. */
export const asPercent = (share: number): Figure => asNumber(100 * share, 0);
