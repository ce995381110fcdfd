import { type ArrivalTable, arrivalTable, bandLevels, directToRoomDb } from '../arrivals';
import { groupOf, leaks, type Move } from '../checks';
import { type Pair, type PlacedMicrophone, pairOf, type Session } from '../document';
import { keyOfSource, type MicrophoneId, type SourceKey, sourceKey } from '../ids';
import type { Complaint } from '../setups';
import { asNumber, type Told } from '../units';
import { type PlanningCode, tell } from './codes';
import { onPaper, withStand } from './onPaper';
import { type Candidate, mainSourceIndex, movesAgainst } from './remedyMoves';
import { resolvePlan } from './resolve';
import { pictureWidthDeg } from './trial';
import { afterMove } from './usualMoves';

/** A small move that answers what a listener complains of. */
export interface Remedy {
  readonly move: Move;
  /** What to do, in a sentence. */
  readonly act: Told;
  /** What it does, by the model or by the trade. */
  readonly effect: Told;
  /** Where the model says so: how much better, dB, or degrees of the image. */
  readonly gain: number | null;
}

/** Less than this is not heard, dB; the image by less than this, degrees (our choice). */
const LEAST_DB = 1;
const LEAST_DEG = 6;
/** More than this of one thing is another sound, and no better answer, dB. */
const ENOUGH_DB = 4;
const OFFERED = 2;
/** So much of its own source may be lost by what moves aside or turns, dB. */
const MOST_OWN_LOSS_DB = 3;

const EFFECTS: Readonly<Record<Complaint, PlanningCode>> = {
  boomy: 'less-low-end',
  thin: 'more-low-end',
  boxy: 'less-low-middle',
  harsh: 'less-top',
  dull: 'more-top',
  roomy: 'less-room',
  dry: 'more-room',
  'no attack': 'more-attack',
  bleed: 'less-bleed',
  narrow: 'wider',
};

/** How far a microphone's own source stands above other sources in a take, dB, by the others' keys. */
export type HeardMargins = ReadonlyMap<SourceKey, number>;

/** Other sources in a microphone's channel, each with how far its own stands above it by the model, dB. */
function marginsOf(table: ArrivalTable, id: MicrophoneId): { readonly index: number; readonly key: SourceKey; readonly marginDb: number }[] {
  const own = mainSourceIndex(table, id);
  const row = table.rows[table.plan.microphones.findIndex((one) => one.id === id)];
  const ownDb = row?.[own]?.levelDb;
  if (!row || ownDb === undefined) return [];
  return table.plan.sources.flatMap((source, index) =>
    groupOf(table, index) === groupOf(table, own) ? [] : [{ index, key: sourceKey(source), marginDb: ownDb - (row[index]?.levelDb ?? 0) }],
  );
}

/**
 * How far its own source stands above the worst of the others, dB: what a take measured, carried along by what the model says that the
 * change does to each of them. A source that the take has not is the model's alone.
 */
function marginInTake(before: ArrivalTable, after: ArrivalTable, id: MicrophoneId, heard: HeardMargins): number {
  const then = new Map(marginsOf(before, id).map(({ key, marginDb }) => [key, marginDb]));
  return Math.min(...marginsOf(after, id).map(({ key, marginDb }) => marginDb + (heard.has(key) ? (heard.get(key) ?? 0) - (then.get(key) ?? 0) : 0)));
}

/** The place in the plan of what bleeds most by the take; undefined where the take shows nothing that bleeds. */
function worstInTake(table: ArrivalTable, id: MicrophoneId, heard: HeardMargins): number | undefined {
  const shown = marginsOf(table, id).filter(({ key }) => heard.has(key));
  return shown.sort((a, b) => (heard.get(a.key) ?? 0) - (heard.get(b.key) ?? 0))[0]?.index;
}

/** A source's direct sound in a microphone, by the four bands, with the lift of its nearness, dB. */
const ownBands = (...way: Parameters<typeof bandLevels>): [number, number, number, number] =>
  bandLevels(...way).map(({ levelDb, proximityDb }) => levelDb + proximityDb) as [number, number, number, number];

/** Each close microphone's own source by the four bands, as the plan has it, dB. */
export function expectedBands(session: Session): ReadonlyMap<MicrophoneId, readonly number[]> {
  const { plan, rows } = arrivalTable(resolvePlan(session));
  return new Map(
    plan.microphones.flatMap((microphone, m) => {
      const target = session.microphones.find(({ id }) => id === microphone.id)?.target;
      const s = target ? plan.sources.findIndex((source) => sourceKey(source) === keyOfSource(target)) : -1;
      const [source, arrival] = [plan.sources[s], rows[m]?.[s]];
      return source && arrival ? [[microphone.id, ownBands(microphone, source, arrival, plan.speedOfSoundMps)] as const] : [];
    }),
  );
}

/** What is complained of, as the model has it, the more the better: dB, or degrees of the image. Null where it cannot be said of this microphone. */
function figureOf(complaint: Complaint, table: ArrivalTable, id: MicrophoneId, pair: Pair | null): number | null {
  if (complaint === 'narrow') return pair ? pictureWidthDeg(table, pair.leftId, pair.rightId) : null;
  const { plan } = table;
  const m = plan.microphones.findIndex((one) => one.id === id);
  const s = mainSourceIndex(table, id);
  const [microphone, source, arrival] = [plan.microphones[m], plan.sources[s], table.rows[m]?.[s]];
  if (!microphone || !source || !arrival) return null;
  if (complaint === 'bleed') return leaks(table).find((leak) => leak.microphone.id === id)?.marginDb ?? null;
  if (complaint === 'roomy') return directToRoomDb(arrival);
  if (complaint === 'dry') return -directToRoomDb(arrival);
  const [low, lowMiddle, highMiddle, top] = ownBands(microphone, source, arrival, plan.speedOfSoundMps);
  switch (complaint) {
    case 'boomy':
      return lowMiddle - low;
    case 'thin':
      return low - lowMiddle;
    case 'boxy':
      return (low + highMiddle) / 2 - lowMiddle;
    case 'harsh':
      return highMiddle - top;
    case 'dull':
      return top - highMiddle;
    case 'no attack':
      return highMiddle - low;
  }
}

interface Rated extends Candidate {
  readonly gain: number;
  readonly worth: number;
}

/** What a degree of the image is worth beside a decibel, and what a step costs. */
const DB_PER_DEG = 1 / 6;
const STEP_COSTS_DB = 0.35;

/** Tries a move on paper: what it gains, and what that is worth for its size. Null for one that is refused, gains nothing or loses its own source. */
function rate(
  session: Session,
  table: ArrivalTable,
  complaint: Complaint,
  placed: PlacedMicrophone,
  pair: Pair | null,
  heard: HeardMargins,
): (one: Candidate) => Rated | null {
  const { id } = placed;
  const byTake = complaint === 'bleed' && worstInTake(table, id, heard) !== undefined;
  const figure = (of: ArrivalTable): number | null => (byTake ? marginInTake(table, of, id, heard) : figureOf(complaint, of, id, pair));
  const ownDb = (of: ArrivalTable): number =>
    of.rows[of.plan.microphones.findIndex((one) => one.id === id)]?.[mainSourceIndex(of, id)]?.directDb ?? 0;
  const [before, own] = [figure(table), ownDb(table)];
  return (candidate) => {
    const next = onPaper(session, candidate.move);
    if (!next) return null;
    const there = arrivalTable(resolvePlan(next));
    if (candidate.isAside && ownDb(there) < own - MOST_OWN_LOSS_DB) return null;
    const after = figure(there);
    const gain = after !== null && before !== null ? after - before : 0;
    if (gain < leastOf(complaint) && !candidate.trade) return null;
    // Tone is not the model's alone: where the trade goes is worth as much as what is just heard.
    const heard = complaint === 'narrow' ? gain * DB_PER_DEG : Math.max(gain, candidate.trade ? 1.5 * LEAST_DB : 0);
    return { ...candidate, gain, worth: Math.min(ENOUGH_DB, heard) - STEP_COSTS_DB * candidate.size };
  };
}

const leastOf = (complaint: Complaint): number => (complaint === 'narrow' ? LEAST_DEG : LEAST_DB);

function remedyOf({ act, trade, gain }: Rated, move: Move, complaint: Complaint): Remedy {
  if (gain < leastOf(complaint)) return { move, act, effect: trade ?? act, gain: null };
  return { move, act, effect: tell(EFFECTS[complaint], { amount: asNumber(gain, complaint === 'narrow' ? 0 : 1) }), gain };
}

/**
 * The one or two small moves that answer a complaint of one microphone: what the model gives the most of it for the least change, and
 * where the trade goes against it. None that brings anything grave, or stands in something.
 *
 * @param heard what a take says of bleed: it decides what has to become softer, and from where it begins
 * @returns at most two, the better first, each another kind of act; none where nothing small helps
 */
export function remediesFor(session: Session, microphoneId: MicrophoneId, complaint: Complaint, heard: HeardMargins = new Map()): readonly Remedy[] {
  const placed = session.microphones.find(({ id }) => id === microphoneId);
  if (!placed) return [];
  const pair = pairOf(session, microphoneId) ?? null;
  const table = arrivalTable(resolvePlan(session));
  const rating = rate(session, table, complaint, placed, pair, heard);
  const rated = movesAgainst(complaint, session, table, { placed, pair, rejected: worstInTake(table, microphoneId, heard) })
    .flatMap((one) => rating(one) ?? [])
    .sort((a, b) => b.worth - a.worth);
  const out: Remedy[] = [];
  for (const one of rated) {
    if (out.length >= OFFERED) break;
    if (out.some(({ act }) => act.code === one.act.code)) continue;
    const move = [one.move, withStand(one.move)].find((tried) => afterMove(session, tried) !== null);
    if (move) out.push(remedyOf(one, move, complaint));
  }
  return out;
}
