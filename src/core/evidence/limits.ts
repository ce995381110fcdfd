import { magnitude, normalize, scale, ThreeUnknowns, type Vec3, vec3 } from '../math';
import { SIGMA_S } from './density';
import type { Displaced } from './hypothesis';
import { Weighing } from './likelihood';
import type { Cause, Cluster, Model } from './model';
import { stringRows } from './strings';

/** What a take could not have shown, whatever it shows: silence about these is no praise. */
export interface Limits {
  /** Channels that could be upside down all the same. */
  readonly sign: readonly number[];
  /** Channels that could be late all the same. */
  readonly time: readonly number[];
  /** Channels whose names could be exchanged all the same. */
  readonly names: readonly (readonly [number, number])[];
  /** Microphones that could stand elsewhere all the same: by so much in the direction seen worst, one standard deviation, metres. */
  readonly place: readonly { readonly channel: number; readonly sigmaM: number }[];
}

/** A fault is shown when it would make the take this much less likely: nineteen in twenty. */
const SHOWN = Math.log(19);
/** Latenesses tried, seconds: a buffer, a plug-in, a converter. */
const LATE_S = [0.0012, 0.003, 0.008];
/** Stands are astray by this, metres; and seen better than the other a place is shown. */
const ASTRAY_M = 0.2;
const SEEN_M = 0.1;

/** Of three unknowns the standard deviation in the direction known worst: by inverse iteration. */
function worstSigma(unknowns: ThreeUnknowns): number {
  let along: Vec3 = vec3(0.5, 0.6, 0.7);
  let variance = 0;
  for (let round = 0; round < 40; round++) {
    const next = unknowns.openAlong(along);
    variance = magnitude(next);
    if (variance === 0) return 0;
    along = scale(next, 1 / variance);
  }
  return Math.sqrt(variance);
}

/** How well a microphone's place is known from the clear arrivals, claps and the tape, what stands usually do included. */
function placeSigma(weighing: Weighing, causes: readonly Cause[], sources: readonly number[], channel: number): number {
  const inPlace: Displaced = { kind: 'moved', channel, byM: vec3(0, 0, 0) };
  const heard = weighing.residuals(causes, sources).flatMap(({ source, channel: to, spot, seconds }) => {
    if ((to !== channel && spot !== channel) || Math.abs(seconds) > 4 * SIGMA_S) return [];
    const along = normalize(weighing.at(source, channel).awayM);
    return [
      { along, weight: (weighing.at(source, to).clarity * weighing.at(source, spot).clarity) / (SIGMA_S * weighing.model.speedOfSoundMps) ** 2 },
    ];
  });
  const taped = stringRows(weighing.model.strings, [channel], causes, inPlace, 1);
  const unknowns = new ThreeUnknowns(ASTRAY_M);
  for (const { along, weight } of [...heard, ...weighing.clapRows(causes, inPlace, 1), ...taped]) unknowns.add(along, 0, weight);
  return worstSigma(unknowns);
}

/** What a take leaves unshown, its causes given. */
export function limitsOf(model: Model, clusters: readonly Cluster[], causes: readonly Cause[]): Limits {
  const weighing = new Weighing(model, clusters);
  const channels = weighing.channels;
  const now = weighing.logLikelihood(causes);
  const sources = weighing.sourcesOf(causes);
  const shown = (cause: Cause): boolean => weighing.logLikelihood([...causes, cause]) < now - SHOWN;
  const pairs = channels.flatMap((channel, i) => channels.slice(i + 1).map((other) => [channel, other] as const));
  return {
    sign: channels.filter((channel) => !shown({ kind: 'reversed', channel })),
    time: channels.filter((channel) => LATE_S.some((seconds) => !shown({ kind: 'late', channel, seconds }))),
    names: pairs.filter(([channel, other]) => !shown({ kind: 'swapped', channel, other })),
    place: channels
      .filter((channel) => !model.fixed(channel))
      .map((channel) => ({ channel, sigmaM: placeSigma(weighing, causes, sources, channel) }))
      .filter(({ sigmaM }) => sigmaM > SEEN_M),
  };
}
