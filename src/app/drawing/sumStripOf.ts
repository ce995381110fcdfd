import { type Copy, inStepResponseDb, logFrequencies, sumResponseDb } from '../../core/acoustics';
import { type ArrivalTable, copiesOf } from '../../core/arrivals';

const FREQUENCIES = logFrequencies(240);

export interface Strip {
  readonly frequenciesHz: Float64Array;
  readonly sumDb: Float64Array;
  readonly inStepDb: Float64Array;
}

/** The sum of microphones for one source, re the loudest of them; null with fewer than two. */
export function sumStrip(table: ArrivalTable, ids: readonly string[], source: number): Strip | null {
  const indices = table.plan.microphones.map((microphone, m) => (ids.includes(microphone.id) ? m : -1)).filter((m) => m >= 0);
  if (source < 0 || indices.length < 2) return null;
  const channels = indices.map((m) => copiesOf(table, m, source));
  const all = channels.flat();
  const loudest = Math.max(...all.map((copy) => Math.abs(copy.amplitude)), 1e-9);
  const earliest = Math.min(...all.map((copy) => copy.delaySeconds));
  const relative = (copy: Copy): Copy => ({
    amplitude: copy.amplitude / loudest,
    delaySeconds: copy.delaySeconds - earliest,
    amplitudeAt: (hertz) => (copy.amplitudeAt?.(hertz) ?? copy.amplitude) / loudest,
  });
  const shown = channels.map((copies) => copies.map(relative));
  return { frequenciesHz: FREQUENCIES, sumDb: sumResponseDb(shown.flat(), FREQUENCIES), inStepDb: inStepResponseDb(shown, FREQUENCIES) };
}
