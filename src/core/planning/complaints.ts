import { type ArrivalTable, arrivalTable, bandLevels, directToRoomDb, sourceKey } from '../arrivals';
import { leaks, type Move, turnDeadSide } from '../checks';
import { belongsTo, type PlacedMicrophone, pairOf, type Session } from '../document';
import { add, distance, normalize, planeBasis, rotateAbout, scale, subtract, type Vec3 } from '../math';
import { type Complaint, toneLinesFor, tonePlaces } from '../setups';
import { asLength, asNumber, degreesFromRadians, radiansFromDegrees, type Told } from '../units';
import { type PlanningCode, tell } from './codes';
import { onPaper, withStand } from './onPaper';
import { resolvePlan } from './resolve';
import { pictureWidthDeg } from './trial';
import { afterMove } from './usualMoves';

/** A small move that answers what a listener complains of. */
export interface Remedy {
  readonly move: Move;
  /** What to do, in a sentence. */
  readonly act: Told;
  /** What it does, by the model or by the trade. */
  readonly effect: Told;
  /** Where the model says so: how much better, dB, or degrees of the image. */
  readonly gain: number | null;
}

/** Less than this is not heard, dB; the image by less than this, degrees (our choice). */
const LEAST_DB = 1;
const LEAST_DEG = 6;
/** More than this of one thing is another sound, and no better answer, dB. */
const ENOUGH_DB = 4;
/** Ways along the line from the source, shares of it; aside, metres; turns, degrees. */
const ALONG = [0.6, 0.75, 1.3, 1.6];
const ASIDE_M = [0.06, 0.12];
const TURNS_DEG = [15, 30];
const WIDER_M = [0.05, 0.1];
const WIDER_DEG = [10, 20];
const MOST_ALONG_M = 0.3;
const OFFERED = 2;
/** So much of its own source may be lost by what moves aside or turns, dB. */
const MOST_OWN_LOSS_DB = 3;

const EFFECTS: Readonly<Record<Complaint, PlanningCode>> = {
  boomy: 'less-low-end',
  thin: 'more-low-end',
  boxy: 'less-low-middle',
  harsh: 'less-top',
  dull: 'more-top',
  roomy: 'less-room',
  dry: 'more-room',
  'no attack': 'more-attack',
  bleed: 'less-bleed',
  narrow: 'wider',
};

/** What is complained of, as the model has it, the more the better: dB, or degrees of the image. Null where it cannot be said of this microphone. */
function figureOf(
  complaint: Complaint,
  table: ArrivalTable,
  placed: PlacedMicrophone,
  pair: { leftId: string; rightId: string } | null,
): number | null {
  if (complaint === 'narrow') return pair ? pictureWidthDeg(table, pair.leftId, pair.rightId) : null;
  const { plan } = table;
  const m = plan.microphones.findIndex(({ id }) => id === placed.id);
  const s = sourceOf(table, placed);
  const [microphone, source, arrival] = [plan.microphones[m], plan.sources[s], table.rows[m]?.[s]];
  if (!microphone || !source || !arrival) return null;
  if (complaint === 'bleed') return leaks(table).find((leak) => leak.microphone.id === placed.id)?.marginDb ?? null;
  if (complaint === 'roomy') return directToRoomDb(arrival);
  if (complaint === 'dry') return -directToRoomDb(arrival);
  const [low, lowMiddle, highMiddle, top] = bandLevels(microphone, source, arrival, plan.speedOfSoundMps).map(
    ({ levelDb, proximityDb }) => levelDb + proximityDb,
  ) as [number, number, number, number];
  switch (complaint) {
    case 'boomy':
      return lowMiddle - low;
    case 'thin':
      return low - lowMiddle;
    case 'boxy':
      return (low + highMiddle) / 2 - lowMiddle;
    case 'harsh':
      return highMiddle - top;
    case 'dull':
      return top - highMiddle;
    case 'no attack':
      return highMiddle - low;
  }
}

/** What the microphone is there for; of one that is there for everything, the instrument's first source. */
function sourceOf({ plan }: ArrivalTable, { target, id }: PlacedMicrophone): number {
  if (target) return plan.sources.findIndex((source) => sourceKey(source) === `${target.instrumentId}/${target.sourceId}`);
  const pair = plan.pairs.find(({ leftId, rightId }) => leftId === id || rightId === id);
  const centre = pair?.centreKey;
  const own = plan.sources.findIndex((source) => centre !== undefined && centre !== null && sourceKey(source) === centre);
  return Math.max(0, own);
}

interface Candidate {
  readonly move: Move;
  readonly act: Told;
  /** Of two that do as much the smaller is wanted: ten centimetres count like thirty degrees. */
  readonly size: number;
  /** Its own source may not become much softer by it: what is off the way is no answer. */
  readonly isAside?: true;
  /** By the trade, where the model does not hear it. */
  readonly trade?: Told;
}

/** Microphones this near that hear the same are one spot, metres. */
const ONE_SPOT_M = 0.3;

/** Those that have to stay together: the two of a pair, and those that hear one source from one spot. */
function together({ microphones }: Session, placed: PlacedMicrophone, pair: { leftId: string; rightId: string } | null): PlacedMicrophone[] {
  const isWith = (one: PlacedMicrophone): boolean => {
    if (pair) return one.id === pair.leftId || one.id === pair.rightId;
    const isSame = one.target?.instrumentId === placed.target?.instrumentId && one.target?.sourceId === placed.target?.sourceId;
    return one.id === placed.id || (placed.target !== null && isSame && distance(one.positionM, placed.positionM) < ONE_SPOT_M);
  };
  return microphones.filter((one) => isWith(one) && !one.locked);
}

const degreesBetween = (a: Vec3, b: Vec3): number => degreesFromRadians(Math.acos(Math.max(-1, Math.min(1, a.x * b.x + a.y * b.y + a.z * b.z))));

/** Along the line from the source, aside, turned: one microphone, or all that have to stay together alike. */
function smallMoves(table: ArrivalTable, placed: PlacedMicrophone, group: readonly PlacedMicrophone[], groupName: string | null): Candidate[] {
  const { id: microphoneId, positionM } = placed;
  const name = groupName ?? placed.name;
  const m = table.plan.microphones.findIndex(({ id }) => id === microphoneId);
  const from = table.rows[m]?.[sourceOf(table, placed)]?.fromM;
  const source = table.plan.sources[sourceOf(table, placed)]?.name ?? '';
  if (!from) return [];
  const label = tell('move-it');
  const all = (each: (one: PlacedMicrophone) => Move): Move => {
    const moves = group.map(each);
    return moves.length === 1 && moves[0] ? moves[0] : { kind: 'joint', microphoneId, moves, label };
  };
  const shifted = (by: Vec3, keepAim: boolean): Move =>
    all((one) => ({
      kind: 'set',
      microphoneId: one.id,
      positionM: add(one.positionM, by),
      aimM: keepAim ? one.aimM : add(one.aimM, by),
      label,
    }));
  const middle = scale(
    group.reduce((sum, one) => add(sum, one.positionM), { x: 0, y: 0, z: 0 }),
    1 / group.length,
  );
  const straight = normalize(subtract(from, middle));
  const far = distance(middle, from);
  const along = ALONG.flatMap((share): Candidate[] => {
    const by = Math.min(MOST_ALONG_M, Math.abs(share - 1) * far);
    if (by < 0.02) return [];
    const move = shifted(scale(straight, share < 1 ? by : -by), group.length === 1);
    return [{ move, act: tell(share < 1 ? 'move-closer' : 'move-farther', { name, length: asLength(by), source }), size: by / 0.1 }];
  });
  const [u, v] = planeBasis(straight);
  const aside = ASIDE_M.flatMap((by) =>
    [u, scale(u, -1), v, scale(v, -1)].map((way): Candidate => {
      const sense = Math.abs(way.z) > 0.7 ? (way.z > 0 ? 'move-up' : 'move-down') : 'move-aside';
      const wall = Math.abs(way.x) > Math.abs(way.y) ? (way.x > 0 ? 'right' : 'left') : way.y > 0 ? 'front' : 'back';
      return {
        move: shifted(scale(way, by), false),
        act: tell(sense, { name, length: asLength(by), wall }),
        size: by / 0.1,
        isAside: true,
      };
    }),
  );
  const turned = TURNS_DEG.flatMap((degrees) =>
    [0, 1, 2, 3].map((quarter): Candidate => {
      const move = all((one) => {
        const ahead = subtract(one.aimM, one.positionM);
        const [p, q] = planeBasis(normalize(ahead));
        const round = [p, scale(p, -1), q, scale(q, -1)][quarter] as Vec3;
        return {
          kind: 'aim',
          microphoneId: one.id,
          aimM: add(one.positionM, rotateAbout(ahead, round, radiansFromDegrees(degrees))),
          label: tell('turn-it'),
        };
      });
      const axis = normalize(subtract(placed.aimM, positionM));
      const [p, q] = planeBasis(axis);
      const way = rotateAbout(axis, [p, scale(p, -1), q, scale(q, -1)][quarter] as Vec3, radiansFromDegrees(degrees));
      const own = normalize(subtract(from, positionM));
      return {
        move,
        act: tell(degreesBetween(way, own) > degreesBetween(axis, own) ? 'turn-away' : 'turn-toward', { name, degrees, source }),
        size: degrees / 30,
        isAside: true,
      };
    }),
  );
  return [...along, ...aside, ...turned];
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
      .map(({ name, words, positionM, aimM }): Candidate => {
        const far = distance(positionM, placed.positionM);
        return {
          move: { kind: 'set', microphoneId: placed.id, positionM, aimM, label: tell('move-it') },
          act: tell('move-to-the-place', { name: placed.name, place: name, length: asLength(far) }),
          size: far / 0.1,
          trade: tell('usual-there', { words }),
        };
      })
      .filter(({ size }) => size > 0.2),
  );
}

/** The dead side to what bleeds in. */
function deadSide(table: ArrivalTable, placed: PlacedMicrophone): Candidate[] {
  const microphone = table.plan.microphones.find(({ id }) => id === placed.id);
  const turn = microphone && turnDeadSide(table, microphone);
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

/** A pair opened: its microphones apart, or each turned outward. */
function opened(session: Session, pair: { readonly leftId: string; readonly rightId: string; readonly name: string }): Candidate[] {
  const [left, right] = [pair.leftId, pair.rightId].map((id) => session.microphones.find((one) => one.id === id));
  if (!left || !right) return [];
  const between = subtract(right.positionM, left.positionM);
  const apartM = Math.hypot(between.x, between.y, between.z);
  const out = apartM > 0.02 ? scale(between, 1 / apartM) : normalize(subtract(right.aimM, left.aimM));
  const joint = (moves: readonly Move[], act: Told, size: number): Candidate => ({
    move: { kind: 'joint', microphoneId: left.id, moves, label: tell('open-the-pair') },
    act,
    size,
  });
  const label = tell('open-the-pair');
  const apart = WIDER_M.map((by) => {
    const moved = (one: PlacedMicrophone, side: number): Move => {
      const step = scale(out, side * by);
      return { kind: 'set', microphoneId: one.id, positionM: add(one.positionM, step), aimM: add(one.aimM, step), label };
    };
    return joint([moved(left, -1), moved(right, 1)], tell('pair-apart', { name: pair.name, length: asLength(2 * by) }), (2 * by) / 0.1);
  });
  const round = normalize({ x: 0, y: 0, z: 1 });
  const turned = WIDER_DEG.map((degrees) => {
    const aimed = (one: PlacedMicrophone, side: number): Move => {
      const way = rotateAbout(subtract(one.aimM, one.positionM), round, radiansFromDegrees(side * degrees));
      return { kind: 'aim', microphoneId: one.id, aimM: add(one.positionM, way), label };
    };
    // Which way is outward is seen by what it does to the distance between the two aims.
    const outward =
      distance(add(left.positionM, rotateAbout(subtract(left.aimM, left.positionM), round, 0.1)), right.aimM) > distance(left.aimM, right.aimM)
        ? 1
        : -1;
    return joint([aimed(left, outward), aimed(right, -outward)], tell('pair-turned-out', { name: pair.name, degrees }), degrees / 15);
  });
  return [...apart, ...turned];
}

/** One of each kind of act: two ways closer are one answer. */
const kindOf = ({ act }: Pick<Remedy, 'act'>): string => act.code;

/**
 * The one or two small moves that answer a complaint of one microphone: what the model gives the most of it for the least change, and
 * where the trade goes against it. None that brings anything grave, or stands in something.
 *
 * @returns at most two, the better first; none where nothing small helps
 */
export function remediesFor(session: Session, microphoneId: string, complaint: Complaint): readonly Remedy[] {
  const placed = session.microphones.find(({ id }) => id === microphoneId);
  if (!placed || placed.locked) return [];
  const pair = pairOf(session, microphoneId) ?? null;
  const table = arrivalTable(resolvePlan(session));
  const before = figureOf(complaint, table, placed, pair);
  const group = together(session, placed, pair);
  const groupName = group.length > 1 ? (pair?.name ?? group.map(({ name }) => name).join(' + ')) : null;
  const ownDb = (of: ArrivalTable): number =>
    of.rows[of.plan.microphones.findIndex(({ id }) => id === microphoneId)]?.[sourceOf(of, placed)]?.directDb ?? 0;
  const least = complaint === 'narrow' ? LEAST_DEG : LEAST_DB;
  const all = [
    ...(complaint === 'narrow' ? (pair ? opened(session, pair) : []) : smallMoves(table, placed, group, groupName)),
    ...(complaint === 'bleed' && group.length === 1 ? deadSide(table, placed) : []),
    ...(group.length === 1 ? tradePlaces(complaint, session, table, placed) : []),
  ];
  const rated = all.flatMap((candidate) => {
    const next = onPaper(session, candidate.move);
    const there = next && arrivalTable(resolvePlan(next));
    if (there && candidate.isAside && ownDb(there) < ownDb(table) - MOST_OWN_LOSS_DB) return [];
    const after = there && figureOf(complaint, there, next.microphones.find(({ id }) => id === microphoneId) ?? placed, pair);
    const gain = after !== null && before !== null ? after - before : 0;
    if (gain < least && !candidate.trade) return [];
    // Tone is not the model's alone: where the trade goes is worth as much as what is just heard.
    const worth = Math.min(ENOUGH_DB, complaint === 'narrow' ? gain / 6 : Math.max(gain, candidate.trade ? 1.5 * LEAST_DB : 0));
    return [{ ...candidate, gain, worth: worth - 0.35 * candidate.size }];
  });
  const out: Remedy[] = [];
  for (const one of rated.sort((a, b) => b.worth - a.worth)) {
    if (out.length >= OFFERED) break;
    if (out.some((other) => kindOf(other) === kindOf(one))) continue;
    const move = [one.move, withStand(one.move)].find((tried) => afterMove(session, tried) !== null);
    if (!move) continue;
    const isHeard = one.gain >= least;
    out.push({
      move,
      act: one.act,
      effect: isHeard ? tell(EFFECTS[complaint], { amount: asNumber(one.gain, complaint === 'narrow' ? 0 : 1) }) : (one.trade ?? one.act),
      gain: isHeard ? one.gain : null,
    });
  }
  return out;
}
