import { THREE_TO_ONE_DB } from '../acoustics';
import type { Arrival, ArrivalTable, PlanMicrophone } from '../arrivals';
import { add, magnitude, normalize, scale, subtract } from '../math';
import { asMidway, asNumber } from '../units';
import { tell } from './codes';
import type { Finding, Move } from './finding';
import { targetIndex } from './shared';

/** Wanted source against the loudest other one in a close microphone's channel. */
export interface Leak {
  readonly microphone: PlanMicrophone;
  readonly wanted: Arrival;
  readonly other: Arrival;
  readonly otherName: string;
  readonly marginDb: number;
}

/** Sources of one group are wanted together. */
export const groupOf = (table: ArrivalTable, source: number): string => {
  const found = table.plan.sources[source];
  return found ? `${found.instrumentId}/${found.groupId}` : '';
};

export function leaks(table: ArrivalTable): Leak[] {
  const out: Leak[] = [];
  table.plan.microphones.forEach((microphone, index) => {
    const target = targetIndex(table, microphone);
    const row = table.rows[index];
    const wanted = row?.[target];
    if (!row || !wanted) return;
    const group = groupOf(table, target);
    let loudest = -1;
    row.forEach((arrival, s) => {
      if (groupOf(table, s) !== group && (loudest < 0 || arrival.levelDb > (row[loudest] as Arrival).levelDb)) loudest = s;
    });
    const other = row[loudest];
    if (!other) return;
    const otherName = table.plan.sources[loudest]?.name ?? '';
    out.push({ microphone, wanted, other, otherName, marginDb: wanted.levelDb - other.levelDb });
  });
  return out;
}

/** Halving the distance gains 6 dB; no nearer than 3 cm to a head that is being struck. */
const NEAREST_M = 0.03;

function closer(leak: Leak): Move | null {
  const { microphone, wanted } = leak;
  const wantDb = THREE_TO_ONE_DB - leak.marginDb + 0.5;
  const newDistance = Math.max(NEAREST_M, wanted.distanceM / 10 ** (wantDb / 20));
  if (microphone.locked || newDistance >= wanted.distanceM - 0.005) return null;
  const direction = normalize(subtract(microphone.positionM, wanted.fromM));
  const positionM = add(wanted.fromM, scale(direction, newDistance));
  return magnitude(subtract(positionM, microphone.positionM)) > 0.5
    ? null
    : { kind: 'place', microphoneId: microphone.id, positionM, label: tell('move-it-closer') };
}

/** Close microphones in which the wanted source is less than 9.5 dB above another: the leak school's three-to-one. */
export function leaksTooHigh(table: ArrivalTable): Finding[] {
  return leaks(table)
    .filter((leak) => leak.marginDb < THREE_TO_ONE_DB)
    .map((leak) => ({
      id: `leak/${leak.microphone.id}`,
      code: 'leak',
      severity: 'improve' as const,
      microphoneIds: [leak.microphone.id],
      message: tell('hears-its-own-source-only-db', {
        microphone: leak.microphone.name,
        margin: asNumber(Math.max(leak.marginDb, -99), 1),
        otherName: asMidway(leak.otherName),
      }),
      advice: tell('go-closer-or-turn-its-dead', { otherName: asMidway(leak.otherName) }),
      why: tell('the-leak-school-of-three-to'),
      howMuch: -leak.marginDb,
      move: closer(leak),
    }));
}
