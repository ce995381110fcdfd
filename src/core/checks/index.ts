export * from './alongString';
export type { ChecksCode } from './codes';

import type { ArrivalTable } from '../arrivals';
import { aimsAway } from './aim';
import { boundaries } from './boundary';
import { combs } from './comb';
import { type Finding, gravestFirst } from './finding';
import { keepOuts } from './keepOut';
import { leaksTooHigh } from './leak';
import { mouths } from './mouths';
import { overloads } from './overload';
import { pairsUnequal } from './pairBalance';
import { polarityOpposed } from './polarity';

export { eveningMove, evenness } from './evenness';
export * from './finding';
export { groupOf, leaks } from './leak';
export * from './leakMatrix';

export { ownSourceOf } from './shared';
export * from './threeToOne';

/** Every rule, one file each. Order within a severity is the order told. */
const RULES: readonly ((table: ArrivalTable) => Finding[])[] = [
  polarityOpposed,
  aimsAway,
  overloads,
  pairsUnequal,
  leaksTooHigh,
  combs,
  keepOuts,
  mouths,
  boundaries,
];

/** All findings of a plan, gravest first. */
export function checkPlan(table: ArrivalTable): Finding[] {
  return gravestFirst(RULES.flatMap((rule) => rule(table)));
}
