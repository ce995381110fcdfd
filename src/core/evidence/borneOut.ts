import { SIGMA_S } from './density';
import { channelsOf, type Hypothesis } from './hypothesis';
import { lateIn } from './lateness';
import type { Weighing } from './likelihood';
import type { Cause } from './model';
import { isTapped } from './taps';

/** A cause that no clear arrival bears out is this much rarer: in a channel that hears mostly the room, one reflection fools every source alike. */
const BY_ECHOES_ALONE = Math.log(0.005);
const CLEAR = 0.9;

/**
 * Whether claps and clicks bear a cause out. A lateness goes both ways, later in its own channel and earlier in the others after its own clap: what
 * shows in one way alone may be a way round something.
 */
function isClappedOut(weighing: Weighing, all: readonly Cause[], cause: Cause, speaks: (channel: number, spot: number) => boolean): boolean {
  if (cause.kind !== 'late') return weighing.clapsBear(all, speaks);
  return weighing.clapsBear(all, (channel) => channel === cause.channel) && weighing.clapsBear(all, (_, own) => own === cause.channel);
}

/** Whether a channel of a cause has an arrival that is clearly direct, of a source that it could be by that cause. */
function isBorneOut(weighing: Weighing, causes: readonly Cause[], cause: Cause): boolean {
  if (cause.kind === 'elsewhere' || isTapped(weighing.taps, cause)) return true;
  const own = cause.kind === 'device late' ? weighing.channels.filter(lateIn(weighing, cause)) : channelsOf(cause);
  // Between two channels that are late alike nothing shows.
  const speaks = (channel: number, spot: number): boolean =>
    cause.kind === 'device late' ? own.includes(channel) !== own.includes(spot) : own.includes(channel) || own.includes(spot);
  const all = [...causes, cause];
  if (isClappedOut(weighing, all, cause, speaks)) return true;
  return weighing
    .residuals(all, weighing.sourcesOf(all))
    .some(
      ({ source, channel, spot, seconds }) =>
        speaks(channel, spot) && Math.abs(seconds) < 3 * SIGMA_S && weighing.at(source, channel).clarity * weighing.at(source, spot).clarity > CLEAR,
    );
}

/** Hypotheses with what bears them out counted: what no clear arrival does is rarer. */
export const judged = (weighing: Weighing, causes: readonly Cause[], now: number, all: readonly Hypothesis[]): Hypothesis[] =>
  all.map((one) =>
    one.logPosterior < now || isBorneOut(weighing, causes, one.cause) ? one : { ...one, logPosterior: one.logPosterior + BY_ECHOES_ALONE },
  );
