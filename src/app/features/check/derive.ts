import { type Proof, type Role, type TakeReport, TOGETHER_CODES, togetherFindings } from '../../../core/analysis';
import type { Session } from '../../../core/document';

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
