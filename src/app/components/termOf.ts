import type { Term } from './Help';

/** The term that a finding turns on, where people have to know it to follow: by the finding's code. */
export const TERMS: Readonly<Record<string, Term>> = {
  'polarity-opposed': 'polarity',
  'polarity-reversed': 'polarity',
  'flip-missing': 'polarity',
  'sum-fuller': 'polarity',
  comb: 'comb',
  boundary: 'comb',
  late: 'comb',
  'channel-late': 'comb',
  leak: 'three-to-one',
  overload: 'headroom',
  clipped: 'headroom',
};

export const termOf = (code: string): Term | null => (Object.hasOwn(TERMS, code) ? (TERMS[code] ?? null) : null);
