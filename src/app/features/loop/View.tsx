import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { attemptsCsv, attemptsJson } from '../../../core/attempts';
import type { Session } from '../../../core/document';
import { counted } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayLoop } from '../../../words/loop.page.en';
import { download, fileName } from '../../components/download';
import { Awaited } from '../../drawing/Awaited';
import { openAttempts, useAttempts } from '../../stores/attemptStore';
import { useLiveSession } from '../../stores/sessionStore';
import { Choosing } from './Choosing';
import { Compared } from './Compared';
import { Now } from './Now';
import { PrintedLog } from './PrintedLog';
import { Single } from './Single';
import { Progress, Thread } from './Thread';

/** Record, listen, adjust: what was tried, what changed, what stayed; any earlier set-up can be put back. */
export function LoopStation() {
  const session = useLiveSession();
  return session ? <Loop session={session} /> : null;
}

function Loop({ session }: { session: Session }) {
  const { attempts, standsOn, problem } = useAttempts();
  // Until somebody chooses, the newest two are compared.
  const [picked, setPicked] = useState<readonly string[] | null>(null);
  useEffect(() => {
    void openAttempts(session.id);
  }, [session.id]);
  const newest = attempts.length >= 2 ? [...attempts].sort((x, y) => y.at.localeCompare(x.at)).slice(0, 2) : [];
  const mine = (picked ?? []).filter((id) => attempts.some((one) => one.id === id));
  const chosen = picked === null ? newest.map(({ id }) => id) : mine;
  const choose = (id: string): void => setPicked(mine.includes(id) ? mine.filter((one) => one !== id) : [...mine, id].slice(-2));
  const [a, b] = chosen.map((id) => attempts.find((one) => one.id === id));
  return (
    <>
      <PrintedLog session={session} attempts={attempts} standsOn={standsOn} />
      <Flex className="no-print" h="100%" minH="0" direction={{ base: 'column', md: 'row' }} overflow="auto">
        <Box w={{ base: '100%', md: '380px' }} flexShrink={0} p="4" overflow={{ md: 'auto' }} borderRightWidth={{ md: '1px' }} borderColor="line">
          <Box as="h1" fontSize="xl" fontWeight="700" mb="2">
            {attempts.length === 0 ? sayLoop('no-attempt-yet') : counted(attempts.length, 'attempt')}
          </Box>
          {problem && (
            <Box role="alert" color="fix" mb="2">
              {problem}
            </Box>
          )}
          <Now session={session} standsOn={standsOn} />
          <Progress attempts={attempts} />
          <Thread attempts={attempts} standsOn={standsOn} chosen={chosen} onChoose={choose} />
          {attempts.length > 0 && (
            <Flex mt="3" gap="2" wrap="wrap">
              <Button
                size="sm"
                minH={{ base: '44px', md: '34px' }}
                variant="outline"
                onClick={() =>
                  download(
                    fileName(sayLoop('attempts-2', { session: session.name }), 'csv'),
                    attemptsCsv(attempts, standsOn, (words) => sayTold(words, session.units)),
                    'text/csv',
                  )
                }
              >
                {sayLoop('log-as-csv')}
              </Button>
              <Button
                size="sm"
                minH={{ base: '44px', md: '34px' }}
                variant="outline"
                onClick={() =>
                  download(fileName(sayLoop('attempts-2', { session: session.name }), 'json'), attemptsJson(attempts, standsOn), 'application/json')
                }
              >
                {sayLoop('log-as-json')}
              </Button>
              <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => window.print()}>
                {sayLoop('print-it')}
              </Button>
            </Flex>
          )}
        </Box>
        <Box flex="1" minW="0" p="5" overflow={{ md: 'auto' }} role="region" aria-label={sayLoop('chosen-attempts')} tabIndex={0}>
          {a && b ? (
            <>
              <Compared session={session} one={a.at < b.at ? a : b} other={a.at < b.at ? b : a} />
              {picked === null && <Choosing session={session} />}
            </>
          ) : a ? (
            <Single key={a.id} session={session} attempt={a} />
          ) : (
            <Intro session={session} isFirst={attempts.length === 0} />
          )}
        </Box>
      </Flex>
    </>
  );
}

function Intro({ session, isFirst }: { session: Session; isFirst: boolean }) {
  return (
    <Box maxW="620px">
      {isFirst && <Awaited drawing="attempts" inline />}
      <Box mb="3" color="quiet">
        {sayLoop('every-take-that-is-checked-is')}
      </Box>
      <Choosing session={session} />
    </Box>
  );
}
