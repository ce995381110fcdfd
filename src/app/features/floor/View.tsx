import { Box, Button, Flex } from '@chakra-ui/react';
import { memo, useEffect, useRef } from 'react';
import type { ArrivalTable } from '../../../core/arrivals';
import type { Session } from '../../../core/document';
import { sourceKey } from '../../../core/ids';
import { sayFloor } from '../../../words/floor.page.en';
import { Choice } from '../../components/Choice';
import { Segments } from '../../components/Segments';
import type { Face } from '../../drawing/projection';
import { useLivePlan } from '../../stores/planHooks';
import { useLiveSession } from '../../stores/sessionStore';
import { useCalmSession } from '../../stores/useCalm';
import { chooseNothing, type FloorView, microphonesIn, setView, useViewStore } from '../../stores/viewStore';
import { BottomStrip } from './BottomStrip';
import { shownSource } from './derive';
import { FloorDrawing } from './FloorDrawing';
import { Legend } from './Legend';
import { SidePanel } from './SidePanel';
import { Verdicts } from './Verdicts';

/** Room with the instruments and microphones, what each hears, and what to mend. */
export function FloorStation() {
  const session = useCalmSession();
  return session ? <Floor session={session} /> : null;
}

/** Escape puts everything down, wherever the focus is. */
function useEscape(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (event.key === 'Escape' && !event.defaultPrevented) chooseNothing();
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, []);
}

/** The chosen microphones that are still there; the same array while they are the same. */
function useChosen(session: Session): readonly string[] {
  const selection = useViewStore((state) => state.selection);
  const ids = microphonesIn(selection, session);
  const there = ids.filter((id) => session.microphones.some((placed) => placed.id === id));
  const kept = useRef(there);
  if (kept.current.join() !== there.join()) kept.current = there;
  return kept.current;
}

function Floor({ session }: { session: Session }) {
  useEscape();
  const live = useLivePlan(session);
  const floorView = useViewStore((state) => state.floorView);
  const elevation = useViewStore((state) => state.elevation);
  const legend = useViewStore((state) => state.legend);
  const stringsFrom = useViewStore((state) => state.stringsFrom);
  const chosen = useChosen(session);
  const source = shownSource(live.table, stringsFrom, chosen);
  const faces: Face[] = floorView === 'plan' ? ['plan'] : floorView === 'side' ? [elevation] : ['plan', elevation];
  return (
    <Flex direction={{ base: 'column', md: 'row' }} h="100%" minH="0" overflow={{ base: 'auto', md: 'hidden' }}>
      {session.microphones.length > 0 && (
        <Box
          display={{ base: 'block', md: 'none' }}
          px="4"
          pb="2"
          maxH="38vh"
          flexShrink={0}
          overflow="auto"
          bg="panel"
          borderBottomWidth="2px"
          borderColor="line"
        >
          <Verdicts session={session} findings={live.findings} />
        </Box>
      )}
      <Flex direction="column" flex={{ base: 'none', md: '1' }} minW="0" minH={{ md: '0' }}>
        <ViewBar session={session} table={live.table} source={source} />
        <Flex flex="1" minH="0" direction={{ base: 'column', md: 'row' }} position="relative">
          {legend && <Legend units={session.units} />}
          {faces.map((face) => (
            <Box
              key={face}
              flex={{ base: 'none', md: '1' }}
              h={{ base: '340px', md: 'auto' }}
              minW="0"
              minH="0"
              borderRightWidth={{ md: '1px' }}
              borderColor="line"
            >
              <LiveDrawing face={face} />
            </Box>
          ))}
        </Flex>
        <BottomStrip session={session} live={live} source={source} chosen={chosen} />
      </Flex>
      <SidePanel session={session} live={live} chosen={chosen} source={source} />
    </Flex>
  );
}

/** The drawing follows every frame of a drag; what stands beside it follows as fast as one can read. */
const LiveDrawing = memo(function LiveDrawing({ face }: { face: Face }) {
  const session = useLiveSession();
  return session ? <Drawn session={session} face={face} /> : null;
});

function Drawn({ session, face }: { session: Session; face: Face }) {
  const { table } = useLivePlan(session);
  const stringsFrom = useViewStore((state) => state.stringsFrom);
  const chosen = useChosen(session);
  return <FloorDrawing session={session} table={table} face={face} source={shownSource(table, stringsFrom, chosen)} chosen={chosen} />;
}

interface ViewBarProps {
  readonly session: Session;
  readonly table: ArrivalTable;
  readonly source: number;
}

/** The bar speaks of instruments and their sources; microphones may move without it. */
const sameBar = (a: ViewBarProps, b: ViewBarProps): boolean => a.source === b.source && a.session.instruments === b.session.instruments;

const ViewBar = memo(function ViewBar({ session, table, source }: ViewBarProps) {
  const floorView = useViewStore((state) => state.floorView);
  const elevation = useViewStore((state) => state.elevation);
  const wholeRoom = useViewStore((state) => state.wholeRoom);
  const legend = useViewStore((state) => state.legend);
  const { sources } = table.plan;
  return (
    <Flex px="3" py="2" gap="3" align="center" wrap="wrap" borderBottomWidth="1px" borderColor="line">
      <Segments
        label={sayFloor('drawing')}
        value={floorView}
        options={[
          { value: 'plan', text: sayFloor('plan') },
          { value: 'side', text: sayFloor('side') },
          { value: 'both', text: sayFloor('both') },
        ]}
        onChange={(value) => setView({ floorView: value as FloorView })}
      />
      {floorView !== 'plan' && (
        <Segments
          label={sayFloor('elevation')}
          value={elevation}
          options={[
            { value: 'side', text: sayFloor('from-the-side') },
            { value: 'front', text: sayFloor('from-the-front') },
          ]}
          onChange={(value) => setView({ elevation: value as 'side' | 'front' })}
        />
      )}
      <Button
        size="sm"
        minH={{ base: '44px', md: '34px' }}
        variant="outline"
        aria-pressed={wholeRoom}
        onClick={() => setView({ wholeRoom: !wholeRoom })}
      >
        {wholeRoom ? sayFloor('go-close') : sayFloor('whole-room')}
      </Button>
      <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" aria-pressed={legend} onClick={() => setView({ legend: !legend })}>
        {sayFloor('legend')}
      </Button>
      {sources.length > 0 && (
        <Flex align="center" gap="2" ml="auto">
          <Box fontSize="sm" color="quiet">
            {sayFloor('strings-from')}
          </Box>
          <Choice
            label={sayFloor('source')}
            hideLabel
            value={String(source)}
            options={sources.map((candidate, s) => ({
              value: String(s),
              text:
                session.instruments.length > 1
                  ? `${candidate.name}, ${session.instruments.find((i) => i.id === candidate.instrumentId)?.name ?? ''}`
                  : candidate.name,
            }))}
            onChange={(value) => {
              const picked = sources[Number(value)];
              if (picked) setView({ stringsFrom: sourceKey(picked) });
            }}
          />
        </Flex>
      )}
    </Flex>
  );
}, sameBar);
