import type { FitReason } from '../core/planning';
import type { UnitSystem } from '../core/units';
import { sayFinding } from './findings';
import { say, sayTold } from './say';

/** A reason of a set-up's fit in words. What a device says of itself it says in its own words. */
export function sayFit(reason: FitReason, units: UnitSystem): string {
  if ('finding' in reason) return sayFinding(reason.finding, units);
  if ('said' in reason) return sayTold(reason.said, units);
  const facts = reason.code === 'kind-missing' ? { ...reason.facts, kind: say('kinds', reason.facts.kind, {}, units) } : reason.facts;
  return say('fits', reason.code, facts, units);
}
