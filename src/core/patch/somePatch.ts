import { bankAddress, inputAddress } from '../ids';
import { fitsPlug } from './cable';
import { allowed, neighbours } from './cheapestPatch';
import { wayOf } from './limitPower';
import type { PatchInput, PatchMicrophone, PatchProblem } from './problem';

/** So many inputs are tried at most, one after the other: what is not found by then is asked of the solver. */
const MOST_TRIES = 4000;

const ALL = (): boolean => true;

/** Whether every microphone placed so can have a cable of its own that reaches: the longest way gets the longest cable. */
function cablesReach({ microphones, reach }: PatchProblem, at: readonly (PatchInput | null)[]): boolean {
  if (!reach) return true;
  return (['XLR', 'TRS'] as const).every((plug) => {
    const needs = microphones.flatMap(({ id, connector, secondOf }, m) =>
      at[m] && secondOf === undefined && fitsPlug({ plug }, connector) ? [reach.needM[id]?.[at[m]?.deviceId ?? ''] ?? 0] : [],
    );
    const lengths = reach.cables.flatMap((cable) => (fitsPlug(cable, plug) ? Array.from({ length: cable.count }, () => cable.lengthM) : []));
    const sorted = [needs, lengths].map((list) => [...list].sort((a, b) => b - a)) as [number[], number[]];
    return sorted[0].every((need, k) => (sorted[1][k] ?? 0) >= need);
  });
}

/**
 * Some patch of all microphones with a cable alone, or with what each keeps between, found by trying inputs in order: a proof that there is
 * one, and by no means the best.
 *
 * @returns microphone id to input address; null where none was found soon, which proves nothing
 */
export function somePatch(problem: PatchProblem): Readonly<Record<string, string>> | null {
  const { microphones, inputs, pairs, pinned = {} } = problem;
  const after = new Map(neighbours(inputs));
  const order = microphones.map((_, m) => m).sort((a, b) => placesOf(problem, a).length - placesOf(problem, b).length);
  const at: (PatchInput | null)[] = microphones.map(() => null);
  const used = new Set<number>();
  const power = new Map<string, { lit: number; dark: number }>();
  let tries = 0;

  const pairFits = (m: number, i: number): boolean =>
    pairs.every(([left, right]) => {
      const { id } = microphones[m] as PatchMicrophone;
      const other = id === left ? right : id === right ? left : null;
      const there = at[microphones.findIndex((one) => one.id === other)];
      if (other === null || !there) return true;
      const j = inputs.indexOf(there);
      return id === left ? after.get(i) === j : after.get(j) === i;
    });
  const put = (k: number): boolean => {
    if (k === order.length) return cablesReach(problem, at);
    const m = order[k] as number;
    const microphone = microphones[m] as PatchMicrophone;
    for (const i of placesOf(problem, m)) {
      if (++tries > MOST_TRIES) return false;
      const input = inputs[i] as PatchInput;
      if (used.has(i) || !pairFits(m, i) || (pinned[microphone.id] ?? inputAddress(input)) !== inputAddress(input)) continue;
      const { asks, harmed } = wayOf(microphone, input, microphone.kept ?? null);
      const bank = power.get(bankAddress(input) ?? '') ?? { lit: 0, dark: 0 };
      if ((asks && bank.dark > 0) || (harmed && bank.lit > 0)) continue;
      power.set(bankAddress(input) ?? '', { lit: bank.lit + Number(asks), dark: bank.dark + Number(harmed) });
      used.add(i);
      at[m] = input;
      if (put(k + 1)) return true;
      at[m] = null;
      used.delete(i);
      power.set(bankAddress(input) ?? '', bank);
    }
    return false;
  };
  const isThere = microphones.every(({ kept }) => !kept || microphones.filter((one) => one.kept?.id === kept.id).length <= kept.count);
  if (!isThere || microphones.length > inputs.length || !put(0)) return null;
  return Object.fromEntries(microphones.map(({ id }, m) => [id, inputAddress(at[m] as PatchInput)]));
}

/** Inputs that a microphone may be in as far as it alone goes. */
function placesOf(problem: PatchProblem, m: number): number[] {
  const microphone = problem.microphones[m] as PatchMicrophone;
  const through = microphone.kept ?? null;
  return problem.inputs.flatMap((input, i) => (allowed(problem, microphone, input, through, ALL) ? [i] : []));
}
