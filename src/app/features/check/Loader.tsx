import { Box, Button, Flex } from '@chakra-ui/react';
import { useRef, useState } from 'react';
import type { Session } from '../../../core/document';
import { formatNumber } from '../../../core/units';
import { useTakeStore } from '../../stores/takeStore';
import { checkFiles, demoTake, stopCheck } from './tool';

/** Where a take comes in: files, or the practice take; with what is under way and what was refused. */
export function Loader({ session, onFiles, hasReport }: { session: Session; onFiles: (files: FileList | null) => void; hasReport: boolean }) {
  const { progress, problem, refused } = useTakeStore();
  const picker = useRef<HTMLInputElement>(null);
  const [rendering, setRendering] = useState(false);
  const demo = async (): Promise<void> => {
    setRendering(true);
    try {
      await checkFiles(session, await demoTake(session));
    } finally {
      setRendering(false);
    }
  };
  const busy = progress !== null || rendering;
  return (
    <Box mb="4">
      {!hasReport && (
        <Box as="h1" fontSize="xl" fontWeight="700" mb="1">
          Play ten seconds through all microphones
        </Box>
      )}
      {!hasReport && (
        <Box color="quiet" mb="3" maxW="640px">
          Strike each drum a few times with a gap between, everything as loud as in the take. Then drop the WAV files here, one per microphone or one
          poly file. They stay on this machine.
        </Box>
      )}
      <Flex gap="2" wrap="wrap" align="center">
        <Button minH="44px" bg="tapeFill" color="#12181b" disabled={busy} onClick={() => picker.current?.click()}>
          {hasReport ? 'Check another take' : 'Choose files'}
        </Button>
        <Button minH="44px" variant="outline" disabled={busy || session.microphones.length === 0} onClick={() => void demo()}>
          {rendering && progress === null ? 'Rendering' : 'Load the practice take'}
        </Button>
        <input
          ref={picker}
          type="file"
          multiple
          hidden
          accept=".wav,.wave,.bwf,.aif,.aiff,.aifc,.flac,.rf64,audio/*"
          aria-label="Take files"
          onChange={(event) => {
            onFiles(event.target.files);
            event.target.value = '';
          }}
        />
        {progress !== null && (
          <Flex align="center" gap="3" flex="1" minW="220px">
            <progress value={progress} max={1} aria-label="Take check" style={{ flex: 1, height: 12 }} />
            <span className="measure">{formatNumber(progress * 100, 0)} %</span>
            <Button minH="44px" variant="outline" onClick={stopCheck}>
              Stop
            </Button>
          </Flex>
        )}
      </Flex>
      {!hasReport && session.microphones.length > 0 && (
        <Box fontSize="sm" color="quiet" mt="2">
          The practice take is what this plan predicts, played by the model, with two faults planted in it.
        </Box>
      )}
      {[...(problem ? [problem] : []), ...refused].map((sentence) => (
        <Box key={sentence} role="alert" color="fix" mt="2">
          {sentence}
        </Box>
      ))}
    </Box>
  );
}
