import type { ArrivalTable } from '../arrivals';
import { type Move, ownSourceOf, turnDeadSide } from '../checks';
import { belongsTo, type Pair, type PlacedMicrophone, type Session } from '../document';
import { type MicrophoneId, sourceKey } from '../ids';
import { add, distance, dot, normalize, planeBasis, rotateAbout, scale, subtract, type Vec3 } from '../math';
import { type Complaint, toneLinesFor, tonePlaces } from '../setups';
import { asLength, degreesFromRadians, radiansFromDegrees, type Told } from '../units';
import { tell } from './codes';

/** Ways along the line from the source, shares of it; aside, metres; turns, degrees. */
const ALONG = [0.6, 0.75, 1.3, 1.6];
const MOST_ALONG_M = 0.3;
const LEAST_ALONG_M = 0.02;
const ASIDE_M = [0.06, 0.12];
const TURNS_DEG = [15, 30];
const WIDER_M = [0.05, 0.1];
const WIDER_DEG = [10, 20];
/** Ten centimetres count like thirty degrees. */
const A_STEP_M = 0.1;
const A_TURN_DEG = 30;
/** Microphones this near that hear the same are one spot, metres. */
const ONE_SPOT_M = 0.3;

/** A small move that might answer something. */
export interface Candidate {
  readonly move: Move;
  readonly act: Told;
  /** Of two that do as much the smaller is wanted. */
  readonly size: number;
  /** Its own source may not become much softer by it: what is off the way is no answer. */
  readonly isAside?: true;
  /** By the trade, where the model does not hear it. */
  readonly trade?: Told;
}

/** What a microphone hears most of where it is there for everything: its own source, or the plan's first. */
export function mainSourceIndex(table: ArrivalTable, id: MicrophoneId): number {
  const microphone = table.plan.microphones.find((one) => one.id === id);
  const own = microphone && ownSourceOf(table, microphone);
  return own ? table.plan.sources.findIndex((source) => sourceKey(source) === sourceKey(own)) : 0;
}

/** Those that have to stay together: the two of a pair, and those that hear one source from one spot. */
function together({ microphones }: Session, placed: PlacedMicrophone, pair: Pair | null): PlacedMicrophone[] {
  if (pair) return microphones.filter(({ id }) => id === pair.leftId || id === pair.rightId);
  const isSame = ({ target }: PlacedMicrophone): boolean =>
    placed.target !== null && target?.instrumentId === placed.target.instrumentId && target.sourceId === placed.target.sourceId;
  return microphones.filter((one) => one.id === placed.id || (isSame(one) && distance(one.positionM, placed.positionM) < ONE_SPOT_M));
}

/** What is moved, together where there are several, and what it is called; and the source with the point of it that reaches them first. */
interface Group {
  readonly members: readonly PlacedMicrophone[];
  readonly name: string;
  readonly source: string;
  readonly from: Vec3;
  readonly middle: Vec3;
}

function groupOf(session: Session, table: ArrivalTable, placed: PlacedMicrophone, pair: Pair | null): Group | null {
  const members = together(session, placed, pair);
  const main = mainSourceIndex(table, placed.id);
  const from = table.rows[table.plan.microphones.findIndex(({ id }) => id === placed.id)]?.[main]?.fromM;
  if (!from || members.some(({ locked }) => locked)) return null;
  const sum = members.reduce((all, { positionM }) => add(all, positionM), { x: 0, y: 0, z: 0 });
  return {
    members,
    name: members.length > 1 ? (pair?.name ?? members.map(({ name }) => name).join(' + ')) : placed.name,
    source: table.plan.sources[main]?.name ?? '',
    from,
    middle: scale(sum, 1 / members.length),
  };
}

/** One move, or all of them as one. */
function jointly(moves: readonly Move[], label: Told): Move {
  const [first] = moves;
  if (!first) throw new RangeError('jointly: nothing is moved');
  return moves.length === 1 ? first : { kind: 'joint', microphoneId: first.microphoneId, moves, label };
}

/** All by one way; what is moved alone goes on looking where it looked. */
const shifted = ({ members }: Group, by: Vec3, keepsAim: boolean): Move =>
  jointly(
    members.map(
      (one): Move => ({
        kind: 'set',
        microphoneId: one.id,
        positionM: add(one.positionM, by),
        aimM: keepsAim ? one.aimM : add(one.aimM, by),
        label: tell('move-it'),
      }),
    ),
    tell('move-it'),
  );

/** Closer to the source, and farther from it. */
function along(group: Group): Candidate[] {
  const { name, source, from, middle } = group;
  const straight = normalize(subtract(from, middle));
  return ALONG.flatMap((share): Candidate[] => {
    const by = Math.min(MOST_ALONG_M, Math.abs(share - 1) * distance(middle, from));
    if (by < LEAST_ALONG_M) return [];
    const move = shifted(group, scale(straight, share < 1 ? by : -by), group.members.length === 1);
    return [{ move, act: tell(share < 1 ? 'move-closer' : 'move-farther', { name, length: asLength(by), source }), size: by / A_STEP_M }];
  });
}

/** Four ways across a direction. */
function across(direction: Vec3): readonly Vec3[] {
  const [u, v] = planeBasis(direction);
  return [u, scale(u, -1), v, scale(v, -1)];
}

/** Across the way to the source: up, down, toward a wall. */
function aside(group: Group): Candidate[] {
  const { name, from, middle } = group;
  return ASIDE_M.flatMap((by) =>
    across(normalize(subtract(from, middle))).map((way): Candidate => {
      const sense = Math.abs(way.z) > 0.7 ? (way.z > 0 ? 'move-up' : 'move-down') : 'move-aside';
      const wall = Math.abs(way.x) > Math.abs(way.y) ? (way.x > 0 ? 'right' : 'left') : way.y > 0 ? 'front' : 'back';
      return {
        move: shifted(group, scale(way, by), false),
        act: tell(sense, { name, length: asLength(by), wall }),
        size: by / A_STEP_M,
        isAside: true,
      };
    }),
  );
}

const degreesBetween = (a: Vec3, b: Vec3): number => degreesFromRadians(Math.acos(Math.max(-1, Math.min(1, dot(a, b)))));

/** Where a microphone looks when it is turned across where it looks. */
const turnedAim = ({ positionM, aimM }: PlacedMicrophone, quarter: number, degrees: number): Vec3 => {
  const ahead = subtract(aimM, positionM);
  return add(positionM, rotateAbout(ahead, across(normalize(ahead))[quarter] as Vec3, radiansFromDegrees(degrees)));
};

/** Turned toward the source, and away from it. */
function turned(group: Group, placed: PlacedMicrophone): Candidate[] {
  const { members, name, source, from } = group;
  const off = (aimM: Vec3): number => degreesBetween(normalize(subtract(aimM, placed.positionM)), normalize(subtract(from, placed.positionM)));
  return TURNS_DEG.flatMap((degrees) =>
    [0, 1, 2, 3].map((quarter): Candidate => {
      const moves = members.map(
        (one): Move => ({ kind: 'aim', microphoneId: one.id, aimM: turnedAim(one, quarter, degrees), label: tell('turn-it') }),
      );
      const isAway = off(turnedAim(placed, quarter, degrees)) > off(placed.aimM);
      return {
        move: jointly(moves, tell('turn-it')),
        act: tell(isAway ? 'turn-away' : 'turn-toward', { name, degrees, source }),
        size: degrees / A_TURN_DEG,
        isAside: true,
      };
    }),
  );
}

/** Places that the trade goes to against it. */
function tradePlaces(complaint: Complaint, session: Session, table: ArrivalTable, placed: PlacedMicrophone): Candidate[] {
  const instrument = session.instruments.find(({ id }) => belongsTo(session, placed, id));
  const microphone = table.plan.microphones.find(({ id }) => id === placed.id);
  if (!instrument || !microphone) return [];
  const lines = toneLinesFor(instrument).filter(({ source }) => !placed.target || placed.target.sourceId === source);
  return lines.flatMap((line) =>
    tonePlaces(line, instrument, microphone, table.plan)
      .filter(({ against }) => against.includes(complaint))
      .map(({ name, sounds, positionM, aimM }): Candidate => {
        const far = distance(positionM, placed.positionM);
        return {
          move: { kind: 'set', microphoneId: placed.id, positionM, aimM, label: tell('move-it') },
          act: tell('move-to-the-place', { name: placed.name, place: name, length: asLength(far) }),
          size: far / A_STEP_M,
          trade: tell('usual-there', { words: sounds }),
        };
      })
      .filter(({ size }) => size * A_STEP_M > LEAST_ALONG_M),
  );
}

/** The dead side to what bleeds in. */
function deadSide(table: ArrivalTable, placed: PlacedMicrophone, rejected: number | undefined): Candidate[] {
  const microphone = table.plan.microphones.find(({ id }) => id === placed.id);
  const turn = microphone && turnDeadSide(table, microphone, rejected);
  return turn
    ? [
        {
          move: { kind: 'aim', microphoneId: placed.id, aimM: turn.aimM, label: tell('turn-it') },
          act: tell('turn-the-dead-side', { name: placed.name, other: turn.otherName }),
          size: 1,
        },
      ]
    : [];
}

/** A pair's microphones further apart. */
function apart(left: PlacedMicrophone, right: PlacedMicrophone, name: string): Candidate[] {
  const between = subtract(right.positionM, left.positionM);
  const gapM = distance(left.positionM, right.positionM);
  const out = gapM > LEAST_ALONG_M ? scale(between, 1 / gapM) : normalize(subtract(right.aimM, left.aimM));
  return WIDER_M.map((by): Candidate => {
    const moved = (one: PlacedMicrophone, side: number): Move => {
      const step = scale(out, side * by);
      return { kind: 'set', microphoneId: one.id, positionM: add(one.positionM, step), aimM: add(one.aimM, step), label: tell('open-the-pair') };
    };
    return {
      move: jointly([moved(left, -1), moved(right, 1)], tell('open-the-pair')),
      act: tell('pair-apart', { name, length: asLength(2 * by) }),
      size: (2 * by) / A_STEP_M,
    };
  });
}

/** A pair's microphones each turned outward, about the vertical. */
function outward(left: PlacedMicrophone, right: PlacedMicrophone, name: string): Candidate[] {
  const aimed = (one: PlacedMicrophone, degrees: number): Vec3 =>
    add(one.positionM, rotateAbout(subtract(one.aimM, one.positionM), { x: 0, y: 0, z: 1 }, radiansFromDegrees(degrees)));
  // Which way is outward is seen by what it does to the distance between the two aims.
  const sense = distance(aimed(left, 5), right.aimM) > distance(left.aimM, right.aimM) ? 1 : -1;
  return WIDER_DEG.map((degrees): Candidate => {
    const aim = (one: PlacedMicrophone, way: number): Move => ({
      kind: 'aim',
      microphoneId: one.id,
      aimM: aimed(one, way * degrees),
      label: tell('open-the-pair'),
    });
    return {
      move: jointly([aim(left, sense), aim(right, -sense)], tell('open-the-pair')),
      act: tell('pair-turned-out', { name, degrees }),
      size: (2 * degrees) / A_TURN_DEG,
    };
  });
}

/** Who is complained of, alone or of a pair, and the place in the plan of what it should hear less of; the model's worst where none is said. */
interface Complained {
  readonly placed: PlacedMicrophone;
  readonly pair: Pair | null;
  readonly rejected: number | undefined;
}

/** Every small move that is tried against a complaint of one microphone; none where it, or one that stays with it, is locked. */
export function movesAgainst(complaint: Complaint, session: Session, table: ArrivalTable, { placed, pair, rejected }: Complained): Candidate[] {
  const group = groupOf(session, table, placed, pair);
  if (!group) return [];
  if (complaint === 'narrow') {
    const [left, right] = [pair?.leftId, pair?.rightId].map((id) => group.members.find((one) => one.id === id));
    return left && right ? [...apart(left, right, group.name), ...outward(left, right, group.name)] : [];
  }
  const isAlone = group.members.length === 1;
  return [
    ...along(group),
    ...aside(group),
    ...turned(group, placed),
    ...(complaint === 'bleed' && isAlone ? deadSide(table, placed, rejected) : []),
    ...(isAlone ? tradePlaces(complaint, session, table, placed) : []),
  ];
}
