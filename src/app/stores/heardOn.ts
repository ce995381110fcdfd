import type { Proof, TakeReport } from '../../core/analysis';
import type { Session } from '../../core/document';
import { type Heard, type Verdict, verdictsOf } from '../../core/verdict';
import { matchedNow, useProof } from './proofStore';
import { useTakeStore } from './takeStore';

type Bench = Pick<ReturnType<typeof useTakeStore.getState>, 'matching' | 'roles' | 'chains'>;

/** The take on the bench as everything that speaks of it reads it. */
export const heardOn = (session: Session, report: TakeReport, proof: Proof, { matching, roles, chains }: Bench): Heard => ({
  report,
  proof,
  session,
  matching: matchedNow(session, matching),
  roles,
  chains,
});

/** What is said of a session's take on the bench; null while there is none, or while it is being judged. */
export function useTakeVerdicts(session: Session): readonly Verdict[] | null {
  const take = useTakeStore();
  const report = take.sessionId === session.id ? take.report : null;
  const proof = useProof(report);
  return report && proof ? verdictsOf(heardOn(session, report, proof, take)) : null;
}
