import type { Plan, PlanMicrophone } from '../arrivals';
import { dot, normalize, subtract } from '../math';
import type { MicrophoneKind } from '../microphones';
import { degreesFromRadians, formatNumber } from '../units';

/** The face of each kind that looks at the source: the end of a slim body, the front of a grille at its side (common practice). */
const FRONT: Record<MicrophoneKind, string> = {
  'moving-coil': 'end',
  'small-condenser': 'end',
  'clip-on': 'end',
  'large-condenser': 'front of the grille',
  ribbon: 'front of the grille',
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
  readonly front: string;
  /** The mark it looks at; null when it looks past them all. */
  readonly toward: string | null;
}

/** A mark this near to the axis is what it looks at, degrees. */
const LOOKS_AT_DEG = 8;

export function lookOf(plan: Plan, microphone: PlanMicrophone): Look {
  const { axis, positionM, model } = microphone;
  let best: { readonly name: string; readonly off: number } | null = null;
  for (const { marks } of plan.geometries)
    for (const mark of marks) {
      const off = degreesFromRadians(Math.acos(Math.max(-1, Math.min(1, dot(axis, normalize(subtract(mark.positionM, positionM)))))));
      if (off <= LOOKS_AT_DEG && (!best || off < best.off)) best = { name: mark.name, off };
    }
  return {
    turnDeg: (degreesFromRadians(Math.atan2(axis.x, axis.y)) + 360) % 360,
    tiltDeg: degreesFromRadians(Math.asin(Math.max(-1, Math.min(1, axis.z)))),
    front: FRONT[model.kind],
    toward: best?.name ?? null,
  };
}

/** "Front of the grille toward the snare centre; turned 212°, tilted 38° down." */
export function lookWords({ turnDeg, tiltDeg, front, toward }: Look): string {
  if (front === FRONT.pickup) return 'Plugged in: nothing to turn.';
  const tilt = Math.round(tiltDeg);
  const lean = tilt === 0 ? 'level' : `tilted ${formatNumber(Math.abs(tilt), 0)}° ${tilt > 0 ? 'up' : 'down'}`;
  const steep = Math.abs(tilt) > 85 ? '' : `turned ${formatNumber(turnDeg, 0)}°, `;
  const to = toward ? ` toward ${toward.charAt(0).toLowerCase()}${toward.slice(1)}` : '';
  return `${front.charAt(0).toUpperCase()}${front.slice(1)}${to}; ${steep}${lean}.`;
}
