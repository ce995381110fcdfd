import type { Proof, TakeReport } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import type { Heard } from '../../../core/verdict';
import { matchedNow } from '../../stores/proofStore';
import type { useTakeStore } from '../../stores/takeStore';

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
