import { PLANNING_MARGIN_DB, THREE_TO_ONE_DB } from '../acoustics';
import { type Arrival, arrivalOf, type Plan, type PlanMicrophone } from '../arrivals';
import { sourceKey } from '../ids';
import type { KeepOut } from '../instruments';
import { isDirect, patternLevelDb, ridesAlong } from '../microphones';
import { distanceToSurface, SURFACES } from '../room';
import { gapToSolid, isWorn } from '../solids';
import { gapToPoint } from '../stands';

/**
 * Audible harm of a plan, in decibels of trouble added up: each term grows smoothly with what it measures and is capped, so
 * that no single one outweighs all else. Weights are our choice; the checks say what each is about.
 */
const MOST_DB = 12;
const HEARD_WITHIN_DB = 12;
const PAIR_FREE_M = 0.01;
const PAIR_FULL_M = 0.15;
const COMB_FREE_S = 5e-5;
const COMB_FULL_S = 5e-4;
const POLARITY_DB = 6;
const BOUNDARY_M = 0.5;
const BOUNDARY_DB = 6;
const BODY_M = 0.015;
const SOLID_M = 0.01;
const KEEP_OUT_FULL_M = 0.05;
/** Off its axis by more loss than this, a microphone no longer looks at what it is there for. */
const OFF_AIM_FREE_DB = 2;

const ramp = (value: number, full: number, mostDb: number): number => Math.min(1, Math.max(0, value / full)) * mostDb;
const capped = (db: number): number => Math.min(MOST_DB, Math.max(0, db));

/** What harm needs of one microphone: its arrivals, and each source's level in its channel once gain is set. */
export interface Heard {
  readonly microphone: PlanMicrophone;
  readonly row: readonly Arrival[];
  readonly channelDb: readonly number[];
}

/** Facts of a plan that stay while microphones move. */
export interface Frame {
  readonly plan: Plan;
  readonly volumes: readonly KeepOut[];
  readonly groups: readonly string[];
  /** Index of the source each microphone is there for, or −1; for a pair the source in its middle. */
  readonly targets: ReadonlyMap<string, number>;
  readonly ownTargets: ReadonlyMap<string, number>;
}

export function frameOf(plan: Plan): Frame {
  const indexOf = (key: string | null): number => plan.sources.findIndex((source) => sourceKey(source) === key);
  const centre = (id: string): string | null => plan.pairs.find((pair) => pair.leftId === id || pair.rightId === id)?.centreKey ?? null;
  return {
    plan,
    volumes: plan.geometries.flatMap((geometry) => geometry.keepOuts).filter((volume) => volume.kind !== 'foot'),
    groups: plan.sources.map((source) => `${source.instrumentId}/${source.groupId}`),
    targets: new Map(plan.microphones.map((microphone) => [microphone.id, indexOf(microphone.targetKey ?? centre(microphone.id))])),
    ownTargets: new Map(plan.microphones.map((microphone) => [microphone.id, indexOf(microphone.targetKey)])),
  };
}

/** A source this far under a channel's loudest stays there while the microphone is shifted by a hand's breadth, dB. */
const FAR_UNDER_DB = 22;

/**
 * What one microphone hears.
 * @param near the same microphone a hand's breadth away: sources far under its loudest are taken from there, unless it is there for them, and so are the echoes
 */
export function hear(frame: Frame, microphone: PlanMicrophone, near?: Heard): Heard {
  const target = frame.targets.get(microphone.id);
  const row = frame.plan.sources.map((source, s) => {
    const before = near?.row[s];
    const isFar = before && s !== target && (near.channelDb[s] as number) < -FAR_UNDER_DB;
    return isFar ? before : arrivalOf(microphone, source, frame.plan, near?.microphone.positionM);
  });
  const loudest = row.reduce((most, arrival) => Math.max(most, arrival.levelDb), -Infinity);
  return { microphone, row, channelDb: row.map((arrival) => arrival.levelDb - loudest) };
}

function leakDb(frame: Frame, { microphone, row }: Heard): number {
  const target = frame.ownTargets.get(microphone.id) ?? -1;
  const wanted = row[target];
  if (!wanted) return 0;
  let other = -Infinity;
  row.forEach((arrival, s) => {
    if (frame.groups[s] !== frame.groups[target] && arrival.levelDb > other) other = arrival.levelDb;
  });
  return other === -Infinity ? 0 : capped(THREE_TO_ONE_DB - (wanted.levelDb - other));
}

function overloadDb({ microphone, row }: Heard): number {
  const limit = microphone.model.maxSplDb + (microphone.padOn ? microphone.model.padDb : 0);
  const loudest = row.reduce((most, arrival) => Math.max(most, arrival.levelDb), -Infinity);
  return capped(loudest - limit + PLANNING_MARGIN_DB);
}

function boundaryDb(frame: Frame, { microphone }: Heard): number {
  if (microphone.model.kind === 'boundary' || isDirect(microphone.model.kind)) return 0;
  return SURFACES.reduce(
    (sum, surface) =>
      surface === 'floor' ? sum : sum + ramp(BOUNDARY_M - distanceToSurface(frame.plan.room, microphone.positionM, surface), BOUNDARY_M, BOUNDARY_DB),
    0,
  );
}

function keepOutDb(frame: Frame, { microphone }: Heard): number {
  if (ridesAlong(microphone.model.kind)) return 0;
  const at = microphone.positionM;
  const solid = frame.plan.solids.reduce(
    (sum, body) => (body.hollow || isWorn(body) ? sum : sum + ramp(SOLID_M - gapToSolid(body.shape, at), KEEP_OUT_FULL_M, MOST_DB)),
    0,
  );
  return frame.volumes.reduce((sum, volume) => sum + ramp(BODY_M - gapToPoint(volume, at), KEEP_OUT_FULL_M, MOST_DB), solid);
}

function offAimDb(frame: Frame, { microphone, row }: Heard): number {
  const arrival = row[frame.targets.get(microphone.id) ?? -1];
  if (!arrival) return 0;
  return capped(-patternLevelDb(microphone.pattern, Math.cos((arrival.angleDeg * Math.PI) / 180)) - OFF_AIM_FREE_DB);
}

/** Harm that one microphone does by itself. */
export const ownHarmDb = (frame: Frame, heard: Heard): number =>
  leakDb(frame, heard) + overloadDb(heard) + boundaryDb(frame, heard) + keepOutDb(frame, heard) + offAimDb(frame, heard);

function pairHarmDb(frame: Frame, a: Heard, b: Heard, centreKey: string | null): number {
  const s = frame.plan.sources.findIndex((source) => sourceKey(source) === centreKey);
  const [first, second] = [a.row[s], b.row[s]];
  if (!first || !second) return 0;
  return (
    ramp(Math.abs(first.distanceM - second.distanceM) - PAIR_FREE_M, PAIR_FULL_M, MOST_DB) +
    capped(Math.abs(first.levelDb - second.levelDb) - 1.5) / 2
  );
}

/** Harm between two microphones: a pair out of balance, a shared source the wrong way up or out of step. */
export function mutualHarmDb(frame: Frame, a: Heard, b: Heard): number {
  const pair = frame.plan.pairs.find(
    ({ leftId, rightId }) =>
      (leftId === a.microphone.id && rightId === b.microphone.id) || (leftId === b.microphone.id && rightId === a.microphone.id),
  );
  if (pair) return pair.technique === 'mid-side' ? 0 : pairHarmDb(frame, a, b, pair.centreKey);
  let shared = -1;
  let sharedDb = -HEARD_WITHIN_DB;
  for (let s = 0; s < a.channelDb.length; s++) {
    const [x, y] = [a.channelDb[s] as number, b.channelDb[s] as number];
    const level = Math.min(x, y);
    if (level > sharedDb && Math.abs(x - y) <= THREE_TO_ONE_DB) [shared, sharedDb] = [s, level];
  }
  const [first, second] = [a.row[shared], b.row[shared]];
  if (!first || !second) return 0;
  const weight =
    (1 + sharedDb / HEARD_WITHIN_DB) * (1 - Math.abs((a.channelDb[shared] as number) - (b.channelDb[shared] as number)) / THREE_TO_ONE_DB);
  const seconds = Math.abs(first.delaySeconds - second.delaySeconds);
  const key = first.sourceKey;
  const [own, other] = [a.microphone.targetKey, b.microphone.targetKey];
  const concerns = own === key || other === key || (own === null && other === null);
  const opposed = concerns && first.settled && second.settled && first.polarity !== second.polarity && seconds < 0.01 ? POLARITY_DB : 0;
  const direct = isDirect(a.microphone.model.kind) || isDirect(b.microphone.model.kind);
  const same = !direct && a.microphone.targetKey !== null && a.microphone.targetKey === b.microphone.targetKey;
  const comb = same ? ramp(seconds - COMB_FREE_S, COMB_FULL_S, POLARITY_DB) : 0;
  return weight * (opposed + comb);
}

/** Total audible harm of a plan, dB. */
export function harmDb(plan: Plan): number {
  const frame = frameOf(plan);
  const heard = plan.microphones.map((microphone) => hear(frame, microphone));
  return heard.reduce(
    (sum, one, i) => sum + ownHarmDb(frame, one) + heard.slice(i + 1).reduce((rest, other) => rest + mutualHarmDb(frame, one, other), 0),
    0,
  );
}
