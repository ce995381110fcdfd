import { PLANNING_MARGIN_DB } from '../acoustics';
import { type ArrivalTable, type PlanMicrophone, sourceKey } from '../arrivals';
import { add, scale, subtract } from '../math';
import { formatNumber } from '../units';
import type { Finding, Move } from './finding';

const limitOf = (microphone: PlanMicrophone): number => microphone.model.maxSplDb + (microphone.padOn ? microphone.model.padDb : 0);

function mend(microphone: PlanMicrophone, from: { x: number; y: number; z: number }, excessDb: number): { move: Move | null; words: string } {
  if (!microphone.padOn && microphone.model.padDb > 0)
    return {
      move: { kind: 'pad', microphoneId: microphone.id, on: true, label: 'Pad on' },
      words: `Switch its ${microphone.model.padDb} dB pad on.`,
    };
  const factor = 10 ** ((excessDb + PLANNING_MARGIN_DB) / 20);
  const away = subtract(microphone.positionM, from);
  const move: Move | null =
    microphone.locked || factor > 4
      ? null
      : { kind: 'place', microphoneId: microphone.id, positionM: add(from, scale(away, factor)), label: 'Move it back' };
  return { move, words: move ? 'Go farther away.' : 'Use a moving-coil microphone here.' };
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
    const name = table.plan.sources.find((s) => sourceKey(s) === loudest.sourceKey)?.name.toLowerCase() ?? 'source';
    const { move, words } = mend(microphone, loudest.fromM, excessDb);
    findings.push({
      id: `overload/${microphone.id}`,
      code: 'overload',
      severity: 'improve',
      microphoneIds: [microphone.id],
      message: `${microphone.name} gets about ${formatNumber(loudest.levelDb, 0)} dB SPL peaks from the ${name} and takes ${formatNumber(limitOf(microphone), 0)} dB.`,
      advice: words,
      why: 'The level is a planning value, good to about 6 dB. Past its limit a capsule or its amplifier clips, and no gain setting mends that.',
      move,
    });
  });
  return findings;
}
