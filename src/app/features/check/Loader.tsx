import { Box, Button, Flex } from '@chakra-ui/react';
import { type ReactNode, useMemo, useRef, useState } from 'react';
import type { Session } from '../../../core/document';
import { takeActs } from '../../../core/planning';
import { HIDDEN_THINGS, type HiddenThing } from '../../../core/render';
import { formatNumber, type Told } from '../../../core/units';
import { sayTold } from '../../../words';
import { sayCheck } from '../../../words/check.page.en';
import { term } from '../../../words/term';
import { Choice } from '../../components/Choice';
import { canAskForFolder } from '../../components/folders';
import { ACCEPT_SOUND } from '../../components/soundFiles';
import { wasCutOff } from '../../components/underway';
import { useTakeStore } from '../../stores/takeStore';
import { chooseFolder, type Folder, folderOf } from './folder';
import { checkFiles, demoTake, stopCheck } from './tool';

interface Props {
  readonly session: Session;
  readonly onFiles: (files: FileList | null) => void;
  readonly onFolder: (folder: Folder | null) => void;
  readonly onRecord: () => void;
  readonly hasReport: boolean;
  /** What can be done with the take that is there. */
  readonly children?: ReactNode;
}

/** Where a take comes in: files, or the practice take; with what is under way and what was refused. */
export function Loader({ session, onFiles, onFolder, onRecord, hasReport, children }: Props) {
  const { progress, problem, refused } = useTakeStore();
  const picker = useRef<HTMLInputElement>(null);
  const folderPicker = useRef<HTMLInputElement>(null);
  const [rendering, setRendering] = useState(false);
  const [hidden, setHidden] = useState<HiddenThing>('two faults');
  const [words, setWords] = useState<Told | null>(null);
  const demo = async (): Promise<void> => {
    setRendering(true);
    setWords(null);
    try {
      const practice = await demoTake(session, hidden);
      await checkFiles(session, practice.files);
      setWords(practice.words);
    } finally {
      setRendering(false);
    }
  };
  const acts = useMemo(() => takeActs(session), [session]);
  const busy = progress !== null || rendering;
  return (
    <Box mb="4">
      {!hasReport && (
        <Box as="h1" fontSize="xl" fontWeight="700" mb="1">
          {sayCheck('play-ten-seconds-through-all-microphones', { channels: session.microphones.length })}
        </Box>
      )}
      {!hasReport && (
        <Box color="quiet" mb="3" maxW="640px">
          {sayCheck('then-drop-the-files-here', {
            channels: session.microphones.length,
            acts: acts && session.microphones.length !== 1 ? sayTold(acts, session.units) : sayCheck('play-as-in-the-take'),
          })}
        </Box>
      )}
      <Flex gap="2" wrap="wrap" align="flex-start">
        <Button minH="44px" bg="tapeFill" color="#12181b" disabled={busy} onClick={onRecord}>
          {sayCheck('record-here')}
        </Button>
        <Button minH="44px" variant="outline" disabled={busy} onClick={() => picker.current?.click()}>
          {hasReport ? sayCheck('check-another-take') : sayCheck('choose-files')}
        </Button>
        <Button
          minH="44px"
          variant="outline"
          disabled={busy}
          onClick={() => (canAskForFolder() ? void chooseFolder().then(onFolder) : folderPicker.current?.click())}
        >
          {sayCheck('choose-a-folder')}
        </Button>
        <Button minH="44px" variant="outline" disabled={busy || session.microphones.length === 0} onClick={() => void demo()}>
          {rendering && progress === null ? sayCheck('rendering') : sayCheck('load-the-practice-take')}
        </Button>
        {!busy && children}
        <input
          ref={picker}
          type="file"
          multiple
          hidden
          accept={ACCEPT_SOUND}
          aria-label={sayCheck('take-files')}
          onChange={(event) => {
            setWords(null);
            onFiles(event.target.files);
            event.target.value = '';
          }}
        />
        <input
          ref={folderPicker}
          type="file"
          hidden
          aria-label={sayCheck('choose-a-folder')}
          {...{ webkitdirectory: '' }}
          onChange={(event) => {
            if (event.target.files?.length) onFolder(folderOf(event.target.files));
            event.target.value = '';
          }}
        />
        {progress !== null && (
          <Flex align="center" gap="3" flex="1" minW="220px" minH="44px">
            <progress value={progress} max={1} aria-label={sayCheck('take-check')} style={{ flex: 1, height: 12 }} />
            <span className="measure">{formatNumber(progress * 100, 0)} %</span>
            <Button minH="44px" variant="outline" onClick={stopCheck}>
              {sayCheck('stop')}
            </Button>
          </Flex>
        )}
      </Flex>
      {session.microphones.length > 0 && !busy && (!hasReport || words !== null) && (
        <Flex mt="3" gap="3" align="end" wrap="wrap">
          <Choice
            label={sayCheck('hidden-in-the-practice-take')}
            value={hidden}
            options={HIDDEN_THINGS.map((thing) => ({ value: thing, text: term(thing) }))}
            onChange={(thing) => setHidden(HIDDEN_THINGS.find((one) => one === thing) ?? 'two faults')}
          />
          <Box fontSize="sm" color="quiet" flex="1" minW="240px">
            {sayCheck('it-is-what-this-plan-predicts')}
          </Box>
        </Flex>
      )}
      {words && !busy && (
        <Box as="details" fontSize="sm" mt="1">
          <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer">
            {sayCheck('what-was-hidden-in-it')}
          </Box>
          <Box role="status">{sayTold(words, session.units)}</Box>
        </Box>
      )}
      {wasCutOff('take check') && !busy && (
        <Box role="status" mt="2">
          {sayCheck('the-page-was-reloaded-during-a', { hasReport: hasReport ? 'yes' : 'no' })}
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
