import { directionToRoom, type Instrument } from '../instruments';
import { add, distance, normalize, rotateAboutZ, scale, subtract, type Vec3, vec3 } from '../math';
import { clampToRoom } from '../room';
import { carriedBase } from '../stands';
import { radiansFromDegrees } from '../units';
import type { Command } from './commands';
import type { HeldString, PlacedMicrophone, Session } from './document';
import { geometryOf } from './resolve';

export const editMicrophone =
  (id: string, change: Partial<PlacedMicrophone>): Command =>
  (session) => ({
    ...session,
    microphones: session.microphones.map((microphone) => (microphone.id === id ? { ...microphone, ...change } : microphone)),
  });

/** The place in the room of a mark; null when the instrument or mark is gone. */
export function markPosition(session: Session, instrumentId: string, markId: string): Vec3 | null {
  const instrument = session.instruments.find((candidate) => candidate.id === instrumentId);
  return (instrument && geometryOf(instrument).marks.find((mark) => mark.id === markId)?.positionM) ?? null;
}

/** A point drawn back onto a held string: the same way from the mark, at the string's length. */
function onString(session: Session, held: HeldString | null, point: Vec3): Vec3 {
  const mark = held && markPosition(session, held.instrumentId, held.markId);
  return mark ? add(mark, scale(normalize(subtract(point, mark)), held.lengthM)) : point;
}

function movedTo(session: Session, microphone: PlacedMicrophone, wanted: Vec3): PlacedMicrophone {
  const positionM = clampToRoom(session.room, onString(session, microphone.heldString, wanted));
  return { ...microphone, positionM, stand: microphone.stand && carriedBase(microphone.stand, microphone.positionM, positionM) };
}

/** Moves a microphone and keeps looking at the same point; on a held string it swings; its stand comes along. */
export const moveMicrophone =
  (id: string, positionM: Vec3): Command =>
  (session) => ({
    ...session,
    microphones: session.microphones.map((microphone) => (microphone.id === id ? movedTo(session, microphone, positionM) : microphone)),
  });

/** Moves several microphones by the same way, aims included: a pair stays a pair. Locked ones stay. */
export const shiftMicrophones =
  (ids: readonly string[], by: Vec3): Command =>
  (session) => ({
    ...session,
    microphones: session.microphones.map((microphone) => {
      if (!ids.includes(microphone.id) || microphone.locked) return microphone;
      const moved = movedTo(session, microphone, add(microphone.positionM, by));
      return { ...moved, aimM: add(microphone.aimM, subtract(moved.positionM, microphone.positionM)) };
    }),
  });

/** Turns several microphones about the vertical through their middle, seen from above, anticlockwise. */
export const turnMicrophones =
  (ids: readonly string[], degrees: number): Command =>
  (session) => {
    const own = session.microphones.filter((microphone) => ids.includes(microphone.id));
    if (own.length === 0) return session;
    const middle = scale(
      own.reduce((sum, microphone) => add(sum, microphone.positionM), vec3(0, 0, 0)),
      1 / own.length,
    );
    const turn = (point: Vec3): Vec3 => add(middle, rotateAboutZ(subtract(point, middle), radiansFromDegrees(degrees)));
    return {
      ...session,
      microphones: session.microphones.map((microphone) => {
        if (!ids.includes(microphone.id) || microphone.locked) return microphone;
        return { ...movedTo(session, microphone, turn(microphone.positionM)), aimM: turn(microphone.aimM) };
      }),
    };
  };

/** What to make alike among several microphones; the first one chosen leads. */
export type Alignment = 'height' | 'across' | 'deep' | 'string';

/** Aligns the others to the first: same height, same line across or deep, or the same length of string to a point. */
export const alignMicrophones =
  (ids: readonly string[], how: Alignment, stringFromM: Vec3 | null = null): Command =>
  (session) => {
    const leader = session.microphones.find((microphone) => microphone.id === ids[0]);
    if (!leader) return session;
    const place = ({ positionM }: PlacedMicrophone): Vec3 => {
      if (how === 'height') return { ...positionM, z: leader.positionM.z };
      if (how === 'across') return { ...positionM, x: leader.positionM.x };
      if (how === 'deep') return { ...positionM, y: leader.positionM.y };
      if (!stringFromM) return positionM;
      return add(stringFromM, scale(normalize(subtract(positionM, stringFromM)), distance(leader.positionM, stringFromM)));
    };
    return {
      ...session,
      microphones: session.microphones.map((microphone) =>
        ids.slice(1).includes(microphone.id) && !microphone.locked ? movedTo(session, microphone, place(microphone)) : microphone,
      ),
    };
  };

/** Moves or turns an instrument; the microphones that are there for it come along. */
export const moveInstrument =
  (id: string, positionM: Instrument['positionM'], rotationDeg: number): Command =>
  (session) => {
    const before = session.instruments.find((instrument) => instrument.id === id);
    if (!before) return session;
    const turn = radiansFromDegrees(rotationDeg - before.rotationDeg);
    const from = vec3(before.positionM.x, before.positionM.y, 0);
    const to = vec3(positionM.x, positionM.y, 0);
    const carried = (point: Vec3): Vec3 => add(to, rotateAboutZ(subtract(point, from), turn));
    return {
      ...session,
      instruments: session.instruments.map((instrument) => (instrument.id === id ? { ...instrument, positionM, rotationDeg } : instrument)),
      microphones: session.microphones.map((microphone) => {
        if (!belongsTo(session, microphone, id) || microphone.locked) return microphone;
        const stand = microphone.stand && { ...microphone.stand, baseM: carried(vec3(microphone.stand.baseM.x, microphone.stand.baseM.y, 0)) };
        return {
          ...microphone,
          positionM: carried(microphone.positionM),
          aimM: carried(microphone.aimM),
          stand: stand && { modelId: stand.modelId, baseM: { x: stand.baseM.x, y: stand.baseM.y } },
        };
      }),
    };
  };

/** Whether a microphone is there for an instrument: by its target, by its pair's centre, or being nearest to it. */
export function belongsTo(session: Session, microphone: PlacedMicrophone, instrumentId: string): boolean {
  if (microphone.target) return microphone.target.instrumentId === instrumentId;
  const pair = session.pairs.find((candidate) => candidate.leftId === microphone.id || candidate.rightId === microphone.id);
  if (pair?.centre) return pair.centre.instrumentId === instrumentId;
  const gap = ({ positionM }: Instrument): number => Math.hypot(positionM.x - microphone.positionM.x, positionM.y - microphone.positionM.y);
  const nearest = [...session.instruments].sort((a, b) => gap(a) - gap(b))[0];
  return nearest?.id === instrumentId;
}

/** The player's right and forward of an instrument, in the room. */
export const facingOf = (instrument: Instrument): { right: Vec3; forward: Vec3 } => ({
  right: directionToRoom(instrument, vec3(1, 0, 0)),
  forward: directionToRoom(instrument, vec3(0, 1, 0)),
});
