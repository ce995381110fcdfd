import type { Plan, PlanMicrophone } from '../arrivals';
import type { Mark } from '../instruments';
import { add, cross, dot, magnitude, normalize, scale, subtract, type Vec3, vec3 } from '../math';
import type { MicrophoneKind } from '../microphones';
import { asLength, asMidway, asNumber, degreesFromRadians, type Told } from '../units';
import { tell } from './codes';
import { marksOf } from './marks';

/** The face of a microphone: its end, its grille's front, its plate or its cone; a pickup has its plug alone. */
export type Front = 'end' | 'front' | 'plate' | 'cone' | 'plug';

/** The face of each kind that looks at the source: the end of a slim body, the front of a grille at its side (common practice). */
const FRONT: Record<MicrophoneKind, Front> = {
  'moving-coil': 'end',
  'small-condenser': 'end',
  'clip-on': 'end',
  'large-condenser': 'front',
  ribbon: 'front',
  boundary: 'plate',
  loudspeaker: 'cone',
  pickup: 'plug',
};

/** How a microphone is turned, as one sets it by hand. */
export interface Look {
  /** Clockwise from straight at the front wall, seen from above, 0 to 360°. */
  readonly turnDeg: number;
  /** Up from level, −90 to 90°. */
  readonly tiltDeg: number;
  /** Which face of it looks there. */
  readonly front: Front;
  /** The mark it looks at; null when it looks past them all. */
  readonly toward: string | null;
  /** Where it looks past them all: the mark nearest to its axis, and how far past it the axis goes, as one sees it from behind the microphone. */
  readonly beside: { readonly mark: string; readonly byM: number; readonly side: 'left' | 'right' | 'above' | 'below' } | null;
}

/** A mark this near to the axis is what it looks at, degrees. */
const LOOKS_AT_DEG = 8;
/** And one this near is what one can point beside, degrees; where it looks nearly straight up or down no side can be named. */
const LOOKS_BESIDE_DEG = 35;
const STEEP = 0.9;
const UP = vec3(0, 0, 1);

/** How far the axis passes a mark, and on which side of it. */
function pastMark({ axis, positionM }: PlanMicrophone, mark: Vec3): { readonly byM: number; readonly side: 'left' | 'right' | 'above' | 'below' } {
  const past = subtract(add(positionM, scale(axis, dot(subtract(mark, positionM), axis))), mark);
  const right = normalize(cross(axis, UP));
  const [across, over] = [dot(past, right), dot(past, cross(right, axis))];
  const side = Math.abs(across) > Math.abs(over) ? (across > 0 ? 'right' : 'left') : over > 0 ? 'above' : 'below';
  return { byM: magnitude(past), side };
}

export function lookOf(plan: Plan, microphone: PlanMicrophone): Look {
  const { axis, positionM, model } = microphone;
  let best: { readonly mark: Mark; readonly off: number } | null = null;
  for (const mark of marksOf(plan)) {
    const off = degreesFromRadians(Math.acos(Math.max(-1, Math.min(1, dot(axis, normalize(subtract(mark.positionM, positionM)))))));
    if (off <= LOOKS_BESIDE_DEG && (!best || off < best.off)) best = { mark, off };
  }
  const at = best && best.off <= LOOKS_AT_DEG ? best.mark.name : null;
  return {
    turnDeg: (degreesFromRadians(Math.atan2(axis.x, axis.y)) + 360) % 360,
    tiltDeg: degreesFromRadians(Math.asin(Math.max(-1, Math.min(1, axis.z)))),
    front: FRONT[model.kind],
    toward: at,
    beside: best && at === null && Math.abs(axis.z) < STEEP ? { mark: best.mark.name, ...pastMark(microphone, best.mark.positionM) } : null,
  };
}

/** How it is turned by hand: "Front of the grille toward the snare centre; turned 212°, tilted 38° down." */
export function lookTold({ turnDeg, tiltDeg, front, toward, beside }: Look): Told {
  if (front === FRONT.pickup) return tell('plugged-in');
  const tilt = Math.round(tiltDeg);
  return tell('looks', {
    front,
    toward: toward ? 'mark' : beside ? 'beside' : 'nothing',
    mark: asMidway(toward ?? beside?.mark ?? ''),
    by: asLength(beside?.byM ?? 0),
    side: beside?.side ?? 'left',
    turned: tell('turned-and-leant', {
      steep: Math.abs(tilt) > 85 ? 'yes' : 'no',
      turn: asNumber(turnDeg, 0),
      lean: tilt === 0 ? 'level' : tilt > 0 ? 'up' : 'down',
      tilt: asNumber(Math.abs(tilt), 0),
    }),
  });
}
