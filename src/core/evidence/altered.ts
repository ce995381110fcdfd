import type { Vec3 } from '../math';
import type { Cause, Expected, Model } from './model';

const { hypot, log10, max } = Math;

/** A microphone is not nearer to a source than this share of its planned distance, for its level. */
const NEAREST_SHARE = 0.3;

/** What causes do: the microphone that is really in a channel, its sign; how late and how much louder it hears each source. */
export interface Altered {
  readonly microphoneOf: readonly number[];
  readonly signOf: readonly number[];
  /** How late each channel is by itself, seconds. */
  readonly seconds: readonly number[];
  /** How far the microphone in each channel stands from its place, metres; null where it is in its place. */
  readonly shiftM: readonly (Vec3 | null)[];
  /** How far instruments stand from their places, metres. */
  readonly elsewhereM: ReadonlyMap<number, Vec3>;
  /** Sources by channels, seconds. */
  readonly late: Float64Array;
  /** Sources by channels, dB as planned and as altered. */
  readonly levelDb: Float64Array;
  /** Sources by channels: how much of the planned sign's clarity is left where something stands elsewhere, 0 to 1. */
  readonly signShare: Float64Array;
}

/** A set-up as causes make it. @param at the plan's expectations, made ready */
export function alteredBy(model: Model, at: (source: number, microphone: number) => Expected, causes: readonly Cause[]): Altered {
  const count = model.microphones;
  const microphoneOf = Array.from({ length: count }, (_, i) => i);
  const signOf = microphoneOf.map(() => 1);
  const seconds = microphoneOf.map(() => 0);
  const moves = new Map<number, Vec3>();
  const elsewhere = new Map<number, Vec3>();
  for (const cause of causes) {
    if (cause.kind === 'reversed') signOf[cause.channel] = -(signOf[cause.channel] as number);
    else if (cause.kind === 'late') seconds[cause.channel] = (seconds[cause.channel] as number) + cause.seconds;
    else if (cause.kind === 'device late')
      seconds.forEach((own, channel) => {
        if (model.deviceOf(channel) === cause.device) seconds[channel] = own + cause.seconds;
      });
    else if (cause.kind === 'moved') moves.set(cause.channel, cause.byM);
    else if (cause.kind === 'elsewhere') elsewhere.set(cause.instrument, cause.byM);
    else [microphoneOf[cause.channel], microphoneOf[cause.other]] = [cause.other, cause.channel];
  }
  const late = new Float64Array(model.sources * count);
  const levelDb = new Float64Array(model.sources * count);
  const signShare = new Float64Array(model.sources * count).fill(1);
  for (let source = 0; source < model.sources; source++)
    for (let channel = 0; channel < count; channel++) {
      const i = source * count + channel;
      const microphone = microphoneOf[channel] as number;
      const { awayM, clarity, levelDb: planned } = at(source, microphone);
      late[i] = seconds[channel] as number;
      levelDb[i] = planned;
      const moved = moves.get(channel);
      const left = elsewhere.size > 0 && !model.fixed(microphone) ? elsewhere.get(model.instrumentOf(source)) : undefined;
      if (!moved && !left) continue;
      const length = hypot(awayM.x, awayM.y, awayM.z);
      const now = hypot(
        awayM.x + (moved?.x ?? 0) - (left?.x ?? 0),
        awayM.y + (moved?.y ?? 0) - (left?.y ?? 0),
        awayM.z + (moved?.z ?? 0) - (left?.z ?? 0),
      );
      const by = hypot((moved?.x ?? 0) - (left?.x ?? 0), (moved?.y ?? 0) - (left?.y ?? 0), (moved?.z ?? 0) - (left?.z ?? 0));
      // Near a body a step may lead to its other face.
      signShare[i] = max(0, 1 - by / max(0.01, length));
      late[i] = (late[i] as number) + (now - length) / model.speedOfSoundMps;
      levelDb[i] = planned - 20 * clarity * log10(max(NEAREST_SHARE, now / max(0.01, length)));
    }
  const shiftM = microphoneOf.map((_, channel) => moves.get(channel) ?? null);
  return { microphoneOf, signOf, seconds, shiftM, elsewhereM: elsewhere, late, levelDb, signShare };
}
