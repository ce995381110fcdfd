import { speedOfSound } from '../acoustics';
import { belongsTo, moveInstrument, type Session } from '../document';
import type { InstrumentId } from '../ids';
import { type Geometry, type Instrument, type InstrumentKind, placedGeometry } from '../instruments';
import { magnitude, type Vec3 } from '../math';
import { type SpotScore, scoreSpot, strongModes } from '../room';
import { spanOf } from '../solids';
import { carriedOut, findingsOf, RANK, type Ranks, ranksOf } from './onPaper';
import { furnishedRoom } from './resolve';

/** Lowest and highest hertz of what an instrument plays strongly, as far as a room's modes care (common ranges, from memory). */
const RANGES_HZ: Readonly<Record<InstrumentKind, readonly [number, number]>> = {
  'drum-kit': [45, 200],
  guitar: [80, 200],
  voice: [90, 200],
  'upright-piano': [30, 200],
  'grand-piano': [28, 200],
  cajon: [60, 200],
  'hand-drums': [60, 200],
  mallets: [130, 200],
  shaken: [180, 200],
  brass: [55, 200],
  saxophone: [60, 200],
};

/** Nothing comes nearer to a wall than this, metres. */
const MARGIN_M = 0.05;
const STEP_M = 0.1;
/** No more steps than this along a wall: a hall is looked at more coarsely. */
const MOST_STEPS = 64;
/** Places that are shown are this far apart. */
const APART_M = 0.7;
const MOST_SHOWN = 3;
/** So many of the best are tried on paper. */
const MOST_TRIED = 24;
/** The farthest microphones hear most of the room: so many of them count. */
const MOST_EARS = 4;

interface Point {
  readonly x: number;
  readonly y: number;
}

export interface Spot {
  readonly positionM: Point;
  readonly score: SpotScore;
}

export interface SpotMap {
  readonly stepM: number;
  readonly firstM: Point;
  readonly columns: number;
  readonly rows: number;
  /** Row by row from the back wall: 0 to 100, or −1 where the instrument with its microphones does not go. */
  readonly scores: readonly number[];
  readonly here: Spot;
  readonly best: readonly Spot[];
  /** Good places that were left out because a finding would come with them. */
  readonly refused: number;
}

/** What an instrument takes up on the floor. */
function boundsOf({ solids }: Geometry): { readonly low: Point; readonly high: Point } {
  const points = solids.flatMap(({ shape }) => spanOf(shape));
  const edge = (pick: (...values: number[]) => number, of: 'x' | 'y'): number => pick(...points.map((point) => point[of]));
  return { low: { x: edge(Math.min, 'x'), y: edge(Math.min, 'y') }, high: { x: edge(Math.max, 'x'), y: edge(Math.max, 'y') } };
}

/** How far an instrument with its microphones and stands reaches from where it stands, metres. */
function reachOf(
  session: Session,
  id: InstrumentId,
): { readonly low: Vec3; readonly high: Vec3; readonly soundM: number; readonly ears: readonly Vec3[] } {
  const instrument = session.instruments.find((one) => one.id === id) as Session['instruments'][number];
  const geometry = placedGeometry(instrument);
  const own = session.microphones.filter((microphone) => belongsTo(session, microphone, id) && !microphone.locked);
  const points = [
    ...geometry.solids.flatMap(({ shape }) => spanOf(shape)),
    ...geometry.marks.map(({ positionM }) => positionM),
    ...own.map(({ positionM }) => positionM),
    ...own.flatMap(({ stand }) => (stand ? [{ x: stand.baseM.x, y: stand.baseM.y, z: 0 }] : [])),
  ];
  const { x, y } = instrument.positionM;
  const edge = (pick: (...values: number[]) => number, of: (p: Vec3) => number): number => pick(...points.map(of));
  const heights = geometry.sources.map(({ sides }) => sides[0].positionM.z);
  const soundM = heights.reduce((sum, height) => sum + height, 0) / Math.max(1, heights.length);
  const ears = own
    .map(({ positionM: p }) => ({ x: p.x - x, y: p.y - y, z: p.z - soundM }))
    .sort((a, b) => magnitude(b) - magnitude(a))
    .slice(0, MOST_EARS);
  return {
    low: { x: edge(Math.min, (p) => p.x) - x, y: edge(Math.min, (p) => p.y) - y, z: 0 },
    high: { x: edge(Math.max, (p) => p.x) - x, y: edge(Math.max, (p) => p.y) - y, z: edge(Math.max, (p) => p.z) },
    soundM,
    ears,
  };
}

/** Whether moving there brings a finding, or makes one graver. */
function raises(session: Session, { id, rotationDeg }: Instrument, at: Point, before: Ranks): boolean {
  const there = carriedOut(session, moveInstrument(id, at, rotationDeg));
  if (!there) return true;
  return [...ranksOf(findingsOf(there))].some(([finding, rank]) => rank < RANK.note && rank < (before.get(finding) ?? RANK.note));
}

/**
 * Where to put an instrument: every place on a 10 cm grid where it goes with its microphones and stands, scored by the room, and the best
 * three that bring no new finding. Null when there is no such instrument.
 */
export function rankSpots(session: Session, id: InstrumentId): SpotMap | null {
  const instrument = session.instruments.find((one) => one.id === id);
  if (!instrument) return null;
  const room = furnishedRoom(session);
  const modes = strongModes(room, speedOfSound(room.temperatureC), RANGES_HZ[instrument.kind]);
  const { low, high, soundM, ears } = reachOf(session, id);
  const inTheWay = session.instruments.filter((one) => one.id !== id).map((other) => boundsOf(placedGeometry(other)));
  const free = (x: number, y: number): boolean =>
    inTheWay.every((other) => x + low.x > other.high.x || x + high.x < other.low.x || y + low.y > other.high.y || y + high.y < other.low.y);
  const score = (x: number, y: number): SpotScore => scoreSpot(room, modes, { x, y, z: soundM }, ears);
  const stepM = Math.max(STEP_M, Math.max(room.widthM, room.depthM) / MOST_STEPS);
  const columns = Math.floor(room.widthM / stepM);
  const rows = Math.floor(room.depthM / stepM);
  const firstM = { x: (room.widthM - (columns - 1) * stepM) / 2, y: (room.depthM - (rows - 1) * stepM) / 2 };
  const spots: Spot[] = [];
  const scores: number[] = [];
  for (let row = 0; row < rows; row++)
    for (let column = 0; column < columns; column++) {
      const [x, y] = [firstM.x + column * stepM, firstM.y + row * stepM];
      const goes =
        free(x, y) && x + low.x >= MARGIN_M && x + high.x <= room.widthM - MARGIN_M && y + low.y >= MARGIN_M && y + high.y <= room.depthM - MARGIN_M;
      const found = goes ? score(x, y) : null;
      scores.push(found?.score ?? -1);
      if (found) spots.push({ positionM: { x, y }, score: found });
    }
  const ranked = spots.sort((a, b) => b.score.score - a.score.score || a.positionM.y - b.positionM.y || a.positionM.x - b.positionM.x);
  const before = ranksOf(findingsOf(session));
  const best: Spot[] = [];
  const refusedAt: Spot[] = [];
  let tried = 0;
  const near = (list: readonly Spot[], { positionM: p }: Spot): boolean =>
    list.some(({ positionM: q }) => Math.hypot(p.x - q.x, p.y - q.y) < APART_M);
  for (const spot of ranked) {
    if (best.length === MOST_SHOWN || tried === MOST_TRIED) break;
    if (near(best, spot) || near(refusedAt, spot)) continue;
    tried++;
    if (raises(session, instrument, spot.positionM, before)) refusedAt.push(spot);
    else best.push(spot);
  }
  return {
    stepM,
    firstM,
    columns,
    rows,
    scores,
    here: { positionM: instrument.positionM, score: score(instrument.positionM.x, instrument.positionM.y) },
    best,
    refused: refusedAt.length,
  };
}
