import { Button, Flex } from '@chakra-ui/react';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly text: string }[];
  readonly onChange: (value: string) => void;
}

/** A few exclusive choices side by side, the chosen one underlined like a tab in a tape. */
export function Segments({ label, value, options, onChange }: Props) {
  return (
    <Flex role="group" aria-label={label} wrap="wrap">
      {options.map((option) => (
        <Button
          key={option.value}
          size="sm"
          minH={{ base: '44px', md: '34px' }}
          variant="plain"
          px="3"
          borderRadius="0"
          borderWidth="0"
          boxShadow={option.value === value ? 'inset 0 -3px 0 var(--chakra-colors-tape)' : 'none'}
          color={option.value === value ? 'ink' : 'quiet'}
          aria-pressed={option.value === value}
          onClick={() => onChange(option.value)}
        >
          {option.text}
        </Button>
      ))}
    </Flex>
  );
}
