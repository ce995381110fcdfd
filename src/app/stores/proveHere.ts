import { type Matching, type Proof, proveTake, type TakeReport } from '../../core/analysis';
import type { Session } from '../../core/document';
import { tapedStrings } from '../../core/planning';
import { livePlan } from './planHooks';

/** Holds a take against a plan on the page itself; in a module of its own, so that the first view does without it. */
export const proveHere = ({ session, report, matching }: { session: Session; report: TakeReport; matching: Matching }): Proof =>
  proveTake(livePlan(session).table, report, matching, tapedStrings(session, livePlan(session).table.plan));
