import { firstDipHz } from '../acoustics';
import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import { add, dot, scale, type Vec3 } from '../math';
import { isDirect } from '../microphones';
import { distanceToSurface, inwardNormal, isGlassAt, type Room, SURFACES, type Surface } from '../room';
import { formatFrequency, formatLength, formatMilliseconds } from '../units';
import type { Finding } from './finding';

/** Closer than this to a wall or the ceiling the reflection comes back strong and early. */
const NEAREST_BOUNDARY_M = 0.5;

const nameOf = (room: Room, surface: Surface, at: Vec3): string => (isGlassAt(room, surface, at) ? `glass of the ${surface}` : surface);

/** Corners double what one wall does: told once for the two walls that make one. */
function corners(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  const near = SURFACES.filter(
    (surface) => surface !== 'floor' && distanceToSurface(table.plan.room, microphone.positionM, surface) < NEAREST_BOUNDARY_M,
  );
  if (near.length < 2) return [];
  return [
    {
      id: `corner/${microphone.id}`,
      code: 'corner',
      severity: 'improve',
      microphoneIds: [microphone.id],
      message: `${microphone.name} is in a corner, by the ${near.join(' and the ')}.`,
      advice: 'Bring it out of the corner first.',
      why: 'Every mode of the room is strongest in its corners, and each surface adds its own reflection.',
      move: null,
    },
  ];
}

function judge(table: ArrivalTable, microphone: PlanMicrophone, surface: Surface): Finding | null {
  const { plan } = table;
  const gap = distanceToSurface(plan.room, microphone.positionM, surface);
  if (gap >= NEAREST_BOUNDARY_M) return null;
  const inward = inwardNormal(surface);
  const behind = Math.max(0, dot(scale(microphone.axis, -1), scale(inward, -1)));
  const seconds = (2 * Math.max(gap, 0)) / plan.speedOfSoundMps;
  const short = NEAREST_BOUNDARY_M - gap;
  const outside = gap < 0;
  return {
    id: `boundary/${microphone.id}/${surface}`,
    code: 'boundary',
    severity: outside ? 'fix' : gap < (isGlassAt(plan.room, surface, microphone.positionM) ? 0.3 : 0.15) ? 'improve' : 'note',
    microphoneIds: [microphone.id],
    message: outside
      ? `${microphone.name} is outside the room, beyond the ${surface}.`
      : `${microphone.name} is ${formatLength(gap, plan.units)} from the ${nameOf(plan.room, surface, microphone.positionM)}.`,
    advice: outside ? 'Bring it back in.' : `Bring it ${formatLength(short, plan.units)} away from it.`,
    why: outside
      ? 'Nothing can be measured there.'
      : `The reflection follows up to ${formatMilliseconds(seconds)} behind, with its first dip from ${formatFrequency(firstDipHz(seconds))} up${behind > 0.5 ? '; its dead side faces that way, which helps' : ''}.`,
    move: microphone.locked
      ? null
      : { kind: 'place', microphoneId: microphone.id, positionM: add(microphone.positionM, scale(inward, short)), label: 'Move it' },
  };
}

/** Microphones closer than 50 cm to a wall or the ceiling; boundary microphones live there on purpose. */
export function boundaries(table: ArrivalTable): Finding[] {
  return table.plan.microphones
    .filter((microphone) => microphone.model.kind !== 'boundary' && !isDirect(microphone.model.kind))
    .flatMap((microphone) => [
      ...SURFACES.filter((surface) => surface !== 'floor').map((surface) => judge(table, microphone, surface)),
      ...corners(table, microphone),
    ])
    .filter((finding) => finding !== null);
}
