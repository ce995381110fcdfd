import { METRES_PER_INCH } from './length';

/** What a bare number is counted in. */
export const LENGTH_UNITS = ['mm', 'cm', 'm', 'in', 'ft'] as const;
export type LengthUnit = (typeof LENGTH_UNITS)[number];

const METRES_OF: Readonly<Record<LengthUnit, number>> = { mm: 0.001, cm: 0.01, m: 1, in: METRES_PER_INCH, ft: 12 * METRES_PER_INCH };

const FRACTIONS: Readonly<Record<string, string>> = {
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
const NUMBER = String.raw`(?:\d+(?:[.,]\d+)?|[.,]\d+)`;
const MIXED = String.raw`(?:${NUMBER}(?:\s+|-)\d+\/\d+|\d+\/\d+|${NUMBER})`;
const INCH = String.raw`(?:"|''|in\.?|inch|inches)`;
const FEET = new RegExp(String.raw`^(${MIXED})\s*(?:'|ft\.?|feet|foot)\s*(?:,?\s*(${MIXED})\s*${INCH}?)?$`);
const INCHES = new RegExp(String.raw`^(${MIXED})\s*${INCH}$`);
const METRIC = new RegExp(String.raw`^(${NUMBER})\s*(mm|cm|m|metres?|meters?|centimetres?|centimeters?|millimetres?|millimeters?)$`);
const METRES_AND = /^(\d+)\s*m(?:etres?|eters?)?\s*(\d{1,2}(?:[.,]\d+)?)\s*(?:cm)?$/;
const BARE = new RegExp(`^(${MIXED})$`);

/** "4 1/2", "4-1/2", "1/2", "4.5" or "4,5" as a number; NaN for a fraction over nought. */
function mixed(text: string): number {
  return text
    .trim()
    .split(/\s+|-/)
    .reduce((sum, part) => {
      const [top, bottom] = part.split('/');
      return sum + Number((top ?? '').replace(',', '.')) / (bottom === undefined ? 1 : Number(bottom) || Number.NaN);
    }, 0);
}

const metricUnit = (word: string): LengthUnit => (/^(mm|milli)/.test(word) ? 'mm' : /^(cm|centi)/.test(word) ? 'cm' : 'm');

function unsigned(text: string, bareUnit: LengthUnit): number | null {
  const feet = FEET.exec(text);
  if (feet) return METRES_OF.ft * mixed(feet[1] ?? '') + METRES_OF.in * (feet[2] ? mixed(feet[2]) : 0);
  const inches = INCHES.exec(text);
  if (inches) return METRES_OF.in * mixed(inches[1] ?? '');
  const metric = METRIC.exec(text);
  if (metric) return mixed(metric[1] ?? '') * METRES_OF[metricUnit(metric[2] ?? '')];
  const both = METRES_AND.exec(text);
  if (both) return Number(both[1]) + METRES_OF.cm * mixed(both[2] ?? '');
  const bare = BARE.exec(text);
  return bare ? mixed(bare[1] ?? '') * METRES_OF[bareUnit] : null;
}

/**
 * A length as people write it, in metres: 6'11", 6 ft 11 in, 83 in, 2.1 m, 2 m 10, 210 cm, 40½″; a minus before it counts.
 * @param bareUnit what a number without a unit is counted in
 * @returns null for what is no length
 */
export function typedMetres(typed: string, bareUnit: LengthUnit): number | null {
  const text = [...typed.trim().toLowerCase()]
    .map((character) => FRACTIONS[character] ?? character)
    .join('')
    .replaceAll(/[′’‘]/g, "'")
    .replaceAll(/[″”“]/g, '"')
    .replaceAll(/[\u00a0\u2009\u202f]/g, ' ')
    .trim();
  const [, sign = '', rest = ''] = /^([-−+]?)\s*(.*)$/s.exec(text) ?? [];
  const metres = unsigned(rest, bareUnit);
  if (metres === null || !Number.isFinite(metres)) return null;
  return sign === '' || sign === '+' ? metres : -metres;
}

/** A length in one of the units. */
export const inLengthUnit = (metres: number, unit: LengthUnit): number => metres / METRES_OF[unit];
export const isLengthUnit = (unit: string): unit is LengthUnit => (LENGTH_UNITS as readonly string[]).includes(unit);
