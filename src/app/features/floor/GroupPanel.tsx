import { Box, Button, Flex } from '@chakra-ui/react';
import type { ArrivalTable } from '../../../core/arrivals';
import { threeToOne } from '../../../core/checks';
import {
  type Alignment,
  alignMicrophones,
  dropPair,
  makePair,
  removeMicrophones,
  type Session,
  type SourceReference,
  turnMicrophones,
} from '../../../core/document';
import { asMidway, formatDb, formatNumber } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { Help } from '../../components/Help';
import { newId } from '../../components/newId';
import { runCommand } from '../../stores/sessionStore';
import { chooseNothing } from '../../stores/viewStore';
import { PairPanel } from './Figures';
import { PairFramePanel } from './PairFramePanel';

const ALIGNMENTS: readonly (readonly [Alignment, string])[] = [
  ['height', sayFloor('same-height')],
  ['string', sayFloor('equal-strings')],
  ['across', sayFloor('in-line-across')],
  ['deep', sayFloor('in-line-deep')],
];

/** Several microphones in hand: as one they move and turn; the first one leads when they are aligned. */
export function GroupPanel({ session, table, ids, source }: { session: Session; table: ArrivalTable; ids: readonly string[]; source: number }) {
  const from = table.plan.sources[source]?.sides[0].positionM ?? null;
  const paired = session.pairs.find((pair) => ids.length === 2 && ids.includes(pair.leftId) && ids.includes(pair.rightId));
  const name = table.plan.sources[source]?.name;
  const togglePair = (): void => {
    if (paired) runCommand(dropPair(paired.id));
    else runCommand(makePair(newId(), ids[0] ?? '', ids[1] ?? '', centreOf(table, source)));
  };
  return (
    <Box>
      {ids.length === 2 ? (
        <PairPanel session={session} table={table} ids={ids} source={source} />
      ) : (
        <Box fontWeight="700">{sayFloor('microphones-in-hand', { ids: ids.length })}</Box>
      )}
      {paired && <PairFramePanel session={session} pair={paired} />}
      {ids.length === 2 && <Schools table={table} ids={ids} />}
      <Box fontSize="sm" color="quiet" mt="2">
        {sayFloor('drag-one-and-all-go-along', { name: name ? 'yes' : 'no', name2: asMidway(name ?? '') })}
      </Box>
      <Flex gap="2" mt="1" wrap="wrap">
        {ALIGNMENTS.map(([how, text]) => (
          <Button
            key={how}
            size="sm"
            variant="outline"
            minH={{ base: '44px', md: '32px' }}
            onClick={() => runCommand(alignMicrophones(ids, how, from))}
          >
            {text}
          </Button>
        ))}
        <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(turnMicrophones(ids, 5))}>
          {sayFloor('turn-left-5')}
        </Button>
        <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={() => runCommand(turnMicrophones(ids, -5))}>
          {sayFloor('turn-right-5')}
        </Button>
        {ids.length === 2 && (
          <Button size="sm" variant="outline" minH={{ base: '44px', md: '32px' }} onClick={togglePair}>
            {paired ? sayFloor('part-the-pair') : sayFloor('make-them-a-pair')}
          </Button>
        )}
        <Button
          size="sm"
          variant="outline"
          minH={{ base: '44px', md: '32px' }}
          onClick={() => {
            runCommand(removeMicrophones(ids));
            chooseNothing();
          }}
        >
          {sayFloor('take-them-away')}
        </Button>
      </Flex>
    </Box>
  );
}

function centreOf(table: ArrivalTable, source: number): SourceReference | null {
  const found = table.plan.sources[source];
  return found ? { instrumentId: found.instrumentId, sourceId: found.id } : null;
}

/** Three to one, as both schools see it. */
function Schools({ table, ids }: { table: ArrivalTable; ids: readonly string[] }) {
  const told = threeToOne(table, ids[0] ?? '', ids[1] ?? '');
  if (!told) return null;
  return (
    <Box fontSize="sm" mt="2">
      <Box color="quiet">
        {sayFloor('three-to-one')} <Help term="three-to-one" />
      </Box>
      <Box>
        {sayFloor('distance-school-apart')} <span className="measure">{formatNumber(told.distanceRatio, 1)}</span>{' '}
        {sayFloor('times-the-string-distancemet-met-not', { distanceMet: told.distanceMet ? 'yes' : 'no' })}
      </Box>
      <Box>
        {sayFloor('leak-school')}{' '}
        {told.leakDb === null ? (
          sayFloor('one-shared-source-so-it-promises')
        ) : (
          <>
            {sayFloor('the-others-source-is')} <span className="measure">{formatDb(told.leakDb)}</span>{' '}
            {sayFloor('lower-leakmet-met-not-met-9', { leakMet: told.leakMet ? 'yes' : 'no' })}
          </>
        )}
      </Box>
    </Box>
  );
}
