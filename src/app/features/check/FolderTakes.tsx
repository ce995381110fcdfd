import { Box, Button, Flex } from '@chakra-ui/react';
import { useEffect, useState } from 'react';
import { sayCheck } from '../../../words/check.page.en';
import { Choice } from '../../components/Choice';
import type { Folder, FoundTake } from './folder';

interface Props {
  readonly folder: Folder;
  /** The take that is on the bench. */
  readonly checked: FoundTake | null;
  readonly onCheck: (take: FoundTake) => void;
}

const nameOf = (take: FoundTake): string => take.name || sayCheck('the-folder-itself');
const keyOf = ({ name, newestMs }: FoundTake): string => `${name}/${newestMs}`;

/** The takes of a folder: which of them is looked at, and that a newer one has come. */
export function FolderTakes({ folder, checked, onCheck }: Props) {
  const [takes, setTakes] = useState(folder.takes);
  useEffect(() => setTakes(folder.takes), [folder]);
  useEffect(() => {
    const { again } = folder;
    if (!again) return;
    // Whoever comes back from the recorder may have a new take; a folder that is gone stays as it was seen.
    const look = (): void => void again().then(setTakes, () => undefined);
    window.addEventListener('focus', look);
    return () => window.removeEventListener('focus', look);
  }, [folder]);
  if (takes.length === 0)
    return (
      <Box role="status" my="2">
        {sayCheck('no-sound-in-the-folder', { folder: folder.name })}
      </Box>
    );
  const [newest] = takes;
  const isNewer = newest && checked && newest.newestMs > checked.newestMs;
  return (
    <Flex gap="3" mt="2" align="end" wrap="wrap">
      {takes.length > 1 && (
        <Choice
          label={sayCheck('takes-of-folder', { folder: folder.name })}
          value={checked ? keyOf(checked) : ''}
          options={takes.map((take) => ({ value: keyOf(take), text: sayCheck('take-with-files', { take: nameOf(take), files: take.files.length }) }))}
          onChange={(key) => {
            const take = takes.find((one) => keyOf(one) === key);
            if (take) onCheck(take);
          }}
        />
      )}
      {isNewer && (
        <Flex role="status" gap="2" align="center" minH="44px">
          {sayCheck('has-arrived', { take: nameOf(newest) })}
          <Button minH="44px" variant="outline" onClick={() => onCheck(newest)}>
            {sayCheck('check-it')}
          </Button>
        </Flex>
      )}
    </Flex>
  );
}
