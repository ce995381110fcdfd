import { inStepResponseDb, logFrequencies, meanLossDb, sumResponseDb } from '../acoustics';
import { type Arrival, type ArrivalTable, arrivalTable, copiesOf } from '../arrivals';
import { checkPlan, type Finding, leaks } from '../checks';
import type { Session } from '../document';
import { type InstrumentId, keyOfSource, type MicrophoneId, sourceKey } from '../ids';
import type { Recipe } from '../setups';
import { imageAngleDeg } from '../stereo';
import { placeSetup } from './placing';
import { resolvePlan } from './resolve';

/** A set-up tried out on paper, in place of the microphones that are there now. */
export interface Trial {
  readonly session: Session;
  readonly table: ArrivalTable;
  readonly findings: readonly Finding[];
  /** Findings the set-up raises by design are left out here. */
  readonly unexpected: readonly Finding[];
  readonly worstLeakDb: number | null;
  /** Width of the instrument's sources in the picture of its first pair, degrees of a 60° triangle; null without a pair. */
  readonly widthDeg: number | null;
  /** What the mono sum of all channels loses on its main source, dB; null with one channel. */
  readonly monoLossDb: number | null;
}

/** Amplitude with its sign, for the matrix: left is mid plus side, right is mid minus side. */
const signed = ({ directDb, polarity }: Arrival): number => polarity * 10 ** (directDb / 20);

/** Extent of the picture: where the sources sit between the loudspeakers, leftmost to rightmost. */
export function pictureWidthDeg(table: ArrivalTable, leftId: MicrophoneId, rightId: MicrophoneId): number | null {
  const midSide = table.plan.pairs.some((pair) => pair.leftId === leftId && pair.technique === 'mid-side');
  const { plan, rows } = table;
  const [l, r] = [leftId, rightId].map((id) => plan.microphones.findIndex((microphone) => microphone.id === id));
  const places = plan.sources.flatMap((_, s) => {
    const [left, right] = [rows[l ?? -1]?.[s], rows[r ?? -1]?.[s]];
    if (!left || !right) return [];
    if (!midSide) return [imageAngleDeg(right.directDb - left.directDb, left.delaySeconds - right.delaySeconds)];
    const [mid, side] = [signed(left), signed(right)];
    return [imageAngleDeg(Math.max(-60, Math.min(60, 20 * Math.log10(Math.abs(mid - side) / Math.abs(mid + side)))), 0)];
  });
  return places.length ? Math.max(...places) - Math.min(...places) : null;
}

const FREQUENCIES = logFrequencies(120, 60, 12_000);

/** Loss of all channels added on one source against the same in step, mean over the octaves, dB. */
function monoLossDb(table: ArrivalTable, source: number): number | null {
  const count = table.plan.microphones.length;
  if (count < 2 || source < 0) return null;
  const channels = table.plan.microphones.map((_, m) => copiesOf(table, m, source));
  return meanLossDb(sumResponseDb(channels.flat(), FREQUENCIES), inStepResponseDb(channels, FREQUENCIES));
}

/** Tries a set-up alone round an instrument. */
export function tryOut(session: Session, recipe: Recipe, instrumentId: InstrumentId): Trial {
  let ids = 0;
  const bare: Session = { ...session, microphones: [], pairs: [], tape: [], patch: {} };
  const placed = placeSetup(bare, recipe, instrumentId, () => `try-${++ids}`).session;
  const table = arrivalTable(resolvePlan(placed));
  const findings = checkPlan(table);
  const expected = new Set(recipe.expects.map((expectation) => expectation.code));
  const margins = leaks(table).map((leak) => leak.marginDb);
  const pair = placed.pairs[0];
  const main = pair?.centre ?? placed.microphones.find((microphone) => microphone.target)?.target ?? null;
  const source = table.plan.sources.findIndex((candidate) =>
    main ? sourceKey(candidate) === keyOfSource(main) : candidate.instrumentId === instrumentId,
  );
  return {
    session: placed,
    table,
    findings,
    unexpected: findings.filter((finding) => !expected.has(finding.code)),
    worstLeakDb: margins.length ? Math.min(...margins) : null,
    widthDeg: pair ? pictureWidthDeg(table, pair.leftId, pair.rightId) : null,
    monoLossDb: monoLossDb(table, source),
  };
}
