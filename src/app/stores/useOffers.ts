import { useEffect, useState } from 'react';
import type { Finding } from '../../core/checks';
import type { Session } from '../../core/document';
import { withOffers } from '../../core/planning';
import { runJob } from '../../workers/runJob';
import { useSessionStore } from './sessionStore';

/** Moves are tried once nothing has changed for this long, ms. */
const STILL_MS = 200;

const known = new WeakMap<Session, readonly Finding[]>();

/**
 * Findings with the moves that mend, tried in a worker; null while they are being tried, and during a drag. Where no worker can run
 * they are tried here.
 */
export function useOffers(session: Session, findings: readonly Finding[]): readonly Finding[] | null {
  const committed = useSessionStore((state) => state.doc);
  const [, answered] = useState(0);
  const settled = session === committed;
  useEffect(() => {
    if (!settled || findings.length === 0 || known.has(session)) return;
    let gone = false;
    const start = window.setTimeout(() => {
      void runJob('offers', { session, findings }, { owner: 'verdicts' }).then((answer) => {
        if (answer.kind === 'superseded') return;
        known.set(session, answer.kind === 'done' ? answer.output : withOffers(session, findings));
        if (!gone) answered((n) => n + 1);
      });
    }, STILL_MS);
    return () => {
      gone = true;
      window.clearTimeout(start);
    };
  }, [session, settled, findings]);
  return known.get(session) ?? null;
}
