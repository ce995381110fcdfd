import { Box, Button, Flex, Input } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import type { Session } from '../../../core/document';
import { saySessions } from '../../../words/sessions.page.en';
import { Guarded } from '../../components/Guarded';
import { StaticFace } from '../../drawing/StaticFace';
import { livePlan } from '../../stores/planHooks';

interface Props {
  readonly session: Session;
  readonly large: boolean;
  readonly onRename: (name: string) => void;
  readonly onDuplicate: () => void;
  readonly onDelete: () => void;
}

function stateOf(session: Session): string {
  try {
    return stateWords(session);
  } catch {
    return saySessions('its-plan-cannot-be-worked-out');
  }
}

function stateWords(session: Session): string {
  if (session.microphones.length === 0) return session.instruments.length ? saySessions('no-microphones-yet') : saySessions('empty-room');
  const fixes = livePlan(session).findings.filter((finding) => finding.severity === 'fix').length;
  const count =
    session.microphones.length === 1 ? saySessions('1-microphone') : saySessions('microphones-2', { microphones: session.microphones.length });
  return fixes ? saySessions('to-fix', { count, fixes }) : count;
}

const dateOf = (iso: string): string => new Date(iso).toLocaleDateString(undefined, { day: 'numeric', month: 'long', year: 'numeric' });

/** One session as a sheet on the shelf: its plan, date, players, state. */
export function SessionCard({ session, large, onRename, onDuplicate, onDelete }: Props) {
  const [naming, setNaming] = useState(false);
  const rename = (name: string): void => {
    setNaming(false);
    if (name.trim() && name.trim() !== session.name) onRename(name);
  };
  return (
    <Box
      as="article"
      aria-label={session.name}
      bg="panel"
      borderWidth="1px"
      borderColor="line"
      gridColumn={large ? { md: 'span 2' } : undefined}
      gridRow={large ? { md: 'span 2' } : undefined}
      display="flex"
      flexDirection="column"
    >
      <Link
        to={`/session/${session.id}/floor`}
        aria-label={saySessions('open', { session: session.name })}
        style={{ flex: 1, minHeight: large ? 260 : 150, display: 'block' }}
      >
        <Guarded instead={<Box p="4">{saySessions('its-plan-cannot-be-drawn')}</Box>}>
          <StaticFace session={session} face="plan" width={large ? 560 : 280} height={large ? 340 : 160} plain />
        </Guarded>
      </Link>
      <Box p="3" borderTopWidth="1px" borderColor="line">
        {naming ? (
          <Input
            aria-label={saySessions('session-name')}
            autoFocus
            size="sm"
            h="44px"
            defaultValue={session.name}
            maxLength={120}
            onBlur={(event) => rename(event.target.value)}
            onKeyDown={(event) => {
              if (event.key === 'Enter') rename(event.currentTarget.value);
              if (event.key === 'Escape') setNaming(false);
            }}
          />
        ) : (
          <Box asChild fontWeight="700" fontSize={large ? 'xl' : 'lg'} lineHeight="1.2" overflowWrap="anywhere" display="block">
            <Link to={`/session/${session.id}/floor`}>{session.name}</Link>
          </Box>
        )}
        <Box color="quiet" fontSize="sm" mt="1">
          {dateOf(session.updatedAt)}
          {session.players && `, ${session.players}`}, {stateOf(session)}
        </Box>
        <Flex gap="1" mt="2" ml="-2">
          <Button
            size="sm"
            variant="ghost"
            minH="44px"
            px="2"
            onClick={() => setNaming(true)}
            aria-label={saySessions('rename', { session: session.name })}
          >
            {saySessions('rename-2')}
          </Button>
          <Button size="sm" variant="ghost" minH="44px" px="2" onClick={onDuplicate} aria-label={saySessions('duplicate', { session: session.name })}>
            {saySessions('duplicate-2')}
          </Button>
          <Button size="sm" variant="ghost" minH="44px" px="2" onClick={onDelete} aria-label={saySessions('delete', { session: session.name })}>
            {saySessions('delete-2')}
          </Button>
        </Flex>
      </Box>
    </Box>
  );
}
