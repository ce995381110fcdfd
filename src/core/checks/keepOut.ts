import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import type { KeepOut } from '../instruments';
import { add, dot, magnitude, normalize, scale, subtract, type Vec3 } from '../math';
import { ridesAlong } from '../microphones';
import type { Room } from '../room';
import { bodyRound, gapToSolid, isWorn, type Solid } from '../solids';
import { feetOutsideM, gapToPoint, hangsOver, obstacles, poseOf } from '../stands';
import { asLength, asWeight, type Told } from '../units';
import { tell } from './codes';
import type { Finding, Move } from './finding';

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

const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

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
    const caution = solid.caution ? ` ${solid.caution}` : '';
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

/** Weight times reach over a person that wants a counterweight said, kg·m (our choice). */
const OVER_HEAD_MOMENT = 0.25;

/** A low stand's boom starts about this high and this far out, and comes in this much over an opening's middle, metres (common practice). */
const LOW_POLE_M = 0.3;
const LOW_REACH_M = 0.51;
const OVER_MIDDLE_M = 0.03;
/** Deeper than this behind an opening a straight boom from a low stand does not come, metres. */
const DEEPEST_M = 0.22;

/** The place behind a body's opening that a boom from a low stand reaches, as deep in as a capsule is if it can be; null where it is there or there is no opening. */
function behindOpening(body: Solid, point: Vec3): Vec3 | null {
  const opening = body.hollow?.opening;
  if (!opening) return null;
  const deep = Math.min(DEEPEST_M, dot(subtract(opening.centreM, point), opening.normal));
  const share = deep / LOW_REACH_M;
  const straight = subtract(opening.centreM, scale(opening.normal, deep));
  const at = { ...straight, z: Math.max(0.08, (opening.centreM.z + OVER_MIDDLE_M - LOW_POLE_M * share) / (1 - share)) };
  return magnitude(subtract(at, point)) > 0.2 * opening.radiusM ? at : null;
}

function standFindings(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  const { stand, model } = microphone;
  if (!stand) return [];
  const { plan } = table;
  const pose = poseOf(stand.model, stand.baseM, microphone.positionM);
  const volumes = plan.geometries.flatMap((geometry) => geometry.keepOuts);
  const out: Finding[] = [];
  const restand: Move = { kind: 'stand', microphoneId: microphone.id, label: tell('find-it-a-place') };
  const say = (code: string, severity: Finding['severity'], message: Told, advice: Told | null, why: Told, move: Move | null = restand): void => {
    out.push({
      id: `${code}/${microphone.id}`,
      code,
      severity,
      microphoneIds: [microphone.id],
      message,
      advice,
      why,
      move,
    });
  };
  if (pose.shortM > 0.01)
    say(
      'stand-reach',
      'fix',
      tell('the-of-ends-short', { model: stand.model.name.toLowerCase(), microphone: microphone.name, short: asLength(pose.shortM) }),
      tell('stand-it-nearer-or-take-a'),
      tell('boom-and-pole-are-fully-out'),
    );
  const [first] = obstacles(pose, volumes, plan.solids);
  const body = bodyRound(plan.solids, microphone.positionM);
  if (first && body && first.name === body.name) {
    const behind = behindOpening(body, microphone.positionM);
    const move: Move = {
      kind: 'place',
      microphoneId: microphone.id,
      positionM: behind ?? microphone.positionM,
      restand: true,
      label: tell('move-it-behind-the-opening'),
    };
    say(
      'stand-in-way',
      'improve',
      behind
        ? tell('the-boom-of-does-not-go', { microphone: microphone.name, body: body.name })
        : tell('the-boom-of-is-in-the', { microphone: microphone.name, why: first.why }),
      behind ? tell('bring-it-behind-the-opening-from', { magnitude: asLength(magnitude(subtract(behind, microphone.positionM))) }) : null,
      tell('a-straight-boom-reaches-only-what'),
      microphone.locked || body.hollow?.opening === null ? null : behind ? move : restand,
    );
  } else if (first)
    say(
      'stand-in-way',
      'improve',
      tell('the-of-is-in-the-way', { part: first.part === 'foot' ? 'stand' : first.part, microphone: microphone.name, why: first.why }),
      tell('stand-it-elsewhere'),
      tell('needs-that-space', { sentence: sentence(first.name) }),
    );
  const outM = feetOutsideM(stand.model, stand.baseM, plan.room);
  if (outM > 0.01 && stand.model.reachM > 0)
    say(
      'stand-outside',
      'improve',
      tell('the-feet-of-s-stand-reach', { microphone: microphone.name, out: asLength(outM) }),
      tell('stand-it-further-in'),
      tell('the-pole-is-nearer-to-the'),
    );
  const moment = model.weightKg * Math.hypot(pose.poleTopM.x - pose.tipM.x, pose.poleTopM.y - pose.tipM.y);
  const head = volumes.find((volume) => volume.kind === 'head' && hangsOver(pose, volume));
  if (moment > stand.model.maxMomentKgM)
    say(
      'stand-load',
      'fix',
      tell('weighs-on-a-long-boom-more', { microphone: microphone.name, weightKg: asWeight(model.weightKg) }),
      tell('counterweight-it-put-a-leg-under'),
      tell('a-stand-that-tips-takes-the'),
    );
  else if (head && moment > OVER_HEAD_MOMENT)
    say(
      'boom-over-head',
      'improve',
      tell('the-boom-of-hangs-over', { microphone: microphone.name, head: head.name.toLowerCase() }),
      tell('counterweight-it-put-a-leg-under-2'),
      tell('at-over-a-person-local-rules', { weightKg: asWeight(model.weightKg), boom: asLength(pose.boomM) }),
    );
  return out;
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
