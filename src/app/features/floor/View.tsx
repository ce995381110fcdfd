import { Box, Button, Flex } from '@chakra-ui/react';
import type { Finding } from '../../../core/checks';
import { applyMove, type Session } from '../../../core/session';
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
import { type FloorView, setView, useViewStore } from '../../stores/viewStore';
import { meanLossDb, rakeMarks, shownSource, sumStrip } from './derive';
import { FloorDrawing } from './FloorDrawing';
import { RoomPanel } from './RoomPanel';
import { PairPanel, SelectionPanel } from './SelectionPanel';
import { KitPanel, SetupPanel } from './StartPanel';

/** Room with the instruments and microphones, what each hears, and what to mend. */
export function FloorStation() {
  const session = useLiveSession();
  return session ? <Floor session={session} /> : null;
}

function Floor({ session }: { session: Session }) {
  const live = useLivePlan(session);
  const view = useViewStore();
  const chosen = view.chosenMicrophones.filter((id) => session.microphones.some((placed) => placed.id === id));
  const source = shownSource(live.table, view.chosenSource, chosen);
  const faces: Face[] = view.floorView === 'plan' ? ['plan'] : view.floorView === 'side' ? [view.elevation] : ['plan', view.elevation];
  return (
    <Flex direction={{ base: 'column', md: 'row' }} h="100%" minH="0" overflow={{ base: 'auto', md: 'hidden' }}>
      <Flex direction="column" flex="1" minW="0" minH={{ base: '640px', md: '0' }}>
        <ViewBar session={session} live={live} source={source} />
        <Flex flex="1" minH="0" direction={{ base: 'column', md: 'row' }}>
          {faces.map((face) => (
            <Box key={face} flex="1" minW="0" minH="0" borderRightWidth={{ md: '1px' }} borderColor="line">
              <FloorDrawing session={session} table={live.table} face={face} source={source} chosen={chosen} />
            </Box>
          ))}
        </Flex>
        <Strips session={session} live={live} source={source} chosen={chosen} />
      </Flex>
      <SidePanel session={session} live={live} chosen={chosen} source={source} />
    </Flex>
  );
}

function ViewBar({ session, live, source }: { session: Session; live: LivePlan; source: number }) {
  const { floorView, elevation, wholeRoom } = useViewStore();
  const { sources } = live.table.plan;
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
}

/** Which microphones the sum strip adds: those chosen, or all when fewer than two are. */
const summed = (session: Session, chosen: readonly string[]): readonly string[] =>
  chosen.length >= 2 ? chosen : session.microphones.map((placed) => placed.id);

function Strips({ session, live, source, chosen }: { session: Session; live: LivePlan; source: number; chosen: readonly string[] }) {
  const [box, size] = useSize<HTMLDivElement>();
  const half = Math.max(200, size.width > 640 ? size.width / 2 - 24 : size.width - 24);
  const strip = sumStrip(live.table, summed(session, chosen), source);
  const name = live.table.plan.sources[source]?.name.toLowerCase();
  if (!name || session.microphones.length === 0) return <div ref={box} />;
  return (
    <Flex ref={box} wrap="wrap" borderTopWidth="1px" borderColor="line" px="2" pt="2" bg="panel">
      <Box w={`${half}px`} mr="4">
        <Box fontSize="sm" color="quiet" px="2">
          The {name} reaches each microphone after (ms, model)
        </Box>
        <Rake marks={rakeMarks(live.table, session.microphones, source)} width={half} height={138} title={`Arrival rake of the ${name}`} />
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
            height={138}
            title={`Sum strip of the ${name}: the sum loses ${formatDb(meanLossDb(strip))} against channels in step`}
          />
        </Box>
      )}
    </Flex>
  );
}

function SidePanel({ session, live, chosen, source }: { session: Session; live: LivePlan; chosen: readonly string[]; source: number }) {
  const placed = session.microphones.find((candidate) => candidate.id === chosen[0]);
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
      <Box px="4" pb="2">
        {session.instruments.length === 0 && <KitPanel session={session} />}
        {session.instruments.length > 0 && session.microphones.length === 0 && <SetupPanel session={session} />}
        {session.microphones.length > 0 && <Verdicts findings={live.findings} />}
      </Box>
      <Box px="4" py="3" borderTopWidth="2px" borderColor="line">
        {chosen.length === 2 && <PairPanel session={session} table={live.table} ids={chosen} source={source} />}
        {chosen.length !== 2 && placed && <SelectionPanel session={session} table={live.table} placed={placed} source={source} />}
        {!placed && <RoomPanel session={session} />}
        {!placed && session.microphones.length > 1 && (
          <Button
            mt="3"
            size="sm"
            variant="outline"
            onClick={() => setView({ chosenMicrophones: session.microphones.slice(-2).map((microphone) => microphone.id) })}
          >
            Compare the last two
          </Button>
        )}
      </Box>
    </Flex>
  );
}

function Verdicts({ findings }: { findings: readonly Finding[] }) {
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
        <VerdictLine
          key={finding.id}
          severity={finding.severity}
          message={finding.message}
          why={finding.why}
          moveLabel={finding.move?.label ?? null}
          onMove={() => finding.move && runCommand(applyMove(finding.move))}
        />
      ))}
    </Box>
  );
}
