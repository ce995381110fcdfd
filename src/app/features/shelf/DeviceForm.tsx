import { Box, Button, Flex, Grid, Input } from '@chakra-ui/react';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import type { ReactNode } from 'react';
import { type UseFormReturn, useFieldArray, useForm } from 'react-hook-form';
import { type InputDevice, PREAMP_CHARACTERS } from '../../../core/patch';
import { sayShelf } from '../../../words/shelf.page.en';
import { term } from '../../../words/term';
import { newId } from '../../components/newId';
import { countOf, type DeviceDraft, deviceOf, draftOf, MOST_INPUTS } from './deviceDraft';
import { FormButtons } from './FormButtons';
import { FormSelect } from './FormSelect';
import { MaximumAsSpl } from './MaximumAsSpl';
import { Field } from './MicrophoneForm';

/** The time code that is fed to more than one device. */
const SHARED_CODE = 'time code';

/** A name from before it was chosen from a list, which is not in it. */
const named = (value: string | undefined, known: readonly string[]): readonly { readonly value: string; readonly text: string }[] =>
  value && !known.includes(value) ? [{ value, text: value }] : [];

const number = (label: string, low: number, high: number): Joi.NumberSchema => Joi.number().min(low).max(high).label(label);
const rowSchema = Joi.object({
  inputCount: number(sayShelf('inputs'), 1, MOST_INPUTS).integer(),
  bankSize: number(sayShelf('inputs-on-one-phantom-switch'), 0, MOST_INPUTS).integer(),
  instruments: number(sayShelf('instrument-inputs'), 0, MOST_INPUTS).integer(),
  connector: Joi.valid('XLR', 'TRS', 'both'),
  rank: Joi.valid('1', '2', '3'),
  records: Joi.valid('integer', 'float'),
  character: Joi.valid('', ...PREAMP_CHARACTERS),
  polarity: Joi.valid('none', 'switch'),
  lowCutHz: Joi.alternatives(Joi.valid(0), number(sayShelf('low-cut'), 20, 400))
    .label(sayShelf('low-cut'))
    .messages({ 'alternatives.match': sayShelf('low-cut-must-be-0-or') }),
  gainStepDb: number(sayShelf('gain-step'), 0.1, 20),
  einDbu: number(sayShelf('input-noise'), -140, -60),
  padDb: number(sayShelf('pad'), 0, 60),
  gainMinDb: number(sayShelf('lowest-gain'), -60, 60),
  gainMaxDb: number(sayShelf('highest-gain'), -60, 120).min(Joi.ref('gainMinDb')),
  maxLevelDbu: number(sayShelf('maximum-level'), -60, 40),
  group: Joi.string(),
});
const schema = Joi.object({
  name: Joi.string().trim().min(1).max(120).label(sayShelf('name')),
  clock: Joi.string().trim().allow('').max(80).label(sayShelf('clock')),
  timeCode: Joi.string().trim().allow('').max(40).label(sayShelf('time-code-2')),
  expands: Joi.string().allow(''),
  digitalInputs: number(sayShelf('digital-inputs'), 0, MOST_INPUTS).integer(),
  latencyMs: number(sayShelf('delay'), -1000, 1000),
  rows: Joi.array().items(rowSchema).min(1),
});

const ROW_FIELDS = [
  ['inputCount', sayShelf('inputs')],
  ['bankSize', sayShelf('inputs-on-one-phantom-switch-0')],
  ['instruments', sayShelf('inputs-from-the-first-that-take')],
  ['padDb', sayShelf('pad-db-0-for-none')],
  ['gainMinDb', sayShelf('lowest-gain-db')],
  ['gainMaxDb', sayShelf('highest-gain-db')],
  ['gainStepDb', sayShelf('one-notch-of-gain-db')],
  ['maxLevelDbu', sayShelf('maximum-level-at-lowest-gain-dbu')],
  ['einDbu', sayShelf('equivalent-input-noise-dbu-126-is')],
  ['lowCutHz', sayShelf('low-cut-hz-0-for-none')],
] as const;
const FIELDS = [
  ['digitalInputs', sayShelf('channels-its-digital-port-takes-at')],
  ['latencyMs', sayShelf('later-than-other-devices-ms-0')],
] as const;

const toNumber = (text: unknown): number => Number(String(text).replace(',', '.'));

/** Inputs of one kind. */
function Row({ form, k, from, children }: { form: UseFormReturn<DeviceDraft>; k: number; from: number | null; children: ReactNode }) {
  const { register, formState, setValue, watch } = form;
  const errors = formState.errors.rows?.[k];
  const count = Number(watch(`rows.${k}.inputCount`)) || 0;
  return (
    <Box as="fieldset" mt="4" border="0" p="0">
      <Flex as="legend" align="center" gap="3" mb="2" fontWeight="700">
        {from === null ? sayShelf('its-inputs') : sayShelf('inputs-from-to', { from: String(from), to: String(from + Math.max(1, count) - 1) })}
        {children}
      </Flex>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        <FormSelect
          label={sayShelf('connectors')}
          options={[
            { value: 'both', text: sayShelf('xlr-and-trs') },
            { value: 'XLR', text: 'XLR' },
            { value: 'TRS', text: 'TRS' },
          ]}
          {...register(`rows.${k}.connector`)}
        />
        <FormSelect
          label={sayShelf('you-like-its-preamps')}
          options={[
            { value: '1', text: sayShelf('best-or-as-well-as-any') },
            { value: '2', text: sayShelf('second') },
            { value: '3', text: sayShelf('least') },
          ]}
          {...register(`rows.${k}.rank`)}
        />
        <FormSelect
          label={sayShelf('it-records')}
          options={[
            { value: 'integer', text: sayShelf('by-a-gain-that-is-set') },
            { value: 'float', text: sayShelf('32-bit-float-without-a-gain') },
          ]}
          {...register(`rows.${k}.records`)}
        />
        <FormSelect
          label={sayShelf('a-polarity-switch-at-each-input')}
          options={[
            { value: 'none', text: sayShelf('no') },
            { value: 'switch', text: sayShelf('yes') },
          ]}
          {...register(`rows.${k}.polarity`)}
        />
        <FormSelect
          label={sayShelf('its-preamps-sound')}
          options={[
            { value: '', text: sayShelf('like-any') },
            ...PREAMP_CHARACTERS.map((character) => ({ value: character, text: term(character) })),
          ]}
          {...register(`rows.${k}.character`)}
        />
        {ROW_FIELDS.map(([name, label]) => (
          <Field key={name} label={label} problem={errors?.[name]?.message}>
            <Input
              size="sm"
              h="44px"
              className="measure"
              inputMode="decimal"
              aria-label={label}
              {...register(`rows.${k}.${name}`, { setValueAs: toNumber })}
            />
          </Field>
        ))}
      </Grid>
      <MaximumAsSpl onTake={(dbu) => setValue(`rows.${k}.maxLevelDbu`, dbu, { shouldValidate: true, shouldDirty: true })} />
    </Box>
  );
}

interface Props {
  readonly device: InputDevice;
  /** The others on the shelf, on whose digital ports it may hang. */
  readonly others: readonly InputDevice[];
  readonly onSave: (device: InputDevice) => void;
  readonly onCancel: () => void;
}

export function DeviceForm({ device, others, onSave, onCancel }: Props) {
  const hosts = others.filter(({ digitalInputs, id }) => (digitalInputs ?? 0) > 0 || id === device.expands);
  const form = useForm<DeviceDraft>({
    defaultValues: draftOf(device),
    resolver: joiResolver(schema, { presence: 'required', errors: { wrap: { label: false } } }),
  });
  const { register, handleSubmit, formState, control, watch, setError } = form;
  const { fields, append, remove } = useFieldArray({ control, name: 'rows' });
  const rows = watch('rows');
  const save = (draft: DeviceDraft): void => {
    if (countOf(draft.rows) <= MOST_INPUTS) onSave(deviceOf(device, draft));
    else setError('rows.0.inputCount', { message: sayShelf('more-than-64-inputs', { count: countOf(draft.rows) }) });
  };
  /** Another row as the last is, under a group of its own. */
  const another = (): void => {
    const last = rows.at(-1);
    if (last) append({ ...last, inputCount: 2, instruments: 0, group: `kind ${rows.length + 1} ${newId().slice(0, 4)}` });
  };
  return (
    <form onSubmit={handleSubmit(save)} aria-label={sayShelf('input-device', { device: device.name })} noValidate>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        <Field label={sayShelf('name')} problem={formState.errors.name?.message}>
          <Input size="sm" h="44px" aria-label={sayShelf('name')} {...register('name')} />
        </Field>
        <FormSelect
          label={sayShelf('its-inputs-are-recorded-by')}
          options={[
            { value: '', text: sayShelf('itself') },
            ...(device.expands !== undefined && hosts.every(({ id }) => id !== device.expands)
              ? [{ value: device.expands, text: sayShelf('nothing-yet') }]
              : []),
            ...hosts.map(({ id, name }) => ({ value: id, text: sayShelf('over-its-digital-port', { name }) })),
          ]}
          {...register('expands')}
        />
        <FormSelect
          label={sayShelf('runs-by-the-clock-of')}
          options={[
            { value: '', text: sayShelf('itself') },
            ...others.map(({ id, name }) => ({ value: id, text: name })),
            ...named(
              device.clock,
              others.map(({ id }) => id),
            ),
          ]}
          {...register('clock')}
        />
        <FormSelect
          label={sayShelf('time-code-2')}
          options={[
            { value: '', text: sayShelf('none') },
            { value: SHARED_CODE, text: sayShelf('shared-with-the-others-that-have') },
            ...named(device.timeCode, [SHARED_CODE]),
          ]}
          {...register('timeCode')}
        />
        {FIELDS.map(([name, label]) => (
          <Field key={name} label={label} problem={formState.errors[name]?.message}>
            <Input size="sm" h="44px" className="measure" inputMode="decimal" aria-label={label} {...register(name, { setValueAs: toNumber })} />
          </Field>
        ))}
      </Grid>
      {fields.map(({ id }, k) => (
        <Row key={id} form={form} k={k} from={fields.length === 1 ? null : countOf(rows.slice(0, k)) + 1}>
          {fields.length > 1 && (
            <Button size="sm" minH="44px" variant="ghost" onClick={() => remove(k)}>
              {sayShelf('without-these')}
            </Button>
          )}
        </Row>
      ))}
      <Button mt="3" size="sm" minH="44px" variant="outline" onClick={another}>
        {sayShelf('inputs-of-another-kind')}
      </Button>
      <FormButtons onCancel={onCancel} />
      <Box mt="2" fontSize="sm" color="quiet">
        {sayShelf('gear-is-described-by-kind-look')}
      </Box>
    </form>
  );
}
