import { type ArrivalTable, arrivalOf, type PlanMicrophone } from '../arrivals';
import type { Source } from '../instruments';
import { add, dot, magnitude, normalize, scale, subtract, type Vec3 } from '../math';
import { isDirect, patternLevelDb, ridesAlong } from '../microphones';
import { asNumber, radiansFromDegrees } from '../units';
import { tell } from './codes';
import type { Finding } from './finding';
import { ownSourceOf } from './shared';

/** From here on a microphone that is turned away from its own source is told; from there on it is a fault, dB softer than looking at it (our choice: counted over every set-up as placed, five schools that look past their source on purpose lose 6 to 10.4, none of the others 6). */
const TOLD_DB = 6;
const FAULT_DB = 11;

/** Within this of its axis even a figure of eight loses 3 dB at most, degrees. */
const NEAR_DEG = 45;

/** Turned further than this its back is towards it, degrees; and a pattern keeps out no more than so much in a room, dB (our choice). */
const BACK_DEG = 120;
const MOST_DB = 20;

/** The side of a mid-side pair looks past the middle by design. */
const looksPast = ({ plan }: ArrivalTable, { id }: PlanMicrophone): boolean =>
  plan.pairs.some(({ technique, rightId }) => technique === 'mid-side' && rightId === id);

/** How much softer its own source is than if it looked straight at it, dB; with the aim that would. */
export function turnedAway(
  table: ArrivalTable,
  microphone: PlanMicrophone,
): { readonly source: Source; readonly lossDb: number; readonly aimM: Vec3 } | null {
  const source = looksPast(table, microphone) ? undefined : ownSourceOf(table, microphone);
  if (!source || microphone.pattern === 'omni' || isDirect(microphone.model.kind) || ridesAlong(microphone.model.kind)) return null;
  const now = table.rows[table.plan.microphones.indexOf(microphone)]?.[table.plan.sources.indexOf(source)];
  if (!now) return null;
  // No pattern loses anything worth a word so near its axis, before or behind: most are looked at no further.
  if (Math.min(now.angleDeg, microphone.pattern === 'figure-of-eight' ? 180 - now.angleDeg : now.angleDeg) < NEAR_DEG) return null;
  const straight = normalize(subtract(now.fromM, microphone.positionM));
  // A figure of eight is as good from behind: whichever of its lobes is nearer turns to the source.
  const axis = microphone.pattern === 'figure-of-eight' && dot(straight, microphone.axis) < 0 ? scale(straight, -1) : straight;
  const facing = arrivalOf({ ...microphone, axis }, source, table.plan);
  const far = Math.max(0.3, magnitude(subtract(now.fromM, microphone.positionM)));
  // Close by, a back takes up lows by their nearness, and the level says little of it: what is lost there is what the pattern keeps out.
  const off = microphone.pattern === 'figure-of-eight' ? Math.min(now.angleDeg, 180 - now.angleDeg) : now.angleDeg;
  // Told where the turn would mend it: of two faces the other may be the nearer one then.
  const behindDb =
    off > BACK_DEG && facing.angleDeg < NEAR_DEG ? Math.min(MOST_DB, -patternLevelDb(microphone.pattern, Math.cos(radiansFromDegrees(off)))) : 0;
  return { source, lossDb: Math.max(behindDb, facing.directDb - now.directDb), aimM: add(microphone.positionM, scale(axis, far)) };
}

/** Microphones that are turned so far from what they are there for that it is much softer: a pattern's side or back. */
export function aimsAway(table: ArrivalTable): Finding[] {
  return table.plan.microphones.flatMap((microphone): Finding[] => {
    const away = turnedAway(table, microphone);
    if (!away || away.lossDb < TOLD_DB) return [];
    return [
      {
        id: `aim/${microphone.id}`,
        code: 'aim',
        severity: away.lossDb >= FAULT_DB ? 'fix' : 'improve',
        microphoneIds: [microphone.id],
        message: tell('is-turned-away-from', { microphone: microphone.name, source: away.source.name, loss: asNumber(away.lossDb, 0) }),
        advice: tell('turn-it-straight-to', { source: away.source.name }),
        why: tell('its-pattern-rejects-what-is-beside-it', { pattern: microphone.pattern }),
        howMuch: away.lossDb,
        move: microphone.locked
          ? null
          : { kind: 'aim', microphoneId: microphone.id, aimM: away.aimM, label: tell('turn-it-to', { source: away.source.name }) },
      },
    ];
  });
}
