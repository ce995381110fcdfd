import { asList, type Fact, type Told } from '../units';
import { type PatchCode, tell } from './codes';
import type { Demand, PatchProblem } from './problem';

/** What some have in common; nothing of none. */
const about = (code: PatchCode, names: readonly Fact[]): Told[] => (names.length ? [tell(code, { names: asList(names), count: names.length })] : []);

/**
 * The demands that conflict, and what to do.
 * @param left who has no input where as many as can be have one
 */
export function explain({ microphones, inputs, pinned = {} }: PatchProblem, conflict: readonly Demand[], left: readonly string[] = []): Told {
  const nameOf = (id: string): string => microphones.find((microphone) => microphone.id === id)?.name ?? id;
  const of = (kind: Demand['kind']): string[] =>
    conflict.flatMap((one) => (one.kind === kind && one.kind !== 'pair' ? [nameOf(one.microphoneId)] : []));
  const [power, never, plug, level, cable, pin, all] = (['power', 'no power', 'plug', 'level', 'cable', 'pin', 'input'] as const).map(of) as [
    string[],
    string[],
    string[],
    string[],
    string[],
    string[],
    string[],
  ];
  const pairs = conflict.flatMap((one) => (one.kind === 'pair' ? [one.pair.map(nameOf)] : []));
  const only = power.length + never.length + plug.length + level.length + cable.length + pin.length + pairs.length === 0;
  if (only) {
    const over = microphones.length - inputs.length;
    const these = left.length > 0 ? asList(left.map(nameOf)) : over;
    return tell('too-many', { microphones: microphones.length, inputs: inputs.length, over, these });
  }
  const must = [
    ...about('must-have-power', power),
    ...about('must-not-have-power', never),
    ...about('needs-its-plug', plug),
    ...about('needs-its-level', level),
    ...about('needs-a-cable', cable),
    ...about(
      'wants-neighbours',
      pairs.map(([one = '', other = '']) => tell('paired', { one, other })),
    ),
    ...about('is-pinned', pin),
  ];
  const others = all
    .filter((name) => ![...power, ...never, ...plug, ...level, ...cable].includes(name))
    .filter((name) => !pairs.some((pair) => pair.includes(name)));
  const way = level.length
    ? tell('pad-or-move')
    : cable.length
      ? tell('longer-cable')
      : pin.length && Object.keys(pinned).length
        ? tell('let-go-pins')
        : plug.length && !power.length && !never.length
          ? tell('adaptor-box')
          : never.length
            ? tell('swap-microphone')
            : pairs.length
              ? tell('undo-the-pair')
              : tell('leave-out-or-add');
  const [also] = about('wants-an-input', others);
  const facts = { must: asList(must, 'comma'), way };
  return also ? tell('no-patch-also', { ...facts, also }) : tell('no-patch', facts);
}
