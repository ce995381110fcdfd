import { inchesFromMetres } from './length';

export type UnitSystem = 'metric' | 'imperial';

const MINUS = '\u2212';

/** Fixed-point number with a true minus sign, never "−0". */
export function formatNumber(value: number, digits: number): string {
  if (!Number.isFinite(value)) return value > 0 ? '∞' : value < 0 ? `${MINUS}∞` : 'unknown';
  const text = Math.abs(value).toFixed(digits);
  return value < 0 && Number(text) !== 0 ? MINUS + text : text;
}

function formatInches(metres: number): string {
  const quarters = Math.round(Math.abs(inchesFromMetres(metres)) * 4);
  const sign = metres < 0 && quarters > 0 ? MINUS : '';
  const feet = Math.floor(quarters / 48);
  const inches = Math.floor((quarters % 48) / 4);
  const fraction = ['', '¼', '½', '¾'][quarters % 4] ?? '';
  const inchText = `${inches || !fraction ? inches : ''}${fraction}″`;
  return feet > 0 ? `${sign}${feet}′ ${inchText}` : `${sign}${inchText}`;
}

/**
 * A length as a tape would read it: to 0.5 cm, or to a quarter inch. Product rule: a tape reads to 0.5 cm, 1/4 in.
 */
export function formatLength(metres: number, units: UnitSystem): string {
  if (!Number.isFinite(metres)) return 'unknown';
  if (units === 'imperial') return formatInches(metres);
  const halfCentimetres = Math.round(metres * 200) / 2;
  return `${formatNumber(halfCentimetres, Number.isInteger(halfCentimetres) ? 0 : 1)} cm`;
}

/** A small length to the millimetre, for path differences below what a tape shows. */
export function formatFineLength(metres: number, units: UnitSystem): string {
  if (units === 'imperial') return `${formatNumber(inchesFromMetres(metres), 2)} in`;
  return `${formatNumber(metres * 100, 1)} cm`;
}

export const formatMilliseconds = (seconds: number): string => `${formatNumber(seconds * 1000, 2)} ms`;

const formatSamples = (samples: number): string => {
  const digits = Math.abs(samples) < 10 ? 1 : 0;
  return `${formatNumber(samples, digits)} samples`;
};

export const formatDb = (db: number, digits = 1): string => `${formatNumber(db, digits)} dB`;

export function formatFrequency(hertz: number): string {
  if (hertz >= 10_000) return `${formatNumber(hertz / 1000, 1)} kHz`;
  if (hertz >= 1000) return `${formatNumber(hertz / 1000, 2)} kHz`;
  return `${formatNumber(hertz, 0)} Hz`;
}

/** The three faces of one delay side by side: "0.42 ms (20 samples, 14.4 cm)". */
export function formatDelay(seconds: number, sampleRateHz: number, speedOfSoundMps: number, units: UnitSystem): string {
  const length = formatFineLength(seconds * speedOfSoundMps, units);
  return `${formatMilliseconds(seconds)} (${formatSamples(seconds * sampleRateHz)}, ${length})`;
}

/** The same without its length, for a narrow place. */
export const formatShortDelay = (seconds: number, sampleRateHz: number): string =>
  `${formatMilliseconds(seconds)} (${formatSamples(seconds * sampleRateHz)})`;

/** "A", "A and B", "A, B and C". */
export const listed = (names: readonly string[], word = 'and'): string =>
  names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} ${word} ${names[names.length - 1]}`;

/** "1 input", "2 inputs". */
export const counted = (count: number, noun: string, nouns = `${noun}s`): string => `${count} ${count === 1 ? noun : nouns}`;
