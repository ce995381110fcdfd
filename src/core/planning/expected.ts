import type { ArrivalTable } from '../arrivals';
import { checkPlan, type Finding } from '../checks';
import type { Session } from '../document';
import { RECIPES, type Recipe } from '../setups';
import { missingFlips } from './missingFlips';
import { swappedSides } from './swappedSides';

/** The set-up that raises a finding by design; null when the microphones are not its own or it does not expect it. */
function expectedBy(session: Session, finding: Finding, recipes: readonly Recipe[]): Finding['expectedBy'] | null {
  const ids = new Set(finding.microphoneIds.map((id) => session.microphones.find((microphone) => microphone.id === id)?.setupId ?? null));
  const [id] = ids;
  if (ids.size !== 1 || !id) return null;
  const expected = recipes.find((recipe) => recipe.id === id)?.expects.find(({ code }) => code === finding.code);
  return expected ? { setupId: id, ...(expected.why !== undefined && { why: expected.why }) } : null;
}

/** Findings that are about harm to gear, people or the file; and a microphone turned further away than any school turns one. */
const STAYS_GRAVE = new Set(['aim', 'overload', 'keep-out', 'stand-load', 'stand-reach', 'boom-over-head']);

/**
 * Findings as the set-ups see them: what a set-up raises by design is told as a note. What
 * breaks or clips something stays grave whatever was expected; everything else stays as it is.
 */
export function withExpectations(session: Session, findings: readonly Finding[]): Finding[] {
  const recipes = [...RECIPES, ...session.shelf.setups];
  const seen = findings.map((finding): Finding => {
    const by = expectedBy(session, finding, recipes);
    return by && !(finding.severity === 'fix' && STAYS_GRAVE.has(finding.code))
      ? { ...finding, severity: 'note', expected: true, expectedBy: by }
      : finding;
  });
  return [
    ...seen.filter(({ severity }) => severity === 'fix'),
    ...seen.filter(({ severity }) => severity === 'improve'),
    ...seen.filter(({ severity }) => severity === 'note'),
  ];
}

/** Everything that is told of a plan: of its physics, and of what its set-ups ask for. */
export const planFindings = (session: Session, table: ArrivalTable): Finding[] =>
  withExpectations(session, [...checkPlan(table), ...missingFlips(session, table), ...swappedSides(session)]);
