import { METRES_PER_INCH, metresFromInches, type UnitSystem } from '../units';

export type ParsedLength = { readonly ok: true; readonly metres: number } | { readonly ok: false; readonly reason: string };

/** The longest tape we take a reading from, metres. */
const LONGEST_M = 30;

const FRACTIONS: Record<string, string> = {
  '¼': ' 1/4',
  '½': ' 1/2',
  '¾': ' 3/4',
  '⅛': ' 1/8',
  '⅜': ' 3/8',
  '⅝': ' 5/8',
  '⅞': ' 7/8',
  '⅓': ' 1/3',
  '⅔': ' 2/3',
};
const NUMBER = String.raw`\d+(?:[.,]\d+)?|[.,]\d+`;
const MIXED = String.raw`(?:(?:${NUMBER})\s+\d+\/\d+|\d+\/\d+|${NUMBER})`;
const FEET = new RegExp(String.raw`^(${MIXED})\s*(?:'|ft|feet|foot)\s*(?:(${MIXED})\s*(?:"|''|in|inch|inches)?)?$`);
const INCHES = new RegExp(String.raw`^(${MIXED})\s*(?:"|''|in|inch|inches)$`);
const METRIC = new RegExp(String.raw`^(${NUMBER})\s*(mm|cm|m)$`);
const BARE = new RegExp(`^(${MIXED})$`);
const METRES_OF: Record<string, number> = { mm: 0.001, cm: 0.01, m: 1 };

/** "4 1/2", "1/2", "4.5" or "4,5" as a number; NaN for a fraction over nought. */
function mixed(text: string): number {
  return text
    .trim()
    .split(/\s+/)
    .reduce((sum, part) => {
      const [top, bottom] = part.split('/');
      return sum + Number((top ?? '').replace(',', '.')) / (bottom === undefined ? 1 : Number(bottom) || Number.NaN);
    }, 0);
}

function metresIn(text: string, units: UnitSystem): number | null {
  const feet = FEET.exec(text);
  if (feet) return metresFromInches(12 * mixed(feet[1] ?? '') + (feet[2] ? mixed(feet[2]) : 0));
  const inches = INCHES.exec(text);
  if (inches) return metresFromInches(mixed(inches[1] ?? ''));
  const metric = METRIC.exec(text);
  if (metric) return mixed(metric[1] ?? '') * (METRES_OF[metric[2] ?? ''] ?? 1);
  const bare = BARE.exec(text);
  if (!bare) return null;
  return mixed(bare[1] ?? '') * (units === 'metric' ? 0.01 : METRES_PER_INCH);
}

/**
 * A tape reading as people write it: "103.5", "1.035 m", "3' 4 1/2"", "40½ in". A bare number is centimetres or inches by
 * the session's units. Anything else, nothing, or more than 30 m is refused with a sentence.
 */
export function parseLength(typed: string, units: UnitSystem): ParsedLength {
  const text = [...typed.trim().toLowerCase()]
    .map((character) => FRACTIONS[character] ?? character)
    .join('')
    .replaceAll('′', "'")
    .replaceAll(/[″”“]/g, '"')
    .replaceAll('’', "'")
    .trim();
  const example = units === 'metric' ? '103.5 or 1.035 m' : '3\' 4 1/2" or 40 1/2';
  if (text === '') return { ok: false, reason: `Type what the tape says, like ${example}.` };
  const metres = metresIn(text, units);
  if (metres === null || !Number.isFinite(metres)) return { ok: false, reason: `“${typed.trim()}” is no length: write it like ${example}.` };
  if (metres <= 0) return { ok: false, reason: 'A string has some length: read the tape again.' };
  if (metres > LONGEST_M) return { ok: false, reason: `${metres.toFixed(1)} m is longer than any tape here: check the unit, like ${example}.` };
  return { ok: true, metres };
}
