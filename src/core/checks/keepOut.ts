import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import type { KeepOut } from '../instruments';
import { add, magnitude, normalize, scale, subtract, type Vec3 } from '../math';
import { ridesAlong } from '../microphones';
import type { Room } from '../room';
import { gapToSolid, isWorn, type Solid } from '../solids';
import { gapToPoint } from '../stands';
import { asLength } from '../units';
import { tell } from './codes';
import type { Finding, Move } from './finding';
import { sentence, standFindings } from './stands';

/** Half the size of a microphone's body, metres: a capsule keeps this far from what moves. */
const BODY_M = 0.015;
/** A capsule keeps this far from what is solid, metres. */
const SOLID_M = 0.01;

/** A point pushed out of a volume, straight away from its nearest part. */
function pushedOut(volume: KeepOut, point: Vec3, gapM: number): Vec3 {
  const nearest = [...volume.pointsM].sort((a, b) => magnitude(subtract(a, point)) - magnitude(subtract(b, point)))[0] as Vec3;
  return add(point, scale(normalize(subtract(point, nearest)), BODY_M - gapM + 0.01));
}

/** Things that move or blow where a capsule is planned. A microphone inside a shell or a clip-on on a bell is there on purpose. */
function inTheWay(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  if (ridesAlong(microphone.model.kind)) return [];
  return table.plan.geometries.flatMap((geometry) =>
    geometry.keepOuts.flatMap((volume): Finding[] => {
      const gap = gapToPoint(volume, microphone.positionM);
      if (volume.kind === 'foot' || gap >= BODY_M) return [];
      const move: Move | null = microphone.locked
        ? null
        : { kind: 'place', microphoneId: microphone.id, positionM: pushedOut(volume, microphone.positionM, gap), label: tell('move-it-clear') };
      return [
        {
          id: `keep-out/${microphone.id}/${volume.id}`,
          code: 'keep-out',
          severity: 'fix',
          microphoneIds: [microphone.id],
          message: tell('stands-where', { microphone: microphone.name, why: volume.why }),
          advice: tell('bring-it-clear', { body: asLength(BODY_M - gap + 0.01) }),
          why: tell('what-is-struck-blown-at-or', { volume: volume.name, why: volume.why }),
          move,
        },
      ];
    }),
  );
}

/** A capsule's way straight out of a solid: down its gap, a step at a time. */
function outOf(solid: Solid, point: Vec3): Vec3 {
  let at = point;
  for (let i = 0; i < 12 && gapToSolid(solid.shape, at) < SOLID_M + 0.005; i++) {
    const gap = gapToSolid(solid.shape, at);
    const step = 1e-4;
    const rise = (d: Vec3): number => (gapToSolid(solid.shape, add(at, d)) - gap) / step;
    const uphill = normalize({ x: rise({ x: step, y: 0, z: 0 }), y: rise({ x: 0, y: step, z: 0 }), z: rise({ x: 0, y: 0, z: step }) });
    at = add(at, scale(uphill, SOLID_M + 0.006 - gap));
  }
  return at;
}

/** Things that are solid where a capsule is planned. A hollow body may hold one, if there is a way in. */
function insideSolids(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  const { kind } = microphone.model;
  if (ridesAlong(kind)) return [];
  return table.plan.solids.flatMap((solid): Finding[] => {
    if (isWorn(solid)) return [];
    const gap = gapToSolid(solid.shape, microphone.positionM);
    const shut = solid.hollow !== null && gap < 0 && solid.hollow.opening === null;
    if (gap >= SOLID_M || (solid.hollow && gap < 0 && !shut) || (kind === 'boundary' && gap > -SOLID_M)) return [];
    const to = outOf(solid, microphone.positionM);
    const clear = asLength(magnitude(subtract(to, microphone.positionM)));
    const move: Move | null =
      microphone.locked || shut ? null : { kind: 'place', microphoneId: microphone.id, positionM: to, label: tell('move-it-clear') };
    const caution = solid.caution ?? 'none';
    return [
      {
        id: `solid/${microphone.id}/${solid.id}`,
        code: 'solid',
        severity: shut ? 'note' : 'fix',
        microphoneIds: [microphone.id],
        message: shut
          ? tell('is-inside-to-put-it-there', { microphone: microphone.name, solid: solid.name, otherwise: solid.hollow?.otherwise ?? '' })
          : tell('is-where-is', { microphone: microphone.name, solid: solid.name }),
        advice: shut ? null : tell('bring-it-clear-2', { clear, caution }),
        why: tell('takes-up-that-space', { sentence: sentence(solid.name) }),
        move,
      },
    ];
  });
}

interface Known {
  readonly solids: readonly Solid[];
  readonly room: Room;
  readonly findings: readonly Finding[];
}

/** One microphone's findings depend on it and on what stands in the room: they stay while both are the same objects. */
const known = new WeakMap<PlanMicrophone, Known>();

function keepOutsOf(table: ArrivalTable, microphone: PlanMicrophone): readonly Finding[] {
  const { solids, room } = table.plan;
  const before = known.get(microphone);
  if (before && before.solids === solids && before.room === room) return before.findings;
  const findings = [...inTheWay(table, microphone), ...insideSolids(table, microphone), ...standFindings(table, microphone)];
  known.set(microphone, { solids, room, findings });
  return findings;
}

/** Keep-out volumes, solids and stands: what stands where something else needs to be. */
export const keepOuts = (table: ArrivalTable): Finding[] => table.plan.microphones.flatMap((microphone) => keepOutsOf(table, microphone));
