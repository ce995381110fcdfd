import { dot, normalize, scale, solveLinear, type Vec3, vec3 } from '../math';
import { clapRows } from './claps';
import { SIGMA_S } from './density';
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

/** Of three axes the standard deviation in the direction known worst, metres: by inverse iteration. */
function worstSigma(information: readonly (readonly number[])[]): number {
  let along: Vec3 = vec3(0.5, 0.6, 0.7);
  let variance = 0;
  for (let round = 0; round < 40; round++) {
    const [x = 0, y = 0, z = 0] =
      solveLinear(
        information.map((row) => [...row]),
        [along.x, along.y, along.z],
      ) ?? [];
    const next = vec3(x, y, z);
    variance = Math.sqrt(dot(next, next));
    if (variance === 0) return 0;
    along = scale(next, 1 / variance);
  }
  return Math.sqrt(variance);
}

/** How well a microphone's place is known from the clear arrivals, what stands usually do included. */
function placeSigma(weighing: Weighing, causes: readonly Cause[], sources: readonly number[], channel: number): number {
  const information = [0, 1, 2].map((i) => [0, 1, 2].map((j) => (i === j ? 1 / ASTRAY_M ** 2 : 0)));
  const heard = weighing.residuals(causes, sources).flatMap(({ source, channel: to, spot, seconds }) => {
    if ((to !== channel && spot !== channel) || Math.abs(seconds) > 4 * SIGMA_S) return [];
    const along = normalize(weighing.at(source, channel).awayM);
    return [
      { along, weight: (weighing.at(source, to).clarity * weighing.at(source, spot).clarity) / (SIGMA_S * weighing.model.speedOfSoundMps) ** 2 },
    ];
  });
  const taped = stringRows(weighing.model.strings, [channel], causes, { kind: 'moved', channel, byM: vec3(0, 0, 0) }, 1);
  const moved: Cause & { readonly kind: 'moved' } = { kind: 'moved', channel, byM: vec3(0, 0, 0) };
  const clapped = clapRows(weighing.model, weighing.altered(causes), moved, 1).map(({ along, weight }) => ({
    along: scale(along, weighing.model.speedOfSoundMps),
    weight: weight / weighing.model.speedOfSoundMps ** 2,
  }));
  for (const { along, weight } of [...heard, ...clapped, ...taped]) {
    const axis = [along.x, along.y, along.z];
    for (let i = 0; i < 3; i++)
      for (let j = 0; j < 3; j++)
        (information[i] as number[])[j] = ((information[i] as number[])[j] as number) + weight * (axis[i] as number) * (axis[j] as number);
  }
  return worstSigma(information);
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
