import { arrivalTable } from '../arrivals';
import { checkPlan } from '../checks';
import { type Command, command, type NewId, type PlacedMicrophone, type Session, type SourceReference, standFor, stepTold } from '../document';
import type { MicrophoneId, ModelId } from '../ids';
import { geometryOf } from '../instruments';
import { add, cross, normalize, rotateAbout, scale, subtract, type Vec3 } from '../math';
import { isDirect, type MicrophoneModel } from '../microphones';
import { clampToRoom } from '../room';
import type { Words } from '../units';
import { radiansFromDegrees } from '../units';
import { usedOf } from './chooseGear';
import { NEEDS_NO_STAND, nextColour } from './placing';
import { resolvePlan } from './resolve';

/** Kinds on the shelf of which one is still free, in the shelf's order. */
export const freeModels = (session: Session): readonly MicrophoneModel[] =>
  session.shelf.microphones.filter((model) => usedOf(session, model.id) < model.count);

/** First tries for a free microphone, metres before the source: as near as most instruments are recorded (common practice), then farther. */
const AWAY_M = [0.3, 0.45, 0.15, 0.7, 1];
const RISES_DEG = [0, 30, 55];
/** Microphones of one kind of place stand so far apart, side by side, metres: their bodies clear each other. */
const BESIDE_M = 0.07;
const UP: Vec3 = { x: 0, y: 0, z: 1 };

const nameOf = (session: Session, id: MicrophoneId): Words => session.microphones.find((one) => one.id === id)?.name ?? stepTold('a-microphone');

const isTaken = (session: Session, key: 'name' | 'label', value: string): boolean =>
  session.microphones.some((one) => one[key].toLowerCase() === value.toLowerCase());

/** A name, or label, that nobody has yet: with a number where it is taken. */
function unique(session: Session, key: 'name' | 'label', wanted: string): string {
  const most = key === 'label' ? 4 : 80;
  for (let n = 1; ; n++) {
    const value = n === 1 ? wanted.slice(0, most) : key === 'label' ? `${wanted.slice(0, most - String(n).length)}${n}` : `${wanted} ${n}`;
    if (!isTaken(session, key, value)) return value;
  }
}

const labelOf = (name: string): string =>
  name
    .split(/\s+/)
    .map((word) => word[0] ?? '')
    .join('')
    .toUpperCase()
    .slice(0, 3) || 'M';

function placedAs(
  session: Session,
  model: MicrophoneModel,
  like: Pick<PlacedMicrophone, 'name' | 'positionM' | 'aimM' | 'target'>,
  id: MicrophoneId,
): PlacedMicrophone {
  const name = unique(session, 'name', like.name);
  return {
    id,
    modelId: model.id,
    label: unique(session, 'label', labelOf(like.name)),
    name,
    colour: nextColour(session),
    positionM: like.positionM,
    aimM: like.aimM,
    pattern: model.patterns.includes('cardioid') ? 'cardioid' : (model.patterns[0] ?? 'omni'),
    padOn: false,
    flipped: false,
    alignSamples: 0,
    target: like.target,
    locked: false,
    stand: NEEDS_NO_STAND.includes(model.kind) ? null : standFor(session, like.positionM, null, model.weightKg),
    heldString: null,
    setupId: null,
  };
}

const fixesIn = (session: Session): number => checkPlan(arrivalTable(resolvePlan(session))).filter(({ severity }) => severity === 'fix').length;

/** Where one stands before a source with the least trouble: along its axis, or raised over it. A pickup is on it. */
function placeBefore(session: Session, model: MicrophoneModel, { instrumentId, sourceId }: SourceReference): PlacedMicrophone | null {
  const instrument = session.instruments.find(({ id }) => id === instrumentId);
  const source = instrument && geometryOf(instrument).sources.find(({ id }) => id === sourceId);
  if (!source) return null;
  const [side] = source.sides;
  const target = { instrumentId, sourceId };
  const at = (positionM: Vec3): PlacedMicrophone =>
    placedAs(session, model, { name: source.name, positionM: clampToRoom(session.room, positionM), aimM: side.positionM, target }, 'tried');
  if (isDirect(model.kind)) return { ...at(add(side.positionM, scale(side.normal, 0.01))), aimM: subtract(side.positionM, side.normal) };
  const sideways = cross(side.normal, UP);
  const axis = Math.hypot(sideways.x, sideways.y, sideways.z) > 0.1 ? normalize(sideways) : { x: 1, y: 0, z: 0 };
  const before = fixesIn(session);
  let least: { placed: PlacedMicrophone; fixes: number } | null = null;
  for (const rise of RISES_DEG)
    for (const away of AWAY_M) {
      const placed = at(add(side.positionM, scale(rotateAbout(side.normal, axis, radiansFromDegrees(rise)), away)));
      const fixes = fixesIn({ ...session, microphones: [...session.microphones, placed] });
      if (fixes <= before) return placed;
      if (!least || fixes < least.fixes) least = { placed, fixes };
    }
  return least?.placed ?? null;
}

/** Puts up a microphone of the shelf by hand before a source; changes nothing where none of that kind is free. */
export const addMicrophone = (modelId: ModelId, target: SourceReference, newId: NewId): Command =>
  command(
    (session) => stepTold('add', { name: session.shelf.microphones.find(({ id }) => id === modelId)?.name ?? stepTold('a-microphone') }),
    (session) => {
      const model = freeModels(session).find(({ id }) => id === modelId);
      const placed = model && placeBefore(session, model, target);
      return placed ? { ...session, microphones: [...session.microphones, { ...placed, id: newId() }] } : session;
    },
  );

/** Beside another, looking where it looks: so many bodies to its right, as it sees it. */
function beside(session: Session, like: PlacedMicrophone, model: MicrophoneModel, by: number, id: MicrophoneId): PlacedMicrophone {
  const ahead = normalize(subtract(like.aimM, like.positionM));
  const right = cross(ahead, UP);
  const way = Math.hypot(right.x, right.y) > 0.1 ? normalize(right) : { x: 1, y: 0, z: 0 };
  const step = scale(way, by * BESIDE_M);
  const positionM = clampToRoom(session.room, add(like.positionM, step));
  const made = placedAs(session, model, { name: like.name, positionM, aimM: add(like.aimM, step), target: like.target }, id);
  return { ...made, pattern: model.patterns.includes(like.pattern) ? like.pattern : made.pattern };
}

/** The same kind once more beside it; another that is free where there is none. */
export const duplicateMicrophone = (id: MicrophoneId, newId: NewId): Command =>
  command(
    (session) => stepTold('duplicate', { name: nameOf(session, id) }),
    (session) => {
      const like = session.microphones.find((one) => one.id === id);
      const free = freeModels(session);
      const model = free.find((one) => one.id === like?.modelId) ?? free.find(({ kind }) => !isDirect(kind));
      return like && model ? { ...session, microphones: [...session.microphones, beside(session, like, model, 1, newId())] } : session;
    },
  );

/** Kinds for a shoot-out beside a microphone: up to two others, unlike it and each other. */
export function shootOutModels(session: Session, id: MicrophoneId): readonly MicrophoneModel[] {
  const like = session.microphones.find((one) => one.id === id);
  const own = session.shelf.microphones.find((model) => model.id === like?.modelId);
  const others = freeModels(session).filter(({ kind, id: model, connector }) => model !== own?.id && !isDirect(kind) && connector !== 'USB');
  const unlike = others.filter(({ kind }, i) => kind !== own?.kind && others.findIndex((one) => one.kind === kind) === i);
  return [...unlike, ...others.filter((one) => !unlike.includes(one))].slice(0, 2);
}

/** Two others left and right of it, as near as their bodies let them: one take of all three tells which is wanted. */
export const addShootOut = (id: MicrophoneId, newId: NewId): Command =>
  command(
    (session) => stepTold('put-others-beside', { name: nameOf(session, id) }),
    (session) => {
      let next = session;
      for (const [i, model] of shootOutModels(session, id).entries()) {
        const like = next.microphones.find((one) => one.id === id);
        const microphones = like ? next.microphones.concat(beside(next, like, model, i === 0 ? 1 : -1, newId())) : next.microphones;
        next = { ...next, microphones };
      }
      return next;
    },
  );
