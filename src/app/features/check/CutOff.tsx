import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import type { Session } from '../../../core/document';
import { sayCheck } from '../../../words/check.page.en';
import { dropTakes, type KeptTake, takesOf } from '../../capture/keptTakes';
import { filesOfTake, keepFiles, useTakeStore } from '../../stores/takeStore';

const HEAD_BYTES = 654;
const BYTES = 4;

const secondsOf = ({ files, note }: KeptTake): number =>
  Math.max(0, ...files.map(({ blob }) => Math.floor((blob.size - HEAD_BYTES) / BYTES / note.sampleRateHz)));

/** What was recorded here before the page was loaded again: a take that was cut off is offered, and the files of the one on the bench are at hand again. */
export function CutOff({ session, onCheck, onFound }: { session: Session; onCheck: (take: KeptTake) => void; onFound: () => void }) {
  const [cut, setCut] = useState<KeptTake | null>(null);
  const report = useTakeStore((state) => (state.sessionId === session.id ? state.report : null));
  const found = useRef(onFound);
  found.current = onFound;
  useEffect(() => {
    let isGone = false;
    void takesOf(session.id).then((takes) => {
      if (isGone) return;
      const [newest] = takes;
      setCut(newest && !newest.note.isWhole && secondsOf(newest) > 0 ? newest : null);
      const names = report?.channels.map(({ name }) => name);
      const whole = takes.find(
        ({ note }) => note.isWhole && names?.length === note.tracks.length && note.tracks.every(({ name }) => names.includes(name)),
      );
      if (!whole || filesOfTake(session.id).length > 0) return;
      keepFiles(session.id, whole.files);
      found.current();
    });
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
