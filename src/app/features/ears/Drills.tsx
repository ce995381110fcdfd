import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useMemo, useState } from 'react';
import type { Session } from '../../../core/document';
import {
  answered,
  DRILL_KINDS,
  type Drill,
  type DrillKind,
  dayOf,
  LEVELS,
  makeDrill,
  NEW_STANDING,
  nextKind,
  readStandings,
  type Standings,
} from '../../../core/drills';
import { byChance } from '../../../core/listening';
import { createRandom } from '../../../core/math';
import { formatNumber } from '../../../core/units';
import { say } from '../../../words';
import { sayEars } from '../../../words/ears.page.en';
import { remember, remembered } from '../../components/remembered';
import { play, putOn, setMonitor, switchTo, takeOff } from '../../listening/listening';
import { type Deck, useListening } from '../../listening/listeningStore';
import { Transport } from './Transport';

const KEPT = 'drills';
const NAMES: Readonly<Record<DrillKind, string>> = {
  reversed: sayEars('which-is-reversed'),
  late: sayEars('which-is-late'),
  closer: sayEars('closer-or-farther'),
  'off axis': sayEars('on-or-off-the-axis'),
  'bell or edge': sayEars('over-the-bell-or-the-edge'),
  pattern: sayEars('which-pattern'),
  mono: sayEars('safe-in-mono-or-not'),
};

const today = (): number => dayOf(Date.now());
const POSSIBLE_SEED = 1;

/** What can be practised on what stands on the Floor. */
const possibleWith = (session: Session): readonly DrillKind[] =>
  DRILL_KINDS.filter((kind) => makeDrill(session, kind, 1, createRandom(POSSIBLE_SEED)) !== null);

/** One after the other, what is due first: hear both, name one. */
export function Drills({ session }: { session: Session }) {
  const [standings, setStandings] = useState(() => readStandings(remembered(KEPT)));
  const [drill, setDrill] = useState<Drill | null>(null);
  const [verdict, setVerdict] = useState<{ readonly isRight: boolean; readonly words: string } | null>(null);
  const { deck } = useListening();
  const possible = useMemo(() => possibleWith(session), [session]);
  useEffect(() => () => takeOff('B'), []);
  const begin = (): void => {
    const kind = nextKind(standings, today(), possible, drill?.kind ?? null);
    if (!kind) return;
    const made = makeDrill(session, kind, (standings[kind] ?? NEW_STANDING).level, createRandom(Math.floor(Math.random() * 2 ** 31)));
    if (!made) return;
    setDrill(made);
    setVerdict(null);
    setMonitor(made.monitor);
    putOn('A', made.A, 'A');
    putOn('B', made.B, 'B');
    switchTo('A');
    void play();
  };
  const name = (one: Deck): void => {
    if (!drill || verdict) return;
    const isRight = one === drill.answer;
    const next = { ...standings, [drill.kind]: answered(standings[drill.kind] ?? NEW_STANDING, drill.kind, isRight, today()) };
    setStandings(next);
    remember(KEPT, JSON.stringify(next));
    setVerdict({
      isRight,
      words: sayEars('isright-right-no-it-was', {
        isRight: isRight ? 'yes' : 'no',
        answer: drill.answer,
        say: say('drills', drill.explains.code, drill.explains.facts, session.units),
      }),
    });
  };
  return (
    <Box maxW="860px">
      <Box mb="3">{sayEars('five-minutes-a-day-on-your')}</Box>
      {drill ? (
        <Box role="group" aria-label={sayEars('drill')} borderWidth="1px" borderColor="line" p="4" mb="4">
          <Box fontSize="lg" mb="3">
            {say('drills', drill.question.code, drill.question.facts, session.units)}{' '}
            <Box as="span" color="quiet" fontSize="sm">
              {sayEars('level-of', { level: drill.level, levels: LEVELS[drill.kind] })}
            </Box>
          </Box>
          <Transport />
          <Flex gap="2" mt="3" wrap="wrap" align="center">
            {(['A', 'B'] as const).map((one) => (
              <Button
                key={one}
                minH="44px"
                minW="64px"
                variant="outline"
                aria-pressed={deck === one}
                bg={deck === one ? 'line' : 'transparent'}
                onClick={() => switchTo(one)}
              >
                {one}
              </Button>
            ))}
            {(['A', 'B'] as const).map((one) => (
              <Button key={one} minH="44px" disabled={verdict !== null} onClick={() => name(one)}>
                {sayEars('it-is', { one })}
              </Button>
            ))}
          </Flex>
          <Box mt="3" minH="48px" aria-live="polite" color={verdict ? (verdict.isRight ? 'fine' : 'improve') : undefined}>
            {verdict?.words}
          </Box>
          {verdict && (
            <Button minH="44px" variant="outline" onClick={begin}>
              {sayEars('next')}
            </Button>
          )}
        </Box>
      ) : (
        <Button minH="44px" mb="4" bg="tapeFill" color="#12181b" disabled={possible.length === 0} onClick={begin}>
          {sayEars('begin')}
        </Button>
      )}
      <Standing standings={standings} possible={possible} />
    </Box>
  );
}

/** How it stands, honestly: with what guessing alone would have given. */
function Standing({ standings, possible }: { standings: Standings; possible: readonly DrillKind[] }) {
  const day = today();
  return (
    <Box as="table" w="100%" aria-label={sayEars('how-it-stands')}>
      <tbody>
        {DRILL_KINDS.map((kind) => {
          const { level, right, tries, dueDay } = standings[kind] ?? NEW_STANDING;
          const chance = byChance(right, tries);
          return (
            <tr key={kind}>
              <Box as="td" py="1">
                {NAMES[kind]}
              </Box>
              <Box as="td" color="quiet">
                {possible.includes(kind) ? sayEars('level-of', { level, levels: LEVELS[kind] }) : sayEars('needs-a-pair-or-another-microphone')}
              </Box>
              <Box as="td" className="measure" textAlign="right">
                {tries > 0 ? sayEars('of', { right, tries }) : ''}
              </Box>
              <Box as="td" color="quiet" pl="3">
                {tries === 0
                  ? sayEars('not-yet-tried')
                  : tries < 5
                    ? sayEars('too-few-to-say')
                    : chance < 0.05
                      ? sayEars('heard-not-guessed')
                      : sayEars('could-be-guessed-in-100', { value: formatNumber(100 * chance, 0) })}
              </Box>
              <Box as="td" color="quiet" textAlign="right">
                {tries > 0 ? (dueDay <= day ? sayEars('due') : sayEars('in-d', { dueDay: dueDay - day })) : ''}
              </Box>
            </tr>
          );
        })}
      </tbody>
    </Box>
  );
}
