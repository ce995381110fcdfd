import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { getReady, type Session } from '../../../core/document';
import type { NextHelp as Help, HelpPiece } from '../../../core/planning';
import { asMidway, counted, formatNumber } from '../../../core/units';
import { sayReady } from '../../../words/ready.page.en';
import { Fold } from '../../components/Fold';
import { NumberField } from '../../components/NumberField';
import { remember, remembered } from '../../components/remembered';
import { createResource, useResource } from '../../stores/resource';
import { runCommand } from '../../stores/sessionStore';

const helps = createResource<{ readonly session: Session }, readonly Help[], 'what-helps'>({
  job: 'what-helps',
  owner: 'ready',
  key: ({ session }) => [session.shelf, session.instruments, session.room, session.brief],
  input: ({ session }) => session,
  output: (found) => found,
  stillMs: 0,
});

type Prices = Readonly<Record<string, number>>;

/** What a way costs by the prices that were given; null while one of its pieces has none. */
const costOf = ({ pieces }: Help, prices: Prices): number | null =>
  pieces.reduce<number | null>((sum, { key, count }) => (sum === null || !prices[key] ? null : sum + count * prices[key]), 0);

const keyOf = ({ pieces }: Help): string => pieces.map(({ key, count }) => `${count} ${key}`).join();

/** What one more of a kind would open, and what costs nothing. */
export function NextHelp({ session }: { session: Session }) {
  const { value: help, problem } = useResource(
    helps,
    useMemo(() => ({ session }), [session]),
  );
  const [budget, setBudget] = useState(() => Number(remembered('budget') ?? 0));
  const { prices = {} } = session.ready;
  const isOver = (one: Help): boolean => budget > 0 && (costOf(one, prices) ?? 0) > budget;
  const within = help?.filter((one) => !isOver(one)) ?? [];
  const over = help?.filter(isOver) ?? [];
  return (
    <Box maxW="720px">
      <Box as="h1" fontSize="xl" fontWeight="700" mb="2">
        {sayReady('one-more-of-what')}
      </Box>
      {problem && <Box role="alert">{problem}</Box>}
      {!help && !problem && <Box color="quiet">{sayReady('trying-every-set-up-with-one')}</Box>}
      {help?.length === 0 && <Box>{sayReady('nothing-more-opens-a-set-up')}</Box>}
      {help && help.length > 0 && (
        <Flex mb="2">
          <NumberField
            label={sayReady('what-you-would-spend')}
            unit={sayReady('in-your-money')}
            value={budget}
            low={0}
            high={1_000_000}
            onCommit={(value) => {
              remember('budget', String(value));
              setBudget(value);
            }}
          />
        </Flex>
      )}
      <Box as="ol" m="0" p="0" aria-label={sayReady('what-would-help-next')}>
        {within.map((one) => (
          <Way key={keyOf(one)} one={one} prices={prices} />
        ))}
      </Box>
      {over.length > 0 && (
        <Fold id="over-budget" summary={sayReady('over-what-you-would-spend', { over: over.length })}>
          <Box as="ol" m="0" p="0" aria-label={sayReady('over-what-you-would-spend', { over: over.length })}>
            {over.map((one) => (
              <Way key={keyOf(one)} one={one} prices={prices} />
            ))}
          </Box>
        </Fold>
      )}
      <Box mt="3">{sayReady('what-costs-nothing-a-set-up')}</Box>
    </Box>
  );
}

/** One thing or some together: what they open, what they cost, and the set-up that needs none of them. */
function Way({ one, prices }: { one: Help; prices: Prices }) {
  const cost = costOf(one, prices);
  const named = ({ name, count }: HelpPiece): string => sayReady('so-many-of', { count, name: asMidway(name) });
  return (
    <Box as="li" listStyleType="none" py="2" borderTopWidth="1px" borderColor="line">
      <Box fontWeight="700">
        {sayReady('opens', { pieces: { each: one.pieces.map(named), join: 'and' }, opened: counted(one.opens.length, 'set-up') })}
      </Box>
      <Box fontSize="sm" color="quiet">
        {one.opens.join(' · ')}
      </Box>
      {one.plain && (
        <Box fontSize="sm" mt="1">
          {sayReady('without-it', { plain: one.plain })}
        </Box>
      )}
      <Fold
        id={`price/${keyOf(one)}`}
        small
        summary={cost === null ? sayReady('what-it-costs') : sayReady('it-costs', { cost: formatNumber(cost, 2) })}
      >
        <Flex gap="2" mt="1" wrap="wrap" align="end">
          {one.pieces.map(({ key, name }) => (
            <NumberField
              key={key}
              label={sayReady('price-of', { name: asMidway(name) })}
              unit={sayReady('each')}
              value={prices[key] ?? 0}
              low={0}
              high={1_000_000}
              onCommit={(price) => runCommand(getReady(sayReady('price-what-would-help'), { prices: { ...prices, [key]: price } }))}
            />
          ))}
        </Flex>
      </Fold>
    </Box>
  );
}
