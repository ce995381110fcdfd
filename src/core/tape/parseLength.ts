import { asNumber, type Told, typedMetres, type UnitSystem } from '../units';
import { tell } from './codes';

export type ParsedLength = { readonly ok: true; readonly metres: number } | { readonly ok: false; readonly reason: Told };

/** The longest tape we take a reading from, metres. */
const LONGEST_M = 30;

/**
 * A tape reading as people write it: "103.5", "1.035 m", "3' 4 1/2"", "40½ in". A bare number is centimetres or inches by
 * the session's units. Anything else, nothing, or more than 30 m is refused with a sentence.
 */
export function parseLength(typed: string, units: UnitSystem): ParsedLength {
  if (typed.trim() === '') return { ok: false, reason: tell('type-it', { units }) };
  const metres = typedMetres(typed, units === 'metric' ? 'cm' : 'in');
  if (metres === null) return { ok: false, reason: tell('no-length', { typed: typed.trim(), units }) };
  if (metres <= 0) return { ok: false, reason: tell('more-than-nothing') };
  if (metres > LONGEST_M) return { ok: false, reason: tell('longer-than-a-tape', { metres: asNumber(metres, 1), units }) };
  return { ok: true, metres };
}
