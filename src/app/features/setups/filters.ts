import { derived } from '../../../core/derived';
import type { Session } from '../../../core/document';
import type { Instrument } from '../../../core/instruments';
import { bareOf, type Fit, fitOf } from '../../../core/planning';
import { ISOLATIONS, type Isolation, type Recipe, recipesFor, type Sound } from '../../../core/setups';
import type { Told } from '../../../core/units';

export interface Filters {
  /** Most microphones; null for any number. */
  readonly most: number | null;
  readonly isolation: Isolation | 'any';
  readonly sound: Sound | 'any';
  /** Only what can be put up with what is here. */
  readonly fittingOnly: boolean;
}

export const NO_FILTERS: Filters = { most: null, isolation: 'any', sound: 'any', fittingOnly: false };

export interface Offer {
  readonly recipe: Recipe;
  readonly fit: Fit;
  /** Where it is proposed: what speaks for it. */
  readonly because?: readonly Told[];
}

/** Every set-up for an instrument with whether it fits; kept for as long as the session is the same, since each is put up on paper. */
const allOffers = derived((session: Session, instrument: Instrument): readonly Offer[] => {
  const bare = bareOf(session, instrument);
  return recipesFor(instrument, session.shelf.setups).map((recipe): Offer => ({ recipe, fit: fitOf(bare, recipe, instrument) }));
});

/** Set-ups for an instrument under the filters: those that fit first, then as the library has them. */
export const offersFor = (session: Session, instrument: Instrument, filters: Filters): Offer[] => filtered(allOffers(session, instrument), filters);

/** Offers under the filters, those that fit first. */
export const filtered = (offers: readonly Offer[], filters: Filters): Offer[] =>
  offers
    .filter(({ recipe, fit }) => {
      if (filters.most !== null && fit.microphones > filters.most) return false;
      if (filters.isolation !== 'any' && ISOLATIONS.indexOf(recipe.isolation) < ISOLATIONS.indexOf(filters.isolation)) return false;
      if (filters.sound !== 'any' && !recipe.sounds.includes(filters.sound)) return false;
      return !filters.fittingOnly || fit.fits;
    })
    .sort((a, b) => Number(b.fit.fits) - Number(a.fit.fits));

/** One drum of a kit with whatever is put on it: a part of a larger set-up, or one for an overdub. */
const isOneDrum = ({ instrument, microphones }: Recipe): boolean =>
  instrument === 'drum-kit' && new Set(microphones.map(({ target }) => target)).size === 1 && microphones[0]?.target !== null;

/** What is looked at first, and what is one step aside: single drums, and what does not fit. Where nothing fits, everything is looked at. */
export function grouped(
  offers: readonly Offer[],
  isLeft: (offer: Offer) => boolean = () => true,
): {
  readonly main: readonly Offer[];
  readonly parts: readonly Offer[];
  readonly unfit: readonly Offer[];
} {
  const fitting = offers.filter(({ fit }) => fit.fits);
  const whole = fitting.filter(({ recipe }) => !isOneDrum(recipe));
  if (whole.length === 0) return { main: offers, parts: [], unfit: [] };
  return { main: whole.filter(isLeft), parts: fitting.filter(({ recipe }) => isOneDrum(recipe)), unfit: offers.filter(({ fit }) => !fit.fits) };
}
