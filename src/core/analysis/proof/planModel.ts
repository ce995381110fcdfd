import { colourOf, type PerBand } from '../../acoustics';
import type { Arrival, ArrivalTable, Plan, PlanMicrophone } from '../../arrivals';
import type { ClapArrival, Claps, Click, Expected, Model, OwnDelay, Tap, TapeString } from '../../evidence';
import { type InstrumentId, type MicrophoneId, sourceKey } from '../../ids';
import { add, normalize, scale, subtract, type Vec3, vec3 } from '../../math';
import { hasBasket, isDirect, type MicrophoneKind } from '../../microphones';
import { bodyRound, crosses } from '../../solids';
import { marksInSight, marksOf, type PlacedMark, refOf } from '../../tape';
import type { ClapHeard, ClickReading, TapReading } from '../signs/taps';
import type { Matching } from './proof';

/** The source in the middle of the pair a microphone belongs to. */
const centreOf = (table: ArrivalTable, id: MicrophoneId): string | null =>
  table.plan.pairs.find((pair) => pair.leftId === id || pair.rightId === id)?.centreKey ?? null;

/** Tape readings by the microphone they are of, each from the mark of an instrument or the floor. */
export type Taped = ReadonlyMap<string, readonly (Omit<TapeString, 'instrument'> & { readonly instrumentId: InstrumentId | null })[]>;

/** Ways weaker than the strongest by more than this are not looked for, dB. */
const WAYS_WITHIN_DB = 12;
/** Quieter in a channel than its loudest source by more than this, a source is hardly measured there, dB. */
const DROWNED_DB = 45;
/** The direct sound this far under the room is found as often as not, and how sharp that is (counted over renders of every set-up), dB. */
const LOST_IN_ROOM_DB = 7.5;
const LOST_WIDTH_DB = 1.2;

/** Chance that a measurement in a channel follows the direct sound: by how far that stands over the room, and the source over its neighbours. */
function clarityOf({ directDb, roomDb }: Arrival, channelDb: number): number {
  const overRoom = 1 / (1 + Math.exp(-(directDb - roomDb + LOST_IN_ROOM_DB) / LOST_WIDTH_DB));
  const overOthers = 1 / (1 + Math.exp(-(channelDb + DROWNED_DB) / 3));
  return 0.9995 * overRoom * overOthers;
}

/** As much of the room's sound falls into the moment in which a stroke's level is taken (counted over renders). */
const ROOM_IN_STROKE = 0.2;

/** Level of a stroke in a channel, dB: of its whole sound without what of the room comes after it. */
function strokeDb({ directDb, roomDb }: Arrival, channelDb: number): number {
  const [direct, room] = [10 ** (directDb / 10), 10 ** (roomDb / 10)];
  return channelDb + 10 * Math.log10((direct + ROOM_IN_STROKE * room) / Math.max(1e-30, direct + room));
}

/** Chance that a measured sign is the model's: certain where all bands agree and the room is far below (counted over renders). */
function signClarityOf({ settledInAll, settled, directDb, roomDb, bandsDb }: Arrival, isCut: boolean): number {
  if (!settled) return 0.5;
  // A low cut turns what it cuts by up to half a circle: of a sound that is mostly there the first swing is no longer the source's.
  const turned = isCut && bandsDb[0] >= Math.max(...bandsDb);
  if (!settledInAll || turned) return 0.85;
  return directDb > roomDb + 2 ? 0.9997 : 0.996;
}

/** Share of a stroke's way through a body that is guessed (our choice). */
const THROUGH_GUESSED = 0.15;

/** What microphones take by their own filters: a speaker's low pass 0.2 to 1 ms; a pickup hears the string before the body speaks. */
const OWN_DELAYS: Partial<Record<MicrophoneKind, OwnDelay>> = {
  loudspeaker: { meanS: 6e-4, sigmaS: 3e-4 },
  pickup: { meanS: 0, sigmaS: 4e-4 },
};

function expectedOf(table: ArrivalTable, source: number, microphone: number): Expected {
  const arrival = table.rows[microphone]?.[source] as Arrival;
  const placed = table.plan.microphones[microphone];
  const loudest = arrival.paths.reduce((most, { levelDb }) => Math.max(most, levelDb), -Infinity);
  // In a plan of the files this is what the chain delays them by.
  const chainSeconds = (placed?.alignSamples ?? 0) / table.plan.sampleRateHz;
  const through = table.plan.sources[source]?.throughM ?? 0;
  const heard = arrival.paths.filter(({ levelDb }) => levelDb >= loudest - WAYS_WITHIN_DB);
  return {
    ways: heard.map(({ face, delaySeconds, recordedSign, levelDb }) => ({
      delaySeconds: delaySeconds + chainSeconds,
      sign: recordedSign,
      share: 10 ** ((levelDb - loudest) / 20),
      // How long a stroke takes through a body to its other face goes by heads, stuffing and port.
      ...(face > 0 && through > 0 && { guessS: (THROUGH_GUESSED * through) / table.plan.speedOfSoundMps }),
    })),
    clarity: clarityOf(arrival, table.channelDb[microphone]?.[source] ?? -Infinity),
    signClarity: signClarityOf(arrival, placed?.lowCutHz !== undefined || placed?.inputLowCut === true),
    levelDb: strokeDb(arrival, table.channelDb[microphone]?.[source] ?? -Infinity),
    colourDb: colourOf(arrival.bandsDb.map((db) => 10 ** (db / 10)) as unknown as PerBand),
    awayM: placed ? subtract(placed.positionM, arrival.fromM) : { x: 0, y: 0, z: 1 },
  };
}

/** The source a microphone is there for, or that its pair has in the middle; −1 for none. */
export function targetOf(table: ArrivalTable, microphone: number): number {
  const placed = table.plan.microphones[microphone];
  const key = placed?.targetKey ?? centreOf(table, placed?.id ?? '');
  return table.plan.sources.findIndex((source) => sourceKey(source) === key);
}

/** The devices that record a plan, in the order of its microphones. */
export const devicesOf = ({ plan }: ArrivalTable): string[] => [...new Set(plan.microphones.flatMap(({ device }) => device?.id ?? []))];

/** A clap or click in the other channels, what the chain delays them by taken off. */
function arrivalsOf(plan: Plan, heard: readonly ClapHeard[], own: number, matching: Matching): ClapArrival[] {
  const alignS = (m: number): number => (plan.microphones[m]?.alignSamples ?? 0) / plan.sampleRateHz;
  return heard.flatMap(({ channel, lateSeconds, levelDb }): ClapArrival[] => {
    const other = plan.microphones.findIndex(({ id }) => id === matching[channel]);
    return other < 0 || other === own ? [] : [{ channel: other, lateSeconds: lateSeconds - (alignS(other) - alignS(own)), levelDb }];
  });
}

/** Knocks as the engine of evidence wants them: of microphones that are there, in channels that are some microphone's. */
export function tapsOf({ plan }: ArrivalTable, taps: readonly TapReading[], matching: Matching): Tap[] {
  const indexOf = (id: MicrophoneId | null | undefined): number => plan.microphones.findIndex((one) => one.id === id);
  return taps.flatMap(({ microphoneId, channel, clapSign, clap = [] }): Tap[] => {
    const [microphone, own] = [indexOf(microphoneId), indexOf(matching[channel])];
    if (microphone < 0 || own < 0) return [];
    // The chain is the channel's: what it turns round is turned round whoever is in it.
    const sign = clapSign === null ? null : ((clapSign * (plan.microphones[own]?.flipped ? -1 : 1)) as 1 | -1);
    const arrivals = arrivalsOf(plan, clap, own, matching);
    return [{ microphone, channel: own, sign, ...(arrivals.length > 0 && { arrivals }) }];
  });
}

/** Whether sounds made in the open air say of a microphone where it is and when it hears: not one inside of a body, nor a speaker, which takes its time. */
export const isClappedBefore = ({ solids }: Plan, { positionM, model }: PlanMicrophone): boolean =>
  hasBasket(model.kind) && !bodyRound(solids, positionM);

/** A clap is asked for so far in front of a microphone, metres: a hand's breadth (our choice). */
const CLAP_M = 0.1;

/** So far off what it is on a mark is clear of it, metres. */
const OFF_SURFACE_M = 0.06;

/** Where the claps before a plan's microphones are made: in front, or above or behind where something is in the way; not inside of anything. */
function clapsOf({ plan }: ArrivalTable): Claps {
  const isFree = (from: Vec3, to: Vec3): boolean => plan.solids.every(({ shape }) => !crosses(shape, from, to));
  const at = (microphone: number): PlanMicrophone => plan.microphones[microphone] as PlanMicrophone;
  const placeM = (microphone: number): Vec3 => at(microphone).positionM;
  const known = new Map<number, Vec3 | null>();
  const reached = new Map<number, boolean>();
  const clapM = (microphone: number): Vec3 | null => {
    const found = known.get(microphone);
    if (found !== undefined) return found;
    const { axis, positionM } = at(microphone);
    const ways = [axis, vec3(0, 0, 1), scale(axis, -1)].map((way) => add(positionM, scale(way, CLAP_M)));
    const free = isClappedBefore(plan, at(microphone)) ? (ways.find((way) => isFree(positionM, way)) ?? null) : null;
    known.set(microphone, free);
    return free;
  };
  return {
    placeM,
    clapM,
    // A click comes from the surface of something: a little way off it the air is free.
    isFree: (fromM, toM) => isFree(add(fromM, scale(normalize(subtract(toM, fromM)), OFF_SURFACE_M)), toM),
    reaches: (before, microphone) => {
      const key = before * plan.microphones.length + microphone;
      const from = clapM(before);
      const found = reached.get(key) ?? (from !== null && isClappedBefore(plan, at(microphone)) && isFree(from, placeM(microphone)));
      reached.set(key, found);
      return found;
    },
  };
}

/** A click at a mark of the plan, before anybody made it: where it is, whose, and which microphones it reaches straight. */
export function clickAt({ plan }: ArrivalTable, mark: PlacedMark): Omit<Click, 'channel' | 'arrivals'> {
  const instruments = [...new Set(plan.sources.map(({ instrumentId }) => instrumentId))];
  const ref = refOf(mark);
  const seen = plan.microphones.map((placed) => isClappedBefore(plan, placed) && marksInSight(plan, placed).some((one) => refOf(one) === ref));
  return { placeM: mark.positionM, instrument: instruments.indexOf(mark.instrumentId), reaches: (microphone) => seen[microphone] ?? false };
}

/** Clicks as the engine of evidence wants them: at marks of the plan, in channels that are some microphone's. */
export function clicksOf(table: ArrivalTable, clicks: readonly ClickReading[], matching: Matching): Click[] {
  const marks = marksOf(table.plan);
  return clicks.flatMap(({ markRef, channel, clap }): Click[] => {
    const mark = marks.find((one) => refOf(one) === markRef);
    const own = table.plan.microphones.findIndex(({ id }) => id === matching[channel]);
    return !mark || own < 0 ? [] : [{ ...clickAt(table, mark), channel: own, arrivals: arrivalsOf(table.plan, clap, own, matching) }];
  });
}

/** A plan as the engine of evidence wants it. @param taped what the tape said, by microphone @param taps what knocks said @param clicks what clicks said */
export function modelOf(table: ArrivalTable, taped: Taped = new Map(), taps: readonly Tap[] = [], clicks: readonly Click[] = []): Model {
  const { plan } = table;
  const known = new Map<number, Expected>();
  const instruments = [...new Set(plan.sources.map(({ instrumentId }) => instrumentId))];
  const devices = devicesOf(table);
  return {
    sources: plan.sources.length,
    taps,
    clicks,
    claps: clapsOf(table),
    microphones: plan.microphones.length,
    speedOfSoundMps: plan.speedOfSoundMps,
    at: (source, microphone) => {
      const key = source * 1000 + microphone;
      const found = known.get(key) ?? expectedOf(table, source, microphone);
      known.set(key, found);
      return found;
    },
    instrumentOf: (source) => instruments.indexOf(plan.sources[source]?.instrumentId ?? ''),
    deviceOf: (microphone) => devices.indexOf(plan.microphones[microphone]?.device?.id ?? ''),
    strings: (microphone) =>
      (taped.get(plan.microphones[microphone]?.id ?? '') ?? []).map(({ instrumentId, ...string }) => ({
        ...string,
        instrument: instrumentId === null ? null : instruments.indexOf(instrumentId),
      })),
    ownDelay: (microphone) => OWN_DELAYS[plan.microphones[microphone]?.model.kind ?? 'moving-coil'] ?? null,
    fixed: (microphone) => isDirect(plan.microphones[microphone]?.model.kind ?? 'moving-coil'),
  };
}
