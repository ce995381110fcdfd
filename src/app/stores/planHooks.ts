import { useMemo } from 'react';
import { type ArrivalTable, arrivalTable } from '../../core/arrivals';
import { checkPlan, type Finding } from '../../core/checks';
import type { Session } from '../../core/document';
import { resolvePlan, withExpectations } from '../../core/planning';

export interface LivePlan {
  readonly table: ArrivalTable;
  readonly findings: readonly Finding[];
}

const cache = new WeakMap<Session, LivePlan>();

/** Everything computed from a session, worked out once per document, drafts included. */
export function livePlan(session: Session): LivePlan {
  const known = cache.get(session);
  if (known) return known;
  const table = arrivalTable(resolvePlan(session));
  let findings: readonly Finding[] | null = null;
  const fresh: LivePlan = {
    table,
    // Drags draw from the table alone; findings are worked out when somebody asks.
    get findings() {
      findings ??= withExpectations(session, checkPlan(table));
      return findings;
    },
  };
  cache.set(session, fresh);
  return fresh;
}

export const useLivePlan = (session: Session): LivePlan => useMemo(() => livePlan(session), [session]);
