/**
 * The chain of a channel: source, air, microphone, cable, input, file, mix. What nature turns over is worked out from the plan and is
 * nobody's fault; everything else that turns or delays a channel is here, and what is read from here nobody works out again.
 */
export interface Chain {
  /** The wiring of its cable, as somebody has found it; straight where nothing is said. */
  readonly cable?: 'reversed' | undefined;
  /** The switch of its input is on: it is in the recorded file. */
  readonly inputInverted?: boolean | undefined;
  /** What a converter, a plug-in or another box delays it by, samples of the session: it is in the recorded file. */
  readonly latencySamples?: number | undefined;
  /** How often its cable was changed for another. */
  readonly cableChanges?: number | undefined;
}

/** What the mix does to a channel: not in the recorded file. */
export interface MixNote {
  readonly flipped: boolean;
  /** Later by so much, samples of the session; negative is earlier. */
  readonly alignSamples: number;
}

/** The chain alone, of whatever carries it. */
export const chainOf = ({ cable, inputInverted, latencySamples, cableChanges }: Chain): Chain => ({
  ...(cable === undefined ? {} : { cable }),
  ...(inputInverted === undefined ? {} : { inputInverted }),
  ...(latencySamples === undefined ? {} : { latencySamples }),
  ...(cableChanges === undefined ? {} : { cableChanges }),
});

/** Sign that the chain gives a recorded file, nature's apart: −1 is inverted. */
export const signInFile = ({ cable, inputInverted }: Chain): 1 | -1 => ((cable === 'reversed') !== (inputInverted === true) ? -1 : 1);

/** The same behind the mix. */
export const signInMix = (chain: Chain, { flipped }: Pick<MixNote, 'flipped'>): 1 | -1 =>
  flipped ? (-signInFile(chain) as 1 | -1) : signInFile(chain);

/** Delay that the chain gives a recorded file, samples of the session. */
export const samplesInFile = ({ latencySamples = 0 }: Chain): number => latencySamples;

/** The same behind the mix. */
export const samplesInMix = (chain: Chain, { alignSamples }: Pick<MixNote, 'alignSamples'>): number => samplesInFile(chain) + alignSamples;

/** What has changed of a chain that decides what is in a recorded file. */
export function changedLinks(then: Chain, now: Chain): readonly ('cable' | 'input' | 'latency')[] {
  return [
    ...(then.cable !== now.cable || (then.cableChanges ?? 0) !== (now.cableChanges ?? 0) ? (['cable'] as const) : []),
    ...((then.inputInverted === true) === (now.inputInverted === true) ? [] : (['input'] as const)),
    ...(samplesInFile(then) === samplesInFile(now) ? [] : (['latency'] as const)),
  ];
}
