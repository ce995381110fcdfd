import type { Finding } from '../core/checks';
import type { UnitSystem } from '../core/units';
import { sayTold } from './say';

/** A finding in full: what, how much, and what to do. */
export const sayFinding = ({ message, advice }: Pick<Finding, 'message' | 'advice'>, units: UnitSystem): string =>
  advice ? `${sayTold(message, units)} ${sayTold(advice, units)}` : sayTold(message, units);
