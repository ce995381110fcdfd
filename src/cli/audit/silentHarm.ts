import { arrivalTable } from '../../core/arrivals';
import type { Finding } from '../../core/checks';
import type { PlacedMicrophone, Session } from '../../core/document';
import { add, createRandom, distance, normalize, type Random, rotateAbout, scale, subtract, vec3 } from '../../core/math';
import { isDirect, ridesAlong } from '../../core/microphones';
import { harmDb } from '../../core/optimise';
import { planFindings, resolvePlan } from '../../core/planning';
import { clampToRoom } from '../../core/room';
import { radiansFromDegrees } from '../../core/units';

/** One thing done wrong to one microphone of a set-up that stands as it was placed. */
const SINGLE_FAULTS = ['turned', 'moved', 'raised', 'inverted', 'pattern'] as const;
type SingleFault = (typeof SINGLE_FAULTS)[number];

/** Harm that rises by this and says nothing is as wrong as a false alarm, dB. */
const HARMFUL_DB = 6;
const MOVED_M = 0.3;

/** Faults that raise harm, and those of them about which nothing is said, by kind; where those were. */
export interface SilentHarm {
  harmful: Record<SingleFault, number>;
  silent: Record<SingleFault, number>;
  where: string[];
}

const none = (): Record<SingleFault, number> => ({ turned: 0, moved: 0, raised: 0, inverted: 0, pattern: 0 });
export const noSilentHarm = (): SilentHarm => ({ harmful: none(), silent: none(), where: [] });

function spoiled(session: Session, one: PlacedMicrophone, fault: SingleFault, random: Random): PlacedMicrophone | null {
  const look = subtract(one.aimM, one.positionM);
  const model = session.shelf.microphones.find(({ id }) => id === one.modelId);
  if (!model || isDirect(model.kind)) return null;
  const to = (positionM: PlacedMicrophone['positionM']): PlacedMicrophone => {
    const inside = clampToRoom(session.room, positionM);
    return { ...one, positionM: inside, aimM: add(inside, look) };
  };
  if (fault === 'turned') return { ...one, aimM: add(one.positionM, rotateAbout(look, vec3(0, 0, 1), radiansFromDegrees(180))) };
  if (fault === 'moved')
    return ridesAlong(model.kind)
      ? null
      : to(add(one.positionM, scale(normalize(vec3(random.normal(), random.normal(), 0.3 * random.normal())), MOVED_M)));
  if (fault === 'raised') return ridesAlong(model.kind) ? null : to(add(one.positionM, vec3(0, 0, MOVED_M)));
  if (fault === 'inverted') return { ...one, flipped: !one.flipped };
  const other = model.patterns.find((pattern) => pattern !== one.pattern);
  return other ? { ...one, pattern: other } : null;
}

/** Whether anything is said of a microphone that was not said before, or said of more harm than before. */
function isTold(id: string, before: readonly Finding[], after: readonly Finding[]): boolean {
  const known = new Map(before.map((finding) => [finding.id, finding]));
  return after.some((finding) => {
    if (finding.expected || !finding.microphoneIds.includes(id)) return false;
    const was = known.get(finding.id);
    return !was || was.expected === true || was.severity !== finding.severity || (finding.howMuch ?? 0) > (was.howMuch ?? 0) + 1e-6;
  });
}

/** Spoils every microphone of a session in every way, one at a time, and counts what raises harm and is not told. */
export function walkSilentHarm(session: Session, name: string, seed: number, into: SilentHarm): void {
  const random = createRandom(seed);
  const told = (of: Session): Finding[] => planFindings(of, arrivalTable(resolvePlan(of)));
  const [before, harm] = [told(session), harmDb(resolvePlan(session))];
  for (const one of session.microphones)
    for (const fault of SINGLE_FAULTS) {
      const wrong = spoiled(session, one, fault, random);
      if (!wrong || (distance(wrong.positionM, one.positionM) < 1e-6 && fault === 'moved')) continue;
      const after: Session = {
        ...session,
        microphones: session.microphones.map((placed) => (placed.id === one.id ? wrong : placed)),
        pairs: session.pairs.map((pair) => (pair.leftId === one.id || pair.rightId === one.id ? { ...pair, frame: null } : pair)),
      };
      const rises = harmDb(resolvePlan(after)) - harm;
      if (rises < HARMFUL_DB) continue;
      into.harmful[fault] += 1;
      if (isTold(one.id, before, told(after))) continue;
      into.silent[fault] += 1;
      into.where.push(`${name}: ${one.name} ${fault}, ${rises.toFixed(1)} dB more harm`);
    }
}
