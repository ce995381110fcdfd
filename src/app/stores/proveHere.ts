import { type Matching, type Proof, proveTake, type TakeReport } from '../../core/analysis';
import { arrivalTable } from '../../core/arrivals';
import type { Session } from '../../core/document';
import { resolveFiles, tapedStrings } from '../../core/planning';
import type { Chains } from '../../core/verdict';

interface Held {
  readonly session: Session;
  readonly report: TakeReport;
  readonly matching: Matching;
  readonly chains: Chains;
}

/** Holds a take against a plan on the page itself; in a module of its own, so that the first view does without it. */
export function proveHere({ session, report, matching, chains }: Held): Proof {
  const plan = resolveFiles(session, chains);
  return proveTake(arrivalTable(plan), report, matching, tapedStrings(session, plan));
}
