import { counted, formatNumber, listed } from '../units';
import type { Demand, PatchProblem } from './problem';

/**
 * The demands that conflict, as one sentence and what to do.
 * @param left who has no input where as many as can be have one
 */
export function explain({ microphones, inputs, pinned = {} }: PatchProblem, conflict: readonly Demand[], left: readonly string[] = []): string {
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
  const pairs = conflict.flatMap((one) => (one.kind === 'pair' ? [one.pair.map(nameOf).join(' with ')] : []));
  const only = power.length + never.length + plug.length + level.length + cable.length + pin.length + pairs.length === 0;
  if (only) {
    const [count, over] = [microphones.length, microphones.length - inputs.length];
    const these = left.length > 0 ? listed(left.map(nameOf)) : formatNumber(over, 0);
    return `${counted(count, 'microphone')} and ${counted(inputs.length, 'input')}: ${over} too many. Leave out ${these}, or add a device.`;
  }
  const must = [
    ...(power.length ? [`${listed(power)} must have phantom power`] : []),
    ...(never.length ? [`${listed(never)} must never get it`] : []),
    ...(plug.length ? [`${listed(plug)} ${plug.length === 1 ? 'needs an input with its' : 'need inputs with their'} connector`] : []),
    ...(level.length ? [`${listed(level)} ${level.length === 1 ? 'needs an input that takes its' : 'need inputs that take their'} level`] : []),
    ...(cable.length
      ? [`${listed(cable)} ${cable.length === 1 ? 'needs a cable that reaches' : 'need cables that reach, and those there are do not all'}`]
      : []),
    ...(pairs.length ? [`${listed(pairs)} ${pairs.length === 1 ? 'wants' : 'want'} neighbouring inputs of the same kind`] : []),
    ...(pin.length ? [`${listed(pin)} ${pin.length === 1 ? 'is' : 'are'} pinned`] : []),
  ];
  const others = all
    .filter((name) => ![...power, ...never, ...plug, ...level, ...cable].includes(name))
    .filter((name) => !pairs.some((pair) => pair.includes(name)));
  const also = others.length > 0 ? `, and ${listed(others)} ${others.length === 1 ? 'wants an input' : 'want inputs'} too` : '';
  const way = level.length
    ? 'switch a pad on, move it back or choose another microphone'
    : cable.length
      ? 'get a longer cable or put a device nearer'
      : pin.length && Object.keys(pinned).length
        ? 'let go what is pinned or leave one out'
        : plug.length && !power.length && !never.length
          ? 'use another device or an adaptor box'
          : never.length
            ? 'swap one for a microphone that does not mind, or leave one out'
            : pairs.length
              ? 'free two inputs side by side or undo the pair'
              : 'leave one out or add a device';
  return `No patch does it all: ${must.join(', ')}${also}. Do one of these: ${way}.`;
}
