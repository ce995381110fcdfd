import { useEffect } from 'react';
import { create } from 'zustand';
import type { Matching, Proof, TakeReport } from '../../core/analysis';
import type { Session } from '../../core/document';
import type { Chains } from '../../core/verdict';
import { runJob } from '../../workers/runJob';
import { useSessionStore } from './sessionStore';
import { useTakeStore } from './takeStore';

/** What a proof is of. */
interface Held {
  readonly session: Session;
  readonly report: TakeReport;
  readonly matching: Matching;
  /** What the take was recorded through. */
  readonly chains: Chains;
}

interface ProofState {
  /** The take held against the plan, as last worked out; while someone edits it may be of the plan before. */
  readonly proof: Proof | null;
  readonly of: Held | null;
}

/** A plan is held against its take once nothing has changed for this long, ms. */
const STILL_MS = 200;

const useProofStore = create<ProofState>(() => ({ proof: null, of: null }));

const isSame = (a: Held, b: Held): boolean => a.session === b.session && a.report === b.report && a.matching === b.matching && a.chains === b.chains;

/** A matching without microphones that have been taken away meanwhile. */
export const matchedNow = (session: Session, matching: Matching): Matching =>
  Object.fromEntries(Object.entries(matching).map(([name, id]) => [name, session.microphones.some((placed) => placed.id === id) ? id : null]));

/** Works it out on the page: where no worker can run, or a newer question took its place. */
export async function proveHere(held: Held): Promise<Proof> {
  return (await import('./proveHere')).proveHere(held);
}

let running: { readonly of: Held; readonly proof: Promise<Proof | null> } | null = null;

/** Holds a take against a plan in a worker, once for the same three; null where a newer plan or take has been asked about meanwhile. */
export function prove(of: Held): Promise<Proof | null> {
  const { proof: known, of: last } = useProofStore.getState();
  if (known && last && isSame(last, of)) return Promise.resolve(known);
  if (running && isSame(running.of, of)) return running.proof;
  const matched: Held = { ...of, matching: matchedNow(of.session, of.matching) };
  const proof = runJob('prove-take', matched, { owner: 'proof' }).then(async (answer) => {
    if (answer.kind === 'superseded') return null;
    const found = answer.kind === 'done' ? answer.output : await proveHere(matched);
    if (running?.of === of) {
      running = null;
      useProofStore.setState({ proof: found, of });
    }
    return found;
  });
  running = { of, proof };
  return proof;
}

/** Keeps the proof of the take on the bench up to date: from when nothing has changed for a moment. */
export function useKeptProof(session: Session): void {
  const committed = useSessionStore((state) => state.doc);
  const report = useTakeStore((state) => (state.sessionId === session.id ? state.report : null));
  const matching = useTakeStore((state) => state.matching);
  const chains = useTakeStore((state) => state.chains);
  const settled = session === committed;
  useEffect(() => {
    if (!settled) return;
    const of = useProofStore.getState().of;
    if (of && (!report || of.report !== report)) useProofStore.setState({ proof: null, of: null });
    if (!report) return;
    const start = window.setTimeout(() => void prove({ session, report, matching, chains }), STILL_MS);
    return () => window.clearTimeout(start);
  }, [settled, session, report, matching, chains]);
}

/** The proof of a take as last worked out; null until there is one. */
export const useProof = (report: TakeReport | null): Proof | null =>
  useProofStore(({ proof, of }) => (report !== null && of?.report === report ? proof : null));

/** Whether the proof is of a session as it stands: until it is, its moves are of a plan that is gone. */
export const useIsProven = (session: Session): boolean => useProofStore(({ of }) => of?.session === session);
