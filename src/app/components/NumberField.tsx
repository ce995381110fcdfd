import { Box, Input } from '@chakra-ui/react';
import { useEffect, useId, useState } from 'react';
import { inLengthUnit, isLengthUnit, typedMetres } from '../../core/units';
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

/** What was typed as a number of the field's unit; lengths may be written in any unit. NaN for what is none. */
function typedIn(text: string, unit: string): number {
  if (text.trim() === '') return Number.NaN;
  if (!isLengthUnit(unit)) return Number(text.trim().replace(',', '.').replace('\u2212', '-'));
  const metres = typedMetres(text, unit);
  return metres === null ? Number.NaN : Number(inLengthUnit(metres, unit).toFixed(6));
}

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
    const typed = typedIn(text, unit);
    if (!Number.isFinite(typed) || typed < low || typed > high) {
      setProblem(
        sayComponents(isLengthUnit(unit) ? 'must-be-a-length-from-to' : 'must-be-a-number-from-to', { label, low, high, unit: unit && ` ${unit}` }),
      );
      return;
    }
    setProblem(null);
    if (Math.abs(typed - Number(shown(value, digits))) > 1e-9) onCommit(typed);
    else setText(shown(value, digits));
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
        inputMode={unit === 'in' || unit === 'ft' ? 'text' : 'decimal'}
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
