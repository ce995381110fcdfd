import { type Arrival, type ArrivalTable, arrivalOf, type PlanMicrophone } from '../arrivals';
import { normalize, planeBasis, rotateAbout, scale, subtract, type Vec3 } from '../math';
import { radiansFromDegrees } from '../units';
import { groupOf } from './leak';
import { targetIndex } from './shared';

/** For one microphone: the wanted sources' level over each other one, dB. */
export interface LeakRow {
  readonly microphone: PlanMicrophone;
  readonly wantedName: string;
  /** One cell per source in the plan's order; null where the source is wanted itself. */
  readonly cells: readonly (number | null)[];
}

/** Wanted against everything else, for every microphone that is there for a source. Rows in the plan's order. */
export function leakMatrix(table: ArrivalTable): LeakRow[] {
  return table.plan.microphones.flatMap((microphone, m): LeakRow[] => {
    const target = targetIndex(table, microphone);
    const row = table.rows[m];
    const wanted = row?.[target];
    if (!row || !wanted) return [];
    const group = groupOf(table, target);
    const cells = row.map((arrival, s) => (groupOf(table, s) === group ? null : wanted.levelDb - arrival.levelDb));
    return [{ microphone, wantedName: table.plan.sources[target]?.name ?? '', cells }];
  });
}

/** An aim that turns the dead side to the worst leak. */
export interface DeadSide {
  readonly axis: Vec3;
  readonly aimM: Vec3;
  readonly otherName: string;
  readonly beforeDb: number;
  readonly afterDb: number;
  readonly wantedLossDb: number;
}

/** The wanted source may lose this much against a microphone that looks straight at it. */
export const MOST_WANTED_LOSS_DB = 2;
const AIM_AHEAD_M = 0.5;

interface Heard {
  readonly wanted: Arrival;
  readonly loudest: Arrival;
  readonly index: number;
}

function heard(table: ArrivalTable, microphone: PlanMicrophone, target: number, only?: number): Heard | null {
  const group = groupOf(table, target);
  const { plan } = table;
  let loudest: Arrival | null = null;
  let index = -1;
  plan.sources.forEach((source, s) => {
    if (groupOf(table, s) === group || (only !== undefined && s !== only)) return;
    const arrival = arrivalOf(microphone, source, plan);
    if (!loudest || arrival.levelDb > loudest.levelDb) [loudest, index] = [arrival, s];
  });
  const wanted = plan.sources[target];
  return wanted && loudest ? { wanted: arrivalOf(microphone, wanted, plan), loudest, index } : null;
}

/** Less than this is not worth turning for, dB: it is what one hears. */
const WORTH_DB = 1;
/** Turned away from one source, the worst of the others may come up by no more than this, dB. */
const NO_WORSE_DB = 0.1;

/**
 * The aim that lets the wanted source stand highest over all others, without losing more than 2 dB of it: search over a
 * cap of directions round the present aim, refined three times. Null where nothing is gained or nothing leaks.
 * @param rejected the source that somebody wants to hear less of, by its place in the plan: it is turned away from, and the worst
 * neighbour gets no louder; the loudest other one where none is said
 */
export function turnDeadSide(table: ArrivalTable, microphone: PlanMicrophone, rejected?: number): DeadSide | null {
  const target = targetIndex(table, microphone);
  const before = target >= 0 ? heard(table, microphone, target, rejected) : null;
  const worst = target >= 0 ? heard(table, microphone, target) : null;
  if (!before || !worst || microphone.pattern === 'omni') return null;
  const margin = (h: Heard): number => h.wanted.levelDb - h.loudest.levelDb;
  const straight = normalize(subtract(before.wanted.fromM, microphone.positionM));
  const onAxis = heard(table, { ...microphone, axis: straight }, target);
  const leastDb = Math.min(before.wanted.levelDb, (onAxis?.wanted.levelDb ?? before.wanted.levelDb) - MOST_WANTED_LOSS_DB);
  let best = { axis: microphone.axis, margin: margin(before), wantedDb: before.wanted.levelDb };
  let [centre, spread] = [straight, 80];
  for (let round = 0; round < 4; round++) {
    const [u] = planeBasis(centre);
    for (let ring = 1; ring <= 8; ring++)
      for (let spoke = 0; spoke < 16; spoke++) {
        const tilted = rotateAbout(centre, u, radiansFromDegrees((spread * ring) / 8));
        const axis = normalize(rotateAbout(tilted, centre, (2 * Math.PI * spoke) / 16));
        const now = heard(table, { ...microphone, axis }, target, rejected);
        if (!now || now.wanted.levelDb < leastDb || margin(now) <= best.margin + 1e-9) continue;
        const others = rejected === undefined ? now : heard(table, { ...microphone, axis }, target);
        if (others && (rejected === undefined || margin(others) >= margin(worst) - NO_WORSE_DB))
          best = { axis, margin: margin(now), wantedDb: now.wanted.levelDb };
      }
    [centre, spread] = [best.axis, spread / 4];
  }
  if (best.margin < margin(before) + WORTH_DB) return null;
  const aim = scale(best.axis, AIM_AHEAD_M);
  return {
    axis: best.axis,
    aimM: subtract(microphone.positionM, scale(aim, -1)),
    otherName: table.plan.sources[before.index]?.name ?? '',
    beforeDb: margin(before),
    afterDb: best.margin,
    wantedLossDb: before.wanted.levelDb - best.wantedDb,
  };
}
