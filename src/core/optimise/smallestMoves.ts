import type { Plan, PlanMicrophone } from '../arrivals';
import type { Move } from '../checks';
import { add, distance, dot, magnitude, normalize, planeBasis, scale, subtract, type Vec3 } from '../math';
import { clampToRoom } from '../room';
import { asLength, asNumber, degreesFromRadians, radiansFromDegrees, type Told } from '../units';
import { tell } from './codes';
import { type Frame, frameOf, type Heard, harmDb, hear, mutualHarmDb, ownHarmDb } from './harm';

export interface MoveLimits {
  readonly moves: number;
  /** How far a microphone may go from where it stands, metres. */
  readonly metres: number;
  /** How far it may be turned, degrees. */
  readonly degrees: number;
}

export const USUAL_LIMITS: MoveLimits = { moves: 3, metres: 0.15, degrees: 20 };

export interface ProposedMove {
  readonly move: Move;
  readonly words: Told;
  /** Harm before and after this move, those before it made, dB. */
  readonly beforeDb: number;
  readonly afterDb: number;
}

export type StopReason = 'settled' | 'limit' | 'locked';

export interface SmallestMoves {
  readonly moves: readonly ProposedMove[];
  readonly beforeDb: number;
  readonly afterDb: number;
  readonly stopReason: StopReason;
  /** How often the harm was worked out. */
  readonly evaluations: number;
}

/** A move must be worth this much, and each centimetre and degree costs a little, so that small moves win. */
const WORTH_DB = 0.5;
const COST_DB_PER_M = 1.5;
const COST_DB_PER_DEGREE = 0.006;

/** Five numbers that place a microphone about where it stands: metres across, deep, high; degrees of turn and tilt. */
type Offset = readonly [number, number, number, number, number];
const STAY: Offset = [0, 0, 0, 0, 0];

function displaced(microphone: PlanMicrophone, offset: Offset, plan: Plan, limits: MoveLimits, seen: Map<string, Vec3>): PlanMicrophone {
  const by = { x: offset[0], y: offset[1], z: offset[2] };
  const size = magnitude(by);
  const short = size > limits.metres ? scale(by, limits.metres / size) : by;
  const [u, v] = planeBasis(microphone.axis);
  const turn = Math.hypot(offset[3], offset[4]);
  const share = turn > limits.degrees ? limits.degrees / turn : 1;
  const axis = normalize(
    add(microphone.axis, add(scale(u, Math.tan(radiansFromDegrees(offset[3] * share))), scale(v, Math.tan(radiansFromDegrees(offset[4] * share))))),
  );
  const to = clampToRoom(plan.room, add(microphone.positionM, short));
  return { ...microphone, positionM: samePlace(seen, to), axis };
}

/** The object that already stands for a place: what reaches it is then known, and a turn costs little. */
function samePlace(seen: Map<string, Vec3>, at: Vec3): Vec3 {
  const key = `${at.x} ${at.y} ${at.z}`;
  const known = seen.get(key);
  if (known) return known;
  seen.set(key, at);
  return at;
}

/** One search: the harm that depends on one microphone, the others standing still. */
class Bench {
  evaluations = 0;
  private readonly heard: Heard[];

  constructor(
    private readonly frame: Frame,
    private readonly limits: MoveLimits,
  ) {
    this.heard = frame.plan.microphones.map((microphone) => hear(frame, microphone));
  }

  harmOf(index: number, microphone: PlanMicrophone): number {
    this.evaluations++;
    const one = hear(this.frame, microphone, this.heard[index]);
    return this.heard.reduce((sum, other, i) => (i === index ? sum : sum + mutualHarmDb(this.frame, one, other)), ownHarmDb(this.frame, one));
  }

  settle(index: number, microphone: PlanMicrophone): void {
    this.heard[index] = hear(this.frame, microphone);
  }

  at(index: number): PlanMicrophone {
    return (this.heard[index] as Heard).microphone;
  }

  /** Pattern search (Hooke and Jeeves 1961) over the five numbers, steps halved until they do not matter. */
  search(index: number, from: PlanMicrophone): { microphone: PlanMicrophone; gainDb: number } {
    const seen = new Map<string, Vec3>();
    const cost = (offset: Offset): number => {
      const moved = displaced(from, offset, this.frame.plan, this.limits, seen);
      return (
        this.harmOf(index, moved) +
        COST_DB_PER_M * Math.hypot(offset[0], offset[1], offset[2]) +
        COST_DB_PER_DEGREE * Math.hypot(offset[3], offset[4])
      );
    };
    const start = this.harmOf(index, from);
    let best = STAY;
    let bestCost = start;
    for (let step = 1; step > 0.07; step /= 2) {
      for (let round = 0; round < 4; round++) {
        const before = bestCost;
        for (let axis = 0; axis < 5; axis++) {
          const size = axis < 3 ? (this.limits.metres / 2) * step : (this.limits.degrees / 2) * step;
          for (const sign of [1, -1]) {
            const tried = best.map((value, i) => (i === axis ? value + sign * size : value)) as unknown as Offset;
            const value = cost(tried);
            if (value < bestCost - 1e-6) {
              [best, bestCost] = [tried, value];
              break;
            }
          }
        }
        if (bestCost > before - 0.02) break;
      }
    }
    const microphone = displaced(from, best, this.frame.plan, this.limits, seen);
    return { microphone, gainDb: start - this.harmOf(index, microphone) };
  }
}

const AIM_AHEAD_M = 0.5;

function wordsFor(before: PlanMicrophone, after: PlanMicrophone): Told {
  const by = distance(before.positionM, after.positionM);
  const turn = degreesFromRadians(Math.acos(Math.min(1, dot(before.axis, after.axis))));
  const facts = { name: after.name, by: asLength(by), way: wayOf(subtract(after.positionM, before.positionM)), degrees: asNumber(turn, 0) };
  return tell(by < 0.005 ? 'turn' : turn >= 1 ? 'move-and-turn' : 'move', facts);
}

/** The main way of a move, as one would say it at the stand. */
export function wayOf(by: Vec3): Told {
  const ways = [
    [by.x, tell('to-the-right-wall')],
    [-by.x, tell('to-the-left-wall')],
    [by.y, tell('to-the-front-wall')],
    [-by.y, tell('to-the-back-wall')],
    [by.z, tell('up')],
    [-by.z, tell('down')],
  ] as const;
  const [first, second] = [...ways].sort((a, b) => b[0] - a[0]) as [(typeof ways)[number], (typeof ways)[number]];
  return second[0] > 0.5 * first[0] ? tell('two-ways', { first: first[1], second: second[1] }) : first[1];
}

interface Candidate {
  readonly index: number;
  readonly after: PlanMicrophone;
  readonly gainDb: number;
  readonly flip: boolean;
}

/** What a search found for a microphone, and the harm it stood in then. */
interface Searched {
  readonly candidate: Candidate | null;
  readonly harmDb: number;
}

const gainOf = ({ candidate }: Searched): number => candidate?.gainDb ?? 0;

/**
 * The best move there is now. A search holds for as long as nobody else has moved; after that it is taken as a guess, best guess
 * first, and made anew until none that is left could beat it (lazy greedy, Minoux 1978). A microphone whose harm has grown by what
 * is worth a move is searched again.
 */
class Moves {
  private readonly known = new Map<number, Searched>();
  private fresh = new Set<number>();

  constructor(
    private readonly plan: Plan,
    private readonly bench: Bench,
    private readonly free: readonly number[],
  ) {}

  /** Something has moved: what was found before is a guess from now on. */
  stale(): void {
    this.fresh = new Set();
  }

  private searched(index: number, harmDb: number): Searched {
    const now = this.bench.at(index);
    const { microphone, gainDb } = this.bench.search(index, this.plan.microphones[index] as PlanMicrophone);
    const candidate = gainDb > WORTH_DB ? { index, after: { ...microphone, flipped: now.flipped }, gainDb, flip: false } : null;
    const result = { candidate, harmDb };
    this.known.set(index, result);
    this.fresh.add(index);
    return result;
  }

  private flips(): Candidate | null {
    let best: Candidate | null = null;
    for (const index of this.free) {
      const now = this.bench.at(index);
      const after = { ...now, flipped: !now.flipped };
      const gainDb = this.bench.harmOf(index, now) - this.bench.harmOf(index, after);
      if (gainDb > WORTH_DB && (!best || gainDb > best.gainDb)) best = { index, after, gainDb, flip: true };
    }
    return best;
  }

  best(touched: ReadonlySet<number>): Candidate | null {
    const open = this.free.filter((index) => !touched.has(index));
    for (const index of open) {
      const harm = this.bench.harmOf(index, this.bench.at(index));
      const known = this.known.get(index);
      if (harm < WORTH_DB) this.known.set(index, { candidate: null, harmDb: harm });
      else if (!known || harm > known.harmDb + WORTH_DB) this.searched(index, harm);
    }
    const guess = (index: number): number => gainOf(this.known.get(index) as Searched);
    let best = this.flips();
    for (;;) {
      const [next] = open.filter((index) => !this.fresh.has(index) && guess(index) > (best?.gainDb ?? 0)).sort((a, b) => guess(b) - guess(a));
      const found = [...this.fresh].filter((index) => open.includes(index)).map((index) => (this.known.get(index) as Searched).candidate);
      for (const candidate of found) if (candidate && (!best || candidate.gainDb > best.gainDb)) best = candidate;
      if (next === undefined || guess(next) <= (best?.gainDb ?? 0)) return best;
      this.searched(next, this.bench.harmOf(next, this.bench.at(next)));
    }
  }
}

function asMove(before: PlanMicrophone, candidate: Candidate): Move {
  const { after, flip } = candidate;
  if (flip) return { kind: 'flip', microphoneId: after.id, label: tell('invert-it-in-the-mix') };
  return {
    kind: 'set',
    microphoneId: after.id,
    positionM: after.positionM,
    aimM: add(after.positionM, scale(after.axis, Math.max(AIM_AHEAD_M, magnitude(subtract(before.positionM, after.positionM))))),
    label: tell('make-this-move'),
  };
}

/**
 * Proposes at most three moves that lower the total harm most: greedy over microphones, each by pattern search within its
 * freedom; flips are free. Locked microphones never move. The result is never worse than the plan it started from.
 */
export function smallestMoves(plan: Plan, limits: MoveLimits = USUAL_LIMITS): SmallestMoves {
  const beforeDb = harmDb(plan);
  const free = plan.microphones.flatMap((microphone, i) => (microphone.locked ? [] : [i]));
  if (free.length === 0) return { moves: [], beforeDb, afterDb: beforeDb, stopReason: 'locked', evaluations: 1 };
  const bench = new Bench(frameOf(plan), limits);
  const search = new Moves(plan, bench, free);
  const moves: ProposedMove[] = [];
  const touched = new Set<number>();
  let harm = beforeDb;
  let stopReason: StopReason = 'limit';
  while (moves.length < limits.moves) {
    const candidate = search.best(touched);
    if (!candidate) {
      stopReason = 'settled';
      break;
    }
    const before = bench.at(candidate.index);
    bench.settle(candidate.index, candidate.after);
    search.stale();
    if (!candidate.flip) touched.add(candidate.index);
    moves.push({
      move: asMove(before, candidate),
      words: candidate.flip ? tell('invert-in-the-mix', { after: candidate.after.name }) : wordsFor(before, candidate.after),
      beforeDb: harm,
      afterDb: harm - candidate.gainDb,
    });
    harm -= candidate.gainDb;
  }
  // The search takes the room's echoes over from place to place; what is promised is worked out where the microphones end.
  const afterDb = moves.length > 0 ? harmDb({ ...plan, microphones: plan.microphones.map((_, i) => bench.at(i)) }) : harm;
  return { moves, beforeDb, afterDb, stopReason, evaluations: bench.evaluations };
}
