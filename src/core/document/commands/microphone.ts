import type { MicrophoneId } from '../../ids';
import { add, distance, normalize, rotateAboutZ, scale, subtract, type Vec3, vec3 } from '../../math';
import { clampToRoom } from '../../room';
import { carriedBase } from '../../stands';
import { degreesFromRadians, radiansFromDegrees } from '../../units';
import { markPosition } from '../belonging';
import { type Command, command, microphoneName, microphoneNames } from '../command';
import type { HeldString, PlacedMicrophone, Session } from '../session';
import { type StepCode, tell } from '../stepCodes';

const changed = (
  session: Session,
  wanted: (microphone: PlacedMicrophone) => boolean,
  change: (microphone: PlacedMicrophone) => PlacedMicrophone,
) => ({
  ...session,
  microphones: session.microphones.map((microphone) => (wanted(microphone) ? change(microphone) : microphone)),
});

/** What an edit of a microphone is called. */
function editCode(change: Partial<PlacedMicrophone>): StepCode {
  if ('name' in change) return 'rename';
  if ('modelId' in change) return 'change-kind';
  if ('pattern' in change) return 'change-pattern';
  if ('flipped' in change) return 'flip';
  if ('padOn' in change) return 'switch-pad';
  if ('inputInverted' in change) return 'switch-input-polarity';
  if ('locked' in change) return 'lock';
  if ('alignSamples' in change) return 'change-delay';
  if ('stand' in change) return 'move-stand';
  if ('heldString' in change) return 'hold-string';
  if ('aimM' in change) return 'aim';
  if ('pan' in change) return 'pan';
  if ('pinned' in change) return 'pin';
  if ('lowCut' in change || 'inputLowCut' in change) return 'switch-low-cut';
  return 'change';
}

export const editMicrophone = (id: MicrophoneId, change: Partial<Omit<PlacedMicrophone, 'id'>>): Command =>
  command(
    (session) => tell(editCode(change), { name: microphoneName(session, id) }),
    (session) =>
      changed(
        session,
        (microphone) => microphone.id === id,
        (microphone) => ({ ...microphone, ...change }),
      ),
  );

/** A point drawn back onto a held string: the same way from the mark, at the string's length. */
function onString(session: Session, held: HeldString | null, point: Vec3): Vec3 {
  const mark = held && markPosition(session, held.instrumentId, held.markId);
  return mark ? add(mark, scale(normalize(subtract(point, mark)), held.lengthM)) : point;
}

/** A microphone taken to a place: kept in the room and on its held string, its stand coming along. */
function movedTo(session: Session, microphone: PlacedMicrophone, wanted: Vec3): PlacedMicrophone {
  const positionM = clampToRoom(session.room, onString(session, microphone.heldString, wanted));
  return {
    ...microphone,
    positionM,
    stand: microphone.stand && carriedBase(microphone.stand, microphone.positionM, positionM, session.room, session.shelf.stands),
  };
}

/** Moves a microphone and keeps looking at the same point; on a held string it swings; its stand comes along. */
export const moveMicrophone = (id: MicrophoneId, positionM: Vec3): Command =>
  command(
    (session) => tell('move', { name: microphoneName(session, id) }),
    (session) =>
      changed(
        session,
        (microphone) => microphone.id === id,
        (microphone) => movedTo(session, microphone, positionM),
      ),
  );

/** Moves and aims in one. */
export const setMicrophone = (id: MicrophoneId, positionM: Vec3, aimM: Vec3): Command =>
  command(
    (session) => tell('move', { name: microphoneName(session, id) }),
    (session) =>
      changed(
        session,
        (microphone) => microphone.id === id,
        (microphone) => ({ ...movedTo(session, microphone, positionM), aimM }),
      ),
  );

/** The plan takes over where the tape found a microphone. */
export const takeMeasured = (id: MicrophoneId, positionM: Vec3): Command =>
  command((session) => tell('take-measured-place', { name: microphoneName(session, id) }), moveMicrophone(id, positionM));

const free =
  (ids: readonly string[]) =>
  (microphone: PlacedMicrophone): boolean =>
    ids.includes(microphone.id) && !microphone.locked;

/** Moves several microphones by the same way, aims included: a pair stays a pair. Locked ones stay. */
export const shiftMicrophones = (ids: readonly string[], by: Vec3): Command =>
  command(
    (session) => tell('move', { name: microphoneNames(session, ids) }),
    (session) =>
      changed(session, free(ids), (microphone) => {
        const moved = movedTo(session, microphone, add(microphone.positionM, by));
        return { ...moved, aimM: add(microphone.aimM, subtract(moved.positionM, microphone.positionM)) };
      }),
  );

/** Turns several microphones about the vertical through their middle, seen from above, anticlockwise. */
export const turnMicrophones = (ids: readonly string[], degrees: number): Command =>
  command(
    (session) => tell('turn', { name: microphoneNames(session, ids) }),
    (session) => {
      const own = session.microphones.filter((microphone) => ids.includes(microphone.id));
      if (own.length === 0) return session;
      const middle = scale(
        own.reduce((sum, microphone) => add(sum, microphone.positionM), vec3(0, 0, 0)),
        1 / own.length,
      );
      const turn = (point: Vec3): Vec3 => add(middle, rotateAboutZ(subtract(point, middle), radiansFromDegrees(degrees)));
      return changed(session, free(ids), (microphone) => ({
        ...movedTo(session, microphone, turn(microphone.positionM)),
        aimM: turn(microphone.aimM),
      }));
    },
  );

/** What to make alike among several microphones; the first one chosen leads. */
export type Alignment = 'height' | 'across' | 'deep' | 'string';

/** Aligns the others to the first: same height, same line across or deep, or the same length of string to a point. */
export const alignMicrophones = (ids: readonly string[], how: Alignment, stringFromM: Vec3 | null = null): Command =>
  command(
    (session) => tell('align', { name: microphoneNames(session, ids) }),
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
      return changed(session, free(ids.slice(1)), (microphone) => movedTo(session, microphone, place(microphone)));
    },
  );

/** Takes microphones away, with their pairs, readings and inputs. */
export const removeMicrophones = (ids: readonly string[]): Command =>
  command(
    (session) => tell('remove', { name: microphoneNames(session, ids) }),
    (session) => ({
      ...session,
      microphones: session.microphones.filter((microphone) => !ids.includes(microphone.id)),
      tape: session.tape.filter(({ microphoneId }) => !ids.includes(microphoneId)),
    }),
  );

/** A way of looking: turned clockwise from straight ahead (+y) as seen from above, and tilted up from level. */
export interface AimAngles {
  readonly turnDeg: number;
  readonly tiltDeg: number;
}

/** The angles of a direction; straight up or down has no turn of its own and gets 0. */
export function anglesOf(look: Vec3): AimAngles {
  const level = Math.hypot(look.x, look.y);
  return {
    turnDeg: level > 1e-9 ? degreesFromRadians(Math.atan2(look.x, look.y)) : 0,
    tiltDeg: degreesFromRadians(Math.atan2(look.z, level)),
  };
}

/** Turns a microphone to look by angles, as far ahead as it looked before. */
export const aimByAngles = (id: MicrophoneId, { turnDeg, tiltDeg }: AimAngles): Command =>
  command(
    (session) => tell('aim', { name: microphoneName(session, id) }),
    (session) =>
      changed(
        session,
        (microphone) => microphone.id === id,
        (microphone) => {
          const ahead = Math.max(0.05, distance(microphone.positionM, microphone.aimM));
          const [turn, tilt] = [radiansFromDegrees(turnDeg), radiansFromDegrees(tiltDeg)];
          const { x, y, z } = microphone.positionM;
          const level = ahead * Math.cos(tilt);
          return { ...microphone, aimM: { x: x + level * Math.sin(turn), y: y + level * Math.cos(turn), z: z + ahead * Math.sin(tilt) } };
        },
      ),
  );
