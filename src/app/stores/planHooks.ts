import { useMemo } from 'react';
import { type ArrivalTable, arrivalTable } from '../../core/arrivals';
import type { Finding } from '../../core/checks';
import { derived } from '../../core/derived';
import type { Session } from '../../core/document';
import { planFindings, resolvePlan } from '../../core/planning';

export interface LivePlan {
  readonly table: ArrivalTable;
  readonly findings: readonly Finding[];
}

/** Everything computed from a session, worked out once per document, drafts included. */
export const livePlan = derived((session: Session): LivePlan => {
  const table = arrivalTable(resolvePlan(session));
  let findings: readonly Finding[] | null = null;
  return {
    table,
    // Drags draw from the table alone; findings are worked out when somebody asks.
    get findings() {
      findings ??= planFindings(session, table);
      return findings;
    },
  };
});

export const useLivePlan = (session: Session): LivePlan => useMemo(() => livePlan(session), [session]);
