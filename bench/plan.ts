import { boathouseKit } from '../demo/boathouse';
import { arrivalTable } from '../src/core/arrivals';
import { checkPlan } from '../src/core/checks';
import { moveMicrophone, type Session } from '../src/core/document';
import { createRandom } from '../src/core/math';
import { resolvePlan } from '../src/core/planning';

/** Two kits (14 sources) and twelve microphones. */
export function largeSession(): Session {
  const one = boathouseKit();
  const kit = one.instruments[0];
  const random = createRandom(1);
  if (!kit) throw new Error('the demo has a kit');
  const second = { ...kit, id: 'second-kit', positionM: { x: kit.positionM.x + 1, y: kit.positionM.y + 1 } };
  const microphones = Array.from({ length: 12 }, (_, i) => {
    const model = one.microphones[i % 4];
    if (!model) throw new Error('the demo has four microphones');
    const shift = { x: random.between(-0.5, 0.5), y: random.between(-0.5, 0.5), z: random.between(0, 0.3) };
    return { ...model, id: `m${i}`, positionM: { x: model.positionM.x + shift.x, y: model.positionM.y + shift.y, z: model.positionM.z + shift.z } };
  });
  return { ...one, instruments: [kit, second], microphones, pairs: [] };
}

const median = (times: number[]): number => times.sort((a, b) => a - b)[times.length >> 1] as number;

function timeOf(work: (session: Session) => void, rounds: number): number {
  let session = largeSession();
  const times: number[] = [];
  for (let i = 0; i < rounds; i++) {
    session = moveMicrophone('m3', { x: 2 + i / 1000, y: 2, z: 1 })(session);
    const start = performance.now();
    work(session);
    times.push(performance.now() - start);
  }
  return median(times);
}

export function benchPlan(): void {
  const ours = timeOf((session) => void checkPlan(arrivalTable(resolvePlan(session))), 300);
  // Naive: everything built again from the document on each change, nothing remembered.
  const naive = timeOf((session) => void checkPlan(arrivalTable(resolvePlan(structuredClone(session)))), 100);
  console.log(
    `plan recomputed, 12 microphones, 14 sources: ${ours.toFixed(2)} ms median (wanted: under 3); naive rebuild ${naive.toFixed(2)} ms; ${(naive / ours).toFixed(1)} times faster`,
  );
}
