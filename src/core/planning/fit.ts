import { type ArrivalTable, arrivalTable } from '../arrivals';
import { checkPlan, type Finding, told } from '../checks';
import { belongsTo, type Session } from '../document';
import { directionToRoom, type Instrument } from '../instruments';
import { MICROPHONE_KIND_NAMES, type MicrophoneModel } from '../microphones';
import { assignInputs, type SolveMilp, somePatch } from '../patch';
import { distanceToSurface, distanceToWall } from '../room';
import { type PairTechnique, placeRecipe, type Recipe } from '../setups';
import { counted, formatLength } from '../units';
import { withExpectations } from './expected';
import { patchInputs, patchProblem } from './patchProblem';
import { chooseModel, NEEDS_NO_STAND, placeSetup, usedOf } from './placing';
import { resolvePlan } from './resolve';

/** Whether a set-up can be put up here, what it uses, and every reason against it as a sentence. */
export interface Fit {
  readonly fits: boolean;
  readonly reasons: readonly string[];
  /** No patch of it was found at a glance: whether it fits is for the solver to say. */
  readonly isPatchOpen: boolean;
  readonly microphones: number;
  readonly stands: number;
}

/** The session without what stands at an instrument: what a set-up for it is tried in, with the gear free that it would replace. */
export function bareOf(session: Session, { id: instrumentId }: Pick<Instrument, 'id'>): Session {
  const microphones = session.microphones.filter((placed) => !belongsTo(session, placed, instrumentId));
  const left = new Set(microphones.map(({ id }) => id));
  return {
    ...session,
    microphones,
    pairs: session.pairs.filter(({ leftId, rightId }) => left.has(leftId) && left.has(rightId)),
    patch: Object.fromEntries(Object.entries(session.patch).filter(([id]) => left.has(id))),
  };
}

/** An overhead wants at least this much air to the ceiling, metres. */
const CEILING_M = 0.5;

function missingKinds(session: Session, recipe: Recipe, wanted: number): string[] {
  const free = session.shelf.microphones
    .filter(({ connector }) => connector !== 'USB')
    .reduce((sum, model) => sum + Math.max(0, model.count - usedOf(session, model.id)), 0);
  if (free < wanted) return [`The shelf has ${counted(free, 'free microphone')} and it needs ${wanted}.`];
  const taken = new Map<string, number>();
  const unsuited = recipe.microphones.filter((microphone) => {
    const left = session.shelf.microphones.filter(
      (model: MicrophoneModel) => model.count - usedOf(session, model.id) - (taken.get(model.id) ?? 0) > 0,
    );
    const model = chooseModel({ ...session, microphones: [], shelf: { ...session.shelf, microphones: left } }, microphone);
    if (model) taken.set(model.id, (taken.get(model.id) ?? 0) + 1);
    return !microphone.optional && (!model || !microphone.kinds.includes(model.kind));
  });
  return unsuited
    .slice(0, 1)
    .map(
      (microphone) =>
        `No free ${(MICROPHONE_KIND_NAMES[microphone.kinds[0] ?? 'large-condenser'] ?? '').toLowerCase()} is left for ${microphone.name.toLowerCase()}; another kind would take its place.`,
    );
}

const areFree = (left: number): string => (left > 1 ? `${left} are free` : `${left === 1 ? '1' : 'none'} is free`);

const UNLIKE = 'Two unlike microphones stand in for a pair: the picture leans from note to note.';

/** Techniques whose two microphones are meant to be alike. */
const ALIKE: readonly PairTechnique[] = ['spaced', 'XY', 'AB', 'ORTF', 'DIN', 'NOS', 'crossed figure-8s', 'half-crossed', 'equal-distance pair'];

/**
 * Whether the microphones that are up can all be plugged in, power and levels minded: found at a glance, or asked of the solver; open where
 * there is none to ask.
 */
function patchOf(up: Session, table: ArrivalTable, solve?: SolveMilp): { readonly isOpen: boolean; readonly reason: string | null } {
  const problem = patchProblem(up, table);
  if (problem.microphones.length === 0 || somePatch(problem)) return { isOpen: false, reason: null };
  if (!solve) return { isOpen: true, reason: null };
  const result = assignInputs(problem, solve);
  return { isOpen: false, reason: result.ok ? null : result.reason };
}

/** How far a player is from where the way of a set-up off a wall would be as long as the room lets, and what the shorter way costs. */
function midwayReason(session: Session, recipe: Recipe, instrument: Instrument): string[] {
  const [place] = recipe.microphones.flatMap(({ place: rule }) => (rule.rule === 'off-wall' ? [rule] : []));
  if (!place) return [];
  const [behind, before] = [-1, 1].map((y) =>
    distanceToWall(session.room, { ...instrument.positionM, z: 1 }, directionToRoom(instrument, { x: 0, y, z: 0 })),
  ) as [number, number];
  const bestM = place.playerShare * (behind + before - place.clearM);
  return Math.abs(behind - bestM) < 0.15
    ? []
    : [
        `The player stands ${formatLength(behind, session.units)} from the wall; half way along this room would be ${formatLength(bestM, session.units)}. Nearer the wall the reflection comes sooner and the room is less of it.`,
      ];
}

/** Puts the set-up up on paper and hears what the checks say of it, beyond what it raises by design. */
function tried(
  session: Session,
  recipe: Recipe,
  instrument: Instrument,
  solve?: SolveMilp,
): { grave: string[]; minor: string[]; isPatchOpen: boolean } {
  let ids = 0;
  const up = placeSetup(session, recipe, instrument.id, () => `fit-${++ids}`).session;
  const isOurs = (id: string): boolean => id.startsWith('fit-');
  const table = arrivalTable(resolvePlan(up));
  const patch = patchOf(up, table, solve);
  const found = withExpectations(up, checkPlan(table)).filter(({ microphoneIds }) => microphoneIds.some(isOurs));
  const said = (severity: Finding['severity']): string[] => found.filter((finding) => finding.severity === severity).map(told);
  const modelOf = (id: string): string | undefined => up.microphones.find((placed) => placed.id === id)?.modelId;
  const unlike = up.pairs.some(
    (pair) => isOurs(pair.leftId) && ALIKE.includes(pair.technique as PairTechnique) && modelOf(pair.leftId) !== modelOf(pair.rightId),
  );
  return {
    grave: [...(patch.reason === null ? [] : [patch.reason]), ...said('fix').slice(0, 1)],
    isPatchOpen: patch.isOpen,
    minor: [...midwayReason(session, recipe, instrument), ...(unlike ? [UNLIKE] : []), ...said('improve').slice(0, 1)],
  };
}

/**
 * Judges a set-up against shelf, inputs, power, stands and room. A substitute microphone is told but fits all the same.
 * @param solve asked where no patch is found at a glance
 */
export function fitOf(session: Session, recipe: Recipe, instrument: Instrument, solve?: SolveMilp): Fit {
  const chosen = recipe.needs ? { ...instrument, choices: { ...instrument.choices, ...recipe.needs } } : instrument;
  const { placed } = placeRecipe(recipe, chosen, session.room);
  const count = placed.length;
  const inputs = patchInputs(session).length - session.microphones.length;
  const onStands = placed.filter(({ recipe: microphone }) => !NEEDS_NO_STAND.includes(microphone.kinds[0] ?? 'moving-coil')).length;
  const stands =
    session.shelf.stands.reduce((sum, stand) => sum + stand.count, 0) - session.microphones.filter((microphone) => microphone.stand).length;
  const hard: string[] = [];
  if (count === 0) hard.push('This instrument lacks the parts it is for.');
  if (count > inputs) hard.push(`It needs ${counted(count, 'input')} and ${areFree(inputs)}.`);
  if (onStands > stands) hard.push(`It needs ${counted(onStands, 'stand')} and ${areFree(stands)}.`);
  const kinds = missingKinds(session, recipe, count);
  const [kindProblem] = kinds;
  if (kindProblem?.startsWith('The shelf')) hard.push(kindProblem);
  const squeezed = placed.filter(({ gaveWayM }) => gaveWayM > 0.1);
  const [worst] = [...squeezed].sort((a, b) => b.gaveWayM - a.gaveWayM);
  if (worst) hard.push(`The room is ${formatLength(worst.gaveWayM, session.units)} too small for ${worst.recipe.name.toLowerCase()}.`);
  const highest = [...placed].sort((a, b) => b.positionM.z - a.positionM.z)[0];
  const gap = highest ? distanceToSurface(session.room, highest.positionM, 'ceiling') : Infinity;
  const soft = kinds.filter((reason) => !reason.startsWith('The shelf'));
  if (!worst && gap < CEILING_M && highest)
    soft.push(`The ceiling leaves ${formatLength(gap, session.units)} above ${highest.recipe.name.toLowerCase()}; absorb above it.`);
  let isPatchOpen = false;
  if (hard.length === 0) {
    const { grave, minor, isPatchOpen: open } = tried(session, recipe, instrument, solve);
    isPatchOpen = open;
    hard.push(...grave);
    soft.push(...minor);
  }
  if (recipe.needs)
    for (const [id, value] of Object.entries(recipe.needs)) if ((instrument.choices?.[id] ?? '') !== value) soft.push(needWords(id, value));
  return { fits: hard.length === 0, reasons: [...hard, ...soft], isPatchOpen, microphones: count, stands: onStands };
}

const NEEDS: Record<string, string> = {
  'voice/yes': 'The player is set to sing too.',
  'lid/open': 'The lid is opened.',
  'knee/off': 'The knee panel is taken off.',
  'raised/yes': 'The drums are put on a stand, off the floor.',
};
const needWords = (id: string, value: string): string => NEEDS[`${id}/${value}`] ?? `The instrument is set to “${value}”.`;
