import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { arrivalTable } from '../../../core/arrivals';
import { plugIn, type Session, unplug } from '../../../core/document';
import { inputAddress, type PatchInput, type PatchResult, PEAK_TARGET_DBFS } from '../../../core/patch';
import { gainSetting, loudestDb, patchInputs, resolvePlan } from '../../../core/planning';
import { walkingOrder } from '../../../core/tape';
import { formatNumber } from '../../../core/units';
import { Severity } from '../../components/Severity';
import { runCommand, useLiveSession, useSessionStore } from '../../stores/sessionStore';
import { type PatchWish, solvePatch } from '../../stores/solvePatch';
import { Crosspoints } from './Crosspoints';
import { LevelLadder } from './LevelLadder';

/** Which microphone into which input: solved, then changeable by hand, with power and gain said for each. */
export function PatchStation() {
  const session = useLiveSession();
  return session ? <Patch session={session} /> : null;
}

/** Solving on request; the answer stays on show as long as the session it was for. */
function useSolver(session: Session): { result: PatchResult | null; solving: boolean; solve: (wish: PatchWish) => void } {
  const [found, setFound] = useState<{ result: PatchResult; session: Session } | null>(null);
  const [solving, setSolving] = useState(false);
  const solve = (wish: PatchWish): void => {
    setSolving(true);
    void solvePatch(wish).then((result) => {
      setSolving(false);
      const { doc } = useSessionStore.getState();
      setFound(result && doc && { result, session: doc });
    });
  };
  return { result: found?.session === session ? found.result : null, solving, solve };
}

/** An input by its name, and its device's where there are several. */
function inputName({ shelf }: Session, input: PatchInput): string {
  const device = shelf.devices.length > 1 ? shelf.devices.find(({ id }) => id === input.deviceId) : undefined;
  return device ? `${input.name} of ${device.name}` : input.name;
}

function problemsOf(session: Session, inputs: readonly PatchInput[]): string[] {
  const plan = resolvePlan(session);
  const inputOf = (id: string): PatchInput | undefined => inputs.find((input) => inputAddress(input) === session.patch[id]);
  const bankOf = (input: PatchInput | undefined): string | null => (input?.phantomBank ? `${input.deviceId}/${input.phantomBank}` : null);
  return plan.microphones.flatMap((microphone) => {
    const input = inputOf(microphone.id);
    if (!input) return [`${microphone.name} has no input.`];
    const powered = plan.microphones.filter(
      (other) => other.model.phantom === 'needs' && bankOf(inputOf(other.id)) === bankOf(input) && bankOf(input),
    );
    if (microphone.model.phantom === 'needs' && !input.phantomBank)
      return [`${microphone.name} needs phantom power and input ${inputName(session, input)} gives none: use another input.`];
    if (microphone.model.phantom === 'never' && powered.length)
      return [`${microphone.name} must never get phantom power, and its bank is powered for ${powered[0]?.name}: move one of them.`];
    if (!input.connectors.includes(microphone.model.connector))
      return [`${microphone.name} has an ${microphone.model.connector} plug and input ${inputName(session, input)} does not take it.`];
    return [];
  });
}

function Patch({ session }: { session: Session }) {
  const { result, solving, solve } = useSolver(session);
  const [chosen, setChosen] = useState<string | null>(null);
  const inputs = patchInputs(session);
  const table = arrivalTable(resolvePlan(session));
  const order = walkingOrder(table.plan);
  const selected = order.find((microphone) => microphone.id === chosen) ?? order[0];
  const input = inputs.find((candidate) => inputAddress(candidate) === session.patch[selected?.id ?? '']);
  const problems = problemsOf(session, inputs);
  const connect = (microphoneId: string, address: string): void =>
    void runCommand(session.patch[microphoneId] === address ? unplug(microphoneId) : plugIn(microphoneId, address));
  if (order.length === 0) return <Box p="8">No microphone is placed yet. Place a set-up on the Floor first.</Box>;
  return (
    <Flex h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow="auto">
      <Box flex={{ base: 'none', md: '1' }} minW="0" p="5" overflow="auto">
        <Flex align="center" gap="3" mb="3" wrap="wrap">
          <Box as="h1" fontSize="xl" fontWeight="700" mr="auto">
            {result && !result.ok
              ? 'There is no patch yet'
              : solving
                ? 'Solving the patch'
                : `${Object.keys(session.patch).length} of ${inputs.length} inputs in use`}
          </Box>
          <Button size="sm" minH="44px" bg="tapeFill" color="#12181b" onClick={() => solve('keeping cables')}>
            {Object.keys(session.patch).length === 0 ? 'Solve the patch' : 'Solve, keeping most cables'}
          </Button>
          <Button size="sm" minH="44px" variant="outline" onClick={() => solve('afresh')}>
            Solve from nothing
          </Button>
        </Flex>
        {result && !result.ok && (
          <Box role="alert" mb="3">
            <Severity severity="fix" />
            <Box>{result.reason}</Box>
          </Box>
        )}
        {!solving &&
          (result === null || result.ok) &&
          problems.map((problem) => (
            <Box key={problem} role="alert" mb="2">
              <Severity severity="fix" /> <span>{problem}</span>
            </Box>
          ))}
        <Crosspoints
          microphones={order.map((microphone) => ({
            id: microphone.id,
            name: microphone.name,
            label: microphone.label,
            colour: session.microphones.find((placed) => placed.id === microphone.id)?.colour ?? 0,
            phantom: microphone.model.phantom,
          }))}
          devices={session.shelf.devices}
          patch={session.patch}
          chosen={selected?.id ?? null}
          onChoose={setChosen}
          onConnect={connect}
        />
        <Box mt="4" color="quiet" fontSize="sm" maxW="640px">
          Turn the monitors down and phantom power off while you plug; connect first, power after. Never send power through an unbalanced adaptor.
        </Box>
      </Box>
      {selected && (
        <Box w={{ base: '100%', md: '330px' }} flexShrink={0} bg="panel" borderLeftWidth={{ md: '1px' }} borderColor="line" p="4" overflow="auto">
          <Box fontWeight="700" mb="1">
            {selected.name}
            {input && `, input ${inputName(session, input)}`}
          </Box>
          {input ? (
            <LevelLadder
              model={selected.model}
              setting={gainSetting(table, selected.id, input)}
              peakSplDb={loudestDb(table, selected.id) ?? 0}
              input={input}
            />
          ) : (
            <Box color="quiet">Choose an input for it.</Box>
          )}
          {session.sampleRateHz > 0 && (
            <Box mt="3" fontSize="sm" color="quiet">
              Peaks aim at {formatNumber(table.plan.peakTargetDbfs ?? PEAK_TARGET_DBFS, 0)} dBFS ({session.brief.levelHabit ?? 'safe peaks'}
              {session.brief.levelHabit ? ', by the brief' : ''}). Levels are a model, ±{formatNumber(6, 0)} dB; check while playing as loudly as in
              the take.
            </Box>
          )}
        </Box>
      )}
    </Flex>
  );
}
