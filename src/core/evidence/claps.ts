import { add, distance, dot, magnitude, normalize, scale, subtract, ThreeUnknowns, type Vec3, vec3 } from '../math';
import type { Altered } from './altered';
import { SIGMA_S } from './density';
import type { Asked, Displaced } from './hypothesis';
import type { ClapArrival, Click, Model, Tap } from './model';

const { exp, hypot, log, PI, sqrt } = Math;

const STILL = vec3(0, 0, 0);

/** How exactly the begin of a clap is told in two channels (0.03 ms, counted over renders) between microphones that stand where they should to 2 cm, seconds. */
const ONSET_S = 7e-5;
/** How far a clap is made from where it was asked for, metres, one standard deviation along each axis (our choice: a hand's breadth). */
const HAND_M = 0.05;
/** So often what is heard first is no direct sound; then it comes later, mostly. */
const ASTRAY = 0.05;
const ECHO_SHARE = 0.85;
const ECHO_S = 0.006;
const ANYWHERE_S = 0.04;
const ROUNDS = 3;

/** A click is at its mark but for this, metres, one standard deviation along each axis (our choice). */
const AT_MARK_M = 0.012;

/** A clap or a click, and what causes make of it. */
interface Struck {
  readonly fromM: Vec3;
  /** How far it may be from there, metres, one standard deviation along each axis. */
  readonly astrayM: number;
  /** The channel that the others are held against, and where its microphone is. */
  readonly own: number;
  readonly ownM: Vec3;
  /** It was made beside the own channel's microphone, wherever that stands. */
  readonly goesAlong: boolean;
  /** The instrument it is at; null for none. */
  readonly instrument: number | null;
  readonly arrivals: readonly ClapArrival[];
  readonly reaches: (microphone: number) => boolean;
}

/** Every clap and click of a take under causes. */
function struckOf(model: Model, changed: Altered): Struck[] {
  const { claps, taps = [], clicks = [] } = model;
  if (!claps) return [];
  const shift = (channel: number): Vec3 => changed.shiftM[channel] ?? STILL;
  const clapped = taps.flatMap(({ microphone, channel, arrivals = [] }): Struck[] => {
    const asked = arrivals.length > 0 ? claps.clapM(microphone) : null;
    if (!asked) return [];
    const reaches = (other: number): boolean => other !== microphone && claps.reaches(microphone, other);
    const ownM = add(claps.placeM(microphone), shift(channel));
    return [{ fromM: add(asked, shift(channel)), astrayM: HAND_M, own: channel, ownM, goesAlong: true, instrument: null, arrivals, reaches }];
  });
  const clicked = clicks.flatMap(({ placeM, instrument, channel, arrivals, reaches }): Struck[] => {
    const microphone = changed.microphoneOf[channel];
    if (microphone === undefined || !reaches(microphone)) return [];
    const ownM = add(claps.placeM(microphone), shift(channel));
    const fromM = add(placeM, changed.elsewhereM.get(instrument) ?? STILL);
    return [{ fromM, astrayM: AT_MARK_M, own: channel, ownM, goesAlong: false, instrument, arrivals, reaches }];
  });
  return [...clapped, ...clicked];
}

/** One arrival: what is left of its lateness under causes, and the ways from the clap to its microphone and to the own one, unit vectors. */
interface Left {
  readonly channel: number;
  readonly seconds: number;
  readonly along: Vec3;
  readonly ownAlong: Vec3;
  /** Where something stands elsewhere its straight way may be blocked. */
  readonly isBlocked: boolean;
}

/** What one clap says of times under causes; `off` is how far it was made from its place. */
function leftOf(model: Model, { fromM, own, ownM, goesAlong, arrivals, reaches }: Struck, changed: Altered, off: Vec3): Left[] {
  const from = add(fromM, off);
  const near = distance(from, ownM);
  const ownAlong = normalize(subtract(ownM, from));
  return arrivals.flatMap((heard): Left[] => {
    const other = changed.microphoneOf[heard.channel];
    if (other === undefined || !model.claps || !reaches(other)) return [];
    const shift = changed.shiftM[heard.channel];
    const to = add(model.claps.placeM(other), shift ?? STILL);
    const isBlocked = (goesAlong ? changed.shiftM[own] || shift : shift) ? !model.claps.isFree(fromM, to) : false;
    const late = (changed.seconds[heard.channel] as number) - (changed.seconds[own] as number);
    const seconds = heard.lateSeconds - late - (distance(from, to) - near) / model.speedOfSoundMps;
    return [{ channel: heard.channel, seconds, along: normalize(subtract(to, from)), ownAlong, isBlocked }];
  });
}

/** How much later a channel hears, as against the own one, for each metre that the clap goes along each axis, seconds per metre. */
const steepness = ({ along, ownAlong }: Left, speedOfSoundMps: number): Vec3 => scale(subtract(ownAlong, along), 1 / speedOfSoundMps);

/** Where a clap was made, by what it left and by how far claps go astray; and how much of that is still open, as the log of a share. */
function offOf(model: Model, struck: Struck, changed: Altered): { readonly off: Vec3; readonly logShareLeft: number } {
  let off = STILL;
  let logShareLeft = 0;
  for (let round = 0; round < ROUNDS; round++) {
    const unknowns = new ThreeUnknowns(struck.astrayM);
    for (const left of leftOf(model, struck, changed, off)) {
      if (left.isBlocked) continue;
      const along = steepness(left, model.speedOfSoundMps);
      unknowns.add(along, left.seconds + dot(along, off), 1 / (ONSET_S ** 2 * (1 + (left.seconds / (3 * ONSET_S)) ** 2)));
    }
    const next = unknowns.solve();
    if (!next) break;
    off = magnitude(next) > 4 * struck.astrayM ? scale(normalize(next), 4 * struck.astrayM) : next;
    logShareLeft = unknowns.logShareLeft();
  }
  return { off, logShareLeft };
}

/** Log density of what is left of an arrival: the direct sound's, else an echo's, else of anything. */
function arrivalLog({ seconds, isBlocked }: Left): number {
  const direct = exp(-0.5 * (seconds / ONSET_S) ** 2) / (ONSET_S * sqrt(2 * PI));
  const echo = seconds > 0 ? exp(-seconds / ECHO_S) / ECHO_S : 0;
  const astray = ECHO_SHARE * echo + (1 - ECHO_SHARE) / (2 * ANYWHERE_S);
  return log(isBlocked ? astray : (1 - ASTRAY) * direct + ASTRAY * astray);
}

/**
 * Log likelihood of when the channels heard each clap and click, but for a constant. Where a clap was made is not known to the centimetre: it is
 * looked for with what all channels say of it, and what is left open of it is counted (Laplace's approximation).
 */
export function clapsLog(model: Model, changed: Altered): number {
  let sum = 0;
  for (const struck of struckOf(model, changed)) {
    const { off, logShareLeft } = offOf(model, struck, changed);
    for (const left of leftOf(model, struck, changed, off)) sum += arrivalLog(left);
    sum += logShareLeft - 0.5 * (magnitude(off) / struck.astrayM) ** 2;
  }
  return sum;
}

/** Every lateness that claps and clicks ask of channels that are late alike. */
export const clapsAsk = (model: Model, changed: Altered, isLate: (channel: number) => boolean): Asked[] =>
  struckOf(model, changed).flatMap((struck) =>
    leftOf(model, struck, changed, STILL).flatMap(({ channel, seconds }) =>
      isLate(channel) === isLate(struck.own) ? [] : [{ seconds: isLate(channel) ? seconds : -seconds, weight: 1 }],
    ),
  );

/** A lateness by claps from both sides: how far they were made from the microphones falls out where each is clapped before. Null where they say nothing. */
export function latenessLeft(model: Model, changed: Altered, isLate: (channel: number) => boolean): number | null {
  const before = (isOwn: boolean): number[] =>
    struckOf(model, changed).flatMap((struck) =>
      struck.goesAlong && isLate(struck.own) === isOwn
        ? leftOf(model, struck, changed, STILL).flatMap(({ channel, seconds }) =>
            isLate(channel) === isOwn || Math.abs(seconds) > 6 * SIGMA_S ? [] : [isOwn ? -seconds : seconds],
          )
        : [],
    );
  const mean = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0) / values.length;
  const [there, back] = [before(false), before(true)];
  return there.length > 0 && back.length > 0 ? (mean(there) + mean(back)) / 2 : null;
}

/** What claps and clicks add to the least squares of a displacement, each row near its value under the causes with it: gradient s/m, rest s, weight 1/s². */
export function clapRows(model: Model, changed: Altered, displaced: Displaced, blur: number): { along: Vec3; left: number; weight: number }[] {
  const c = model.speedOfSoundMps;
  const gradient = (struck: Struck, left: Left): Vec3 | null => {
    if (displaced.kind === 'elsewhere') return struck.instrument === displaced.instrument ? steepness(left, c) : null;
    if (left.channel === displaced.channel) return scale(left.along, 1 / c);
    return struck.own === displaced.channel ? scale(struck.goesAlong ? left.along : left.ownAlong, -1 / c) : null;
  };
  return struckOf(model, changed).flatMap((struck) => {
    const { off } = offOf(model, struck, changed);
    return leftOf(model, struck, changed, off).flatMap((left) => {
      const along = gradient(struck, left);
      if (!along || left.isBlocked) return [];
      const sigma = hypot(ONSET_S, (struck.astrayM * magnitude(steepness(left, c))) / 2);
      return [{ along, left: left.seconds, weight: 1 / (sigma ** 2 * (1 + (left.seconds / (3 * blur * sigma)) ** 2)) }];
    });
  });
}

/** Whether some clap's or click's direct sound, in a channel of a cause, is where the cause puts it. */
export const clapsBear = (model: Model, changed: Altered, concerns: (channel: number, own: number) => boolean): boolean =>
  struckOf(model, changed).some((struck) => {
    const { off } = offOf(model, struck, changed);
    return leftOf(model, struck, changed, off).some(
      ({ channel, seconds, isBlocked }) => !isBlocked && concerns(channel, struck.own) && Math.abs(seconds) < 3 * ONSET_S,
    );
  });

/** When each channel but the own one would have a clap or click under causes, by a take whose arrivals are all at nought. */
function timesUnder(model: Model, heard: Pick<Model, 'taps' | 'clicks'>, changed: Altered): ClapArrival[] {
  const [struck] = struckOf({ ...model, taps: [], clicks: [], ...heard }, changed);
  return struck ? leftOf(model, struck, changed, STILL).map(({ channel, seconds }) => ({ channel, lateSeconds: -seconds, levelDb: null })) : [];
}

const atNought = (own: number, changed: Altered): ClapArrival[] =>
  changed.microphoneOf.flatMap((_, channel) => (channel === own ? [] : [{ channel, lateSeconds: 0, levelDb: null }]));

/** What knocks on a microphone and a clap before it would say under causes. */
export function tapUnder(model: Model, microphone: number, changed: Altered): Tap {
  const channel = changed.microphoneOf.indexOf(microphone);
  const tap: Tap = { microphone, channel, sign: changed.signOf[channel] === -1 ? -1 : 1, arrivals: atNought(channel, changed) };
  return { ...tap, arrivals: timesUnder(model, { taps: [tap] }, changed) };
}

/** What a click at a mark would say under causes; the channel it is held against is the first that it reaches. Null where it reaches none. */
export function clickUnder(model: Model, at: Omit<Click, 'channel' | 'arrivals'>, changed: Altered): Click | null {
  const channel = changed.microphoneOf.findIndex(at.reaches);
  if (channel < 0) return null;
  const click: Click = { ...at, channel, arrivals: atNought(channel, changed) };
  return { ...click, arrivals: timesUnder(model, { clicks: [click] }, changed) };
}

/** Covariance of the times of a single clap or click, seconds squared, in the order of its channels: onsets apart, where it was made in common. */
export function timesCovariance(
  model: Model,
  changed: Altered,
): { readonly channels: readonly number[]; readonly covariance: readonly (readonly number[])[] } {
  const [struck] = struckOf(model, changed);
  const lefts = struck ? leftOf(model, struck, changed, STILL) : [];
  const g = lefts.map((left) => scale(steepness(left, model.speedOfSoundMps), struck?.astrayM ?? 0));
  return {
    channels: lefts.map(({ channel }) => channel),
    covariance: g.map((a, i) => g.map((b, j) => dot(a, b) + (i === j ? ONSET_S ** 2 : 0))),
  };
}
