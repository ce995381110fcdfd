import type { FitReason } from '../core/planning';
import type { UnitSystem } from '../core/units';
import { sayFinding } from './findings';
import { say } from './say';

/** A reason of a set-up's fit in words. What the checks and the patch say they still say themselves. */
export function sayFit(reason: FitReason, units: UnitSystem): string {
  if ('finding' in reason) return sayFinding(reason.finding, units);
  if ('said' in reason) return reason.said;
  const facts = reason.code === 'kind-missing' ? { ...reason.facts, kind: say('kinds', reason.facts.kind, {}, units) } : reason.facts;
  return say('fits', reason.code, facts, units);
}
