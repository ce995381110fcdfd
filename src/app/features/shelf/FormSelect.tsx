import { Box, NativeSelect } from '@chakra-ui/react';
import type { ComponentProps } from 'react';

type Props = Omit<ComponentProps<typeof NativeSelect.Field>, 'children'> & {
  readonly label: string;
  readonly options: readonly { value: string; text: string }[];
};

/** A labelled select that a form library can register. */
export function FormSelect({ label, options, ...rest }: Props) {
  return (
    <Box>
      <Box fontSize="sm" color="quiet" aria-hidden="true">
        {label}
      </Box>
      <NativeSelect.Root size="sm">
        <NativeSelect.Field h="44px" aria-label={label} {...rest}>
          {options.map((option) => (
            <option key={option.value} value={option.value}>
              {option.text}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Box>
  );
}
