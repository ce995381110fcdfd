import { Box, Button, Flex } from '@chakra-ui/react';
import type { TakeReport } from '../../../core/analysis';
import { learnLevels, type Session } from '../../../core/document';
import { learnedFrom } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import { sayCheck } from '../../../words/check.page.en';
import { livePlan } from '../../stores/planHooks';
import { matchedNow } from '../../stores/proofStore';
import { runCommand } from '../../stores/sessionStore';
import { useTakeStore } from '../../stores/takeStore';

/** A level that differs by less is the player's mood, dB. */
const WORTH_LEARNING_DB = 3;

/** The take's levels in the place of the model's, so that gains follow what is really played. */
export function Learn({ session, report }: { session: Session; report: TakeReport }) {
  const matching = matchedNow(session, useTakeStore().matching);
  const peaks = Object.fromEntries(
    report.channels.flatMap(({ name, peakDbfs, clipCount, silent }) => {
      const id = matching[name];
      return id && !silent && clipCount === 0 ? [[id, peakDbfs] as const] : [];
    }),
  );
  const learned = learnedFrom(session, livePlan(session).table, peaks);
  const before = (id: string): number => session.microphones.find((one) => one.id === id)?.learnedDb ?? 0;
  const off = Object.entries(learned).filter(([id, db]) => Math.abs(db - before(id)) >= WORTH_LEARNING_DB);
  const isLearned = session.microphones.some(({ learnedDb }) => learnedDb !== undefined);
  if (off.length === 0 && !isLearned) return null;
  const said = off.map(([id, db]) => {
    const by = db - before(id);
    return `${session.microphones.find((one) => one.id === id)?.name} ${formatNumber(Math.abs(by), 0)} dB ${by > 0 ? sayCheck('louder') : sayCheck('softer')}`;
  });
  return (
    <Flex gap="3" mb="3" align="center" wrap="wrap" role="group" aria-label={sayCheck('levels-of-the-take')}>
      {off.length > 0 && (
        <>
          <Box maxW="560px">{sayCheck('recorded-at-the-planned-gains-the', { said: said.join(', ') })}</Box>
          <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => runCommand(learnLevels(learned))}>
            {sayCheck('plan-gains-by-the-take')}
          </Button>
        </>
      )}
      {isLearned && (
        <Button size="sm" minH={{ base: '44px', md: '34px' }} variant="outline" onClick={() => runCommand(learnLevels(null))}>
          {sayCheck('back-to-the-models-levels')}
        </Button>
      )}
    </Flex>
  );
}
