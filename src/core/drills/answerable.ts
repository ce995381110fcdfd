import { logFrequencies, reversedCopy, sumResponseDb } from '../acoustics';
import { type ArrivalTable, arrivalTable, copiesOf } from '../arrivals';
import type { PlacedMicrophone, Session } from '../document';
import { type MicrophoneId, type SourceKey, sourceKey } from '../ids';
import { isDirect, type MicrophoneModel } from '../microphones';
import { resolvePlan } from '../planning';
import { dbFromPowerRatio, powerRatioFromDb } from '../units';

/** Octaves of the low end, where a reversed channel is heard to be one, Hz: one of them has to lose by it, and none may gain. */
const OCTAVES = [50, 100].map((hertz) => logFrequencies(25, hertz, 2 * hertz));

/** Energy of some frequencies of each source in the sum of all channels, each at its own gain; dB. */
const summedDb = (table: ArrivalTable, reversedId: MicrophoneId | null, frequencies: Float64Array): number[] =>
  table.plan.sources.map((_, source) => {
    const copies = table.plan.microphones.flatMap(({ id }, m) => {
      const own = copiesOf(table, m, source);
      return id === reversedId ? own.map(reversedCopy) : own;
    });
    const response = sumResponseDb(copies, frequencies);
    return dbFromPowerRatio(response.reduce((all, db) => all + powerRatioFromDb(db), 0) / response.length);
  });

/** A source this much softer in the mix than the loudest is not listened to, dB (our choice). */
const LISTENED_TO_DB = 15;

/** What a reversed channel costs. */
export interface Reversal {
  /** The source that loses most by it. */
  readonly sourceKey: SourceKey;
  /** By how much it falls in one octave of its low end, dB. */
  readonly lostDb: number;
  /** The most that any source gains in any of those octaves, dB: nature had the channel the other way up there, or it comes late. */
  readonly gainedDb: number;
}

/** What the low ends of the sources lose when a channel is reversed: in the octave that loses most. Null without sources. */
export function lostByReversing(session: Session, id: MicrophoneId): Reversal | null {
  const table = arrivalTable(resolvePlan(session));
  const octaves = OCTAVES.map((range) => ({ as: summedDb(table, null, range), reversed: summedDb(table, id, range) }));
  const loudnessOf = (source: number): number => Math.max(...octaves.map(({ as }) => as[source] as number));
  const loudest = Math.max(...table.plan.sources.map((_, source) => loudnessOf(source)));
  let most: Reversal | null = null;
  let gained = 0;
  for (const [s, source] of table.plan.sources.entries()) {
    if (loudnessOf(s) < loudest - LISTENED_TO_DB) continue;
    const lost = octaves.map(({ as, reversed }) => (as[s] as number) - (reversed[s] as number));
    gained = Math.max(gained, ...lost.map((db) => -db));
    if (!most || most.lostDb < Math.max(...lost)) most = { sourceKey: sourceKey(source), lostDb: Math.max(...lost), gainedDb: 0 };
  }
  return most && { ...most, gainedDb: gained };
}

const modelOf = (session: Session, { modelId }: PlacedMicrophone): MicrophoneModel | undefined =>
  session.shelf.microphones.find(({ id }) => id === modelId);

/** Whether it hears the room at all, so that a place and a direction of it can be asked for. */
export function isInTheAir(session: Session, microphone: PlacedMicrophone): boolean {
  const kind = modelOf(session, microphone)?.kind;
  return kind !== undefined && !isDirect(kind);
}

/** Whether it has a pattern that one could have chosen otherwise. */
export const hasPattern = (session: Session, microphone: PlacedMicrophone): boolean => {
  const kind = modelOf(session, microphone)?.kind;
  return isInTheAir(session, microphone) && kind !== 'boundary' && kind !== 'loudspeaker';
};
