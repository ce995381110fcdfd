import { Box, NativeSelect } from '@chakra-ui/react';
import { useId } from 'react';

interface Props {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly text: string }[];
  readonly onChange: (value: string) => void;
  readonly hideLabel?: boolean;
}

/** A labelled choice from a short list. */
export function Choice({ label, value, options, onChange, hideLabel = false }: Props) {
  const id = useId();
  return (
    <Box>
      {!hideLabel && (
        <label htmlFor={id} style={{ display: 'block', fontSize: 13, color: 'var(--chakra-colors-quiet)' }}>
          {label}
        </label>
      )}
      <NativeSelect.Root size="sm">
        <NativeSelect.Field
          id={id}
          aria-label={hideLabel ? label : undefined}
          h={{ base: '44px', md: '34px' }}
          value={value}
          onChange={(event) => onChange(event.target.value)}
        >
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
