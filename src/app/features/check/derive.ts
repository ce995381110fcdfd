import { type Matching, type Proof, proveTake, type TakeReport } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { livePlan } from '../../stores/planHooks';

/** A matching without microphones that have been taken away meanwhile. */
export const matchedNow = (session: Session, matching: Matching): Matching =>
  Object.fromEntries(Object.entries(matching).map(([name, id]) => [name, session.microphones.some((placed) => placed.id === id) ? id : null]));

let last: { readonly session: Session; readonly report: TakeReport; readonly matching: Matching; readonly proof: Proof } | null = null;

/** The take held against the plan; worked out once for the same three. */
export function proofOf(session: Session, report: TakeReport, matching: Matching): Proof {
  if (last?.session === session && last.report === report && last.matching === matching) return last.proof;
  const proof = proveTake(livePlan(session).table, report, matchedNow(session, matching));
  last = { session, report, matching, proof };
  return proof;
}

/** Codes of signs judged without a plan: the proof says it better. */
const SIGNS = new Set(['polarity-reversed', 'question']);

/** Findings of the report that the proof does not say better; all of them where nothing is planned. */
export function beyondProof({ microphones }: Session, proof: Proof, report: TakeReport): TakeReport['findings'] {
  const reversed = proof.findings.some(({ code }) => code === 'polarity-reversed');
  return report.findings.filter(({ code }) => microphones.length === 0 || !(SIGNS.has(code) || (reversed && code === 'sum-fuller')));
}

/** How many things are to fix, by the take. */
export const fixesOf = (session: Session, proof: Proof, report: TakeReport): number =>
  [...proof.findings, ...beyondProof(session, proof, report)].filter((finding) => finding.severity === 'fix').length;
