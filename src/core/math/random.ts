const { cos, floor, imul, log, sqrt } = Math;

/** A seeded source of random numbers; the same seed always gives the same sequence. */
export interface Random {
  /** Uniform in [0, 1). */
  uniform(): number;
  /** Uniform in [low, high). */
  between(low: number, high: number): number;
  /** Whole number in [low, high]. */
  integer(low: number, high: number): number;
  /** Normal with mean 0 and standard deviation 1 (Box and Muller 1958). */
  normal(): number;
}

/** 32-bit mixing generator (the public-domain "mulberry32" recurrence, from memory); period 2^32, fine for tests and noise. */
export function createRandom(seed: number): Random {
  let state = seed >>> 0;
  const uniform = (): number => {
    state = (state + 0x6d2b79f5) >>> 0;
    let t = state;
    t = imul(t ^ (t >>> 15), t | 1);
    t ^= t + imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const between = (low: number, high: number): number => low + (high - low) * uniform();
  return {
    uniform,
    between,
    integer: (low, high) => floor(between(low, high + 1)),
    normal: () => sqrt(-2 * log(1 - uniform())) * cos(2 * Math.PI * uniform()),
  };
}
