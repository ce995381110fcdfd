import type { PlacedMicrophone, Session } from '../document';
import type { Monitor } from '../listening';
import { add, distance, normalize, planeBasis, type Random, rotateAbout, scale, subtract } from '../math';
import type { PatternName } from '../microphones';
import { carriedOut, designPair, PAIR_DESIGNS, resolvePlan } from '../planning';
import { radiansFromDegrees } from '../units';
import { hasPattern, isInTheAir, lostByReversing } from './answerable';

export const DRILL_KINDS = ['reversed', 'late', 'closer', 'off axis', 'bell or edge', 'pattern', 'mono'] as const;
export type DrillKind = (typeof DRILL_KINDS)[number];

/** Hardest level of every kind; the first is 1. */
export const LEVELS: Readonly<Record<DrillKind, number>> = { reversed: 3, late: 4, closer: 3, 'off axis': 3, 'bell or edge': 2, pattern: 2, mono: 2 };

/** What is asked, and what is told once it was answered: `src/words` says it. */
export type DrillWords =
  | {
      readonly code: 'ask-reversed' | 'ask-late' | 'ask-spaced' | 'tell-edge' | 'tell-omni' | 'tell-figure-of-eight' | 'tell-spaced';
      readonly facts: Readonly<Record<never, never>>;
    }
  | { readonly code: 'ask-closer' | 'ask-off-axis' | 'tell-reversed'; readonly facts: { readonly name: string } }
  | { readonly code: 'tell-late'; readonly facts: { readonly name: string; readonly ms: number } }
  | { readonly code: 'tell-closer'; readonly facts: { readonly percent: number } }
  | { readonly code: 'tell-off-axis'; readonly facts: { readonly degrees: number } }
  | { readonly code: 'ask-edge'; readonly facts: { readonly name: string; readonly source: string } }
  | { readonly code: 'ask-pattern'; readonly facts: { readonly name: string; readonly pattern: 'omni' | 'figure' } };

/** Two sounds of which one has what is asked for. */
export interface Drill {
  readonly kind: DrillKind;
  readonly level: number;
  readonly question: DrillWords;
  readonly A: Session;
  readonly B: Session;
  readonly answer: 'A' | 'B';
  readonly monitor: Monitor;
  /** Said once it was answered. */
  readonly explains: DrillWords;
}

interface Task {
  readonly question: DrillWords;
  readonly plain: Session;
  readonly changed: Session;
  readonly monitor: Monitor;
  readonly explains: DrillWords;
}

const withMicrophone = (session: Session, id: string, change: (microphone: PlacedMicrophone) => PlacedMicrophone): Session => ({
  ...session,
  // A pair whose one side is changed stands no more in its frame.
  pairs: session.pairs.map((pair) => (pair.leftId === id || pair.rightId === id ? { ...pair, frame: null } : pair)),
  microphones: session.microphones.map((microphone) => (microphone.id === id ? change(microphone) : microphone)),
});

const pick = <T>(random: Random, from: readonly T[]): T | undefined => from[random.integer(0, Math.max(0, from.length - 1))];

/** Only so many channels, so that the one is heard. */
const only = (session: Session, ids: readonly string[]): Session => ({
  ...session,
  microphones: session.microphones.filter(({ id }) => ids.includes(id)),
  pairs: session.pairs.filter(({ leftId, rightId }) => ids.includes(leftId) && ids.includes(rightId)),
});

/** Two channels that hear the same thing: those of a pair that is left and right, or the first two that are of none. */
function couple(session: Session): readonly [PlacedMicrophone, PlacedMicrophone] | null {
  const pair = session.pairs.find(({ decoding }) => decoding === 'left-right');
  // A side channel is no copy of its mid: turned round or late it does something else than what is asked.
  const paired = new Set(session.pairs.flatMap(({ leftId, rightId }) => [leftId, rightId]));
  const find = (id: string | undefined): PlacedMicrophone | undefined => session.microphones.find((one) => one.id === id);
  const free = session.microphones.filter(({ id }) => !paired.has(id));
  const [a, b] = pair ? [find(pair.leftId), find(pair.rightId)] : [free[0], free[1]];
  return a && b ? [a, b] : null;
}

function reversed(session: Session, level: number, random: Random): Task | null {
  const both = couple(session);
  if (!both) return null;
  const inPair = both.map(({ id }) => id);
  const others = session.microphones.filter(({ id }) => !inPair.includes(id));
  // Of a pair alone it is plain; of one beside the pair less so; among all hardest.
  const heardIn = (id: string): Session => (level === 1 ? only(session, inPair) : level === 2 ? only(session, [...inPair, id]) : session);
  // What nature turns round sounds fuller reversed, and what shares nothing with the others sounds the same.
  const isHeard = ({ id }: PlacedMicrophone): boolean => {
    const told = isSideOrMid(session, id) ? null : lostByReversing(heardIn(id), id);
    return told !== null && told.lostDb >= Math.max(HEARD_DB, TIMES_MORE * told.gainedDb);
  };
  const hard = level === 1 ? [] : others.filter(isHeard);
  const one = pick(random, hard.length > 0 ? hard : both.filter(isHeard));
  if (!one) return null;
  const plain = heardIn(one.id);
  return {
    question: { code: 'ask-reversed', facts: {} },
    plain,
    changed: withMicrophone(plain, one.id, (microphone) => ({ ...microphone, flipped: !microphone.flipped })),
    monitor: level === 1 ? 'stereo' : 'mono',
    explains: { code: 'tell-reversed', facts: { name: one.name } },
  };
}

/** What the low end has to lose for a reversed channel to be heard as one, dB (our choice). */
const HEARD_DB = 2;
/** And how many times what anything gains by it: else it is no fault but another sound. */
const TIMES_MORE = 4;

const isSideOrMid = (session: Session, id: string): boolean =>
  session.pairs.some(({ decoding, leftId, rightId }) => decoding === 'mid-side' && (leftId === id || rightId === id));

const LATE_MS = [5, 2, 1, 0.5] as const;

function late(session: Session, level: number, random: Random): Task | null {
  const both = couple(session);
  const one = both && pick(random, both);
  if (!both || !one) return null;
  const ms = LATE_MS[level - 1] ?? 1;
  const plain = only(
    session,
    both.map(({ id }) => id),
  );
  return {
    question: { code: 'ask-late', facts: {} },
    plain,
    changed: withMicrophone(plain, one.id, (microphone) => ({
      ...microphone,
      alignSamples: microphone.alignSamples + Math.round((ms / 1000) * session.sampleRateHz),
    })),
    monitor: 'stereo',
    explains: { code: 'tell-late', facts: { name: one.name, ms } },
  };
}

const NEARER = [0.45, 0.65, 0.8] as const;

function closer(session: Session, level: number, random: Random): Task | null {
  const one = pick(
    random,
    session.microphones.filter((one) => isInTheAir(session, one) && distance(one.positionM, one.aimM) > 0.08),
  );
  if (!one) return null;
  const share = NEARER[level - 1] ?? 0.8;
  const way = subtract(one.positionM, one.aimM);
  return {
    question: { code: 'ask-closer', facts: { name: one.name } },
    plain: session,
    changed: withMicrophone(session, one.id, (microphone) => ({ ...microphone, positionM: add(microphone.aimM, scale(way, share)) })),
    monitor: { channel: one.id },
    explains: { code: 'tell-closer', facts: { percent: Math.round(100 * share) } },
  };
}

const AWAY_DEG = [90, 60, 35] as const;

function offAxis(session: Session, level: number, random: Random): Task | null {
  const one = pick(
    random,
    session.microphones.filter((one) => hasPattern(session, one) && one.pattern !== 'omni'),
  );
  if (!one) return null;
  const degrees = AWAY_DEG[level - 1] ?? 60;
  const look = subtract(one.aimM, one.positionM);
  // About a line square to where it looks, so that one that looks down is turned as far as one that looks ahead.
  const [across] = planeBasis(normalize(look));
  const away = rotateAbout(look, across, radiansFromDegrees(degrees * (random.uniform() < 0.5 ? -1 : 1)));
  return {
    question: { code: 'ask-off-axis', facts: { name: one.name } },
    plain: session,
    changed: withMicrophone(session, one.id, (microphone) => ({
      ...microphone,
      aimM: add(microphone.positionM, scale(normalize(away), distance(microphone.positionM, microphone.aimM))),
    })),
    monitor: { channel: one.id },
    explains: { code: 'tell-off-axis', facts: { degrees } },
  };
}

/** How far over a plate or before a bell the microphone is held, metres, by level: nearer is plainer. */
const OVER_M = [0.12, 0.3] as const;

function bellOrEdge(session: Session, level: number, random: Random): Task | null {
  const source = pick(
    random,
    resolvePlan(session).sources.filter(({ id, radiusM }) => /hat|ride|crash|bell/.test(id) && radiusM > 0.03),
  );
  const inTheAir = session.microphones.filter((candidate) => isInTheAir(session, candidate));
  const one = source && (inTheAir.find(({ target }) => target?.sourceId === source.id) ?? inTheAir[0]);
  if (!source || !one) return null;
  const [{ positionM: middle, normal, radiusM }] = source.sides;
  const [across] = planeBasis(normal);
  const over = OVER_M[level - 1] ?? 0.3;
  const held = (outM: number): Session => {
    const aimM = add(middle, scale(across, outM));
    return withMicrophone(session, one.id, (microphone) => ({ ...microphone, aimM, positionM: add(aimM, scale(normal, over)) }));
  };
  return {
    question: { code: 'ask-edge', facts: { name: one.name, source: source.name } },
    plain: held(0),
    changed: held(radiusM),
    monitor: { channel: one.id },
    explains: { code: 'tell-edge', facts: {} },
  };
}

const OTHER_PATTERNS = ['figure-of-eight', 'omni'] as const satisfies readonly PatternName[];

function pattern(session: Session, level: number, random: Random): Task | null {
  const one = pick(
    random,
    session.microphones.filter((candidate) => hasPattern(session, candidate) && !isSideOrMid(session, candidate.id)),
  );
  if (!one) return null;
  const from: PatternName = 'cardioid';
  const to = OTHER_PATTERNS[level - 1] ?? 'omni';
  const plain = withMicrophone(session, one.id, (microphone) => ({ ...microphone, pattern: from }));
  return {
    question: { code: 'ask-pattern', facts: { name: one.name, pattern: to === 'omni' ? 'omni' : 'figure' } },
    plain,
    changed: withMicrophone(plain, one.id, (microphone) => ({ ...microphone, pattern: to })),
    monitor: { channel: one.id },
    explains: { code: to === 'omni' ? 'tell-omni' : 'tell-figure-of-eight', facts: {} },
  };
}

function mono(session: Session, level: number): Task | null {
  const pair = session.pairs.find(({ decoding, frame }) => decoding === 'left-right' && frame !== null);
  if (!pair) return null;
  const design = (technique: string): Session | null => {
    const found = PAIR_DESIGNS.find((one) => one.technique === technique);
    const command = found && designPair(session, pair, found);
    return command ? (carriedOut(session, command) ?? session) : null;
  };
  const ids = [pair.leftId, pair.rightId];
  const [safe, other] = [design('XY'), design(level === 1 ? 'AB' : 'NOS')];
  if (!safe || !other) return null;
  return {
    question: { code: 'ask-spaced', facts: {} },
    plain: only(safe, ids),
    changed: only(other, ids),
    monitor: 'mono',
    explains: { code: 'tell-spaced', facts: {} },
  };
}

const MAKERS: Readonly<Record<DrillKind, (session: Session, level: number, random: Random) => Task | null>> = {
  reversed,
  late,
  closer,
  'off axis': offAxis,
  'bell or edge': bellOrEdge,
  pattern,
  mono,
};

/** A drill on a session's own microphones; null when it lacks what that kind wants. Nothing of the session is changed. */
export function makeDrill(session: Session, kind: DrillKind, level: number, random: Random): Drill | null {
  const task = MAKERS[kind](session, level, random);
  if (!task) return null;
  const answer = random.uniform() < 0.5 ? 'A' : 'B';
  const { plain, changed, question, monitor, explains } = task;
  return { kind, level, question, monitor, explains, answer, A: answer === 'A' ? changed : plain, B: answer === 'B' ? changed : plain };
}
