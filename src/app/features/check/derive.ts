import { type Matching, type Proof, type Role, type TakeReport, TOGETHER_CODES, togetherFindings } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { isOneSplit } from '../../../core/planning';

/** What is judged of channels against each other without a plan: the proof says it better. */
const BETTER_SAID = new Set(['polarity-reversed', 'question', 'late', 'early']);

/** A take as it was read: which channel is which microphone, and what a person corrected of their roles. */
interface Read {
  readonly report: TakeReport;
  readonly matching: Matching;
  readonly roles: Readonly<Record<string, Role>>;
}

/** Findings of the report that the proof does not say better; all of them, by the roles as corrected, where nothing is planned. */
export function beyondProof(session: Session, proof: Proof, { report, matching, roles }: Read): TakeReport['findings'] {
  if (session.microphones.length === 0) {
    const alone = report.findings.filter(({ code }) => !TOGETHER_CODES.has(code));
    return [...togetherFindings(report, roles), ...alone];
  }
  const reversed = proof.findings.some(({ code }) => code === 'polarity-reversed');
  return report.findings.filter(
    (finding) => !(BETTER_SAID.has(finding.code) || (reversed && finding.code === 'sum-fuller') || isOneSplit(session, matching, finding)),
  );
}

/** How many things are to fix, by the take. */
export const fixesOf = (session: Session, proof: Proof, read: Read): number =>
  [...proof.findings, ...beyondProof(session, proof, read)].filter((finding) => finding.severity === 'fix').length;
