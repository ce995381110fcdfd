import { Button } from '@chakra-ui/react';

interface Props {
  readonly label: string;
  readonly on: boolean;
  readonly onToggle: () => void;
}

/** A switch that says with a tick, not by colour alone, that it is on. */
export function Toggle({ label, on, onToggle }: Props) {
  return (
    <Button
      size="sm"
      minH={{ base: '44px', md: '32px' }}
      variant="outline"
      aria-pressed={on}
      bg={on ? 'line' : 'transparent'}
      borderColor={on ? 'tape' : 'line'}
      onClick={onToggle}
    >
      {on ? '✓ ' : ''}
      {label}
    </Button>
  );
}
