import { type ArrivalTable, arrivalTable } from '../arrivals';
import { checkPlan, type Finding } from '../checks';
import { derived } from '../derived';
import { belongsTo, type Session } from '../document';
import type { SetupId } from '../ids';
import type { Instrument } from '../instruments';
import { RECIPES, type Recipe, recipesFor } from '../setups';
import { missingFlips } from './missingFlips';
import { placeSetup } from './placing';
import { resolvePlan } from './resolve';
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
 * What an expectation covers, by code, in the unit of its `howMuch`: from where the rule tells it at all, and how much more than the set-up raises
 * as it was placed (our choice: a stand set down by hand). Bleed is never covered where the own source is the quieter one.
 */
const COVERS: Readonly<Record<string, { readonly from: number; readonly margin: number; readonly atMost?: number }>> = {
  leak: { from: -9.5, margin: 3, atMost: 0 },
  comb: { from: 0.02, margin: 0.15 },
  overload: { from: -3, margin: 3 },
  'pair-unequal': { from: 0.06, margin: 0.15 },
  boundary: { from: -0.5, margin: 0.1 },
  aim: { from: 6, margin: 2 },
  // A flip more or less than the set-up's own is none of its.
  'polarity-opposed': { from: 0, margin: 0 },
};

interface Raised {
  readonly code: string;
  readonly names: readonly string[];
  readonly howMuch: number;
}

const namesOf = (session: Session, { microphoneIds }: Finding): string[] =>
  microphoneIds.map((id) => session.microphones.find((one) => one.id === id)?.name ?? '').sort();
const areAlike = (some: readonly string[], others: readonly string[]): boolean =>
  some.length === others.length && some.every((name, i) => name === others[i]);

/** By instrument and set-up, for as long as instruments, room, shelf and what stands about are the same. */
const known = derived(
  (_: Session['instruments'], __: Session['room'], ___: Session['shelf'], ____: Session['furnishings']): Map<string, readonly Raised[]> => new Map(),
);

/** What a set-up raises as it is placed on an instrument in this room, with the gear of this shelf. */
function raisedAsPlaced(session: Session, instrument: Instrument, recipe: Recipe): readonly Raised[] {
  const raised = known(session.instruments, session.room, session.shelf, session.furnishings);
  const key = `${instrument.id}/${recipe.id}`;
  const before = raised.get(key);
  if (before) return before;
  let ids = 0;
  const bare: Session = { ...session, microphones: [], pairs: [], patch: {}, tape: [] };
  const placed = placeSetup(bare, recipe, instrument.id, () => `as-placed-${++ids}`).session;
  const found = checkPlan(arrivalTable(resolvePlan(placed))).flatMap((finding): Raised[] =>
    finding.howMuch === undefined ? [] : [{ code: finding.code, names: namesOf(placed, finding), howMuch: finding.howMuch }],
  );
  raised.set(key, found);
  return found;
}

/** Whether a finding is no worse than its set-up raises it as placed, by more than a margin. */
function isCovered(session: Session, { code, howMuch, ...finding }: Finding, setupId: SetupId): boolean {
  const covers = COVERS[code];
  if (!covers || howMuch === undefined) return true;
  if (howMuch > (covers.atMost ?? Infinity)) return false;
  const placed = session.microphones.find(({ id }) => id === finding.microphoneIds[0]);
  const instrument = session.instruments.find(({ id }) => placed && belongsTo(session, placed, id));
  const recipe = instrument && recipesFor(instrument, session.shelf.setups).find(({ id }) => id === setupId);
  if (!recipe) return true;
  const alike = raisedAsPlaced(session, instrument, recipe).filter((one) => one.code === code);
  const names = namesOf(session, { code, howMuch, ...finding });
  // Channels that were given other names are held against the most that the set-up raises of the kind.
  const isNamedSo = names.every((name) => recipe.microphones.some((one) => one.name === name));
  const placedBy = alike.filter((one) => !isNamedSo || areAlike(one.names, names)).map((one) => one.howMuch);
  // What is not raised as placed has less room.
  return howMuch <= Math.max(covers.from, ...placedBy) + (placedBy.length > 0 ? covers.margin : covers.margin / 2);
}

/**
 * Findings as the set-ups see them: what a set-up raises by design is told as a note, as far as it raises it where it was placed. What
 * breaks or clips something stays grave whatever was expected; everything else stays as it is.
 */
export function withExpectations(session: Session, findings: readonly Finding[]): Finding[] {
  const recipes = [...RECIPES, ...session.shelf.setups];
  const seen = findings.map((finding): Finding => {
    const by = expectedBy(session, finding, recipes);
    return by && !(finding.severity === 'fix' && STAYS_GRAVE.has(finding.code)) && isCovered(session, finding, by.setupId)
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
