import { useEffect, useMemo, useState } from 'react';
import type { Session } from '../../../core/document';
import type { Instrument } from '../../../core/instruments';
import type { Fit } from '../../../core/planning';
import { runJob } from '../../../workers/runJob';
import { bareOf, type Offer } from './filters';

/** Offers as the solver has them: those whose inputs and power were not clear at a glance are asked of it, off the page. */
export function useSolvedOffers(session: Session, instrument: Instrument, offers: readonly Offer[]): readonly Offer[] {
  const [solved, setSolved] = useState<{ readonly of: Session; readonly fits: Readonly<Record<string, Fit>> } | null>(null);
  useEffect(() => {
    const recipeIds = offers.flatMap(({ recipe, fit }) => (fit.fits && fit.isPatchOpen ? [recipe.id] : []));
    if (recipeIds.length === 0) return;
    const stop = new AbortController();
    const wish = { session: bareOf(session, instrument), instrumentId: instrument.id, recipeIds };
    void runJob('fits', wish, { owner: 'setups', signal: stop.signal }).then((answer) => {
      if (stop.signal.aborted) return;
      if (answer.kind === 'done') setSolved({ of: session, fits: answer.output });
      // What could not be tried is said, and nothing waits for it.
      if (answer.kind === 'failed') {
        const untried = offers.filter(({ recipe }) => recipeIds.includes(recipe.id));
        const told = (fit: Fit): Fit => ({ ...fit, isPatchOpen: false, reasons: [...fit.reasons, answer.reason] });
        setSolved({ of: session, fits: Object.fromEntries(untried.map(({ recipe, fit }) => [recipe.id, told(fit)])) });
      }
    });
    return () => stop.abort();
  }, [session, instrument, offers]);
  return useMemo(
    () => (solved?.of === session ? offers.map((offer) => ({ ...offer, fit: solved.fits[offer.recipe.id] ?? offer.fit })) : offers),
    [session, offers, solved],
  );
}
