import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { useSearchParams } from 'react-router';
import { arrivalTable } from '../../../core/arrivals';
import { plugIn, type Session, unplug } from '../../../core/document';
import { type InputAddress, inputAddress, type MicrophoneId } from '../../../core/ids';
import { type PatchResult, peakTargetOf } from '../../../core/patch';
import {
  clocksTold,
  dangerOfPlugging,
  expansionsTold,
  gainSetting,
  inputsInUse,
  inputTitle,
  litBanks,
  loudestDb,
  outboardOf,
  patchInputs,
  patchTroubles,
  resolvePlan,
} from '../../../core/planning';
import { walkingOrder } from '../../../core/tape';
import { formatNumber, type Told } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayPatch } from '../../../words/patch.page.en';
import { Fold } from '../../components/Fold';
import { Segments } from '../../components/Segments';
import { Severity } from '../../components/Severity';
import { Awaited } from '../../drawing/Awaited';
import { TakeFaults } from '../../drawing/TakeFaults';
import { runCommand, useLiveSession, useSessionStore } from '../../stores/sessionStore';
import { type PatchWish, solvePatch } from '../../stores/solvePatch';
import { ByMicrophone } from './ByMicrophone';
import { Crosspoints } from './Crosspoints';
import { Gear } from './Gear';
import { LevelLadder } from './LevelLadder';
import { LineCheck } from './LineCheck';
import { Between, InputLowCut, NoWholePatch, Override, Pin, PreampWish, SecondWay } from './PatchWords';
import { Recording } from './Recording';

/** Which microphone into which input: solved, then changeable by hand, with power and gain said for each. */
export function PatchStation() {
  const session = useLiveSession();
  return session ? <Patch session={session} /> : null;
}

/** Solving on request; the answer stays on show as long as the session it was for. */
function useSolver(session: Session): { result: PatchResult | null; solving: boolean; solve: (wish: PatchWish) => void; wished: PatchWish | null } {
  const [found, setFound] = useState<{ result: PatchResult; session: Session; wish: PatchWish } | null>(null);
  const [solving, setSolving] = useState(false);
  const solve = (wish: PatchWish): void => {
    setSolving(true);
    void solvePatch(wish).then((result) => {
      setSolving(false);
      const { doc } = useSessionStore.getState();
      setFound(result && doc && { result, session: doc, wish });
    });
  };
  const now = found?.session === session ? found : null;
  return { result: now?.result ?? null, wished: now?.wish ?? null, solving, solve };
}

type Tab = 'patch' | 'lines' | 'gear' | 'recording';
const TABS: readonly { readonly value: Tab; readonly text: string }[] = [
  { value: 'patch', text: sayPatch('microphones-and-inputs') },
  { value: 'lines', text: sayPatch('line-check') },
  { value: 'gear', text: sayPatch('cables-and-power') },
  { value: 'recording', text: sayPatch('monitoring-and-recording') },
];

function SolveButtons({ session, solve }: { session: Session; solve: (wish: PatchWish) => void }) {
  return (
    <>
      <Button size="sm" minH="44px" bg="tapeFill" color="#12181b" onClick={() => solve('keeping cables')}>
        {Object.keys(session.patch).length === 0 ? sayPatch('solve-the-patch') : sayPatch('solve-keeping-most-cables')}
      </Button>
      <Button size="sm" minH="44px" variant="outline" onClick={() => solve('afresh')}>
        {sayPatch('solve-from-nothing')}
      </Button>
      {session.microphones.every(({ id }) => session.patch[id] !== undefined) && (
        <Button size="sm" minH="44px" variant="outline" onClick={() => solve('another')}>
          {sayPatch('next-best')}
        </Button>
      )}
    </>
  );
}

function Patch({ session }: { session: Session }) {
  const { result, solving, solve, wished } = useSolver(session);
  const [chosen, setChosen] = useState<string | null>(null);
  const [query] = useSearchParams();
  const [tab, setTab] = useState<Tab>(query.get('show') === 'lines' ? 'lines' : 'patch');
  const inputs = patchInputs(session);
  const table = arrivalTable(resolvePlan(session));
  const order = walkingOrder(table.plan);
  const selected = order.find((microphone) => microphone.id === chosen) ?? order[0];
  const input = inputs.find((candidate) => inputAddress(candidate) === session.patch[selected?.id ?? '']);
  const troubles = patchTroubles(session);
  const clocks = clocksTold(session);
  const [asked, setAsked] = useState<{ readonly microphoneId: MicrophoneId; readonly address: InputAddress; readonly danger: Told } | null>(null);
  const connect = (microphoneId: MicrophoneId, address: InputAddress): void => {
    const danger = session.patch[microphoneId] === address ? null : dangerOfPlugging(session, microphoneId, address);
    setAsked(danger ? { microphoneId, address, danger } : null);
    if (!danger) runCommand(session.patch[microphoneId] === address ? unplug(microphoneId) : plugIn(microphoneId, address));
  };
  const rows = order.map((microphone) => ({
    id: microphone.id,
    name: microphone.name,
    label: microphone.label,
    colour: session.microphones.find((placed) => placed.id === microphone.id)?.colour ?? 0,
    phantom: microphone.model.phantom,
    through: outboardOf(session, microphone.id)?.name ?? '',
    secondInput: session.microphones.find((placed) => placed.id === microphone.id)?.secondInput ?? null,
  }));
  const devices = session.shelf.devices
    .map((device) => ({ ...device, inputs: inputs.filter(({ deviceId }) => deviceId === device.id) }))
    .filter((device) => device.inputs.length > 0);
  if (order.length === 0) return <Awaited drawing="inputs">{sayPatch('no-microphone-is-placed-yet-place')}</Awaited>;
  return (
    <Flex h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow="auto">
      <Box flex={{ base: 'none', md: '1' }} minW="0" p="5" overflow="auto">
        <Flex align="center" gap="3" mb="3" wrap="wrap">
          <Box as="h1" fontSize="xl" fontWeight="700" mr="auto">
            {result && !result.ok
              ? sayPatch('there-is-no-patch-yet')
              : solving
                ? sayPatch('solving-the-patch')
                : sayPatch('of-inputs-in-use', { inputsInUse: inputsInUse(session), inputs: inputs.length })}
          </Box>
          {tab === 'patch' && <SolveButtons session={session} solve={solve} />}
        </Flex>
        <Segments label={sayPatch('patch-or-recording')} value={tab} options={TABS} onChange={(value) => setTab(value as Tab)} />
        {tab === 'lines' ? (
          <Box mt="4">
            <LineCheck session={session} />
          </Box>
        ) : tab === 'gear' ? (
          <Box mt="4">
            <Gear session={session} />
          </Box>
        ) : tab === 'recording' ? (
          <Box mt="4">
            <Recording session={session} />
          </Box>
        ) : (
          <>
            {result?.ok && (
              <Box fontSize="sm" color="quiet" mb="2" role="status">
                {sayPatch('changed-no-cable-moves-changed2-cable', {
                  changed: result.changed === 0 ? 'yes' : 'no',
                  changed2: result.changed,
                  phantomBanks: result.phantomBanks.length,
                  wished: wished === 'another' ? 'yes' : 'no',
                })}
              </Box>
            )}
            {result && !result.ok && <NoWholePatch session={session} result={result} />}
            {asked && (
              <Override
                key={`${asked.microphoneId}/${asked.address}`}
                danger={sayTold(asked.danger, session.units)}
                onPlug={() => {
                  runCommand(plugIn(asked.microphoneId, asked.address));
                  setAsked(null);
                }}
                onLeave={() => setAsked(null)}
              />
            )}
            <TakeFaults session={session} />
            {!solving &&
              (result === null || result.ok) &&
              (Object.keys(session.patch).length === 0 && !troubles.some(({ isDanger }) => isDanger) ? (
                <Box role="status" mt="3" mb="2">
                  {sayPatch('nothing-is-plugged-yet')}
                </Box>
              ) : (
                troubles.map(({ microphoneId, message }) => (
                  <Box key={microphoneId} role="alert" mt="2">
                    <Severity severity="fix" /> <span>{sayTold(message, session.units)}</span>
                  </Box>
                ))
              ))}
            <Box display={{ base: 'block', md: 'none' }}>
              <ByMicrophone microphones={rows} devices={devices} patch={session.patch} onChoose={setChosen} onConnect={connect} />
            </Box>
            <Box display={{ base: 'none', md: 'block' }}>
              <Crosspoints
                microphones={rows}
                devices={devices}
                lit={litBanks(session)}
                patch={session.patch}
                chosen={selected?.id ?? null}
                onChoose={setChosen}
                onConnect={connect}
              />
            </Box>
            {expansionsTold(session)
              .map((told) => sayTold(told, session.units))
              .map((words) => (
                <Box key={words} mt="3" maxW="640px">
                  <Severity severity="note" /> <span>{words}</span>
                </Box>
              ))}
            {clocks && (
              <Box mt="3" maxW="640px">
                <Severity severity="note" /> <span>{sayTold(clocks, session.units)}</span>
              </Box>
            )}
            <Box mt="4" color="quiet" fontSize="sm" maxW="640px">
              {sayPatch('turn-the-monitors-down-and-phantom')}
            </Box>
          </>
        )}
      </Box>
      {selected && tab === 'patch' && (
        <Box w={{ base: '100%', md: '330px' }} flexShrink={0} bg="panel" borderLeftWidth={{ md: '1px' }} borderColor="line" p="4" overflow="auto">
          <Box fontWeight="700" mb="1">
            {selected.name}
            {input && sayPatch('input-5', { inputTitle: sayTold(inputTitle(session, input), session.units) })}
          </Box>
          {input ? (
            <LevelLadder
              model={selected.model}
              setting={gainSetting(table, selected.id, input, outboardOf(session, selected.id))}
              peakSplDb={loudestDb(table, selected.id) ?? 0}
              input={input}
              between={outboardOf(session, selected.id)}
              learnedDb={selected.learnedDb}
              targetDbfs={peakTargetOf(table.plan, selected.id)}
            />
          ) : (
            <Box color="quiet">{sayPatch('choose-an-input-for-it')}</Box>
          )}
          {input && (
            <Fold id="on its way" summary={sayPatch('between-low-cut-and-more')}>
              <Pin session={session} microphoneId={selected.id} />
              <Between session={session} microphoneId={selected.id} />
              <SecondWay session={session} microphoneId={selected.id} />
              <InputLowCut session={session} microphoneId={selected.id} input={input} />
              <PreampWish session={session} microphoneId={selected.id} />
            </Fold>
          )}
          {session.sampleRateHz > 0 && (
            <Box mt="3" fontSize="sm" color="quiet">
              {sayPatch('peaks-aim-at-dbfs-levelhabit2-by', {
                peakTargetOf: formatNumber(peakTargetOf(table.plan, selected.id), 0),
                levelHabit: session.brief.levelHabit ?? sayPatch('safe-peaks'),
                levelHabit2: session.brief.levelHabit ? 'yes' : 'no',
                value: formatNumber(6, 0),
              })}
            </Box>
          )}
        </Box>
      )}
    </Flex>
  );
}
