import type { Plan } from '../arrivals';
import type { Session } from '../document';
import { bankAddress, type MicrophoneId, partsOfAddress } from '../ids';
import type { Connector } from '../microphones';
import { CABLE_CATALOGUE, type Cable, cableTitle, fitsPlug, OUTBOARD_CATALOGUE, secondWayId, secondWayName } from '../patch';
import { asList, type Told, type Words } from '../units';
import { cableLengthM, onwardM } from './cableLength';
import { tell } from './listCodes';
import { devicesInUse, patchInputs } from './patchProblem';
import { powerOf } from './power';
import { resolvePlan } from './resolve';

/** A cable that one microphone needs, and the one that is there for it. */
export interface CableNeed {
  readonly microphoneId: MicrophoneId;
  readonly microphone: string;
  readonly plug: Connector;
  /** From its stand's foot to the devices, square to the walls, up the stand, with a metre to spare. */
  readonly needM: number;
  /** The shortest that is left and reaches; null where none does. */
  readonly cable: Cable | null;
}

/** Which cable goes where: the longest way first, each with the shortest that reaches. */
export function cableNeeds(session: Session, plan: Plan = resolvePlan(session)): CableNeed[] {
  const left = new Map((session.shelf.cables ?? []).map((cable) => [cable.id, cable.count]));
  const deviceOf = (address = ''): string => partsOfAddress(address).deviceId || (session.shelf.devices[0]?.id ?? '');
  const needs = plan.microphones.flatMap((microphone) => {
    const { id, name, model } = microphone;
    const first = deviceOf(session.patch[id]);
    const own = { microphoneId: id, microphone: name, plug: model.connector, needM: cableLengthM(session, microphone, first) };
    const second = session.microphones.find((placed) => placed.id === id)?.secondInput;
    if (second === undefined) return [own];
    return [
      own,
      { microphoneId: secondWayId(id), microphone: secondWayName(name), plug: 'XLR' as const, needM: onwardM(session, first, deviceOf(second)) },
    ];
  });
  const cables = [...(session.shelf.cables ?? [])].sort((a, b) => a.lengthM - b.lengthM);
  const given = [...needs]
    .sort((a, b) => b.needM - a.needM)
    .map((need): CableNeed => {
      const cable = cables.find((one) => fitsPlug(one, need.plug) && one.lengthM >= need.needM && (left.get(one.id) ?? 0) > 0) ?? null;
      if (cable) left.set(cable.id, (left.get(cable.id) ?? 0) - 1);
      return { ...need, cable };
    });
  return needs.map(({ microphoneId }) => given.find((one) => one.microphoneId === microphoneId) as CableNeed);
}

export interface StandUse {
  readonly name: string;
  readonly used: number;
  readonly owned: number;
}

/** Stands in use beside those there are. */
export const standUses = ({ microphones, shelf }: Session): StandUse[] =>
  shelf.stands
    .map(({ id, name, count }) => ({ name, owned: count, used: microphones.filter(({ stand }) => stand?.modelId === id).length }))
    .filter(({ used }) => used > 0);

export interface PowerUse {
  readonly device: string;
  /** Phantom switches that are on. */
  readonly banks: readonly string[];
  /** For whom a unit's own phantom switch is on, or must be off; none for a device with inputs. */
  readonly own?: { readonly microphone: string; readonly on: boolean };
}

/** What has to be plugged into the mains, and which phantom switches are on: devices, then units between with power of their own. */
export function powerUses(session: Session): PowerUse[] {
  const { banks, sockets } = powerOf(session);
  const devices = devicesInUse(session).map((device) => ({
    device: device.name,
    banks: [
      ...new Set(
        device.inputs.flatMap(({ phantomBank }) =>
          phantomBank !== null && banks.get(bankAddress({ deviceId: device.id, phantomBank }) ?? '')?.on ? [phantomBank] : [],
        ),
      ),
    ],
  }));
  const units = sockets.flatMap(({ microphoneId, isSecond, way }): PowerUse[] => {
    const microphone = session.microphones.find(({ id }) => id === microphoneId)?.name;
    return way.own && microphone && !isSecond ? [{ device: way.own.name, banks: [], own: { microphone, on: way.own.on } }] : [];
  });
  return [...devices, ...units];
}

/** What a list tells of one thing on the mains. */
export function powerUseTold({ banks, own }: PowerUse): Told {
  if (own) return tell('own-power-for', { on: own.on ? 'yes' : 'no', microphone: own.microphone });
  return banks.length > 0 ? tell('phantom-on-in', { banks: asList(banks) }) : tell('phantom-off');
}

/** One line of what is missing, by kind. */
export interface Wanted {
  /** By what its price is kept. */
  readonly key: string;
  readonly what: Words;
  readonly count: number;
  /** What for. */
  readonly why: Told;
  /** The patch counts on it as if it were here. */
  readonly counted?: boolean;
}

interface Piece {
  readonly key: string;
  readonly what: string;
}

const tallied = (pieces: readonly Piece[], why: Told): Wanted[] =>
  [...new Map(pieces.map((piece) => [piece.key, piece])).values()].map((piece) => ({
    ...piece,
    count: pieces.filter(({ key }) => key === piece.key).length,
    why,
  }));

/** What is missing for the session as it is planned: cables that reach, stands, inputs, things between. */
export function shoppingList(session: Session, plan: Plan = resolvePlan(session)): Wanted[] {
  const { units, shelf, microphones } = session;
  const several = (count: number, piece: Piece): Piece[] => Array.from({ length: Math.max(0, count) }, () => piece);
  // Who has counted no cable has not said that there are none.
  const needs = (shelf.cables ?? []).length > 0 ? cableNeeds(session, plan) : [];
  const cables = needs
    .filter(({ cable }) => cable === null)
    .map(({ plug, needM }): Piece => {
      const kind = CABLE_CATALOGUE.filter((one) => fitsPlug(one, plug)).find(({ lengthM }) => lengthM >= needM);
      const own = kind ?? { id: `${plug}-${Math.ceil(needM)}`, name: `${plug} cable`, lengthM: Math.ceil(needM) };
      return { key: own.id, what: cableTitle(own, units) };
    });
  const stands = standUses(session).flatMap(({ name, used, owned }) => several(used - owned, { key: name, what: name }));
  const outboard = [...(shelf.outboard ?? []), ...OUTBOARD_CATALOGUE].filter((one, i, all) => all.findIndex(({ id }) => id === one.id) === i);
  const between = outboard.flatMap(({ id, name }) => {
    const used = microphones.filter(({ outboardId, lineOutboardId }) => outboardId === id || lineOutboardId === id).length;
    return several(used - (shelf.outboard?.find((own) => own.id === id)?.count ?? 0), { key: id, what: name });
  });
  const short = Math.max(0, microphones.length - patchInputs(session).length);
  const counted = Object.entries(session.ready.toGet ?? {}).flatMap(([id, count]): Wanted[] => {
    const cable = shelf.cables?.find((one) => one.id === id);
    const what = cable ? cableTitle(cable, units) : shelf.outboard?.find((one) => one.id === id)?.name;
    return what ? [{ key: id, what, count, why: tell('patch-counts-on-it'), counted: true }] : [];
  });
  return [
    ...counted,
    ...tallied(cables, tell('no-cable-reaches')),
    ...tallied(stands, tell('more-planned')),
    ...tallied(between, tell('more-in-use')),
    ...(short > 0
      ? [
          {
            key: 'inputs',
            what: tell('device-with-more-inputs', { inputs: short }),
            count: 1,
            why: tell('fewer-inputs', { microphones: microphones.length }),
          },
        ]
      : []),
  ];
}
