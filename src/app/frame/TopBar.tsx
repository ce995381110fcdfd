import { Box, Button, Flex, Menu, Portal } from '@chakra-ui/react';
import { ChevronDown, Moon, Redo2, Sun, Undo2 } from 'lucide-react';
import type { ReactNode } from 'react';
import { useNavigate } from 'react-router';
import { editSession, type Session } from '../../core/document';
import { exportSession } from '../../core/exchange';
import { inputsInUse, patchInputs } from '../../core/planning';
import { formatTemperature } from '../../core/units';
import { sayFrame } from '../../words/frame.page.en';
import { byArrows } from '../components/byArrows';
import { download, fileName } from '../components/download';
import { showEverything, useEverything } from '../components/everything';
import { livePlan } from '../stores/planHooks';
import { redo, runCommand, type Saving, undo, useHistoryWords, useSessionStore } from '../stores/sessionStore';
import { useUpdates } from '../stores/updates';
import { applyTheme, preferUnits, useViewStore } from '../stores/viewStore';

function Facts({ session }: { session: Session }) {
  const fixes = livePlan(session).findings.filter((finding) => finding.severity === 'fix').length;
  const inputs = patchInputs(session).length;
  const count = session.microphones.length;
  return (
    <Flex gap="2" color="quiet" fontSize="sm" className="measure facts" display={{ base: 'none', lg: 'flex' }} align="center" flexShrink={0}>
      <span>{count === 1 ? sayFrame('1-microphone') : sayFrame('microphones', { count })}</span>
      <span>{sayFrame('of-inputs', { inputsInUse: inputsInUse(session), inputs })}</span>
      {session.shelf.stands.length > 0 && (
        <span>
          {sayFrame('of-stands', {
            microphones: session.microphones.filter((placed) => placed.stand).length,
            reduce: session.shelf.stands.reduce((sum, stand) => sum + stand.count, 0),
          })}
        </span>
      )}
      <span>{formatTemperature(session.room.temperatureC, session.units)}</span>
      {fixes > 0 && (
        <Box as="span" color="fix" fontWeight="700">
          {sayFrame('to-fix', { fixes })}
        </Box>
      )}
    </Flex>
  );
}

function SessionMenu({ session }: { session: Session | null }) {
  const navigate = useNavigate();
  const { isOn } = useEverything();
  return (
    <Menu.Root>
      <Menu.Trigger asChild>
        <Button variant="ghost" px="2" minH="44px" fontWeight="700" fontSize="lg" maxW={{ base: '150px', md: '320px' }}>
          <Box as="span" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap">
            {session?.name ?? sayFrame('shuttlecraft')}
          </Box>
          <ChevronDown size={16} aria-hidden="true" />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="panel" borderWidth="1px" borderColor="edge">
            <Menu.Item value="sessions" minH="44px" onClick={() => navigate('/')}>
              {sayFrame('all-sessions')}
            </Menu.Item>
            {session && (
              <Menu.Item value="ears" minH="44px" onClick={() => navigate(`/session/${session.id}/ears`)}>
                {sayFrame('ears-delay-polarity-drills')}
              </Menu.Item>
            )}
            <Menu.Item value="shelf" minH="44px" onClick={() => navigate(session ? `/session/${session.id}/shelf` : '/shelf')}>
              {sayFrame('shelf')}
            </Menu.Item>
            <Menu.Item value="everything" minH="44px" onClick={() => showEverything(!isOn)}>
              {sayFrame(isOn ? 'show-what-is-needed' : 'show-everything')}
            </Menu.Item>
            {session && (
              <Menu.Item
                value="export"
                minH="44px"
                onClick={() => download(fileName(session.name, 'json'), exportSession(session), 'application/json')}
              >
                {sayFrame('export-this-session')}
              </Menu.Item>
            )}
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}

function HistoryButtons() {
  const words = useHistoryWords();
  const told = (what: 'undo-one' | 'redo-one', step: string | null): string =>
    step === null ? sayFrame(what) : sayFrame('step', { what: sayFrame(what), step });
  const button = { variant: 'ghost', minW: '44px', minH: '44px', px: '2', tabIndex: -1 } as const;
  return (
    <>
      <Button
        {...button}
        aria-label={told('undo-one', words.undo)}
        title={told('undo-one', words.undo)}
        disabled={words.undo === null}
        onClick={undo}
      >
        <Undo2 size={18} />
      </Button>
      <Button
        {...button}
        aria-label={told('redo-one', words.redo)}
        title={told('redo-one', words.redo)}
        disabled={words.redo === null}
        onClick={redo}
      >
        <Redo2 size={18} />
      </Button>
    </>
  );
}

const SAVING_WORDS: Record<Saving, string> = {
  saved: sayFrame('saved'),
  saving: sayFrame('saving'),
  failed: sayFrame('not-saved'),
  gone: sayFrame('not-saved'),
};
/** The same in little room. */
const SAVING_SIGNS: Record<Saving, string> = { saved: '✓', saving: '…', failed: '▲', gone: '▲' };

/** Whether what is on the screen is in storage, at all times. */
function SavingWord() {
  const saving = useSessionStore((state) => state.saving);
  const bad = saving === 'failed' || saving === 'gone';
  return (
    <Box fontSize="sm" color={bad ? 'fix' : 'quiet'} fontWeight={bad ? '700' : '400'} minW={{ base: '16px', md: '62px' }} textAlign="right" mr="1">
      <Box as="span" display={{ base: 'none', md: 'inline' }}>
        {SAVING_WORDS[saving]}
      </Box>
      <Box as="span" display={{ base: 'inline', md: 'none' }} role="img" aria-label={SAVING_WORDS[saving]}>
        {SAVING_SIGNS[saving]}
      </Box>
    </Box>
  );
}

/** A newer build, taken by a reload when it suits. */
function NewVersion() {
  const { waiting, take } = useUpdates();
  if (!waiting) return null;
  return (
    <Button size="sm" minH="44px" mr="2" variant="outline" color="tape" borderColor="tape" onClick={take}>
      {sayFrame('new-version-reload')}
    </Button>
  );
}

/** Session, what it amounts to, undo, units and theme. */
export function TopBar({ session, children }: { session: Session | null; children?: ReactNode }) {
  const theme = useViewStore((state) => state.theme);
  const preferred = useViewStore((state) => state.units);
  const metric = (session?.units ?? preferred) === 'metric';
  return (
    <Flex
      as="header"
      className="no-print"
      align="center"
      gap={{ base: '1', md: '4' }}
      px="2"
      h="52px"
      flexShrink={0}
      bg="panel"
      borderBottomWidth="1px"
      borderColor="line"
    >
      <SessionMenu session={session} />
      {session && <Facts session={session} />}
      {children}
      <Flex ml="auto" align="center" flexShrink={0}>
        <NewVersion />
        {session && <SavingWord />}
        <Flex role="toolbar" aria-label={sayFrame('undo-units-theme')} onKeyDown={byArrows}>
          {session && <HistoryButtons />}
          <Button
            variant="ghost"
            minW="44px"
            minH="44px"
            px="2"
            className="measure"
            aria-label={metric ? sayFrame('cm-metric-switch-to-imperial') : sayFrame('in-imperial-switch-to-metric')}
            onClick={() => {
              const next = metric ? 'imperial' : 'metric';
              preferUnits(next);
              if (session) runCommand(editSession({ units: next }));
            }}
          >
            {metric ? 'cm' : 'in'}
          </Button>
          <Button
            variant="ghost"
            minW="44px"
            minH="44px"
            px="2"
            tabIndex={-1}
            aria-label={theme === 'slate' ? sayFrame('daylight-theme') : sayFrame('dim-room-theme')}
            onClick={() => applyTheme(theme === 'slate' ? 'daylight' : 'slate')}
          >
            {theme === 'slate' ? <Sun size={18} /> : <Moon size={18} />}
          </Button>
        </Flex>
      </Flex>
    </Flex>
  );
}
