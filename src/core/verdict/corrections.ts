import { samplesInFile, samplesInMix, signInFile, signInMix } from '../chain';
import { chainIn } from '../document';
import { crosswise, type Heard } from './verdicts';

/** What has to be done to the recorded file of a channel so that it is as the mix has it. */
export interface Correction {
  readonly channel: string;
  readonly flip: boolean;
  /** Later by so much, seconds. */
  readonly seconds: number;
}

/** What a take was found to have that its chain does not explain. */
function foundIn({ report, proof, session, matching }: Heard, name: string): { readonly reversed: boolean; readonly lateSeconds: number } {
  const id = matching[name];
  const planned = session !== null && session.microphones.length > 0;
  const of = (code: string) =>
    planned ? (proof?.findings ?? []).filter((one) => one.code === code && id != null && one.microphoneIds.includes(id)) : [];
  const reversed = planned
    ? of('polarity-reversed').length > 0
    : report.findings.some(({ code, severity, channels }) => code === 'polarity-reversed' && severity === 'fix' && channels.includes(name));
  // Each finding has a move in the mix and one that remembers: the same delay.
  const own = of('channel-late').flatMap(({ moves }) => moves.flatMap((move) => (move.kind === 'latency' ? [move.bySamples] : [])))[0] ?? 0;
  const device = of('device-late').flatMap(({ moves }) => moves.flatMap((move) => (move.kind === 'device latency' ? [move.bySeconds] : [])))[0] ?? 0;
  return { reversed, lateSeconds: own / (session?.sampleRateHz ?? 1) + device };
}

/**
 * For each channel of a take what turns and moves its file to where the mix wants it: the sign and delay that the file really has, by the
 * chain it was recorded through and what was found in it, beside those that chain and mix give now.
 */
export function correctionsOf(heard: Heard): readonly Correction[] {
  const { report, session, chains, proof } = heard;
  // Channels that are found in each other's place are corrected as what they are.
  const matching = (proof?.findings ?? []).reduce(
    (found, { code, microphoneIds }) => (code === 'channels-swapped' ? crosswise(found, microphoneIds) : found),
    heard.matching,
  );
  return report.channels.map(({ name }) => {
    const placed = session?.microphones.find(({ id }) => id === matching[name]);
    const { reversed, lateSeconds } = foundIn(heard, name);
    if (!placed || !session) return { channel: name, flip: reversed, seconds: 0 };
    const now = chainIn(session, placed);
    const then = chains?.[placed.id] ?? now;
    const sign = signInFile(then) * (reversed ? -1 : 1);
    const wanted = signInMix(now, placed);
    const samples = samplesInMix(now, placed) - samplesInFile(then);
    return { channel: name, flip: sign !== wanted, seconds: samples / session.sampleRateHz - lateSeconds };
  });
}
