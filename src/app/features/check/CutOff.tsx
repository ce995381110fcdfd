import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import type { Session } from '../../../core/document';
import { sayCheck } from '../../../words/check.page.en';
import { dropTakes, isBeingWritten, type KeptTake, secondsOf, takeAsWhole, takesOf } from '../../capture/keptTakes';
import { filesOfTake, keepFiles, useTakeStore } from '../../stores/takeStore';

/** What was recorded here before the page was loaded again: a take that was cut off is offered, and the files of the one on the bench are at hand again. */
export function CutOff({ session, onCheck }: { session: Session; onCheck: (take: KeptTake) => void }) {
  const [cut, setCut] = useState<KeptTake | null>(null);
  const report = useTakeStore((state) => (state.sessionId === session.id ? state.report : null));
  useEffect(() => {
    let isGone = false;
    const look = async (): Promise<void> => {
      const takes = await takesOf(session.id);
      const halves = takes.filter((take) => !take.note.isWhole && !take.note.purpose && secondsOf(take) > 0);
      const [left] = (await Promise.all(halves.map(async (take) => ((await isBeingWritten(take.directory)) ? [] : [take])))).flat();
      if (isGone) return;
      setCut(left ?? null);
      const names = report?.channels.map(({ name }) => name);
      const onBench = takes.find(({ note }) => names?.length === note.tracks.length && note.tracks.every(({ name }) => names.includes(name)));
      if (onBench && filesOfTake(session.id).length === 0) keepFiles(session.id, onBench.files);
    };
    void look();
    return () => {
      isGone = true;
    };
  }, [session.id, report]);
  if (!cut) return null;
  return (
    <Flex role="status" gap="3" align="center" wrap="wrap" mb="3">
      <Box>{sayCheck('a-take-was-cut-off', { seconds: secondsOf(cut) })}</Box>
      <Button
        minH="44px"
        variant="outline"
        onClick={() => {
          setCut(null);
          void takeAsWhole(cut);
          onCheck(cut);
        }}
      >
        {sayCheck('check-it')}
      </Button>
      <Button
        minH="44px"
        variant="ghost"
        onClick={() => {
          setCut(null);
          void dropTakes([cut.directory]);
        }}
      >
        {sayCheck('throw-it-away')}
      </Button>
    </Flex>
  );
}
