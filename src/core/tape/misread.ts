import { distance, type Vec3 } from '../math';
import { type Allowed, allowedPlaces, type Reading } from './solvePosition';

/** One reading in so many is wrong by far more than a tape is (our choice: a tape read upside down, a mark taken for another). */
const MISREAD = 0.02;
/** How far off such a reading may be to either side, all alike likely, metres (our choice). */
const MISREAD_BY_M = 0.5;
/** Whoever is this many times as likely as any other account is named (`verdicts`: odds of 19 to 1 and better). */
export const NAMED_AT = 19;

/** One account of all readings: which of them is wrong, and how likely that is beside the other accounts. */
export interface Account {
  /** Its place in the list; null where all are right. */
  readonly wrong: number | null;
  readonly probability: number;
  readonly places: readonly Allowed[];
}

const logOfSum = (logs: readonly number[]): number => {
  const most = Math.max(-Infinity, ...logs);
  return most === -Infinity ? most : most + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - most), 0));
};

/** That all readings are right, and that each one alone is wrong, weighed by Bayes' rule; likeliest first. */
export function accountsOf(readings: readonly Reading[], planned: Vec3): Account[] {
  const account = (wrong: number | null) => {
    const places = allowedPlaces(wrong === null ? readings : readings.filter((_, i) => i !== wrong), planned);
    const prior = wrong === null ? 0 : Math.log(MISREAD / (1 - MISREAD) / (2 * MISREAD_BY_M));
    return { wrong, places, log: prior + logOfSum(places.map(({ logWeight }) => logWeight)) };
  };
  const accounts = [account(null), ...readings.map((_, i) => account(i))];
  const whole = logOfSum(accounts.map(({ log }) => log));
  return accounts
    .map(({ wrong, places, log }) => ({ wrong, places, probability: Math.exp(log - whole) }))
    .sort((a, b) => b.probability - a.probability);
}

/**
 * How well a place is known once every account is thought of: √trace of the mixture's covariance about it, metres. Other places that the same
 * account allows are told by themselves and do not count.
 */
export function spreadM(accounts: readonly Account[], positionM: Vec3, taken: number | null): number {
  let trace = 0;
  for (const { wrong, probability, places } of accounts) {
    const near = wrong === taken ? nearest(places, positionM) : places;
    const whole = logOfSum(near.map(({ logWeight }) => logWeight));
    for (const place of near) {
      const own = [0, 1, 2].reduce((sum, i) => sum + (place.covariance[i]?.[i] ?? 0), 0);
      trace += probability * Math.exp(place.logWeight - whole) * (own + distance(place.positionM, positionM) ** 2);
    }
  }
  return Math.sqrt(trace);
}

const nearest = (places: readonly Allowed[], positionM: Vec3): readonly Allowed[] =>
  [...places].sort((a, b) => distance(a.positionM, positionM) - distance(b.positionM, positionM)).slice(0, 1);
