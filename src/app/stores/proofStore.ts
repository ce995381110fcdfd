import { useMemo } from 'react';
import { useStore } from 'zustand';
import type { Matching, Proof, TakeReport } from '../../core/analysis';
import type { Session } from '../../core/document';
import type { Chains } from '../../core/verdict';
import { createResource, useResource } from './resource';
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

/** A matching without microphones that have been taken away meanwhile. */
export const matchedNow = (session: Session, matching: Matching): Matching =>
  Object.fromEntries(Object.entries(matching).map(([name, id]) => [name, session.microphones.some((placed) => placed.id === id) ? id : null]));

/** Works it out on the page: where no worker can run, or a newer question took its place. */
export const proveHere = async (held: Held): Promise<Proof> => (await import('./proveHere')).proveHere(held);

const matched = (held: Held): Held => ({ ...held, matching: matchedNow(held.session, held.matching) });

/** A take held against the plan; while someone edits, what is known may be of the plan before. */
const proofs = createResource<Held, Proof, 'prove-take'>({
  job: 'prove-take',
  owner: 'proof',
  key: ({ session, report, matching, chains }) => [session, report, matching, chains],
  input: matched,
  output: (proof) => proof,
  fallback: (held) => proveHere(matched(held)),
  stillMs: 200,
});

/** Holds a take against a plan off the page, once for the same; null where a newer plan or take has been asked about meanwhile. */
export const prove = (of: Held): Promise<Proof | null> => proofs.ask(of);

/** Keeps the proof of the take on the bench up to date: from when nothing has changed for a moment. */
export function useKeptProof(session: Session): void {
  const committed = useSessionStore((state) => state.doc);
  const report = useTakeStore((state) => (state.sessionId === session.id ? state.report : null));
  const matching = useTakeStore((state) => state.matching);
  const chains = useTakeStore((state) => state.chains);
  const settled = session === committed;
  const held = useMemo(() => (settled && report ? { session, report, matching, chains } : null), [settled, session, report, matching, chains]);
  useResource(proofs, held);
}

/** The proof of a take as last worked out; null until there is one. */
export const useProof = (report: TakeReport | null): Proof | null =>
  useStore(proofs.store, ({ value, of }) => (report !== null && of?.report === report ? value : null));

/** Why a take could not be held against the plan. */
export const useProofProblem = (report: TakeReport | null): string | null =>
  useStore(proofs.store, ({ problem, of }) => (report !== null && of?.report === report ? problem : null));

/** Whether the proof is of a session as it stands: until it is, its moves are of a plan that is gone. */
export const useIsProven = (session: Session): boolean => useStore(proofs.store, ({ of }) => of?.session === session);
