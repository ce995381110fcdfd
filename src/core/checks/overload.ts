import { PLANNING_MARGIN_DB } from '../acoustics';
import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import { sourceKey } from '../ids';
import { add, scale, subtract } from '../math';
import { asNumber, type Told } from '../units';
import { tell } from './codes';
import type { Finding, Move } from './finding';

const limitOf = (microphone: PlanMicrophone): number => microphone.model.maxSplDb + (microphone.padOn ? microphone.model.padDb : 0);

function mend(microphone: PlanMicrophone, from: { x: number; y: number; z: number }, excessDb: number): { move: Move | null; words: Told } {
  if (!microphone.padOn && microphone.model.padDb > 0)
    return {
      move: { kind: 'pad', microphoneId: microphone.id, on: true, label: tell('pad-on') },
      words: tell('switch-its-db-pad-on', { pad: microphone.model.padDb }),
    };
  const factor = 10 ** ((excessDb + PLANNING_MARGIN_DB) / 20);
  const away = subtract(microphone.positionM, from);
  const move: Move | null =
    microphone.locked || factor > 4
      ? null
      : { kind: 'place', microphoneId: microphone.id, positionM: add(from, scale(away, factor)), label: tell('move-it-back') };
  return { move, words: move ? tell('go-farther-away') : tell('use-a-moving-coil-microphone-here') };
}

/** Predicted peaks at the capsule near or beyond what the microphone takes. */
export function overloads(table: ArrivalTable): Finding[] {
  const findings: Finding[] = [];
  table.plan.microphones.forEach((microphone, index) => {
    const row = table.rows[index] ?? [];
    if (row.length === 0) return;
    const loudest = row.reduce((most, arrival) => (arrival.levelDb > most.levelDb ? arrival : most));
    const excessDb = loudest.levelDb - limitOf(microphone);
    if (excessDb < -PLANNING_MARGIN_DB) return;
    const name = table.plan.sources.find((s) => sourceKey(s) === loudest.sourceKey)?.name ?? 'source';
    const { move, words } = mend(microphone, loudest.fromM, excessDb);
    findings.push({
      id: `overload/${microphone.id}`,
      code: 'overload',
      severity: 'improve',
      microphoneIds: [microphone.id],
      message: tell('gets-about-db-spl-peaks-from', {
        microphone: microphone.name,
        level: asNumber(loudest.levelDb, 0),
        name,
        limitOf: asNumber(limitOf(microphone), 0),
      }),
      advice: words,
      why: tell('the-level-is-a-planning-value'),
      howMuch: excessDb,
      move,
    });
  });
  return findings;
}
