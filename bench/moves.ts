import { smallestMoves } from '../src/core/optimise';
import { harmDb } from '../src/core/optimise/harm';
import { resolvePlan } from '../src/core/planning';
import { largeSession } from './plan';

/** Smallest moves for 12 microphones and 14 sources against the same number of harms worked out whole. */
export function benchMoves(): void {
  const plan = resolvePlan(largeSession());
  smallestMoves(plan);
  const times: number[] = [];
  let evaluations = 0;
  for (let i = 0; i < 9; i++) {
    const start = performance.now();
    ({ evaluations } = smallestMoves(plan));
    times.push(performance.now() - start);
  }
  const ours = times.sort((a, b) => a - b)[4] as number;
  const sample = 100;
  const start = performance.now();
  for (let i = 0; i < sample; i++) harmDb(plan);
  const naive = ((performance.now() - start) / sample) * evaluations;
  console.log(
    `smallest moves, 12 microphones, 14 sources: ${ours.toFixed(0)} ms median for ${evaluations} trials (wanted: under 150); whole harm each time ${naive.toFixed(0)} ms; ${(naive / ours).toFixed(1)} times faster`,
  );
}
