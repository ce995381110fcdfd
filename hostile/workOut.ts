import { arrivalTable } from '../src/core/arrivals';
import { checkPlan } from '../src/core/checks';
import type { Session } from '../src/core/document';
import { inputList, inputListCsv, tapeListCsv } from '../src/core/exchange';
import { harmDb } from '../src/core/optimise';
import { fitOf, patchProblem, resolvePlan, withExpectations } from '../src/core/planning';
import { RECIPES } from '../src/core/setups';
import { tapeList } from '../src/core/tape';
import { sayFinding, sayMetric, sayTold } from '../src/words';

/** The first number in a value that is none, by its path; infinity is a level of silence and may stand. */
function firstNaN(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isNaN(value) ? path : null;
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, part] of Object.entries(value)) {
    const found = firstNaN(part, `${path}.${key}`);
    if (found) return found;
  }
  return null;
}

/** Works out everything that the views draw from a session; what fails or comes out as no number, in a phrase, or null. */
export function troubleIn(session: Session): string | null {
  try {
    const table = arrivalTable(resolvePlan(session));
    const bad = firstNaN(table.rows) ?? firstNaN(table.plan.geometries);
    if (bad) return `a number is none: ${bad}`;
    for (const finding of withExpectations(session, checkPlan(table))) {
      const words = `${sayFinding(finding, session.units)} ${sayTold(finding.why, session.units)}`;
      if (/NaN|undefined|Infinity|\[object/.test(words)) return `it says “${words}”`;
    }
    if (Number.isNaN(harmDb(table.plan))) return 'its harm is no number';
    const lists =
      tapeListCsv(table.plan, tapeList(table.plan), session.tape, session.units, sayMetric) + inputListCsv(inputList(session, table), sayMetric);
    if (/NaN|undefined|Infinity/.test(lists)) return 'a list has a number that is none';
    patchProblem(session, table);
    for (const instrument of session.instruments) {
      const recipe = RECIPES.find((candidate) => candidate.instrument === instrument.kind);
      if (recipe) fitOf(session, recipe, instrument);
    }
    return null;
  } catch (error) {
    return error instanceof Error ? `${error.message} ${error.stack?.split('\n')[1]?.trim() ?? ''}` : String(error);
  }
}
