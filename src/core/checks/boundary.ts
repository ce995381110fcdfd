import { firstDipHz } from '../acoustics';
import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import { add, dot, scale, type Vec3 } from '../math';
import { isDirect } from '../microphones';
import { distanceToSurface, inwardNormal, isGlassAt, type Room, SURFACES, type Surface } from '../room';
import { asFrequency, asLength, asList, asTime, type Told } from '../units';
import { tell } from './codes';
import type { Finding } from './finding';

/** Closer than this to a wall or the ceiling the reflection comes back strong and early. */
const NEAREST_BOUNDARY_M = 0.5;

const nameOf = (room: Room, surface: Surface, at: Vec3): Told | string =>
  isGlassAt(room, surface, at) ? tell('glass-of-the', { surface }) : surface;

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
      message: tell('is-in-a-corner-by-the', { microphone: microphone.name, near: asList(near.map((surface) => tell('the-surface', { surface }))) }),
      advice: tell('bring-it-out-of-the-corner'),
      why: tell('every-mode-of-the-room-is'),
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
      ? tell('is-outside-the-room-beyond-the', { microphone: microphone.name, surface })
      : tell('is-from-the', { microphone: microphone.name, gap: asLength(gap), of: nameOf(plan.room, surface, microphone.positionM) }),
    advice: outside ? tell('bring-it-back-in') : tell('bring-it-away-from-it', { short: asLength(short) }),
    why: outside
      ? tell('nothing-can-be-measured-there')
      : tell('the-reflection-follows-up-to-behind', {
          seconds: asTime(seconds),
          firstDip: asFrequency(firstDipHz(seconds)),
          behind: behind > 0.5 ? 'yes' : 'no',
        }),
    howMuch: -gap,
    move: microphone.locked
      ? null
      : { kind: 'place', microphoneId: microphone.id, positionM: add(microphone.positionM, scale(inward, short)), label: tell('move-it') },
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
