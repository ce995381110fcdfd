import { Box, Button, Flex } from '@chakra-ui/react';
import { saySessions } from '../../../words/sessions.page.en';
import { download, fileName } from '../../components/download';

/** Something in storage that cannot be read: it stays as it is, and can be saved as a file. */
export function Unreadable({ what, reason, raw, onDelete }: { what: string; reason: string; raw: unknown; onDelete?: () => void }) {
  return (
    <Flex
      as="li"
      listStyleType="none"
      role="alert"
      gap="3"
      align="center"
      wrap="wrap"
      bg="panel"
      borderLeftWidth="4px"
      borderColor="fix"
      px="4"
      py="2"
      mb="2"
    >
      <Box flex="1" minW="240px" overflowWrap="anywhere">
        <strong>{what}</strong> {saySessions('cannot-be-opened-and-is-kept', { reason })}
      </Box>
      <Button
        size="sm"
        minH="44px"
        variant="outline"
        aria-label={saySessions('export-as-it-is', { what })}
        onClick={() => download(fileName(saySessions('as-found', { what }), 'json'), JSON.stringify(raw, null, 2), 'application/json')}
      >
        {saySessions('export-it-as-it-is')}
      </Button>
      {onDelete && (
        <Button size="sm" minH="44px" variant="ghost" aria-label={saySessions('delete-3', { what })} onClick={onDelete}>
          {saySessions('delete-2')}
        </Button>
      )}
    </Flex>
  );
}
