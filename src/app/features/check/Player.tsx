import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect } from 'react';
import type { Session } from '../../../core/document';
import type { TakePart } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import type { Heard } from '../../../core/verdict';
import { sayCheck } from '../../../words/check.page.en';
import { Choice } from '../../components/Choice';
import { Segments } from '../../components/Segments';
import { stopDecks, useDecks } from '../../listening/decks';
import { EarlierPart } from './EarlierPart';
import { leavePlayer, play, playAnew, usePlayer, type Version, versionName, versionsOf } from './player';

const keyOf = (part: TakePart): string => JSON.stringify(part);

/** What is heard of the take, which stretch of it, and as recorded or corrected: switched without a gap, at one loudness. */
export function Player({ heard }: { heard: Heard & { readonly session: Session } }) {
  const { session, report, matching } = heard;
  const { part, moment, version, isBusy, problem } = usePlayer();
  const isHeard = useDecks((state) => state.heard !== null);
  useEffect(() => leavePlayer, []);
  const names = report.channels.map(({ name }) => name);
  const has = (id: string): boolean => names.some((name) => matching[name] === id);
  const parts: readonly { readonly part: TakePart; readonly text: string }[] = [
    ...(names.length > 1
      ? [
          { part: { of: 'all' } as const, text: sayCheck('all-channels') },
          { part: { of: 'mono' } as const, text: sayCheck('all-in-mono') },
        ]
      : []),
    ...session.pairs.flatMap(({ id, name, leftId, rightId }) =>
      has(leftId) && has(rightId) ? [{ part: { of: 'pair', id } as const, text: name }] : [],
    ),
    ...(part.of === 'some' ? [{ part, text: part.channels.join(' + ') }] : []),
    ...names.map((name) => ({ part: { of: 'channel', channels: [name] } as const, text: name })),
  ];
  const own = names.length > 1 ? part : ({ of: 'channel', channels: names } as const);
  const versions = versionsOf(heard, own);
  return (
    <>
      <Flex role="group" aria-label={sayCheck('player')} gap="3" mb="4" align="end" wrap="wrap">
        <Button
          minH="44px"
          minW="88px"
          variant="outline"
          borderColor={isHeard ? 'tape' : 'edge'}
          borderWidth="2px"
          loading={isBusy}
          onClick={() => (isHeard ? stopDecks() : void play(heard, { part: own }))}
        >
          {isHeard ? sayCheck('stop') : sayCheck('play')}
        </Button>
        <Choice
          label={sayCheck('what-you-hear')}
          value={keyOf(own)}
          options={parts.map((one) => ({ value: keyOf(one.part), text: one.text }))}
          onChange={(key) => void play(heard, { part: parts.find((one) => keyOf(one.part) === key)?.part ?? { of: 'all' } })}
        />
        {versions.length > 1 && (
          <Segments
            label={sayCheck('version')}
            value={versions.some((one) => one.version === version) ? version : 'recorded'}
            options={versions.map((one) => ({ value: one.version, text: versionName(one.version) }))}
            onChange={(next) => void play(heard, { version: next as Version })}
          />
        )}
        {moment && (
          <Flex align="center" gap="2" minH="44px">
            <Box fontSize="sm" className="measure">
              {sayCheck('from-to-s', { from: formatNumber(moment.fromS, 1), to: formatNumber(moment.toS, 1) })}
            </Box>
            <Button
              size="sm"
              minH={{ base: '44px', md: '34px' }}
              variant="ghost"
              onClick={() => (isHeard ? void play(heard, { moment: null }) : usePlayer.setState({ moment: null }))}
            >
              {sayCheck('whole-take')}
            </Button>
          </Flex>
        )}
        {problem && (
          <Box role="alert" color="fix" w="100%">
            {problem}
          </Box>
        )}
      </Flex>
      <EarlierPart session={session} isWhole={own.of === 'all' || names.length === 1} onChange={() => playAnew(heard)} />
    </>
  );
}
