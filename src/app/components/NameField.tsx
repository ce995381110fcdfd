import { Box, Input } from '@chakra-ui/react';
import { useEffect, useId, useState } from 'react';
import { LONGEST_NAME } from '../../core/units';

/** A name that can be changed where it stands; an empty one leaves it as it was. */
export function NameField({ label, value, onCommit }: { label: string; value: string; onCommit: (name: string) => void }) {
  const id = useId();
  const [text, setText] = useState(value);
  useEffect(() => setText(value), [value]);
  const commit = (): void => {
    const name = text.trim();
    if (name && name !== value) onCommit(name);
    else setText(value);
  };
  return (
    <Box mb="2">
      <label htmlFor={id} style={{ display: 'block', fontSize: 13, color: 'var(--chakra-colors-quiet)' }}>
        {label}
      </label>
      <Input
        id={id}
        size="sm"
        h={{ base: '44px', md: '34px' }}
        dir="auto"
        value={text}
        maxLength={LONGEST_NAME}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape') setText(value);
        }}
      />
    </Box>
  );
}
