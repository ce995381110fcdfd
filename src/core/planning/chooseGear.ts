import { PLANNING_MARGIN_DB } from '../acoustics';
import { arrivalTable } from '../arrivals';
import { derived } from '../derived';
import type { PlacedMicrophone, Session } from '../document';
import type { ModelId } from '../ids';
import type { Instrument } from '../instruments';
import { isDirect, type MicrophoneModel, type PatternName } from '../microphones';
import { type PairTechnique, placeRecipe, type Recipe, type RecipeMicrophone } from '../setups';
import { assignGear, NEVER } from './assignGear';
import { resolvePlan } from './resolve';

/** What a place of a set-up gets from the shelf; null where nothing is left for it. */
export interface ChosenGear {
  readonly model: MicrophoneModel;
  /** Its pad is needed there, or the set-up asks for it. */
  readonly padOn: boolean;
}

/** Techniques whose two microphones are meant to be alike. */
export const ALIKE: readonly PairTechnique[] = [
  'spaced',
  'XY',
  'AB',
  'ORTF',
  'DIN',
  'NOS',
  'crossed figure-8s',
  'half-crossed',
  'equal-distance pair',
];

/** How many of a model the session has placed already. */
export const usedOf = (session: Session, modelId: ModelId): number =>
  session.microphones.filter((microphone) => microphone.modelId === modelId).length;

/** Moving coils that take this are made for bass drums, dB SPL (from data sheets). */
const BASS_DRUM_DB = 158;

/**
 * What speaks against a microphone at a place, each in the same points: one is the difference between the best kind for it and the next
 * (our choice; the order is common practice: what clips is worse than what is of the wrong kind, and a pad costs hardly anything).
 */
const AGAINST = {
  otherKind: 7,
  otherPattern: 5,
  /** Super- and hypercardioid do for cardioid, and it for them. */
  nearPattern: 1,
  patternThatMatters: 9,
  bassDrumElsewhere: 2.5,
  plainAtTheKick: 1,
  pad: 0.3,
  clips: 8,
  clipsPerDb: 0.4,
  noisyPerDb: 0.12,
  /** Of two that are meant to be alike. */
  unlike: 6,
} as const;
/** Wanted between a source's mean level and a microphone's own noise, dB (common practice). */
const CLEAR_DB = 55;
/** Peaks over the mean level of playing, dB; noise of a preamplifier behind a microphone that names none, dBA (both from memory). */
const PEAK_OVER_MEAN_DB = 15;
const PREAMP_NOISE_DBA = 24;

/** The pair that hears the whole instrument carries the sound: what it is made of counts more than a spot (common practice). */
const WHOLE_WEIGHS = 2;
/** Of two that would do as well, what a set-up names first gets the better. */
const EARLIER_WEIGHS = 0.05;

const ONE_WAY: readonly PatternName[] = ['cardioid', 'supercardioid', 'hypercardioid'];

/** Points against a microphone at a place where peaks come to a level, dB SPL; null for one that is not known. */
function costOf(model: MicrophoneModel, wanted: RecipeMicrophone, peakDb: number | null): number {
  // A pickup stands in for no microphone, nor one for it; one with a clock of its own is for whoever takes it by hand.
  if (wanted.kinds.some(isDirect) !== isDirect(model.kind) || model.connector === 'USB') return NEVER;
  const kind = wanted.kinds.indexOf(model.kind);
  let cost = kind < 0 ? AGAINST.otherKind : kind;
  if (!model.patterns.includes(wanted.pattern)) {
    const isNear = ONE_WAY.includes(wanted.pattern) && model.patterns.some((pattern) => ONE_WAY.includes(pattern));
    cost += isNear ? AGAINST.nearPattern : wanted.patternMatters ? AGAINST.patternThatMatters : AGAINST.otherPattern;
  }
  const isForBassDrums = model.kind === 'moving-coil' && model.maxSplDb >= BASS_DRUM_DB;
  if (wanted.target === 'kick') cost += isForBassDrums ? 0 : AGAINST.plainAtTheKick;
  else if (isForBassDrums) cost += AGAINST.bassDrumElsewhere;
  if (peakDb === null || isDirect(model.kind)) return cost;
  const over = peakDb + PLANNING_MARGIN_DB - model.maxSplDb;
  if (over > model.padDb) cost += AGAINST.clips + AGAINST.clipsPerDb * (over - model.padDb);
  else if (over > 0) cost += AGAINST.pad;
  const clear = peakDb - PEAK_OVER_MEAN_DB - (model.selfNoiseDba ?? PREAMP_NOISE_DBA);
  return cost + AGAINST.noisyPerDb * Math.max(0, CLEAR_DB - clear);
}

/** Peaks at the places of a set-up, dB SPL, by key: worked out with a microphone that hears all round. */
function peaksAt(session: Session, recipe: Recipe, instrument: Instrument): ReadonlyMap<string, number> {
  const [any] = session.shelf.microphones.filter(({ kind }) => !isDirect(kind));
  if (!any) return new Map();
  const microphones = placeRecipe(recipe, instrument, session.room).placed.map(
    ({ recipe: { key, name, label }, positionM, aimM }): PlacedMicrophone => ({
      id: key,
      modelId: any.id,
      name,
      label,
      colour: 0,
      positionM,
      aimM,
      pattern: 'omni',
      padOn: false,
      flipped: false,
      alignSamples: 0,
      target: null,
      locked: false,
      stand: null,
      heldString: null,
      setupId: null,
    }),
  );
  const instruments = session.instruments.map((one) => (one.id === instrument.id ? instrument : one));
  const { plan, rows } = arrivalTable(resolvePlan({ ...session, instruments, microphones, pairs: [], patch: {} }));
  return new Map(
    plan.microphones.flatMap(({ id }, m): [string, number][] => {
      const levels = (rows[m] ?? []).map(({ levelDb }) => levelDb);
      return levels.length > 0 ? [[id, Math.max(...levels)]] : [];
    }),
  );
}

/**
 * The microphones of the shelf that are free, given to all places of a set-up at once so that what speaks against them comes to the least:
 * kind, pattern, level with and without a pad, noise, pairs alike.
 *
 * @returns by the key of each place that is there for the instrument; null where nothing is left that could stand in
 */
export const chooseGear = (session: Session, recipe: Recipe, instrument: Instrument): ReadonlyMap<string, ChosenGear | null> =>
  chosen(recipe, session, instrument);

/** Kept with the recipe while session and instrument are the same: a fit asks twice. */
const chosen = derived((recipe: Recipe, session: Session, instrument: Instrument): ReadonlyMap<string, ChosenGear | null> => {
  const { placed } = placeRecipe(recipe, instrument, session.room);
  const models = session.shelf.microphones;
  const peaks = peaksAt(session, recipe, instrument);
  const wanted = placed.map((one) => one.recipe);
  const inPair = new Set(recipe.pairs.flatMap(({ left, right }) => [left, right]));
  const isWhole = ({ key, target }: RecipeMicrophone): boolean => target === null && inPair.has(key) && !key.startsWith('room');
  const cost = wanted.map((place, at) => {
    const weight = (isWhole(place) ? WHOLE_WEIGHS : 1) * (1 + EARLIER_WEIGHS * (1 - at / wanted.length));
    return models.map((model, i) => weight * costOf(model, place, peaks.get(place.key) ?? null) + 1e-6 * i);
  });
  const indexOf = (key: string): number => wanted.findIndex((place) => place.key === key);
  const pairs = recipe.pairs.flatMap(({ left, right, technique }): [number, number][] => {
    const two: [number, number] = [indexOf(left), indexOf(right)];
    return two[0] >= 0 && two[1] >= 0 && ALIKE.includes(technique) ? [two] : [];
  });
  const of = assignGear(
    cost,
    models.map((model) => ({ free: Math.max(0, model.count - usedOf(session, model.id)) })),
    pairs,
    AGAINST.unlike,
    wanted.map((place, at) => (isWhole(place) ? 3 : 2 - at / wanted.length)),
  );
  return new Map(
    wanted.map((place, i) => {
      const model = models[of[i] ?? -1];
      const peak = peaks.get(place.key);
      const isLoud = model !== undefined && peak !== undefined && peak + PLANNING_MARGIN_DB > model.maxSplDb;
      return [place.key, model ? { model, padOn: model.padDb > 0 && ((place.padded ?? false) || isLoud) } : null];
    }),
  );
});
