import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import type { KeepOut } from '../instruments';
import { add, magnitude, normalize, scale, subtract, type Vec3 } from '../math';
import { gapToPoint, obstacles, poseOf } from '../stands';
import { formatLength, formatWeight } from '../units';
import type { Finding, Move } from './finding';

/** Half the size of a microphone's body, metres: a capsule keeps this far from what moves. */
const BODY_M = 0.015;

/** A point pushed out of a volume, straight away from its nearest part. */
function pushedOut(volume: KeepOut, point: Vec3, gapM: number): Vec3 {
  const nearest = [...volume.pointsM].sort((a, b) => magnitude(subtract(a, point)) - magnitude(subtract(b, point)))[0] as Vec3;
  return add(point, scale(normalize(subtract(point, nearest)), BODY_M - gapM + 0.01));
}

/** Things that move or blow where a capsule is planned. A microphone inside a shell or a clip-on on a bell is there on purpose. */
function inTheWay(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  if (microphone.model.kind === 'clip-on') return [];
  return table.plan.geometries.flatMap((geometry) =>
    geometry.keepOuts.flatMap((volume): Finding[] => {
      const gap = gapToPoint(volume, microphone.positionM);
      if (volume.kind === 'foot' || gap >= BODY_M) return [];
      const move: Move | null = microphone.locked
        ? null
        : { kind: 'place', microphoneId: microphone.id, positionM: pushedOut(volume, microphone.positionM, gap), label: 'Move it clear' };
      return [
        {
          id: `keep-out/${microphone.id}/${volume.id}`,
          code: 'keep-out',
          severity: 'fix',
          microphoneIds: [microphone.id],
          message: `${microphone.name} stands where ${volume.why.replace(/^an? |^the /, (word) => word)}. Bring it ${formatLength(BODY_M - gap + 0.01, table.plan.units)} clear.`,
          why: `${volume.name}: ${volume.why}. What is struck, blown at or sat on there is the microphone.`,
          move,
        },
      ];
    }),
  );
}

/** A boom over a head is safe only when it cannot come down: this far round the head counts as over it, metres. */
const OVER_HEAD_M = 0.35;
/** Weight times reach over a person that wants a counterweight said, kg·m (our choice). */
const OVER_HEAD_MOMENT = 0.25;

function standFindings(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  const { stand, model } = microphone;
  if (!stand) return [];
  const { plan } = table;
  const { units } = plan;
  const pose = poseOf(stand.model, stand.baseM, microphone.positionM);
  const volumes = plan.geometries.flatMap((geometry) => geometry.keepOuts);
  const out: Finding[] = [];
  const say = (code: string, severity: Finding['severity'], message: string, why: string): void => {
    out.push({
      id: `${code}/${microphone.id}`,
      code,
      severity,
      microphoneIds: [microphone.id],
      message,
      why,
      move: { kind: 'stand', microphoneId: microphone.id, label: 'Find it a place' },
    });
  };
  if (pose.shortM > 0.01)
    say(
      'stand-reach',
      'fix',
      `The ${stand.model.name.toLowerCase()} of ${microphone.name} ends ${formatLength(pose.shortM, plan.units)} short. Stand it nearer, or take a longer one.`,
      'Boom and pole are fully out and do not reach the capsule.',
    );
  const [first] = obstacles(pose, volumes);
  if (first)
    say(
      'stand-in-way',
      'improve',
      `The ${first.part === 'foot' ? 'stand' : first.part} of ${microphone.name} is in the way: ${first.volume.why}. Stand it elsewhere.`,
      `${first.volume.name} needs that space.`,
    );
  const moment = model.weightKg * Math.hypot(pose.poleTopM.x - pose.tipM.x, pose.poleTopM.y - pose.tipM.y);
  const head = volumes.find((volume) => volume.kind === 'head' && overHead(volume, pose.poleTopM, pose.tipM));
  if (moment > stand.model.maxMomentKgM)
    say(
      'stand-load',
      'fix',
      `${microphone.name} weighs ${formatWeight(model.weightKg, units)} on a long boom, more than its stand holds. Counterweight it, put a leg under the boom, or stand it nearer.`,
      'A stand that tips takes the microphone with it; lock the clutch and secure the cable.',
    );
  else if (head && moment > OVER_HEAD_MOMENT)
    say(
      'boom-over-head',
      'improve',
      `The boom of ${microphone.name} hangs over ${head.name.toLowerCase()}. Counterweight it, put a leg under the boom, lock the clutch and secure the cable.`,
      `${formatWeight(model.weightKg, units)} at ${formatLength(pose.boomM, units)} over a person. Local rules for overhead loads prevail.`,
    );
  return out;
}

function overHead(volume: KeepOut, from: Vec3, to: Vec3): boolean {
  const head = volume.pointsM[0] as Vec3;
  for (let i = 0; i <= 10; i++) {
    const t = i / 10;
    const [x, y, z] = [from.x + (to.x - from.x) * t, from.y + (to.y - from.y) * t, from.z + (to.z - from.z) * t];
    if (z > head.z && Math.hypot(x - head.x, y - head.y) < OVER_HEAD_M) return true;
  }
  return false;
}

/** Keep-out volumes and stands: what stands where something else needs to be. */
export const keepOuts = (table: ArrivalTable): Finding[] =>
  table.plan.microphones.flatMap((microphone) => [...inTheWay(table, microphone), ...standFindings(table, microphone)]);
