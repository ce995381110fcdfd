import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { counted } from '../../../core/units';
import { saySessions } from '../../../words/sessions.page.en';
import type { Deleted } from '../../db/sessions';

interface Props {
  readonly deleted: readonly Deleted[];
  readonly onBack: (one: Deleted) => void;
  readonly onEmpty: () => void;
}

/** What was deleted and still waits, with its attempts and takes. */
export function RecentlyDeleted({ deleted, onBack, onEmpty }: Props) {
  // There is no way back from it: it is asked twice.
  const [isSure, setIsSure] = useState(false);
  return (
    <Box as="details" mt="6" maxW="640px">
      <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer">
        {saySessions('recently-deleted', { deleted: deleted.length })}
      </Box>
      <Box color="quiet" fontSize="sm">
        {saySessions('they-wait-for-a-month-with')}
      </Box>
      <Box as="ul" aria-label={saySessions('recently-deleted-2')} m="0" p="0">
        {deleted.map((one) => (
          <Flex as="li" key={one.id} listStyleType="none" align="center" gap="3" py="1" borderTopWidth="1px" borderColor="line">
            <Box flex="1" overflowWrap="anywhere">
              {saySessions('deleted', { one: one.name, toLocaleDateString: new Date(one.deletedAt).toLocaleDateString() })}
            </Box>
            <Button size="sm" minH="44px" variant="outline" aria-label={saySessions('bring-back', { one: one.name })} onClick={() => onBack(one)}>
              {saySessions('bring-back-2')}
            </Button>
          </Flex>
        ))}
      </Box>
      <Flex gap="2" mt="2">
        <Button size="sm" minH="44px" variant="outline" onClick={() => (isSure ? onEmpty() : setIsSure(true))}>
          {isSure ? saySessions('delete-for-good', { counted: counted(deleted.length, 'session') }) : saySessions('empty')}
        </Button>
        {isSure && (
          <Button size="sm" minH="44px" variant="ghost" onClick={() => setIsSure(false)}>
            {saySessions('keep-them')}
          </Button>
        )}
      </Flex>
    </Box>
  );
}
