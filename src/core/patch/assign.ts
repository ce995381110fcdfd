import type { Connector, PhantomNeed } from '../microphones';
import type { DeviceInput } from './device';
import { createModel, type SolveMilp } from './milp';

export interface PatchMicrophone {
  readonly id: string;
  readonly name: string;
  readonly phantom: PhantomNeed;
  readonly connector: Connector;
}

/** An input with its address across devices. */
export interface PatchInput extends DeviceInput {
  readonly deviceId: string;
}

export interface PatchProblem {
  /** In the order of the tape list: earlier microphones get earlier inputs where all else is equal. */
  readonly microphones: readonly PatchMicrophone[];
  readonly inputs: readonly PatchInput[];
  readonly pairs: readonly (readonly [string, string])[];
  /** The patch as it stands, microphone id to input address; kept where it can be. */
  readonly previous: Readonly<Record<string, string>>;
  /** Input addresses whose preamp can neither take nor lift the microphone's level, by microphone id. */
  readonly unfit: Readonly<Record<string, readonly string[]>>;
}

export type PatchResult =
  | { readonly ok: true; readonly inputs: Readonly<Record<string, string>>; readonly phantomBanks: readonly string[]; readonly changed: number }
  | { readonly ok: false; readonly reason: string };

export const inputAddress = (input: PatchInput): string => `${input.deviceId}/${input.id}`;
const bankAddress = (input: PatchInput): string | null => (input.phantomBank === null ? null : `${input.deviceId}/${input.phantomBank}`);

/** Two inputs match as a pair when they are neighbours on one device with the same kind of preamp. */
function neighbours(inputs: readonly PatchInput[]): [number, number][] {
  const out: [number, number][] = [];
  for (let i = 0; i + 1 < inputs.length; i++) {
    const [a, b] = [inputs[i] as PatchInput, inputs[i + 1] as PatchInput];
    if (a.deviceId === b.deviceId && a.group === b.group) out.push([i, i + 1]);
  }
  return out;
}

interface Rules {
  readonly phantom: boolean;
  readonly pairs: boolean;
  readonly levels: boolean;
  readonly connectors: boolean;
}
const ALL_RULES: Rules = { phantom: true, pairs: true, levels: true, connectors: true };

/** Cost of moving a cable that is already in, of switching on a bank's power, and of one place down the row. */
const COST = { change: 1000, bank: 40, place: 1 };

function solveWith(problem: PatchProblem, rules: Rules, solve: SolveMilp): PatchResult | null {
  const { microphones, inputs, pairs, previous } = problem;
  const model = createModel();
  const banks = [...new Set(inputs.map(bankAddress).filter((bank) => bank !== null))];
  banks.forEach((_, b) => model.binary(`p${b}`, COST.bank));
  microphones.forEach((microphone, m) => {
    inputs.forEach((input, i) => {
      const stays = previous[microphone.id] === inputAddress(input);
      const moves = previous[microphone.id] !== undefined && !stays;
      model.binary(`x${m}_${i}`, (moves ? COST.change : 0) + COST.place * Math.abs(i - m) * 0.5 + COST.place * i * 0.01);
      const impossible =
        (rules.connectors && !input.connectors.includes(microphone.connector)) ||
        (rules.levels && problem.unfit[microphone.id]?.includes(inputAddress(input)));
      const bank = bankAddress(input);
      if (impossible || (rules.phantom && microphone.phantom === 'needs' && bank === null)) model.fixZero(`x${m}_${i}`);
      if (!rules.phantom || bank === null) return;
      const power = `p${banks.indexOf(bank)}`;
      if (microphone.phantom === 'needs')
        model.atMost(
          [
            [1, `x${m}_${i}`],
            [-1, power],
          ],
          0,
        );
      if (microphone.phantom === 'never')
        model.atMost(
          [
            [1, `x${m}_${i}`],
            [1, power],
          ],
          1,
        );
    });
    model.equal(
      inputs.map((_, i) => [1, `x${m}_${i}`]),
      1,
    );
  });
  inputs.forEach((_, i) =>
    model.atMost(
      microphones.map((_, m) => [1, `x${m}_${i}`]),
      1,
    ),
  );
  if (rules.pairs) {
    const adjacent = neighbours(inputs);
    pairs.forEach(([left, right], k) => {
      const l = microphones.findIndex((m) => m.id === left);
      const r = microphones.findIndex((m) => m.id === right);
      if (l < 0 || r < 0) return;
      const slots = adjacent.map(([i, j], n) => {
        model.binary(`y${k}_${n}`, 0);
        model.atMost(
          [
            [1, `y${k}_${n}`],
            [-1, `x${l}_${i}`],
          ],
          0,
        );
        model.atMost(
          [
            [1, `y${k}_${n}`],
            [-1, `x${r}_${j}`],
          ],
          0,
        );
        return [1, `y${k}_${n}`] as const;
      });
      model.equal(slots.length ? slots : [[0, 'x0_0']], 1);
    });
  }
  const answer = solve(model.text());
  if (!answer) return null;
  const chosen: Record<string, string> = {};
  microphones.forEach((microphone, m) => {
    const i = inputs.findIndex((_, index) => (answer[`x${m}_${index}`] ?? 0) > 0.5);
    if (i >= 0) chosen[microphone.id] = inputAddress(inputs[i] as PatchInput);
  });
  const lit = banks.filter((_, b) => (answer[`p${b}`] ?? 0) > 0.5);
  const changed = microphones.filter((m) => previous[m.id] !== undefined && previous[m.id] !== chosen[m.id]).length;
  return { ok: true, inputs: chosen, phantomBanks: lit, changed };
}

const names = (list: readonly PatchMicrophone[]): string => list.map((m) => m.name).join(', ');

/** Finds the one rule without which the problem can be solved, and says it in a sentence. */
function explain(problem: PatchProblem, solve: SolveMilp): string {
  const { microphones, inputs } = problem;
  if (microphones.length > inputs.length)
    return `${microphones.length} microphones need ${microphones.length} inputs and the devices have ${inputs.length}: take ${microphones.length - inputs.length} away or add a device.`;
  if (solveWith(problem, { ...ALL_RULES, phantom: false }, solve)) {
    const needs = microphones.filter((m) => m.phantom === 'needs');
    const never = microphones.filter((m) => m.phantom === 'never');
    return never.length
      ? `${names(needs)} must have phantom power and ${names(never)} must never get it, and no split of the phantom banks keeps them apart: swap one for a microphone that does not mind.`
      : `${names(needs)} must have phantom power and too few inputs can give it.`;
  }
  if (solveWith(problem, { ...ALL_RULES, pairs: false }, solve))
    return 'A stereo pair finds no two free neighbouring inputs of the same kind: free two inputs side by side or undo the pair.';
  if (solveWith(problem, { ...ALL_RULES, connectors: false }, solve)) {
    const shut = microphones.filter((m) => !inputs.some((i) => i.connectors.includes(m.connector)));
    const picky = shut.length ? shut : microphones.filter((m) => !inputs.every((i) => i.connectors.includes(m.connector)));
    return `Too few inputs have the connector of ${names(picky)}: use another device or an adaptor box.`;
  }
  const stuck = microphones.filter((m) => (problem.unfit[m.id]?.length ?? 0) >= inputs.length);
  if (stuck.length) return `No input can take or lift the level of ${names(stuck)}: switch its pad, move it or choose another microphone.`;
  return 'Power, connectors, levels and pairs together leave no patch: take one microphone away or undo a pair.';
}

/**
 * The best patch of microphones to inputs, exact (mixed-integer program): power where needed and never where harmful,
 * pairs on neighbouring inputs of one kind, as few cables moved as possible, then as few banks powered as possible, then
 * in order. When there is none, the reason in a sentence.
 */
export function assignInputs(problem: PatchProblem, solve: SolveMilp): PatchResult {
  if (problem.microphones.length === 0) return { ok: true, inputs: {}, phantomBanks: [], changed: 0 };
  if (problem.inputs.length === 0) return { ok: false, reason: 'There is no input device on the shelf: add one first.' };
  return solveWith(problem, ALL_RULES, solve) ?? { ok: false, reason: explain(problem, solve) };
}
