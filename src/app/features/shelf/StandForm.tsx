import { Grid, Input } from '@chakra-ui/react';
import { joiResolver } from '@hookform/resolvers/joi';
import { useForm } from 'react-hook-form';
import { standSchema } from '../../../core/document';
import type { StandModel } from '../../../core/stands';
import { FormButtons } from './FormButtons';
import { Field } from './MicrophoneForm';

interface Props {
  readonly stand: StandModel;
  readonly onSave: (stand: StandModel) => void;
  readonly onCancel: () => void;
}

const NUMBERS = [
  ['minHeightM', 'Lowest (m)'],
  ['maxHeightM', 'Highest (m)'],
  ['reachM', 'Boom (m)'],
  ['footprintM', 'Feet (m)'],
  ['maxMomentKgM', 'Load (kg·m)'],
  ['count', 'How many'],
] as const;

const toNumber = (text: unknown): number => (text === '' ? Number.NaN : Number(String(text).replace(',', '.')));

/** One kind of stand, checked by the same schema as files are. */
export function StandForm({ stand, onSave, onCancel }: Props) {
  const { register, handleSubmit, formState } = useForm<StandModel>({
    defaultValues: stand,
    resolver: joiResolver(standSchema, { presence: 'required', errors: { wrap: { label: false } } }),
  });
  const problem = (name: keyof StandModel): string | undefined => formState.errors[name]?.message as string | undefined;
  return (
    <form onSubmit={handleSubmit((value) => onSave(value))} aria-label={`Stand ${stand.name}`} noValidate>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        <Field label="Name" problem={problem('name')}>
          <Input size="sm" h="44px" aria-label="Name" {...register('name')} />
        </Field>
        {NUMBERS.map(([name, label]) => (
          <Field key={name} label={label} problem={problem(name)}>
            <Input size="sm" h="44px" className="measure" inputMode="decimal" aria-label={label} {...register(name, { setValueAs: toNumber })} />
          </Field>
        ))}
      </Grid>
      <FormButtons onCancel={onCancel} />
    </form>
  );
}
