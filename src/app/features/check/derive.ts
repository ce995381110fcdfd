import { type Matching, type Proof, proveTake, type Role, type TakeReport, TOGETHER_CODES, togetherFindings } from '../../../core/analysis';
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

/** What is judged of channels against each other without a plan: the proof says it better. */
const BETTER_SAID = new Set(['polarity-reversed', 'question', 'late', 'early']);

/** Findings of the report that the proof does not say better; all of them, by the roles as corrected, where nothing is planned. */
export function beyondProof(
  { microphones }: Session,
  proof: Proof,
  report: TakeReport,
  roles: Readonly<Record<string, Role>> = {},
): TakeReport['findings'] {
  if (microphones.length === 0) {
    const alone = report.findings.filter(({ code }) => !TOGETHER_CODES.has(code));
    return [...togetherFindings(report, roles), ...alone];
  }
  const reversed = proof.findings.some(({ code }) => code === 'polarity-reversed');
  return report.findings.filter(({ code }) => !(BETTER_SAID.has(code) || (reversed && code === 'sum-fuller')));
}

/** How many things are to fix, by the take. */
export const fixesOf = (session: Session, proof: Proof, report: TakeReport, roles: Readonly<Record<string, Role>> = {}): number =>
  [...proof.findings, ...beyondProof(session, proof, report, roles)].filter((finding) => finding.severity === 'fix').length;
