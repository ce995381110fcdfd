import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { type ReactNode, useMemo, useState } from 'react';
import { Link, useNavigate, useSearchParams } from 'react-router';
import { belongsTo, type Session } from '../../../core/document';
import type { Instrument } from '../../../core/instruments';
import { placeSetup, proposalsFor, putUpSetup, withoutSetups } from '../../../core/planning';
import { ISOLATIONS, type Recipe, SOUNDS } from '../../../core/setups';
import { saySetups } from '../../../words/setups.page.en';
import { Choice } from '../../components/Choice';
import { Fold } from '../../components/Fold';
import { newId } from '../../components/newId';
import { Toggle } from '../../components/Toggle';
import { AddInstrument } from '../../drawing/AddInstrument';
import { runCommand, useLiveSession } from '../../stores/sessionStore';
import { PLACING, solvePatch } from '../../stores/solvePatch';
import { chooseNothing } from '../../stores/viewStore';
import { Advice } from './Advice';
import { Card, type CardProps } from './Card';
import { Compare } from './Compare';
import { EmptyShelf } from './EmptyShelf';
import { type Filters, filtered, grouped, NO_FILTERS, type Offer, offersFor } from './filters';
import { useSolvedOffers } from './useSolvedOffers';

/** Which set-up: drawings first, each saying whether it fits here. */
export function SetupsStation() {
  const session = useLiveSession();
  const [query] = useSearchParams();
  const instrument = session?.instruments.find((candidate) => candidate.id === query.get('for')) ?? session?.instruments[0];
  if (!session) return null;
  if (!instrument)
    return (
      <Box h="100%" overflow="auto" px={{ base: '3', md: '5' }} py="2" tabIndex={0} role="region" aria-label={saySetups('what-is-played')}>
        <Box maxW="620px">
          <AddInstrument session={session} />
        </Box>
      </Box>
    );
  return <Chooser session={session} instrument={instrument} />;
}

function Chooser({ session, instrument }: { session: Session; instrument: Instrument }) {
  const [filters, setFilters] = useState<Filters>(NO_FILTERS);
  const [compared, setCompared] = useState<readonly string[]>([]);
  const [told, setTold] = useState<string | null>(null);
  const [, setQuery] = useSearchParams();
  const navigate = useNavigate();
  const tried = useMemo(() => offersFor(session, instrument, NO_FILTERS), [session, instrument]);
  const all = useSolvedOffers(session, instrument, tried);
  const offers = useMemo(() => filtered(all, filters), [all, filters]);
  const own = session.microphones.filter((placed) => belongsTo(session, placed, instrument.id));
  const place = (recipe: Recipe, instead: boolean): void => {
    const replaced = instead ? own.map((placed) => placed.id) : [];
    const { missing } = placeSetup(withoutSetups(session, instrument.id, replaced), recipe, instrument.id, newId);
    if (runCommand(putUpSetup(recipe, instrument.id, newId, replaced), { burst: PLACING })) void solvePatch('held');
    chooseNothing();
    if (missing.length) setTold(saySetups('not-placed-because-the-shelf-has', { missing: missing.join(', ') }));
    else void navigate('../floor', { relative: 'path' });
  };
  const toggle = (id: string): void => setCompared((ids) => (ids.includes(id) ? ids.filter((other) => other !== id) : [...ids, id].slice(-2)));
  const proposed = useMemo(() => proposalsFor(session, instrument), [session, instrument]);
  // What is proposed is said once; where somebody looks for something, the list is theirs.
  const first = useMemo(
    () =>
      filters === NO_FILTERS
        ? proposed.flatMap(({ recipe, because }) => all.filter((offer) => offer.recipe.id === recipe.id).map((offer) => ({ ...offer, because })))
        : [],
    [proposed, all, filters],
  );
  const { main, parts, unfit } = useMemo(
    () => grouped(offers, (offer) => !first.some(({ recipe }) => recipe.id === offer.recipe.id)),
    [offers, first],
  );
  const cards = { session, instrument, present: own.length, compared, onPlace: place, onCompare: toggle };
  const pair = compared.flatMap((id) => all.filter(({ recipe }) => recipe.id === id));
  return (
    <Box h="100%" overflow="auto" px={{ base: '3', md: '5' }} py="4" tabIndex={0} role="region" aria-label={saySetups('set-ups')}>
      <Flex align="end" gap="3" wrap="wrap" mb="3">
        <Box as="h1" fontSize="xl" fontWeight="700" mr="auto">
          {first.length > 0
            ? saySetups('that-fit', { count: first.length, instrument: instrument.name })
            : saySetups('set-ups-for-the', { instrument: instrument.name })}
        </Box>
        {session.instruments.length > 1 && (
          <Choice
            label={saySetups('for')}
            value={instrument.id}
            options={session.instruments.map(({ id, name }) => ({ value: id, text: name }))}
            onChange={(id) => setQuery({ for: id }, { replace: true })}
          />
        )}
        <Button asChild minH="44px" variant="outline" display={{ base: 'none', md: 'flex' }}>
          <Link to="../floor" relative="path">
            {saySetups('back-to-the-floor')}
          </Link>
        </Button>
      </Flex>
      {told && (
        <Box role="alert" color="improve" mb="3">
          {told}
        </Box>
      )}
      {session.shelf.microphones.length === 0 && <EmptyShelf session={session} />}
      {first.length > 0 && <Cards offers={first} {...cards} label={saySetups('proposed')} />}
      {pair.length === 2 && (
        <Compare session={session} instrument={instrument} recipes={pair.map(({ recipe }) => recipe)} onClose={() => setCompared([])} />
      )}
      <Rest isFolded={proposed.length > 0} summary={saySetups('all-set-ups', { count: all.length - first.length })}>
        <Flex gap="3" align="end" wrap="wrap" mb="3">
          <Box color="quiet" fontSize="sm" mr="auto">
            {saySetups('of-shown-drawn-in-your-room', { offers: offers.length, all: all.length })}
          </Box>
          <FilterBar filters={filters} onChange={setFilters} />
        </Flex>
        <Advice session={session} instrument={instrument} />
        {offers.length === 0 && <Box py="4">{saySetups('no-set-up-is-left-under')}</Box>}
        <Cards offers={main} {...cards} label={saySetups('set-ups')} />
        {parts.length > 0 && (
          <Fold id="single drums" summary={saySetups('single-drums', { count: parts.length })}>
            <Cards offers={parts} {...cards} label={saySetups('single-drums', { count: parts.length })} />
          </Fold>
        )}
        {unfit.length > 0 && (
          <Fold id="set-ups that do not fit" summary={saySetups('that-do-not-fit', { count: unfit.length })}>
            <Cards offers={unfit} {...cards} label={saySetups('that-do-not-fit', { count: unfit.length })} />
          </Fold>
        )}
      </Rest>
    </Box>
  );
}

/** One press away where something is proposed, in view where nothing fits. */
const Rest = ({ isFolded, summary, children }: { isFolded: boolean; summary: string; children: ReactNode }) =>
  isFolded ? (
    <Fold id="all set-ups" summary={summary}>
      {children}
    </Fold>
  ) : (
    children
  );

type CardsProps = Pick<CardProps, 'session' | 'instrument' | 'present'> & {
  readonly offers: readonly Offer[];
  readonly label: string;
  readonly compared: readonly string[];
  readonly onPlace: (recipe: Recipe, instead: boolean) => void;
  readonly onCompare: (id: string) => void;
};

const Cards = ({ offers, label, compared, onPlace, onCompare, ...card }: CardsProps) => (
  <Grid as="ul" m="0" p="0" templateColumns={{ base: '1fr', md: 'repeat(auto-fill, minmax(300px, 1fr))' }} gap="3" aria-label={label}>
    {offers.map((offer) => (
      <Card
        key={offer.recipe.id}
        {...card}
        offer={offer}
        compared={compared.includes(offer.recipe.id)}
        onPlace={(instead) => onPlace(offer.recipe, instead)}
        onCompare={() => onCompare(offer.recipe.id)}
      />
    ))}
  </Grid>
);

function FilterBar({ filters, onChange }: { filters: Filters; onChange: (filters: Filters) => void }) {
  const any = { value: 'any', text: saySetups('any') };
  return (
    <Flex gap="2" align="end" wrap="wrap">
      <Choice
        label={saySetups('microphones')}
        value={String(filters.most ?? 'any')}
        options={[
          any,
          ...[1, 2, 3, 4, 8].map((most) => ({ value: String(most), text: most === 1 ? saySetups('one') : saySetups('up-to', { most }) })),
        ]}
        onChange={(value) => onChange({ ...filters, most: value === 'any' ? null : Number(value) })}
      />
      <Choice
        label={saySetups('isolation')}
        value={filters.isolation}
        options={[
          any,
          ...ISOLATIONS.slice(1).map((value) => ({ value, text: saySetups('or-more', { value }).replace(saySetups('much-or-more'), 'much') })),
        ]}
        onChange={(value) => onChange({ ...filters, isolation: value as Filters['isolation'] })}
      />
      <Choice
        label={saySetups('sound')}
        value={filters.sound}
        options={[any, ...SOUNDS.map((value) => ({ value, text: value }))]}
        onChange={(value) => onChange({ ...filters, sound: value as Filters['sound'] })}
      />
      <Toggle
        label={saySetups('only-what-fits')}
        on={filters.fittingOnly}
        onToggle={() => onChange({ ...filters, fittingOnly: !filters.fittingOnly })}
      />
    </Flex>
  );
}
