import type { ArrivalTable, PlanMicrophone } from '../arrivals';
import type { Source } from '../instruments';
import { add, dot, magnitude, normalize, scale, subtract, type Vec3 } from '../math';
import { ridesAlong } from '../microphones';
import { asLength, asMidway, degreesFromRadians, type Told } from '../units';
import { tell } from './codes';
import type { Finding, Move } from './finding';

/**
 * Mouths of instruments that blow or boom at a microphone straight before them: never straight at a sound hole close up, never
 * down a bell, never in the jet at a hat's edge (common practice).
 */

/** Closer than this a sound hole booms and blasts, metres; farther it is one part of the guitar among others. */
const HOLE_M = 0.22;
/** Within this of the hole's axis and looking at it within this, degrees. */
const HOLE_DEG = 30;

function placed(microphone: PlanMicrophone, positionM: Vec3, label: Told): Move | null {
  return microphone.locked ? null : { kind: 'place', microphoneId: microphone.id, positionM, label };
}

function atSoundHole(table: ArrivalTable, microphone: PlanMicrophone): Finding[] {
  return table.plan.geometries.flatMap(({ marks, sources }): Finding[] => {
    const hole = marks.find(({ id }) => id === 'sound-hole')?.positionM;
    const top = sources.find(({ id }) => id === 'guitar')?.sides[0];
    if (!hole || !top) return [];
    const away = subtract(microphone.positionM, hole);
    const distanceM = magnitude(away);
    const offDeg = degreesFromRadians(Math.acos(Math.max(-1, Math.min(1, dot(away, top.normal) / Math.max(distanceM, 1e-6)))));
    const looks = -dot(microphone.axis, away) / Math.max(distanceM, 1e-6);
    if (distanceM > HOLE_M || offDeg > HOLE_DEG || looks < Math.cos((HOLE_DEG * Math.PI) / 180)) return [];
    return [
      {
        id: `sound-hole/${microphone.id}`,
        code: 'sound-hole',
        severity: 'improve',
        microphoneIds: [microphone.id],
        message: tell('looks-straight-into-the-sound-hole', { microphone: microphone.name, distance: asLength(distanceM) }),
        advice: tell('bring-it-off-or-along-the', { hole: asLength(HOLE_M + 0.03) }),
        why: tell('the-air-of-the-box-speaks'),
        move: placed(microphone, add(hole, scale(normalize(away), HOLE_M + 0.03)), tell('move-it-back')),
      },
    ];
  });
}

/** Nearer than this along the axis, within the bell's radius, one is down the bell, metres. */
const BELL_M = 0.12;

function downTheBell(microphone: PlanMicrophone, source: Source): Finding[] {
  const [bell] = source.sides;
  if (source.id !== 'bell' || ridesAlong(microphone.model.kind)) return [];
  const away = subtract(microphone.positionM, bell.positionM);
  const ahead = dot(away, bell.normal);
  const aside = magnitude(subtract(away, scale(bell.normal, ahead)));
  if (ahead > BELL_M || ahead < -0.3 || aside > bell.radiusM) return [];
  const to = add(bell.positionM, scale(normalize(add(scale(bell.normal, 0.9), { x: 0, y: 0, z: 0.35 })), BELL_M + 0.1));
  return [
    {
      id: `bell-in/${microphone.id}`,
      code: 'bell-in',
      severity: 'improve',
      microphoneIds: [microphone.id],
      message: tell('is-down-the-bell-of-the', { microphone: microphone.name, source: asMidway(source.name) }),
      advice: tell('bring-it-out-and-a-little', { bell: asLength(BELL_M + 0.1) }),
      why: tell('in-the-bell-only-its-own'),
      move: placed(microphone, to, tell('move-it-out')),
    },
  ];
}

/** The jet where two plates close: this far out from the edge and this far above and below it, metres. */
const JET_OUT_M = 0.12;
const JET_HALF_M = 0.035;

function inTheJet(microphone: PlanMicrophone, source: Source): Finding[] {
  if (source.id !== 'hat') return [];
  const [top] = source.sides;
  const middle = source.sides[1] ? scale(add(top.positionM, source.sides[1].positionM), 0.5) : top.positionM;
  const away = subtract(microphone.positionM, middle);
  const above = dot(away, top.normal);
  const out = magnitude(subtract(away, scale(top.normal, above)));
  if (Math.abs(above) > JET_HALF_M || out < source.radiusM - 0.02 || out > source.radiusM + JET_OUT_M) return [];
  return [
    {
      id: `hat-jet/${microphone.id}`,
      code: 'hat-jet',
      severity: 'improve',
      microphoneIds: [microphone.id],
      message: tell('is-in-the-jet-of-air', { microphone: microphone.name, source: asMidway(source.name) }),
      advice: tell('bring-it-above-the-edge', { value: asLength(0.12) }),
      why: tell('closing-plates-blow-their-air-out'),
      move: placed(microphone, add(microphone.positionM, scale(top.normal, 0.12 - above)), tell('move-it-up')),
    },
  ];
}

export const mouths = (table: ArrivalTable): Finding[] =>
  table.plan.microphones.flatMap((microphone) => [
    ...atSoundHole(table, microphone),
    ...table.plan.sources.flatMap((source) => [...downTheBell(microphone, source), ...inTheJet(microphone, source)]),
  ]);
