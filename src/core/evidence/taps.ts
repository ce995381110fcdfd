import type { Altered } from './altered';
import type { Cause, Tap } from './model';

const { log, max } = Math;

/** Knocks on one microphone are another's loudest, and a clap is taken the wrong way, as seldom as this (our choice; a knock is 8 dB clear at least). */
const ELSEWHERE = 0.002;
const WRONG_SIGN = 0.01;

/** Log likelihood of what knocks and claps said, under causes. */
export function tapsLog(taps: readonly Tap[], { microphoneOf, signOf }: Pick<Altered, 'microphoneOf' | 'signOf'>): number {
  let sum = 0;
  for (const { microphone, channel, sign } of taps) {
    sum += log(microphoneOf[channel] === microphone ? 1 - ELSEWHERE : ELSEWHERE / max(1, microphoneOf.length - 1));
    if (sign !== null) sum += log(signOf[channel] === sign ? 1 - WRONG_SIGN : WRONG_SIGN);
  }
  return sum;
}

/** Whether knocks bear a cause out by themselves: who is in a channel, or which way up it is. */
export const isTapped = (taps: readonly Tap[], cause: Cause): boolean =>
  (cause.kind === 'reversed' && taps.some(({ channel, sign }) => channel === cause.channel && sign === -1)) ||
  (cause.kind === 'swapped' &&
    taps.some(
      ({ channel, microphone }) =>
        (channel === cause.channel && microphone === cause.other) || (channel === cause.other && microphone === cause.channel),
    ));
