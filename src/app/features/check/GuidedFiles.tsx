import { Box, Button } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import type { TakeReport } from '../../../core/analysis';
import type { Session } from '../../../core/document';
import { sayCheck } from '../../../words/check.page.en';
import { ACCEPT_SOUND } from '../../components/soundFiles';
import { keepGuided } from './tool';

/** What playing leaves open, settled by a recording of the list that was made elsewhere. */
export function GuidedFiles({ session, report }: { session: Session; report: TakeReport }) {
  const picker = useRef<HTMLInputElement>(null);
  const [said, setSaid] = useState<string | null>(null);
  const open = async (files: readonly File[]): Promise<void> => {
    if (files.length === 0) return;
    setSaid(sayCheck('listening-to-the-list'));
    setSaid(await keepGuided(session, report, files));
  };
  return (
    <Box py="3" fontSize="sm">
      <Box role="note" mb="2">
        {sayCheck('record-again-with-knocks')}
      </Box>
      <Button minH="44px" variant="outline" size="sm" onClick={() => picker.current?.click()}>
        {sayCheck('open-a-recording-of-the-list')}
      </Button>
      <input
        ref={picker}
        type="file"
        multiple
        hidden
        accept={ACCEPT_SOUND}
        aria-label={sayCheck('recording-of-the-list')}
        onChange={(event) => {
          void open([...(event.target.files ?? [])]);
          event.target.value = '';
        }}
      />
      {said && (
        <Box role="status" mt="2">
          {said}
        </Box>
      )}
    </Box>
  );
}
