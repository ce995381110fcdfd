import type { Brief, Session } from '../document';
import { familyOf, type Instrument } from '../instruments';
import { type Recipe, recipesFor } from '../setups';
import type { Told } from '../units';
import { tell } from './codes';
import { bareOf, type Fit, fitOf } from './fit';

/** A set-up that answers the brief, with what speaks for it and what it costs. */
export interface Proposal {
  readonly recipe: Recipe;
  readonly fit: Fit;
  /** Answers of the brief that it meets. */
  readonly because: readonly Told[];
}

const MOST = 3;
/** How many microphones people usually begin with (common practice): it decides where nothing is asked for. */
const USUAL = { drums: 4, other: 2 } as const;

interface Wish {
  readonly points: number;
  readonly words: Told | null;
}

/** How well a set-up answers one line of the brief. */
function wishes(brief: Brief, recipe: Recipe, microphones: number, drums: boolean): Wish[] {
  const { sounds, isolation } = recipe;
  const has = (sound: Recipe['sounds'][number], points: number, words: Told): Wish[] => (sounds.includes(sound) ? [{ points, words }] : []);
  const out: Wish[] = [];
  if (brief.picture === 'mono in a dense mix')
    out.push(...has('mono', 4, tell('because-one-channel')), {
      points: microphones <= (drums ? 4 : 1) ? 2 : -microphones / (drums ? 4 : 1),
      words: null,
    });
  if (brief.picture === 'wide and alone')
    out.push(...has('wide', 4, tell('because-wide')), { points: sounds.includes('mono') ? -3 : 0, words: null });
  if (brief.picture === 'part of a band')
    out.push({ points: isolation === 'little' ? -1 : 1, words: isolation === 'little' ? null : tell('because-clear') });
  if (brief.together === 'together')
    out.push({
      points: isolation === 'much' ? 3 : isolation === 'some' ? 1.5 : -1,
      words: isolation === 'much' ? tell('because-little-bleed') : isolation === 'some' ? tell('because-less-bleed') : null,
    });
  if (brief.together === 'one after another') out.push({ points: isolation === 'little' ? 0.5 : 0, words: null });
  if (brief.roomShare === 'dry')
    out.push(...has('dry', 2.5, tell('because-dry')), { points: sounds.includes('roomy') ? -2 : isolation === 'much' ? 1 : 0, words: null });
  if (brief.roomShare === 'some room')
    out.push(...has('natural', 1.5, tell('because-some-room')), { points: sounds.includes('dry') || sounds.includes('roomy') ? -1 : 0, words: null });
  if (brief.roomShare === 'roomy') out.push(...has('roomy', 3, tell('because-room')), { points: sounds.includes('dry') ? -1.5 : 0, words: null });
  if (brief.fixHabit === 'in the mix' && isolation !== 'little')
    out.push({ points: isolation === 'much' ? 1.5 : 0.75, words: tell('because-apart') });
  if (brief.fixHabit === 'at the source')
    out.push({
      points: -0.3 * microphones,
      words: microphones <= (drums ? USUAL.drums : USUAL.other) ? tell('because-few') : null,
    });
  // Half of either: channels apart where that costs few of them.
  if (brief.fixHabit === 'between')
    out.push({
      points: (isolation === 'much' ? 0.75 : isolation === 'some' ? 0.4 : 0) - 0.07 * microphones,
      words: isolation === 'little' ? null : tell('because-apart-and-few'),
    });
  if (brief.character) out.push(...has(brief.character, 2, tell('because-character', { character: brief.character })));
  return out;
}

/** Whether a set-up hears the whole instrument: not one drum of a kit, not its room alone, not the voice beside a guitar. */
function isComplete({ instrument, microphones }: Recipe, drums: boolean): boolean {
  if (drums) return microphones.some(({ target, key }) => target === null && !key.startsWith('room'));
  return instrument === 'voice' || !microphones.every(({ target }) => target === 'voice');
}

/** What a fit is worked out from: all of a session but its brief and its name. */
const GROUNDS = ['instruments', 'microphones', 'pairs', 'room', 'shelf', 'furnishings', 'patch', 'sampleRateHz', 'units'] as const;
let last: { readonly session: Session; readonly instrument: Instrument; readonly fits: ReadonlyMap<string, Fit> } | null = null;

/** Whether each set-up can be put up: every one is tried on paper, once for as long as nothing but the brief changes. */
function fitsOf(session: Session, instrument: Instrument, recipes: readonly Recipe[]): ReadonlyMap<string, Fit> {
  const before = last;
  if (before?.instrument === instrument && GROUNDS.every((key) => before.session[key] === session[key])) return before.fits;
  const bare = bareOf(session, instrument);
  const fits = new Map(recipes.map((recipe) => [recipe.id, fitOf(bare, recipe, instrument)]));
  last = { session, instrument, fits };
  return fits;
}

/**
 * Two or three complete set-ups for an instrument that can be put up with what is there and answer the brief best: the best one, then others
 * that ask for another number of microphones. Without answers the plainest that fit.
 */
export function proposalsFor(session: Session, instrument: Instrument): readonly Proposal[] {
  const drums = familyOf(instrument.kind).group === 'Drums';
  const whole = recipesFor(instrument, session.shelf.setups).filter((recipe) => isComplete(recipe, drums));
  const fits = fitsOf(session, instrument, whole);
  const ranked = whole
    .map((recipe) => {
      const fit = fits.get(recipe.id) as Fit;
      const met = wishes(session.brief, recipe, fit.microphones, drums);
      const points =
        met.reduce((sum, wish) => sum + wish.points, 0) -
        0.5 * fit.reasons.length -
        0.25 * Math.abs(fit.microphones - (drums ? USUAL.drums : USUAL.other));
      return { recipe, fit, points, because: met.flatMap(({ words }) => (words ? [words] : [])) };
    })
    .filter(({ fit }) => fit.fits)
    // What can be plugged in at a glance comes before what has yet to be solved.
    .sort((a, b) => Number(a.fit.isPatchOpen) - Number(b.fit.isPatchOpen) || b.points - a.points);
  const chosen: typeof ranked = [];
  for (const one of ranked) {
    if (chosen.length === MOST) break;
    if (!chosen.some((other) => other.fit.microphones === one.fit.microphones)) chosen.push(one);
  }
  for (const one of ranked) if (chosen.length < Math.min(MOST, 2) && !chosen.includes(one)) chosen.push(one);
  return chosen.map(({ recipe, fit, because }) => ({
    recipe,
    fit,
    because,
  }));
}
