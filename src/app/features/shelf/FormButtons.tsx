import { Button, Flex } from '@chakra-ui/react';
import { sayShelf } from '../../../words/shelf.page.en';

/** The two ways out of a form. */
export function FormButtons({ onCancel }: { onCancel: () => void }) {
  return (
    <Flex gap="2" mt="3">
      <Button type="submit" minH="44px" bg="tapeFill" color="#12181b">
        {sayShelf('keep-it')}
      </Button>
      <Button minH="44px" variant="outline" onClick={onCancel}>
        {sayShelf('leave-it-as-it-was')}
      </Button>
    </Flex>
  );
}
