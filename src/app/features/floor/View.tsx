import { Box, Button, Flex } from '@chakra-ui/react';
import { memo, useCallback, useEffect, useRef, useState } from 'react';
import { Link } from 'react-router';
import type { ArrivalTable } from '../../../core/arrivals';
import type { Finding } from '../../../core/checks';
import { applyMove, belongsTo, type Session } from '../../../core/session';
import { formatDb } from '../../../core/units';
import { Choice } from '../../components/Choice';
import { Rake } from '../../components/Rake';
import { Segments } from '../../components/Segments';
import { Severity } from '../../components/Severity';
import { SumStrip } from '../../components/SumStrip';
import { useSize } from '../../components/useSize';
import { VerdictLine } from '../../components/VerdictLine';
import type { Face } from '../../drawing/projection';
import { type LivePlan, useLivePlan } from '../../stores/planHooks';
import { runCommand, useLiveSession } from '../../stores/sessionStore';
import { useCalmSession } from '../../stores/useCalm';
import { chooseInstrument, chooseNothing, type FloorView, type StripName, setView, useViewStore } from '../../stores/viewStore';
import { meanLossDb, rakeMarks, shownSource, sumStrip } from './derive';
import { FloorDrawing } from './FloorDrawing';
import { GroupPanel } from './GroupPanel';
import { HeardStrip } from './HeardStrip';
import { AddInstrument, EditInstrument } from './InstrumentPanel';
import { LeakStrip } from './LeakStrip';
import { Legend } from './Legend';
import { MovesPanel } from './MovesPanel';
import { RoomPanel } from './RoomPanel';
import { SelectionPanel } from './SelectionPanel';
import { ToneStrip } from './ToneStrip';

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
  const ids = useViewStore((state) => state.chosenMicrophones);
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
  const chosenSource = useViewStore((state) => state.chosenSource);
  const chosen = useChosen(session);
  const source = shownSource(live.table, chosenSource, chosen);
  const faces: Face[] = floorView === 'plan' ? ['plan'] : floorView === 'side' ? [elevation] : ['plan', elevation];
  return (
    <Flex direction={{ base: 'column', md: 'row' }} h="100%" minH="0" overflow={{ base: 'auto', md: 'hidden' }}>
      <Flex direction="column" flex={{ base: 'none', md: '1' }} minW="0" minH={{ md: '0' }}>
        <ViewBar session={session} table={live.table} source={source} />
        <Flex flex="1" minH="0" direction={{ base: 'column', md: 'row' }} position="relative">
          {legend && <Legend />}
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
        <Strips session={session} live={live} source={source} chosen={chosen} />
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
  const chosenSource = useViewStore((state) => state.chosenSource);
  const chosen = useChosen(session);
  return <FloorDrawing session={session} table={table} face={face} source={shownSource(table, chosenSource, chosen)} chosen={chosen} />;
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
        label="Drawing"
        value={floorView}
        options={[
          { value: 'plan', text: 'Plan' },
          { value: 'side', text: 'Side' },
          { value: 'both', text: 'Both' },
        ]}
        onChange={(value) => setView({ floorView: value as FloorView })}
      />
      {floorView !== 'plan' && (
        <Segments
          label="Elevation"
          value={elevation}
          options={[
            { value: 'side', text: 'From the side' },
            { value: 'front', text: 'From the front' },
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
        {wholeRoom ? 'Go close' : 'Whole room'}
      </Button>
      <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" aria-pressed={legend} onClick={() => setView({ legend: !legend })}>
        Legend
      </Button>
      {sources.length > 0 && (
        <Flex align="center" gap="2" ml="auto">
          <Box fontSize="sm" color="quiet">
            Strings from
          </Box>
          <Choice
            label="Source"
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
              if (picked) setView({ chosenSource: `${picked.instrumentId}/${picked.id}` });
            }}
          />
        </Flex>
      )}
    </Flex>
  );
}, sameBar);

/** Which microphones the sum strip adds: those chosen, or all when fewer than two are. */
const summed = (session: Session, chosen: readonly string[]): readonly string[] =>
  chosen.length >= 2 ? chosen : session.microphones.map((placed) => placed.id);

const STRIPS: readonly { readonly value: StripName; readonly text: string }[] = [
  { value: 'sum', text: 'Rake and sum' },
  { value: 'heard', text: 'What it hears' },
  { value: 'leak', text: 'Leak' },
  { value: 'tone', text: 'Tone guide' },
];

function Strips({ session, live, source, chosen }: { session: Session; live: LivePlan; source: number; chosen: readonly string[] }) {
  const strip = useViewStore((state) => state.strip);
  if (source < 0 || session.microphones.length === 0) return null;
  return (
    <Box borderTopWidth="1px" borderColor="line" bg="panel">
      <Segments label="Strip" value={strip} options={STRIPS} onChange={(value) => setView({ strip: value as StripName })} />
      {strip === 'sum' && <SumAndRake session={session} live={live} source={source} chosen={chosen} />}
      {strip === 'heard' && <HeardStrip table={live.table} id={chosen[0] ?? null} />}
      {strip === 'leak' && <LeakStrip table={live.table} />}
      {strip === 'tone' && <ToneStrip session={session} table={live.table} id={chosen[0] ?? null} />}
    </Box>
  );
}

function SumAndRake({ session, live, source, chosen }: { session: Session; live: LivePlan; source: number; chosen: readonly string[] }) {
  const [box, size] = useSize<HTMLDivElement>();
  const half = Math.max(200, size.width > 640 ? size.width / 2 - 24 : size.width - 24);
  const strip = sumStrip(live.table, summed(session, chosen), source);
  const name = live.table.plan.sources[source]?.name.toLowerCase();
  return (
    <Flex ref={box} wrap="wrap" px="2" pt="1">
      <Box w={`${half}px`} mr="4">
        <Box fontSize="sm" color="quiet" px="2">
          The {name} reaches each microphone after (ms, model)
        </Box>
        <Rake marks={rakeMarks(live.table, session.microphones, source)} width={half} height={128} title={`Arrival rake of the ${name}`} />
      </Box>
      {strip && (
        <Box w={`${half}px`}>
          <Flex fontSize="sm" color="quiet" px="2" justify="space-between">
            <span>
              The {name} in {chosen.length >= 2 ? 'the chosen channels' : 'all channels'} added
            </span>
            <span className="measure">loses {formatDb(meanLossDb(strip))}</span>
          </Flex>
          <SumStrip
            {...strip}
            width={half}
            height={128}
            title={`Sum strip of the ${name}: the sum loses ${formatDb(meanLossDb(strip))} against channels in step`}
          />
        </Box>
      )}
    </Flex>
  );
}

/** What the panel at the side is about: something in hand, or the whole. */
function InHand({ session, live, chosen, source }: { session: Session; live: LivePlan; chosen: readonly string[]; source: number }) {
  const instrument = session.instruments.find((candidate) => candidate.id === useViewStore.getState().chosenInstrument);
  const placed = session.microphones.find((candidate) => candidate.id === chosen[0]);
  if (chosen.length > 1) return <GroupPanel session={session} table={live.table} ids={chosen} source={source} />;
  if (placed) return <SelectionPanel session={session} table={live.table} placed={placed} source={source} />;
  if (instrument) return <EditInstrument session={session} instrument={instrument} />;
  return <Whole session={session} />;
}

/** Nothing in hand: what is in the room, and the room. */
function Whole({ session }: { session: Session }) {
  const [adding, setAdding] = useState(false);
  if (adding) return <AddInstrument session={session} onDone={() => setAdding(false)} />;
  return (
    <>
      {session.instruments.length > 0 && (
        <Box mb="3">
          <Box fontWeight="700" mb="1">
            Instruments
          </Box>
          <Box as="ul" m="0" p="0" aria-label="Instruments">
            {session.instruments.map((instrument) => (
              <Box as="li" key={instrument.id} listStyleType="none" borderTopWidth="1px" borderColor="line">
                <Button
                  w="100%"
                  justifyContent="space-between"
                  variant="ghost"
                  size="sm"
                  px="1"
                  minH={{ base: '44px', md: '36px' }}
                  onClick={() => chooseInstrument(instrument.id)}
                >
                  <span>{instrument.name}</span>
                  <span style={{ color: 'var(--chakra-colors-quiet)' }}>
                    {session.microphones.filter((placed) => belongsTo(session, placed, instrument.id)).length} mics
                  </span>
                </Button>
              </Box>
            ))}
          </Box>
          <Button size="sm" variant="outline" mt="2" minH={{ base: '44px', md: '32px' }} onClick={() => setAdding(true)}>
            Add an instrument
          </Button>
        </Box>
      )}
      <RoomPanel session={session} />
    </>
  );
}

function SidePanel({ session, live, chosen, source }: { session: Session; live: LivePlan; chosen: readonly string[]; source: number }) {
  useViewStore((state) => state.chosenInstrument);
  const inHand = chosen.length > 0;
  return (
    <Flex
      direction="column"
      w={{ base: '100%', md: '330px' }}
      flexShrink={0}
      bg="panel"
      borderLeftWidth={{ md: '1px' }}
      borderColor="line"
      overflow={{ md: 'auto' }}
      aria-label="Findings and selection"
      role="region"
      tabIndex={0}
    >
      {session.instruments.length === 0 && (
        <Box px="4" pb="2">
          <AddInstrument session={session} />
        </Box>
      )}
      {session.instruments.length > 0 && session.microphones.length === 0 && (
        <Box px="4" py="3">
          <Box mb="2">No microphones yet. Choose a set-up; every distance follows from the instrument’s own sizes.</Box>
          <Button asChild minH="44px" bg="tapeFill" color="#12181b">
            <Link to={`../setups?for=${session.instruments[session.instruments.length - 1]?.id ?? ''}`} relative="path">
              Choose a set-up
            </Link>
          </Button>
        </Box>
      )}
      {session.microphones.length > 0 && (
        <Box
          px="4"
          pb="2"
          flexShrink={0}
          maxH={{ md: inHand ? '40%' : 'none' }}
          overflow={{ md: inHand ? 'auto' : 'visible' }}
          tabIndex={inHand ? 0 : undefined}
        >
          <MovesPanel />
          <Verdicts findings={live.findings} />
        </Box>
      )}
      <Box px="4" py="3" borderTopWidth="2px" borderColor="line">
        <InHand session={session} live={live} chosen={chosen} source={source} />
      </Box>
    </Flex>
  );
}

function Verdicts({ findings }: { findings: readonly Finding[] }) {
  const newest = useRef(findings);
  newest.current = findings;
  const make = useCallback((id: string): void => {
    const move = newest.current.find((finding) => finding.id === id)?.move;
    if (move) runCommand(applyMove(move));
  }, []);
  if (findings.length === 0)
    return (
      <Box py="3">
        <Severity severity="fine" />
        <Box mt="1">Nothing to mend in the plan. The take check measures; ears decide.</Box>
      </Box>
    );
  return (
    <Box as="ul" aria-label="Findings" m="0" p="0">
      {findings.map((finding) => (
        <Verdict
          key={finding.id}
          id={finding.id}
          severity={finding.severity}
          message={finding.message}
          why={finding.why}
          label={finding.move?.label ?? null}
          onMove={make}
        />
      ))}
    </Box>
  );
}

interface VerdictProps {
  readonly id: string;
  readonly severity: Finding['severity'];
  readonly message: string;
  readonly why: string;
  readonly label: string | null;
  readonly onMove: (id: string) => void;
}

/** One verdict, drawn anew only when its words change. */
const Verdict = memo(function Verdict({ id, severity, message, why, label, onMove }: VerdictProps) {
  return <VerdictLine severity={severity} message={message} why={why} moveLabel={label} onMove={() => onMove(id)} />;
});
