import { useMemo } from 'react';
import type { Session } from '../../../core/document';
import type { Instrument } from '../../../core/instruments';
import { bareOf, type Fit } from '../../../core/planning';
import { createResource, useResource } from '../../stores/resource';
import type { Offer } from './filters';

interface Tried {
  readonly session: Session;
  readonly instrument: Instrument;
  readonly offers: readonly Offer[];
}

/** Set-ups whose inputs and power were not clear at a glance. */
const openOf = ({ offers }: Tried): Offer[] => offers.filter(({ fit }) => fit.fits && fit.isPatchOpen);

const solvedFits = createResource<Tried, Readonly<Record<string, Fit>>, 'fits'>({
  job: 'fits',
  owner: 'setups',
  key: ({ session, instrument, offers }) => [session, instrument, offers],
  input: (tried) => {
    const recipeIds = openOf(tried).map(({ recipe }) => recipe.id);
    return recipeIds.length === 0
      ? { atHand: {} }
      : { session: bareOf(tried.session, tried.instrument), instrumentId: tried.instrument.id, recipeIds };
  },
  output: (fits) => fits,
  // What could not be tried is said, and nothing waits for it.
  fallback: (tried, reason) =>
    Object.fromEntries(
      openOf(tried).map(({ recipe, fit }) => [
        recipe.id,
        { ...fit, isPatchOpen: false, reasons: [...fit.reasons, { code: 'not-tried', said: reason }] },
      ]),
    ),
  stillMs: 0,
});

/** Offers as the solver has them: those whose inputs and power were not clear at a glance are asked of it, off the page. */
export function useSolvedOffers(session: Session, instrument: Instrument, offers: readonly Offer[]): readonly Offer[] {
  const tried = useMemo(() => ({ session, instrument, offers }), [session, instrument, offers]);
  const { of, value: fits } = useResource(solvedFits, tried);
  return useMemo(
    () =>
      fits && of?.session === session && of.instrument === instrument
        ? offers.map((offer) => ({ ...offer, fit: fits[offer.recipe.id] ?? offer.fit }))
        : offers,
    [session, instrument, offers, of, fits],
  );
}
