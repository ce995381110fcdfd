import { Box, Button, Flex } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { sayRoom } from '../../../words/room.page.en';

interface Props {
  readonly name: string;
  readonly isChosen: boolean;
  readonly onChoose: () => void;
  readonly awayLabel: string;
  readonly onAway: () => void;
  /** Buttons between its name and Away. */
  readonly more?: ReactNode;
  /** What is told of it when it is chosen. */
  readonly children?: ReactNode;
}

/** One thing of a list in the room: chosen by its name, taken away by its button. */
export function Row({ name, isChosen, onChoose, awayLabel, onAway, more, children }: Props) {
  return (
    <Box as="li" listStyleType="none" borderTopWidth="1px" borderColor="line" py="1">
      <Flex align="center" gap="1" wrap="wrap">
        <Button
          flex="1"
          justifyContent="flex-start"
          variant="ghost"
          size="sm"
          px="1"
          minH={{ base: '44px', md: '34px' }}
          fontWeight={isChosen ? '700' : '400'}
          aria-expanded={isChosen}
          onClick={onChoose}
        >
          {name}
        </Button>
        {more}
        <Button size="xs" variant="outline" minH={{ base: '44px', md: '30px' }} aria-label={awayLabel} onClick={onAway}>
          {sayRoom('away')}
        </Button>
      </Flex>
      {isChosen && children}
    </Box>
  );
}
