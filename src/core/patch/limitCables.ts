import { fitsPlug } from './cable';
import type { MilpModel } from './milp';
import type { PatchProblem, Wanted } from './problem';

/**
 * Each microphone has a cable of its own that reaches: of those that must be longer than some length, no more than there are cables so
 * long. Lengths nest, so that this is enough (Hall 1935).
 */
export function limitCables(
  { microphones, inputs, reach }: PatchProblem,
  model: MilpModel,
  x: (m: number, i: number) => string,
  wanted: Wanted,
): void {
  if (!reach) return;
  // A microphone's cable is of its plug's kind; jacks are all of one.
  for (const plug of ['XLR', 'TRS'] as const) {
    const ways = microphones.flatMap(({ id, connector, secondOf }, m) =>
      !fitsPlug({ plug }, connector) || secondOf !== undefined || !wanted({ kind: 'cable', microphoneId: id })
        ? []
        : inputs.map(({ deviceId }, i) => ({ name: x(m, i), needM: reach.needM[id]?.[deviceId] ?? 0 })),
    );
    for (const length of new Set(ways.map(({ needM }) => needM))) {
      const long = reach.cables.reduce((sum, cable) => sum + (fitsPlug(cable, plug) && cable.lengthM >= length ? cable.count : 0), 0);
      model.atMost(
        ways.flatMap(({ name, needM }) => (needM >= length ? [[1, name] as const] : [])),
        long,
      );
    }
  }
}
