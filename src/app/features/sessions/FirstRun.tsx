import { Box, Button, Flex, Grid } from '@chakra-ui/react';
import { Minus, Plus } from 'lucide-react';
import { type ReactNode, useEffect, useState } from 'react';
import { useNavigate, useSearchParams } from 'react-router';
import { MOST_OF_A_KIND, type Owned, ownedOn, withOwned } from '../../../core/document';
import { MICROPHONE_CATALOGUE, type MicrophoneModel } from '../../../core/microphones';
import { DEVICE_CATALOGUE } from '../../../core/patch';
import { STAND_CATALOGUE } from '../../../core/stands';
import { counted } from '../../../core/units';
import { saySessions } from '../../../words/sessions.page.en';
import { readProblem, saveProblem } from '../../db/database';
import { changeShelf, EMPTY_SHELF, loadShelf } from '../../db/shelf';
import { DeviceThumb, MicrophoneThumb, StandThumb } from '../../drawing/GearThumb';
import { TopBar } from '../../frame/TopBar';
import { beginSession } from './actions';

const POWER = { needs: saySessions('needs-phantom-power'), indifferent: saySessions('no-phantom-needed'), never: saySessions('never-phantom') };
const patternsOf = ({ patterns }: MicrophoneModel): string =>
  patterns.length > 2 ? saySessions('patterns', { patterns: patterns.length }) : patterns.map((pattern) => pattern.replaceAll('-', ' ')).join(', ');

interface KindProps {
  readonly name: string;
  readonly facts: string;
  readonly count: number;
  readonly onCount: (count: number) => void;
  readonly children: ReactNode;
}

/** One kind of gear as a drawing; a press counts one more. */
function Kind({ name, facts, count, onCount, children }: KindProps) {
  return (
    <Flex role="group" aria-label={name} direction="column" bg="panel" borderWidth="2px" borderColor={count > 0 ? 'tape' : 'line'}>
      <Button
        variant="ghost"
        h="auto"
        pt="2"
        pb="1"
        px="2"
        flex="1"
        flexDirection="column"
        gap="1"
        whiteSpace="normal"
        aria-label={saySessions('one-more', { name })}
        disabled={count >= MOST_OF_A_KIND}
        onClick={() => onCount(count + 1)}
      >
        {children}
        <Box fontWeight="700" lineHeight="1.2">
          {name}
        </Box>
      </Button>
      <Box fontSize="xs" color="quiet" lineHeight="1.2" textAlign="center" px="2" pb="2">
        {facts}
      </Box>
      <Flex align="center" justify="space-between" borderTopWidth="1px" borderColor="line">
        <Button
          variant="ghost"
          minW="44px"
          minH="44px"
          aria-label={saySessions('one-less', { name })}
          disabled={count === 0}
          onClick={() => onCount(count - 1)}
        >
          <Minus size={16} />
        </Button>
        <Box className="measure" fontSize="xl" color={count > 0 ? 'tape' : 'quiet'} aria-live="polite">
          {count}
        </Box>
        <Button
          variant="ghost"
          minW="44px"
          minH="44px"
          tabIndex={-1}
          aria-hidden="true"
          disabled={count >= MOST_OF_A_KIND}
          onClick={() => onCount(count + 1)}
        >
          <Plus size={16} />
        </Button>
      </Flex>
    </Flex>
  );
}

function Kinds({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box as="section" mt="6">
      <Box as="h2" fontSize="lg" fontWeight="700" mb="2">
        {title}
      </Box>
      <Grid templateColumns="repeat(auto-fill, minmax(150px, 1fr))" gap="3">
        {children}
      </Grid>
    </Box>
  );
}

const soFar = (owned: Owned): string => {
  const some = (kinds: readonly { id: string }[]): number => kinds.reduce((sum, { id }) => sum + (owned[id] ?? 0), 0);
  return [counted(some(MICROPHONE_CATALOGUE), 'microphone'), counted(some(DEVICE_CATALOGUE), 'device'), counted(some(STAND_CATALOGUE), 'stand')].join(
    ', ',
  );
};

/** "What do you own?": the kinds as drawings with a count each. From here a first session begins, or the shelf is looked at. */
export function FirstRun() {
  const navigate = useNavigate();
  const then = useSearchParams()[0].get('then');
  const [owned, setOwned] = useState<Owned | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    loadShelf()
      .then((stored) => {
        setOwned(ownedOn(stored.kind === 'shelf' ? stored.shelf : EMPTY_SHELF));
        if (stored.kind === 'unreadable') setProblem(saySessions('nothing-can-be-put-on-it', { reason: stored.reason }));
      })
      .catch((error) => setProblem(readProblem(error)));
  }, []);
  const goOn = async (kept: Owned | null): Promise<void> => {
    try {
      const changed = await changeShelf((shelf) => (kept ? withOwned(shelf, kept) : shelf));
      if (!changed.ok && kept) return setProblem(changed.reason);
    } catch (error) {
      if (kept) return setProblem(saveProblem(error));
    }
    void navigate(then && /^\/(?!\/)/.test(then) ? then : `/session/${(await beginSession()).id}/setups`);
  };
  const count = (id: string) => ({
    count: owned?.[id] ?? 0,
    onCount: (n: number) => setOwned((now) => ({ ...now, [id]: Math.max(0, Math.min(MOST_OF_A_KIND, n)) })),
  });
  return (
    <Flex direction="column" h="100%">
      <TopBar session={null} />
      <Box as="main" flex="1" overflow="auto" px={{ base: '4', md: '8' }} py="6">
        <Box as="h1" fontSize="2xl" fontWeight="700">
          {saySessions('what-do-you-own')}
        </Box>
        <Box color="quiet" mt="1" maxW="620px">
          {saySessions('press-what-you-have-once-for')}
        </Box>
        {problem && (
          <Box role="alert" color="fix" mt="2">
            {problem}
          </Box>
        )}
        <Kinds title={saySessions('microphones')}>
          {MICROPHONE_CATALOGUE.map((model) => (
            <Kind key={model.id} name={model.name} facts={`${patternsOf(model)}; ${POWER[model.phantom]}`} {...count(model.id)}>
              <MicrophoneThumb kind={model.kind} />
            </Kind>
          ))}
        </Kinds>
        <Kinds title={saySessions('input-devices')}>
          {DEVICE_CATALOGUE.map((device) => (
            <Kind key={device.id} name={device.name} facts={counted(device.inputs.length, 'input')} {...count(device.id)}>
              <DeviceThumb inputs={device.inputs} />
            </Kind>
          ))}
        </Kinds>
        <Kinds title={saySessions('stands')}>
          {STAND_CATALOGUE.map((stand) => (
            <Kind
              key={stand.id}
              name={stand.name}
              facts={stand.reachM > 0 ? saySessions('with-a-boom') : saySessions('without-a-boom')}
              {...count(stand.id)}
            >
              <StandThumb {...stand} />
            </Kind>
          ))}
        </Kinds>
      </Box>
      <Flex px={{ base: '4', md: '8' }} py="2" gap="2" align="center" bg="panel" borderTopWidth="2px" borderColor="line">
        <Box flex="1" minW="0" fontFamily="mono" fontSize={{ base: 'xs', md: 'md' }} role="status">
          {soFar(owned ?? {})}
        </Box>
        <Button minH="44px" variant="outline" onClick={() => void goOn(null)}>
          {saySessions('skip')}
        </Button>
        <Button minH="44px" bg="tapeFill" color="#12181b" onClick={() => owned && void goOn(owned)}>
          {then ? saySessions('put-them-on-the-shelf') : saySessions('that-is-what-i-own')}
        </Button>
      </Flex>
    </Flex>
  );
}
