import { typedMetres, type UnitSystem } from '../units';

export type ParsedLength = { readonly ok: true; readonly metres: number } | { readonly ok: false; readonly reason: string };

/** The longest tape we take a reading from, metres. */
const LONGEST_M = 30;

/**
 * A tape reading as people write it: "103.5", "1.035 m", "3' 4 1/2"", "40½ in". A bare number is centimetres or inches by
 * the session's units. Anything else, nothing, or more than 30 m is refused with a sentence.
 */
export function parseLength(typed: string, units: UnitSystem): ParsedLength {
  const example = units === 'metric' ? '103.5 or 1.035 m' : '3\' 4 1/2" or 40 1/2';
  if (typed.trim() === '') return { ok: false, reason: `Type what the tape says, like ${example}.` };
  const metres = typedMetres(typed, units === 'metric' ? 'cm' : 'in');
  if (metres === null) return { ok: false, reason: `“${typed.trim()}” is no length: write it like ${example}.` };
  if (metres <= 0) return { ok: false, reason: 'A distance is more than nothing: read the tape again.' };
  if (metres > LONGEST_M) return { ok: false, reason: `${metres.toFixed(1)} m is longer than any tape here: check the unit, like ${example}.` };
  return { ok: true, metres };
}
