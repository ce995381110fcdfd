import { colourOf, type PerBand } from '../../acoustics';
import { type Arrival, type ArrivalTable, sourceKey } from '../../arrivals';
import type { Expected, Model, OwnDelay, Tap, TapeString } from '../../evidence';
import { subtract } from '../../math';
import { isDirect, type MicrophoneKind } from '../../microphones';
import type { TapReading } from '../signs/taps';
import type { Matching } from './proof';

/** The source in the middle of the pair a microphone belongs to. */
const centreOf = (table: ArrivalTable, id: string): string | null =>
  table.plan.pairs.find((pair) => pair.leftId === id || pair.rightId === id)?.centreKey ?? null;

/** Tape readings by the microphone they are of, each from the mark of an instrument or the floor. */
export type Taped = ReadonlyMap<string, readonly (Omit<TapeString, 'instrument'> & { readonly instrumentId: string | null })[]>;

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

/** Knocks as the engine of evidence wants them: of microphones that are there, in channels that are some microphone's. */
export function tapsOf({ plan }: ArrivalTable, taps: readonly TapReading[], matching: Matching): Tap[] {
  const indexOf = (id: string | null | undefined): number => plan.microphones.findIndex((one) => one.id === id);
  return taps.flatMap(({ microphoneId, channel, clapSign }): Tap[] => {
    const [microphone, own] = [indexOf(microphoneId), indexOf(matching[channel])];
    if (microphone < 0 || own < 0) return [];
    // The chain is the channel's: what it turns round is turned round whoever is in it.
    const sign = clapSign === null ? null : ((clapSign * (plan.microphones[own]?.flipped ? -1 : 1)) as 1 | -1);
    return [{ microphone, channel: own, sign }];
  });
}

/** A plan as the engine of evidence wants it. @param taped what the tape said, by microphone @param taps what knocks said */
export function modelOf(table: ArrivalTable, taped: Taped = new Map(), taps: readonly Tap[] = []): Model {
  const { plan } = table;
  const known = new Map<number, Expected>();
  const instruments = [...new Set(plan.sources.map(({ instrumentId }) => instrumentId))];
  const devices = devicesOf(table);
  return {
    sources: plan.sources.length,
    taps,
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
