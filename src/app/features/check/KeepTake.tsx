import { Box, Button } from '@chakra-ui/react';
import { useState } from 'react';
import type { Session } from '../../../core/document';
import { sayCheck } from '../../../words/check.page.en';
import { saveTake } from '../../capture/saveTake';
import { filesOfTake } from '../../stores/takeStore';

/** The take that was recorded here, put where the person keeps takes. */
export function KeepTake({ session }: { session: Session }) {
  const [said, setSaid] = useState<string | null>(null);
  const [isBusy, setBusy] = useState(false);
  const keep = async (): Promise<void> => {
    const files = filesOfTake(session.id);
    if (files.length === 0) return setSaid(sayCheck('the-files-are-gone-with-the'));
    setBusy(true);
    setSaid(await saveTake(files, session.name, new Date()));
    setBusy(false);
  };
  // Files that the person chose are theirs already.
  if (!filesOfTake(session.id).some(({ isRecordedHere }) => isRecordedHere)) return null;
  return (
    <Box>
      <Button minH="44px" variant="outline" loading={isBusy} onClick={() => void keep()}>
        {sayCheck('keep-this-take')}
      </Button>
      <Box role="status" mt="1" fontSize="sm" color={said ? undefined : 'quiet'}>
        {said ?? sayCheck('the-next-recording-replaces-it')}
      </Box>
    </Box>
  );
}
