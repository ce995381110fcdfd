import { Box, Input } from '@chakra-ui/react';
import { useEffect, useId, useState } from 'react';
import { sayComponents } from '../../words/components.page.en';

interface Props {
  readonly label: string;
  readonly unit: string;
  readonly value: number;
  readonly low: number;
  readonly high: number;
  readonly digits?: number;
  readonly onCommit: (value: number) => void;
}

const shown = (value: number, digits: number): string => String(Number(value.toFixed(digits)));

/** A number with its unit. Committed on Enter or on leaving; a wrong entry says what would be right and changes nothing. */
export function NumberField({ label, unit, value, low, high, digits = 1, onCommit }: Props) {
  const id = useId();
  const [text, setText] = useState(shown(value, digits));
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    setText(shown(value, digits));
    setProblem(null);
  }, [value, digits]);
  const commit = (): void => {
    const typed = Number(text.trim().replace(',', '.').replace('\u2212', '-'));
    if (text.trim() === '' || !Number.isFinite(typed) || typed < low || typed > high) {
      setProblem(sayComponents('must-be-a-number-from-to', { label, low, high, unit: unit && ` ${unit}` }));
      return;
    }
    setProblem(null);
    if (Math.abs(typed - Number(shown(value, digits))) > 1e-9) onCommit(typed);
  };
  return (
    <Box>
      <label htmlFor={id} style={{ display: 'block', fontSize: 13, color: 'var(--chakra-colors-quiet)' }}>
        {unit ? `${label} (${unit})` : label}
      </label>
      <Input
        id={id}
        className="measure"
        size="sm"
        h={{ base: '44px', md: '34px' }}
        inputMode="decimal"
        value={text}
        aria-invalid={problem !== null}
        aria-describedby={problem ? `${id}-problem` : undefined}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === 'Enter' && commit()}
      />
      {problem && (
        <Box id={`${id}-problem`} role="alert" color="fix" fontSize="sm">
          {problem}
        </Box>
      )}
    </Box>
  );
}
