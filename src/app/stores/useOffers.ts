import { useMemo } from 'react';
import type { Finding } from '../../core/checks';
import type { Session } from '../../core/document';
import { withOffers } from '../../core/planning';
import { createResource, useResource } from './resource';
import { useSessionStore } from './sessionStore';

interface Told {
  readonly session: Session;
  readonly findings: readonly Finding[];
}

const offers = createResource<Told, readonly Finding[], 'offers'>({
  job: 'offers',
  owner: 'verdicts',
  key: ({ session }) => [session],
  input: (told) => told,
  output: (found) => found,
  fallback: ({ session, findings }) => withOffers(session, findings),
  stillMs: 200,
});

/**
 * Findings with the moves that mend, tried in a worker; null while they are being tried, and during a drag. Where no worker can run
 * they are tried here.
 */
export function useOffers(session: Session, findings: readonly Finding[]): readonly Finding[] | null {
  const committed = useSessionStore((state) => state.doc);
  const settled = session === committed;
  const told = useMemo(() => (settled && findings.length > 0 ? { session, findings } : null), [session, settled, findings]);
  const { of, value } = useResource(offers, told);
  return of?.session === session ? value : null;
}
