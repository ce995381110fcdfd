import { Grid, Input } from '@chakra-ui/react';
import { useForm } from 'react-hook-form';
import { standSchema } from '../../../core/document';
import type { StandModel } from '../../../core/stands';
import { shownUnits, type UnitSystem } from '../../../core/units';
import { sayShelf } from '../../../words/shelf.page.en';
import { FormButtons } from './FormButtons';
import { Field } from './MicrophoneForm';
import { keptResolver, type Scales, shownDraft } from './shownForm';

interface Props {
  readonly stand: StandModel;
  readonly units: UnitSystem;
  readonly onSave: (stand: StandModel) => void;
  readonly onCancel: () => void;
}

function numbersIn(units: UnitSystem): { fields: readonly (readonly [keyof StandModel, string])[]; scales: Scales<StandModel> } {
  const { stand, load } = shownUnits(units);
  return {
    fields: [
      ['minHeightM', sayShelf('lowest', { unit: stand.unit })],
      ['maxHeightM', sayShelf('highest', { unit: stand.unit })],
      ['reachM', sayShelf('boom-2', { unit: stand.unit })],
      ['footprintM', sayShelf('feet', { unit: stand.unit })],
      ['maxMomentKgM', sayShelf('load', { unit: load.unit })],
      ['count', sayShelf('how-many')],
    ],
    scales: { minHeightM: stand, maxHeightM: stand, reachM: stand, footprintM: stand, maxMomentKgM: load },
  };
}

const toNumber = (text: unknown): number => (text === '' ? Number.NaN : Number(String(text).replace(',', '.')));

/** One kind of stand, checked by the same schema as files are. */
export function StandForm({ stand, units, onSave, onCancel }: Props) {
  const { fields, scales } = numbersIn(units);
  const { register, handleSubmit, formState } = useForm<StandModel>({
    defaultValues: shownDraft(stand, scales),
    resolver: keptResolver(standSchema, scales, stand),
  });
  const problem = (name: keyof StandModel): string | undefined => formState.errors[name]?.message as string | undefined;
  return (
    <form onSubmit={handleSubmit((value) => onSave(value))} aria-label={sayShelf('stand', { stand: stand.name })} noValidate>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        <Field label={sayShelf('name')} problem={problem('name')}>
          <Input size="sm" h="44px" aria-label={sayShelf('name')} {...register('name')} />
        </Field>
        {fields.map(([name, label]) => (
          <Field key={name} label={label} problem={problem(name)}>
            <Input size="sm" h="44px" className="measure" inputMode="decimal" aria-label={label} {...register(name, { setValueAs: toNumber })} />
          </Field>
        ))}
      </Grid>
      <FormButtons onCancel={onCancel} />
    </form>
  );
}
