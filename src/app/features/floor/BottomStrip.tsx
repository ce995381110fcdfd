import { Box, Flex } from '@chakra-ui/react';
import { lazy, Suspense } from 'react';
import { meanLossDb } from '../../../core/acoustics';
import type { Session } from '../../../core/document';
import { sourceKey } from '../../../core/ids';
import { formatDb } from '../../../core/units';
import { sayFloor } from '../../../words/floor.page.en';
import { midway } from '../../../words/midway';
import { Rake } from '../../components/Rake';
import { Segments } from '../../components/Segments';
import { SumStrip } from '../../components/SumStrip';
import { useSize } from '../../components/useSize';
import { sumStrip } from '../../drawing/sumStripOf';
import type { LivePlan } from '../../stores/planHooks';
import { type StripName, setView, useViewStore } from '../../stores/viewStore';
import { rakeMarks } from './derive';
import { HeardStrip } from './HeardStrip';
import { LeakStrip } from './LeakStrip';
import { PictureStrip } from './PictureStrip';
import { ToneStrip } from './ToneStrip';

const ListenBar = lazy(async () => ({ default: (await import('../../listening/ListenBar')).ListenBar }));

/** Which microphones the sum strip adds: those chosen, or all when fewer than two are. */
const summed = (session: Session, chosen: readonly string[]): readonly string[] =>
  chosen.length >= 2 ? chosen : session.microphones.map((placed) => placed.id);

const STRIPS: readonly { readonly value: StripName; readonly text: string }[] = [
  { value: 'sum', text: sayFloor('rake-and-sum') },
  { value: 'heard', text: sayFloor('what-it-hears') },
  { value: 'leak', text: sayFloor('leak') },
  { value: 'picture', text: sayFloor('picture') },
  { value: 'tone', text: sayFloor('tone-guide') },
  { value: 'listen', text: sayFloor('listen') },
];

/** What one microphone alone has nothing of. */
const OF_SEVERAL: readonly StripName[] = ['sum', 'leak', 'picture'];
const OF_ONE = STRIPS.filter(({ value }) => !OF_SEVERAL.includes(value));

/** One height whatever the strip shows, so that the drawing above never jumps. */
const STRIP_HEIGHT = '212px';

/** Under the drawing: the rake and the sum, or what one microphone hears, the leak, a pair’s picture, the tone guide. */
export function BottomStrip({ session, live, source, chosen }: { session: Session; live: LivePlan; source: number; chosen: readonly string[] }) {
  const isOne = session.microphones.length === 1;
  const strip = useViewStore((state) => (isOne && OF_SEVERAL.includes(state.strip) ? 'heard' : state.strip));
  const empty = source < 0 || session.microphones.length === 0;
  return (
    <Box borderTopWidth="1px" borderColor="line" bg="panel" h={{ md: STRIP_HEIGHT }} overflow={{ md: 'hidden' }} flexShrink={0}>
      {empty ? (
        <Box px="4" py="3" color="quiet">
          {sayFloor('here-stands-what-each-microphone-hears')}
        </Box>
      ) : (
        <>
          <Segments
            label={sayFloor('strip')}
            value={strip}
            options={isOne ? OF_ONE : STRIPS}
            onChange={(value) => setView({ strip: value as StripName })}
          />
          {strip === 'sum' && <SumAndRake session={session} live={live} source={source} chosen={chosen} />}
          {strip === 'heard' && <HeardStrip table={live.table} id={chosen[0] ?? null} units={session.units} />}
          {strip === 'leak' && <LeakStrip table={live.table} />}
          {strip === 'picture' && <PictureStrip session={session} table={live.table} chosen={chosen} />}
          {strip === 'listen' && (
            <Box px="3" py="1" overflow="auto" maxH={{ md: '176px' }}>
              <Suspense fallback={<Box color="quiet">{sayFloor('one-moment')}</Box>}>
                <ListenBar session={session} sources={live.table.plan.sources.map((one) => ({ key: sourceKey(one), name: one.name }))} />
              </Suspense>
            </Box>
          )}
          {strip === 'tone' && <ToneStrip session={session} table={live.table} id={chosen[0] ?? null} />}
        </>
      )}
    </Box>
  );
}

function SumAndRake({ session, live, source, chosen }: { session: Session; live: LivePlan; source: number; chosen: readonly string[] }) {
  const [box, size] = useSize<HTMLDivElement>();
  const half = Math.max(200, size.width > 640 ? size.width / 2 - 24 : size.width - 24);
  const strip = sumStrip(live.table, summed(session, chosen), source);
  const name = midway(live.table.plan.sources[source]?.name ?? '');
  return (
    <Flex ref={box} wrap="wrap" px="2" pt="1">
      <Box w={`${half}px`} mr="4">
        <Box fontSize="sm" color="quiet" px="2">
          {sayFloor('the')} {name} {sayFloor('reaches-each-microphone-after-ms-model')}
        </Box>
        <Rake marks={rakeMarks(live.table, session.microphones, source)} width={half} height={128} title={sayFloor('arrival-rake-of', { name })} />
      </Box>
      {strip && (
        <Box w={`${half}px`}>
          <Flex fontSize="sm" color="quiet" px="2" justify="space-between">
            <span>
              {sayFloor('the')} {name} {sayFloor('in-chosen-the-chosen-channels-all', { chosen: chosen.length >= 2 ? 'yes' : 'no' })}
            </span>
            <span className="measure">{sayFloor('loses', { meanLoss: formatDb(meanLossDb(strip.sumDb, strip.inStepDb)) })}</span>
          </Flex>
          <SumStrip
            {...strip}
            width={half}
            height={128}
            title={sayFloor('sum-strip-of', { name: name ?? '', loss: formatDb(meanLossDb(strip.sumDb, strip.inStepDb)) })}
          />
        </Box>
      )}
    </Flex>
  );
}
