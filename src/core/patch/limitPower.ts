import type { MilpModel } from './milp';
import type { Outboard } from './outboard';
import { type PowerWay, powerWay } from './power';
import type { PatchInput, PatchMicrophone, Wanted } from './problem';

export const wayOf = ({ id, phantom, connector, secondOf }: PatchMicrophone, input: PatchInput, through: Outboard | null): PowerWay =>
  powerWay(
    { microphoneId: id, phantom, connector, through, isSecond: secondOf !== undefined },
    { connectors: input.connectors, hasSwitch: input.phantomBank !== null },
  );

/** What a line asks of its bank, and whether the bank must be dark for it, as far as that is wanted. */
interface Asked {
  readonly asks: boolean;
  readonly harmed: boolean;
}

export function asked(microphone: PatchMicrophone, input: PatchInput, through: Outboard | null, wanted: Wanted): Asked {
  const { asks, harmed } = wayOf(microphone, input, through);
  const own = microphone.phantom === 'needs' && !through?.needsPower;
  return {
    asks: asks && (!own || wanted({ kind: 'power', microphoneId: microphone.id })),
    harmed: harmed && wanted({ kind: 'no power', microphoneId: microphone.id }),
  };
}

/** Ties one input's bank to who may be in it: lit where one asks, dark where one is harmed, unless what is between changes that. */
export function limitPower(
  model: MilpModel,
  power: string,
  lines: readonly { readonly x: string; readonly plain: Asked; readonly helped: readonly (Asked & { readonly name: string })[] }[],
): void {
  const firm: Record<keyof Asked, string[]> = { asks: [], harmed: [] };
  for (const { x, plain, helped } of lines)
    for (const kind of ['asks', 'harmed'] as const) {
      // Lit: x ≤ p. Dark: x + p ≤ 1.
      const [sign, limit] = kind === 'asks' ? [-1, 0] : [1, 1];
      const others = helped.filter((one) => one[kind] !== plain[kind]);
      if (plain[kind] && others.length === 0) firm[kind].push(x);
      else if (plain[kind]) model.atMost([[1, x], [sign, power], ...others.map(({ name }) => [-1, name] as const)], limit);
      else
        for (const { name } of others)
          model.atMost(
            [
              [1, x],
              [1, name],
              [sign, power],
            ],
            limit + 1,
          );
    }
  // One row for all who ask the same of an input, since it takes one: that bounds the search closer than a row for each.
  const all = (names: readonly string[]) => names.map((name) => [1, name] as const);
  if (firm.asks.length > 0) model.atMost([...all(firm.asks), [-1, power]], 0);
  if (firm.harmed.length > 0) model.atMost([...all(firm.harmed), [1, power]], 1);
}
