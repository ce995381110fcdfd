import { Box, Button, Flex, Grid, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { getReady, type Session } from '../../../core/document';
import { CHECK_TIMES, type CheckLine, checklistFor } from '../../../core/planning';
import { sayCheckLine } from '../../../words';
import { sayReady } from '../../../words/ready.page.en';
import { term } from '../../../words/term';
import { runCommand } from '../../stores/sessionStore';

/** A fridge that was switched off is to be switched on again. */
const FRIDGE = 'fridge';
const FRIDGE_TEXT = sayReady('switch-the-fridge-on-again');
const FRIDGE_MINUTES = 120;

const soon = (minutes: number): string => new Date(Date.now() + 60_000 * minutes).toISOString();

const tick = (session: Session, id: string): void => {
  const { done = [], reminders = [] } = session.ready;
  const ticked = !done.includes(id);
  const reminds = ticked && id === FRIDGE && !reminders.some(({ text }) => text === FRIDGE_TEXT);
  runCommand(
    getReady(sayReady('tick-the-list'), {
      done: ticked ? [...done, id] : done.filter((other) => other !== id),
      ...(reminds ? { reminders: [...reminders, { text: FRIDGE_TEXT, at: soon(FRIDGE_MINUTES) }] } : {}),
    }),
  );
};

function Item({ text, on, note, onToggle }: { text: string; on: boolean; note?: string | undefined; onToggle?: (() => void) | undefined }) {
  return (
    <Box as="li" listStyleType="none" py="1">
      <Box as="label" display="flex" gap="3" alignItems="baseline" minH={{ base: '44px', md: '30px' }} cursor={onToggle ? 'pointer' : 'default'}>
        <input type="checkbox" checked={on} disabled={!onToggle} onChange={onToggle} className="tick-box" />
        <Box color={on ? 'quiet' : 'ink'} overflowWrap="anywhere">
          {text}
          {note && (
            <Box as="span" color="quiet" fontSize="sm">
              {' '}
              ({note})
            </Box>
          )}
        </Box>
      </Box>
    </Box>
  );
}

/** What the day needs, in its order; ticked by hand, or by what another station has seen. */
export function Checklist({ session }: { session: Session }) {
  const [own, setOwn] = useState('');
  const items = session.ready.own ?? [];
  const addOwn = (): void => {
    const text = own.trim().slice(0, 120);
    if (!text || items.includes(text)) return;
    if (runCommand(getReady(sayReady('add-to-the-list'), { own: [...items, text] }))) setOwn('');
  };
  const lines = (list: readonly CheckLine[]) =>
    list
      .map((line) => ({ ...line, text: sayCheckLine(line, session.units) }))
      .map(({ item, text, isDone, isSeen }) => (
        <Item
          key={item.id}
          text={text}
          on={isDone}
          note={isSeen ? sayReady('seen') : undefined}
          onToggle={isSeen ? undefined : () => tick(session, item.id)}
        />
      ));
  return (
    <Box>
      <Grid className="paper-list" templateColumns={{ base: '1fr', lg: 'repeat(3, 1fr)' }} gap="6">
        {CHECK_TIMES.map((when) => (
          <Box key={when}>
            <Box as="h2" fontWeight="700" borderBottomWidth="2px" borderColor="line" pb="1" mb="2">
              {term(`${when.slice(0, 1).toUpperCase()}${when.slice(1)}`)}
            </Box>
            <Box as="ul" m="0" p="0" aria-label={term(when)}>
              {lines(checklistFor(session, when))}
              {when === 'before the first take' &&
                items.map((text, i) => (
                  <Flex key={text} align="baseline" gap="2">
                    <Box flex="1">
                      <Item text={text} on={session.ready.done?.includes(`own-${i}`) ?? false} onToggle={() => tick(session, `own-${i}`)} />
                    </Box>
                    <Button
                      size="xs"
                      variant="ghost"
                      color="quiet"
                      minH={{ base: '44px', md: '28px' }}
                      aria-label={sayReady('take-off', { text })}
                      onClick={() =>
                        runCommand(
                          getReady(sayReady('take-off-the-list'), {
                            own: items.filter((other) => other !== text),
                            done: (session.ready.done ?? []).filter((id) => !id.startsWith('own-')),
                          }),
                        )
                      }
                    >
                      {sayReady('take-off-2')}
                    </Button>
                  </Flex>
                ))}
            </Box>
          </Box>
        ))}
      </Grid>
      <Flex mt="4" gap="2" wrap="wrap" align="end" className="no-print">
        <Box flex="1" maxW="420px">
          <label htmlFor="own-item" style={{ fontSize: 13 }}>
            {sayReady('one-of-your-own')}
          </label>
          <Input
            id="own-item"
            value={own}
            maxLength={120}
            h={{ base: '44px', md: '36px' }}
            onChange={(event) => setOwn(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && addOwn()}
          />
        </Box>
        <Button minH="44px" variant="outline" onClick={addOwn}>
          {sayReady('add-it')}
        </Button>
        <Button minH="44px" variant="outline" onClick={() => window.print()}>
          {sayReady('print')}
        </Button>
      </Flex>
      <Reminders session={session} />
      <Box fontSize="sm" color="quiet" mt="4" maxW="720px">
        {sayReady('power-fire-and-exits-as-your')}
      </Box>
    </Box>
  );
}

const clock = (iso: string): string => new Date(iso).toLocaleTimeString([], { hour: '2-digit', minute: '2-digit', hour12: false });

/** Things to be told of later, the fridge first of all; when their time comes every station says so. */
function Reminders({ session }: { session: Session }) {
  const reminders = session.ready.reminders ?? [];
  const keep = (list: typeof reminders): void => void runCommand(getReady(sayReady('change-the-reminders'), { reminders: list }));
  return (
    <Box mt="4" className="no-print">
      <Flex gap="2" wrap="wrap" align="center">
        <Box>{sayReady('remind-me-to-switch-the-fridge')}</Box>
        {[60, 120, 240].map((minutes) => (
          <Button
            key={minutes}
            size="sm"
            variant="outline"
            minH={{ base: '44px', md: '32px' }}
            onClick={() => keep([...reminders, { text: FRIDGE_TEXT, at: soon(minutes) }])}
          >
            {sayReady('h', { minutes: minutes / 60 })}
          </Button>
        ))}
      </Flex>
      <Box as="ul" m="0" p="0" mt="1" aria-label={sayReady('reminders')}>
        {reminders.map((reminder) => (
          <Flex as="li" listStyleType="none" key={`${reminder.at}${reminder.text}`} gap="2" align="center">
            <Box>
              {sayReady('at', { text: reminder.text })} <span className="measure">{clock(reminder.at)}</span>
            </Box>
            <Button
              size="xs"
              variant="ghost"
              minH={{ base: '44px', md: '28px' }}
              aria-label={sayReady('done', { text: reminder.text, clock: clock(reminder.at) })}
              onClick={() => keep(reminders.filter((other) => other !== reminder))}
            >
              {sayReady('done-2')}
            </Button>
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
