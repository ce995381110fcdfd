import type { MilpModel } from './milp';

/** Ties one microphone's unease to where it is and what is between. */
export function tellUneasy(
  model: MilpModel,
  name: string,
  cost: number,
  ways: readonly {
    readonly x: string;
    readonly plain: boolean;
    readonly helped: readonly { readonly name: string; readonly uneasy: boolean }[];
  }[],
): void {
  if (!ways.some(({ plain, helped }) => plain || helped.some(({ uneasy }) => uneasy))) return;
  model.binary(name, cost);
  for (const { x, plain, helped } of ways) {
    if (plain) model.atMost([[1, x], [-1, name], ...helped.flatMap((one) => (one.uneasy ? [] : [[-1, one.name] as const]))], 0);
    else
      for (const one of helped.filter(({ uneasy }) => uneasy))
        model.atMost(
          [
            [1, x],
            [1, one.name],
            [-1, name],
          ],
          1,
        );
  }
}
