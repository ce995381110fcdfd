import { arrivalTable } from '../../core/arrivals';
import type { Finding, Severity } from '../../core/checks';
import { applyMove, commit, type Session } from '../../core/document';
import { geometryOf } from '../../core/instruments';
import { dot, normalize, subtract } from '../../core/math';
import { ridesAlong } from '../../core/microphones';
import { harmDb } from '../../core/optimise';
import { fitOf, opposedMoves, planFindings, resolvePlan, withOffers } from '../../core/planning';
import { gapToSolid } from '../../core/solids';
import { obstacles, poseOf } from '../../core/stands';
import { degreesFromRadians } from '../../core/units';
import { sayFinding, sayMetric } from '../../words';
import { type Case, INSTRUMENT_ID, knocked, nameOf, placed, roomed } from './cases';
import { noSilentHarm, type SilentHarm, walkSilentHarm } from './silentHarm';

/** What one walk over many cases came to; the parts of several add up. */
export interface Counts {
  setups: number;
  /** Set-ups that *Fits* calls fine, and those it gives a reason against; those called fine that are not, and those refused without a reason. */
  fits: { fine: number; told: number; falselyFine: string[]; silent: string[] };
  /** As planned, and after each microphone was knocked. */
  findings: Record<Severity, number>;
  disturbed: Record<Severity, number>;
  /** Moves of *fix* and *improve* findings after knocking: with one, offered in all, and those that mend. */
  moves: { findings: number; withMove: number; offered: number; mend: number; left: number; worse: number };
  /** Sessions that came to rest by pressing the first move again and again. */
  settled: number;
  presses: number;
  unsettled: string[];
  /** Single faults that raise harm by 6 dB and more, and those of them about which nothing is said. */
  silentHarm: SilentHarm;
  /** Findings that pull one microphone opposite ways. */
  opposed: string[];
  solids: string[];
  aims: string[];
}

export const noCounts = (): Counts => ({
  setups: 0,
  fits: { fine: 0, told: 0, falselyFine: [], silent: [] },
  findings: { fix: 0, improve: 0, note: 0 },
  disturbed: { fix: 0, improve: 0, note: 0 },
  moves: { findings: 0, withMove: 0, offered: 0, mend: 0, left: 0, worse: 0 },
  settled: 0,
  presses: 0,
  unsettled: [],
  silentHarm: noSilentHarm(),
  opposed: [],
  solids: [],
  aims: [],
});

const NOW = '2026-01-01T00:00:00.000Z';
const RANK: Record<Severity, number> = { fix: 0, improve: 1, note: 2 };

const findingsOf = (session: Session): Finding[] => planFindings(session, arrivalTable(resolvePlan(session)));
/** As they are shown: with the moves that are offered. */
const offeredOf = (session: Session): Finding[] => withOffers(session, findingsOf(session));

/** The session after a finding's move, as the page makes it. */
function moved(session: Session, finding: Finding): Session {
  const result = finding.move ? commit(session, applyMove(finding.move), NOW) : null;
  return result?.kind === 'changed' ? result.session : session;
}

/** What is inside something solid: capsules, poles and booms. A microphone may be inside a hollow body, and a clip-on sits on one. */
function solidsIn(session: Session, name: string): string[] {
  const { microphones, solids } = resolvePlan(session);
  return microphones.flatMap((microphone) => {
    const { stand, positionM, model } = microphone;
    const full = ridesAlong(model.kind) ? [] : solids.filter(({ hollow, shape }) => !hollow && gapToSolid(shape, positionM) < 0);
    const through = stand ? obstacles(poseOf(stand.model, stand.baseM, positionM), [], solids) : [];
    return [...full.map((solid) => `capsule in ${solid.name}`), ...through.map((one) => `${one.part}, ${sayMetric(one.why)}`)].map(
      (what) => `${name}: ${microphone.name}, ${what}`,
    );
  });
}

/** Aims that miss the mark that the set-up states by more than this, degrees. */
const AIM_WITHIN_DEG = 10;

function aimsMissed({ recipe, ...rest }: Case, session: Session): string[] {
  const instrument = session.instruments.find(({ id }) => id === INSTRUMENT_ID);
  if (!instrument) return [];
  const { marks } = geometryOf(instrument);
  return recipe.microphones.flatMap((wanted) => {
    const microphone = session.microphones.find((candidate) => candidate.name === wanted.name);
    const mark = 'mark' in wanted.aim ? marks.find(({ id }) => 'mark' in wanted.aim && id === wanted.aim.mark) : undefined;
    if (!microphone || !mark) return [];
    const look = normalize(subtract(microphone.aimM, microphone.positionM));
    const wish = normalize(subtract(mark.positionM, microphone.positionM));
    const off = degreesFromRadians(Math.acos(Math.min(1, Math.max(-1, dot(look, wish)))));
    return off > AIM_WITHIN_DEG ? [`${nameOf({ recipe, ...rest })}: ${microphone.name} looks ${off.toFixed(0)}° past ${mark.name}`] : [];
  });
}

/** Tries one move alone: whether its finding goes, and nothing as grave comes and harm does not rise. */
function judge(session: Session, before: readonly Finding[], finding: Finding): 'mends' | 'leaves' | 'worse' {
  const after = moved(session, finding);
  const found = findingsOf(after);
  if (found.some((other) => other.id === finding.id && RANK[other.severity] <= RANK[finding.severity])) return 'leaves';
  const known = new Map(before.map((other) => [other.id, RANK[other.severity]]));
  const graver = found.some((other) => RANK[other.severity] <= RANK[finding.severity] && RANK[other.severity] < (known.get(other.id) ?? 3));
  return graver || harmDb(resolvePlan(after)) > harmDb(resolvePlan(session)) + 0.05 ? 'worse' : 'mends';
}

/** Presses the first move again and again: how many presses until none is left; null when it comes back to a plan or goes on too long. */
function pressesToRest(start: Session): number | null {
  const seen = new Set<string>();
  let session = start;
  for (let presses = 0; presses <= 2 * start.microphones.length; presses++) {
    const first = offeredOf(session).find((finding) => finding.move && finding.severity !== 'note');
    if (!first) return presses;
    const plan = JSON.stringify(session.microphones);
    if (seen.has(plan)) return null;
    seen.add(plan);
    session = moved(session, first);
  }
  return null;
}

const count = (found: readonly Finding[], into: Record<Severity, number>): void => {
  for (const { severity } of found) into[severity] += 1;
};

/** Holds what *Fits* says of a bare room against what is found once the set-up is up in it. */
function judgeFit(one: Case, found: readonly Finding[], into: Counts['fits']): void {
  const bare = roomed(one);
  const instrument = bare.instruments.find(({ id }) => id === INSTRUMENT_ID);
  if (!instrument) return;
  const { fits, reasons } = fitOf(bare, one.recipe, instrument);
  const grave = found.filter(({ severity }) => severity !== 'note');
  if (!fits && reasons.length === 0) into.silent.push(nameOf(one));
  if (fits && reasons.length === 0) into.fine += 1;
  else into.told += 1;
  const worst = grave.find(({ severity }) => severity === 'fix') ?? (reasons.length === 0 ? grave[0] : undefined);
  if (fits && worst) into.falselyFine.push(`${nameOf(one)}: ${sayFinding(worst, 'metric')}`);
}

/** Walks over one case, as planned and knocked, and adds what it finds. */
export function walk(one: Case, seed: number, into: Counts): void {
  const session = placed(one);
  const name = nameOf(one);
  into.setups += 1;
  const planned = findingsOf(session);
  count(planned, into.findings);
  judgeFit(one, planned, into.fits);
  walkSilentHarm(session, name, seed, into.silentHarm);
  into.solids.push(...solidsIn(session, name));
  into.aims.push(...aimsMissed(one, session));
  const astray = knocked(session, seed);
  const found = findingsOf(astray);
  const shown = withOffers(astray, found);
  count(shown, into.disturbed);
  into.opposed.push(...opposedMoves(astray, shown).map(([a, b]) => `${name}: ${a.id} and ${b.id}`));
  for (const finding of shown) {
    if (finding.severity !== 'note') into.moves.findings += 1;
    if (!finding.move) continue;
    if (finding.severity !== 'note') into.moves.withMove += 1;
    into.moves.offered += 1;
    const verdict = judge(astray, found, finding);
    into.moves[verdict === 'mends' ? 'mend' : verdict === 'leaves' ? 'left' : 'worse'] += 1;
  }
  const presses = pressesToRest(astray);
  if (presses === null) into.unsettled.push(name);
  else {
    into.settled += 1;
    into.presses += presses;
  }
}
