import { Box, Flex, Grid, Input } from '@chakra-ui/react';
import { type AriaAttributes, cloneElement, type ReactElement, useId } from 'react';
import { useForm } from 'react-hook-form';
import { microphoneModelSchema } from '../../../core/document';
import { CONNECTORS, MICROPHONE_KIND_NAMES, MICROPHONE_KINDS, type MicrophoneModel, PATTERN_NAMES } from '../../../core/microphones';
import { shownUnits, type UnitSystem } from '../../../core/units';
import { sayShelf } from '../../../words/shelf.page.en';
import { FormButtons } from './FormButtons';
import { FormSelect } from './FormSelect';
import { keptResolver, type Scales, shownDraft } from './shownForm';

interface Props {
  readonly model: MicrophoneModel;
  readonly units: UnitSystem;
  readonly onSave: (model: MicrophoneModel) => void;
  readonly onCancel: () => void;
}

const NUMBERS = [
  ['sensitivityMvPerPa', sayShelf('sensitivity-mv-pa')],
  ['maxSplDb', sayShelf('maximum-spl-db')],
  ['selfNoiseDba', sayShelf('self-noise-dba-empty-if-none')],
  ['padDb', sayShelf('its-own-pad-db-0-for')],
  ['count', sayShelf('how-many')],
] as const;

const PHANTOM_TEXT = { needs: sayShelf('needs-it'), indifferent: sayShelf('does-not-mind'), never: sayShelf('must-never-get-it') };
const toNumber = (text: unknown): number | null => (text === '' || text === null ? null : Number(String(text).replace(',', '.')));

/** One kind of microphone, checked by the same schema as files are. */
export function MicrophoneForm({ model, units, onSave, onCancel }: Props) {
  const { weight } = shownUnits(units);
  const scales: Scales<MicrophoneModel> = { weightKg: weight };
  const numbers = [...NUMBERS, ['weightKg', sayShelf('weight', { unit: weight.unit })]] as const;
  const { register, handleSubmit, formState } = useForm<MicrophoneModel>({
    defaultValues: shownDraft(model, scales),
    resolver: keptResolver(microphoneModelSchema, scales, model),
  });
  const { errors } = formState;
  const problem = (name: keyof MicrophoneModel): string | undefined => errors[name]?.message as string | undefined;
  return (
    <form onSubmit={handleSubmit((value) => onSave(value))} aria-label={sayShelf('microphone', { model: model.name || 'new' })} noValidate>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        <Field label={sayShelf('name')} problem={problem('name')}>
          <Input size="sm" h="44px" aria-label={sayShelf('name')} {...register('name')} />
        </Field>
        <FormSelect
          label={sayShelf('kind')}
          options={MICROPHONE_KINDS.map((kind) => ({ value: kind, text: MICROPHONE_KIND_NAMES[kind] }))}
          {...register('kind')}
        />
        <FormSelect
          label={sayShelf('phantom-power')}
          options={Object.entries(PHANTOM_TEXT).map(([value, text]) => ({ value, text }))}
          {...register('phantom')}
        />
        <FormSelect label={sayShelf('connector')} options={CONNECTORS.map((value) => ({ value, text: value }))} {...register('connector')} />
        <Field label={sayShelf('low-cut-hz-0-for-none')} problem={problem('lowCutHz')}>
          <Input
            size="sm"
            h="44px"
            className="measure"
            inputMode="decimal"
            aria-label={sayShelf('low-cut-hz-0-for-none')}
            {...register('lowCutHz', { setValueAs: (text: unknown) => toNumber(text ?? '') || undefined })}
          />
        </Field>
        {numbers.map(([name, label]) => (
          <Field key={name} label={label} problem={problem(name)}>
            <Input size="sm" h="44px" className="measure" inputMode="decimal" aria-label={label} {...register(name, { setValueAs: toNumber })} />
          </Field>
        ))}
      </Grid>
      <fieldset style={{ marginTop: 12 }}>
        <legend style={{ fontSize: 13, color: 'var(--chakra-colors-quiet)' }}>{sayShelf('patterns-it-offers')}</legend>
        <Flex wrap="wrap" gap="3">
          {PATTERN_NAMES.map((pattern) => (
            <label key={pattern} style={{ display: 'flex', alignItems: 'center', gap: 6, minHeight: 44 }}>
              <input type="checkbox" value={pattern} {...register('patterns')} style={{ width: 18, height: 18 }} />
              {pattern.replaceAll('-', ' ')}
            </label>
          ))}
        </Flex>
        {problem('patterns') && (
          <Box role="alert" color="fix" fontSize="sm">
            {sayShelf('choose-at-least-one-pattern')}
          </Box>
        )}
      </fieldset>
      <FormButtons onCancel={onCancel} />
    </form>
  );
}

/** A labelled field; what is wrong with it is said under it, and tied to it. */
export function Field({ label, problem, children }: { label: string; problem?: string | undefined; children: ReactElement<AriaAttributes> }) {
  const id = useId();
  return (
    <Box>
      <Box fontSize="sm" color="quiet" aria-hidden="true">
        {label}
      </Box>
      {problem ? cloneElement(children, { 'aria-invalid': true, 'aria-describedby': id }) : children}
      {problem && (
        <Box id={id} role="alert" color="fix" fontSize="sm">
          {problem}.
        </Box>
      )}
    </Box>
  );
}
