import { distance, type Vec3 } from '../math';
import { degreesFromRadians, radiansFromDegrees } from '../units';
import type { Command } from './commands';
import { editMicrophone } from './moving';

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
export const aimByAngles =
  (id: string, { turnDeg, tiltDeg }: AimAngles): Command =>
  (session) => {
    const placed = session.microphones.find((microphone) => microphone.id === id);
    if (!placed) return session;
    const ahead = Math.max(0.05, distance(placed.positionM, placed.aimM));
    const [turn, tilt] = [radiansFromDegrees(turnDeg), radiansFromDegrees(tiltDeg)];
    const { x, y, z } = placed.positionM;
    const level = ahead * Math.cos(tilt);
    return editMicrophone(id, { aimM: { x: x + level * Math.sin(turn), y: y + level * Math.cos(turn), z: z + ahead * Math.sin(tilt) } })(session);
  };
