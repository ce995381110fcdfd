import { type ArrivalTable, arrivalTable } from '../arrivals';
import type { Finding } from '../checks';
import { belongsTo, type Session } from '../document';
import { directionToRoom, type Instrument } from '../instruments';
import type { MicrophoneKind } from '../microphones';
import { assignInputs, type SolveMilp, somePatch } from '../patch';
import { distanceToSurface, distanceToWall } from '../room';
import { type PairTechnique, placeRecipe, type Recipe } from '../setups';
import type { Metres, Words } from '../units';
import { ALIKE, chooseGear, usedOf } from './chooseGear';
import { planFindings } from './expected';
import { patchInputs, patchProblem } from './patchProblem';
import { NEEDS_NO_STAND, placeSetup } from './placing';
import { resolvePlan } from './resolve';

/** What is done to an instrument that a set-up wants otherwise than it is, by question and answer. */
const NEEDS = {
  'voice/yes': 'sings-too',
  'lid/open': 'lid-opened',
  'knee/off': 'knee-panel-off',
  'raised/yes': 'drums-raised',
} as const;
type NeedCode = (typeof NEEDS)[keyof typeof NEEDS];

function needOf(id: string, value: string): FitReason {
  const code = Object.entries(NEEDS).find(([key]) => key === `${id}/${value}`)?.[1];
  return code ? { code, facts: {} } : { code: 'set-otherwise', facts: { value } };
}

/** Why a set-up does not fit, or fits with a reservation; places are called by the recipe's own names. */
export type FitReason =
  | { readonly code: 'parts-lacking' | 'pair-unlike' | NeedCode; readonly facts: Readonly<Record<never, never>> }
  | { readonly code: 'inputs-short' | 'stands-short' | 'microphones-short'; readonly facts: { readonly needed: number; readonly free: number } }
  | { readonly code: 'kind-missing'; readonly facts: { readonly kind: MicrophoneKind; readonly place: string } }
  | { readonly code: 'room-small'; readonly facts: { readonly by: Metres; readonly place: string } }
  | { readonly code: 'ceiling-near'; readonly facts: { readonly gap: Metres; readonly place: string } }
  | { readonly code: 'off-midway'; readonly facts: { readonly behind: Metres; readonly best: Metres } }
  | { readonly code: 'set-otherwise'; readonly facts: { readonly value: string } }
  /** No patch of it is possible, or none could be tried, in the patch's own words. */
  | { readonly code: 'patch' | 'not-tried'; readonly said: Words }
  /** What the checks raise beyond what it does by design. */
  | { readonly code: 'finding'; readonly finding: Finding };

/** Whether a set-up can be put up here, what it uses, and every reason against it. */
export interface Fit {
  readonly fits: boolean;
  readonly reasons: readonly FitReason[];
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

function missingKinds(session: Session, recipe: Recipe, instrument: Instrument, wanted: number): FitReason[] {
  const free = session.shelf.microphones
    .filter(({ connector }) => connector !== 'USB')
    .reduce((sum, model) => sum + Math.max(0, model.count - usedOf(session, model.id)), 0);
  if (free < wanted) return [{ code: 'microphones-short', facts: { needed: wanted, free } }];
  const gear = chooseGear(session, recipe, instrument);
  const unsuited = recipe.microphones.filter(({ key, kinds, optional }) => {
    const own = gear.get(key);
    return own !== undefined && !optional && (own === null || !kinds.includes(own.model.kind));
  });
  return unsuited.slice(0, 1).map(({ kinds, name }) => ({ code: 'kind-missing', facts: { kind: kinds[0] ?? 'large-condenser', place: name } }));
}

/**
 * Whether the microphones that are up can all be plugged in, power and levels minded: found at a glance, or asked of the solver; open where
 * there is none to ask.
 */
function patchOf(up: Session, table: ArrivalTable, solve?: SolveMilp): { readonly isOpen: boolean; readonly reason: Words | null } {
  const problem = patchProblem(up, table);
  if (problem.microphones.length === 0 || somePatch(problem)) return { isOpen: false, reason: null };
  if (!solve) return { isOpen: true, reason: null };
  const result = assignInputs(problem, solve);
  return { isOpen: false, reason: result.ok ? null : result.reason };
}

/** How far a player is from where the way of a set-up off a wall would be as long as the room lets, and what the shorter way costs. */
function midwayReason(session: Session, recipe: Recipe, instrument: Instrument): FitReason[] {
  const [place] = recipe.microphones.flatMap(({ place: rule }) => (rule.rule === 'off-wall' ? [rule] : []));
  if (!place) return [];
  const [behind, before] = [-1, 1].map((y) =>
    distanceToWall(session.room, { ...instrument.positionM, z: 1 }, directionToRoom(instrument, { x: 0, y, z: 0 })),
  ) as [number, number];
  const bestM = place.playerShare * (behind + before - place.clearM);
  return Math.abs(behind - bestM) < 0.15 ? [] : [{ code: 'off-midway', facts: { behind: { metres: behind }, best: { metres: bestM } } }];
}

/** Puts the set-up up on paper and hears what the checks say of it, beyond what it raises by design. */
function tried(
  session: Session,
  recipe: Recipe,
  instrument: Instrument,
  solve?: SolveMilp,
): { grave: FitReason[]; minor: FitReason[]; isPatchOpen: boolean } {
  let ids = 0;
  const up = placeSetup(session, recipe, instrument.id, () => `fit-${++ids}`).session;
  const isOurs = (id: string): boolean => id.startsWith('fit-');
  const table = arrivalTable(resolvePlan(up));
  const patch = patchOf(up, table, solve);
  const found = planFindings(up, table).filter(({ microphoneIds }) => microphoneIds.some(isOurs));
  const firstOf = (severity: Finding['severity']): FitReason[] =>
    found
      .filter((finding) => finding.severity === severity)
      .slice(0, 1)
      .map((finding) => ({ code: 'finding', finding }));
  const modelOf = (id: string): string | undefined => up.microphones.find((placed) => placed.id === id)?.modelId;
  const unlike = up.pairs.some(
    (pair) => isOurs(pair.leftId) && ALIKE.includes(pair.technique as PairTechnique) && modelOf(pair.leftId) !== modelOf(pair.rightId),
  );
  return {
    grave: [...(patch.reason === null ? [] : [{ code: 'patch' as const, said: patch.reason }]), ...firstOf('fix')],
    isPatchOpen: patch.isOpen,
    minor: [...midwayReason(session, recipe, instrument), ...(unlike ? [{ code: 'pair-unlike' as const, facts: {} }] : []), ...firstOf('improve')],
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
  const hard: FitReason[] = [];
  if (count === 0) hard.push({ code: 'parts-lacking', facts: {} });
  if (count > inputs) hard.push({ code: 'inputs-short', facts: { needed: count, free: Math.max(0, inputs) } });
  if (onStands > stands) hard.push({ code: 'stands-short', facts: { needed: onStands, free: Math.max(0, stands) } });
  const kinds = missingKinds(session, recipe, chosen, count);
  hard.push(...kinds.filter(({ code }) => code === 'microphones-short'));
  const squeezed = placed.filter(({ gaveWayM }) => gaveWayM > 0.1);
  const [worst] = [...squeezed].sort((a, b) => b.gaveWayM - a.gaveWayM);
  if (worst) hard.push({ code: 'room-small', facts: { by: { metres: worst.gaveWayM }, place: worst.recipe.name } });
  const highest = [...placed].sort((a, b) => b.positionM.z - a.positionM.z)[0];
  const gap = highest ? distanceToSurface(session.room, highest.positionM, 'ceiling') : Infinity;
  const soft = kinds.filter(({ code }) => code === 'kind-missing');
  if (!worst && gap < CEILING_M && highest) soft.push({ code: 'ceiling-near', facts: { gap: { metres: gap }, place: highest.recipe.name } });
  let isPatchOpen = false;
  if (hard.length === 0) {
    const { grave, minor, isPatchOpen: open } = tried(session, recipe, instrument, solve);
    isPatchOpen = open;
    hard.push(...grave);
    soft.push(...minor);
  }
  if (recipe.needs)
    for (const [id, value] of Object.entries(recipe.needs)) if ((instrument.choices?.[id] ?? '') !== value) soft.push(needOf(id, value));
  return { fits: hard.length === 0, reasons: [...hard, ...soft], isPatchOpen, microphones: count, stands: onStands };
}
