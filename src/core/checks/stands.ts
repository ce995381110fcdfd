import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import { dot, magnitude, scale, subtract, type Vec3 } from '../math';
import { bodyRound, type Solid } from '../solids';
import { feetOutsideM, hangsOver, obstacles, poseOf, type StandModel, type StandPlace, type StandPose } from '../stands';
import type { Words } from '../units';
import { asLength, asMidway, asWeight } from '../units';
import { tell } from './codes';
import type { Finding, Move } from './finding';

export const sentence = (words: string): string => words.charAt(0).toUpperCase() + words.slice(1);

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

/** A microphone on its stand, as it is judged. */
interface Standing {
  readonly table: ArrivalTable;
  readonly microphone: PlanMicrophone;
  readonly model: StandModel;
  readonly baseM: StandPlace['baseM'];
  readonly pose: StandPose;
}

type Said = Pick<Finding, 'code' | 'severity' | 'message' | 'advice' | 'why'> & { readonly move?: Move | null };

/** What is wrong with a stand: to be stood elsewhere, where nothing better is said. */
const ofStand = ({ id }: PlanMicrophone, { move, ...said }: Said): Finding => ({
  id: `${said.code}/${id}`,
  microphoneIds: [id],
  ...said,
  move: move === undefined ? { kind: 'stand', microphoneId: id, label: tell('find-it-a-place') } : move,
});

const tooShort = ({ microphone, model, pose }: Standing): Finding[] =>
  pose.shortM <= 0.01
    ? []
    : [
        ofStand(microphone, {
          code: 'stand-reach',
          severity: 'fix',
          message: tell('the-of-ends-short', { model: asMidway(model.name), microphone: microphone.name, short: asLength(pose.shortM) }),
          advice: tell('stand-it-nearer-or-take-a'),
          why: tell('boom-and-pole-are-fully-out'),
        }),
      ];

/** A boom that goes through the very body its microphone is in: behind the opening it goes straight in. */
function throughItsBody({ microphone }: Standing, body: Solid, why: Words): Finding {
  const behind = behindOpening(body, microphone.positionM);
  return ofStand(microphone, {
    code: 'stand-in-way',
    severity: 'improve',
    message: behind
      ? tell('the-boom-of-does-not-go', { microphone: microphone.name, body: body.name })
      : tell('the-boom-of-is-in-the', { microphone: microphone.name, why }),
    advice: behind ? tell('bring-it-behind-the-opening-from', { magnitude: asLength(magnitude(subtract(behind, microphone.positionM))) }) : null,
    why: tell('a-straight-boom-reaches-only-what'),
    ...(microphone.locked || body.hollow?.opening === null
      ? { move: null }
      : behind && {
          move: {
            kind: 'place',
            microphoneId: microphone.id,
            positionM: behind,
            restand: true,
            label: tell('move-it-behind-the-opening'),
          },
        }),
  });
}

function inTheWay(standing: Standing): Finding[] {
  const { table, microphone, pose } = standing;
  const { solids, geometries } = table.plan;
  const [first] = obstacles(
    pose,
    geometries.flatMap(({ keepOuts }) => keepOuts),
    solids,
  );
  if (!first) return [];
  const body = bodyRound(solids, microphone.positionM);
  if (body && first.name === body.name) return [throughItsBody(standing, body, first.why)];
  return [
    ofStand(microphone, {
      code: 'stand-in-way',
      severity: 'improve',
      message: tell('the-of-is-in-the-way', { part: first.part === 'foot' ? 'stand' : first.part, microphone: microphone.name, why: first.why }),
      advice: tell('stand-it-elsewhere'),
      why: tell('needs-that-space', { sentence: sentence(first.name) }),
    }),
  ];
}

function outsideTheRoom({ table, microphone, model, baseM }: Standing): Finding[] {
  const outM = feetOutsideM(model, baseM, table.plan.room);
  if (outM <= 0.01 || model.reachM <= 0) return [];
  return [
    ofStand(microphone, {
      code: 'stand-outside',
      severity: 'improve',
      message: tell('the-feet-of-s-stand-reach', { microphone: microphone.name, out: asLength(outM) }),
      advice: tell('stand-it-further-in'),
      why: tell('the-pole-is-nearer-to-the'),
    }),
  ];
}

/** What its boom bears, and over whom. */
function tooHeavy({ table, microphone, model, pose }: Standing): Finding[] {
  const { weightKg } = microphone.model;
  const moment = weightKg * Math.hypot(pose.poleTopM.x - pose.tipM.x, pose.poleTopM.y - pose.tipM.y);
  if (moment > model.maxMomentKgM)
    return [
      ofStand(microphone, {
        code: 'stand-load',
        severity: 'fix',
        message: tell('weighs-on-a-long-boom-more', { microphone: microphone.name, weightKg: asWeight(weightKg) }),
        advice: tell('counterweight-it-put-a-leg-under'),
        why: tell('a-stand-that-tips-takes-the'),
      }),
    ];
  const volumes = table.plan.geometries.flatMap(({ keepOuts }) => keepOuts);
  const head = volumes.find((volume) => volume.kind === 'head' && hangsOver(pose, volume));
  if (!head || moment <= OVER_HEAD_MOMENT) return [];
  return [
    ofStand(microphone, {
      code: 'boom-over-head',
      severity: 'improve',
      message: tell('the-boom-of-hangs-over', { microphone: microphone.name, head: asMidway(head.name) }),
      advice: tell('counterweight-it-put-a-leg-under-2'),
      why: tell('at-over-a-person-local-rules', { weightKg: asWeight(weightKg), boom: asLength(pose.boomM) }),
    }),
  ];
}

/** What is wrong with a microphone's stand: too short, in the way, out of the room, too heavily loaded. */
export function standFindings(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  const { stand } = microphone;
  if (!stand) return [];
  const pose = poseOf(stand.model, stand.baseM, microphone.positionM);
  const standing: Standing = { table, microphone, model: stand.model, baseM: stand.baseM, pose };
  return [tooShort, inTheWay, outsideTheRoom, tooHeavy].flatMap((rule) => rule(standing));
}
