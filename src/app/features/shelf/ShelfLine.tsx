import { Box, Button, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { sayShelf } from '../../../words/shelf.page.en';

interface Props {
  readonly lead: string;
  readonly name: string;
  readonly facts: string;
  readonly onEdit?: () => void;
  readonly onDrop: () => void;
  readonly children?: ReactNode;
}

/** One thing on the shelf: how many, what it is, and what can be done with it. */
export function ShelfLine({ lead, name, facts, onEdit, onDrop, children }: Props) {
  return (
    <Flex gap="3" align="center" wrap="wrap">
      <Box className="measure" fontSize="xl" w="44px" color="tape">
        {lead}
      </Box>
      <Box flex="1" minW="220px">
        <Box fontWeight="700">{name}</Box>
        <Box fontSize="sm" color="quiet">
          {facts}
        </Box>
      </Box>
      {children}
      {onEdit && (
        <Button size="sm" minH="44px" variant="outline" onClick={onEdit} aria-label={sayShelf('edit', { name })}>
          {sayShelf('edit-2')}
        </Button>
      )}
      <Button size="sm" minH="44px" variant="ghost" onClick={onDrop} aria-label={sayShelf('remove', { name })}>
        {sayShelf('remove-2')}
      </Button>
    </Flex>
  );
}
