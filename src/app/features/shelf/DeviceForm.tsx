import { Box, Grid, Input } from '@chakra-ui/react';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useForm } from 'react-hook-form';
import type { Connector } from '../../../core/microphones';
import { bankName, type DeviceInput, type InputDevice, PREAMP_CHARACTERS, type PreampCharacter, USUAL_EIN_DBU } from '../../../core/patch';
import { sayShelf } from '../../../words/shelf.page.en';
import { term } from '../../../words/term';
import { FormButtons } from './FormButtons';
import { FormSelect } from './FormSelect';
import { MaximumAsSpl } from './MaximumAsSpl';
import { Field } from './MicrophoneForm';

/** The time code that is fed to more than one device. */
const SHARED_CODE = 'time code';

/** A name from before it was chosen from a list, which is not in it. */
const named = (value: string | undefined, known: readonly string[]): readonly { readonly value: string; readonly text: string }[] =>
  value && !known.includes(value) ? [{ value, text: value }] : [];

/** A device whose inputs are alike, as most are; mixed ones come from the catalogue or a file. */
interface Draft {
  name: string;
  inputCount: number;
  bankSize: number;
  instruments: number;
  connector: 'XLR' | 'TRS' | 'both';
  /** How well its owner likes its preamps. */
  rank: '1' | '2' | '3';
  records: 'integer' | 'float';
  clock: string;
  timeCode: string;
  character: '' | PreampCharacter;
  polarity: 'none' | 'switch';
  expands: string;
  digitalInputs: number;
  latencyMs: number;
  lowCutHz: number;
  einDbu: number;
  gainStepDb: number;
  padDb: number;
  gainMinDb: number;
  gainMaxDb: number;
  maxLevelDbu: number;
}

const number = (label: string, low: number, high: number): Joi.NumberSchema => Joi.number().min(low).max(high).label(label);
const schema = Joi.object({
  name: Joi.string().trim().min(1).max(120).label(sayShelf('name')),
  inputCount: number(sayShelf('inputs'), 1, 64).integer(),
  bankSize: number(sayShelf('inputs-on-one-phantom-switch'), 0, 64).integer(),
  instruments: number(sayShelf('instrument-inputs'), 0, 64).integer(),
  connector: Joi.valid('XLR', 'TRS', 'both'),
  rank: Joi.valid('1', '2', '3'),
  records: Joi.valid('integer', 'float'),
  clock: Joi.string().trim().allow('').max(80).label(sayShelf('clock')),
  timeCode: Joi.string().trim().allow('').max(40).label(sayShelf('time-code-2')),
  character: Joi.valid('', ...PREAMP_CHARACTERS),
  polarity: Joi.valid('none', 'switch'),
  expands: Joi.string().allow(''),
  digitalInputs: number(sayShelf('digital-inputs'), 0, 64).integer(),
  latencyMs: number(sayShelf('delay'), -1000, 1000),
  lowCutHz: Joi.alternatives(Joi.valid(0), number(sayShelf('low-cut'), 20, 400))
    .label(sayShelf('low-cut'))
    .messages({ 'alternatives.match': sayShelf('low-cut-must-be-0-or') }),
  gainStepDb: number(sayShelf('gain-step'), 0.1, 20),
  einDbu: number(sayShelf('input-noise'), -140, -60),
  padDb: number(sayShelf('pad'), 0, 60),
  gainMinDb: number(sayShelf('lowest-gain'), -60, 60),
  gainMaxDb: number(sayShelf('highest-gain'), -60, 120).min(Joi.ref('gainMinDb')),
  maxLevelDbu: number(sayShelf('maximum-level'), -60, 40),
});

const FIELDS = [
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
  ['digitalInputs', sayShelf('channels-its-digital-port-takes-at')],
  ['latencyMs', sayShelf('later-than-other-devices-ms-0')],
] as const;

function draftOf(device: InputDevice): Draft {
  const first = device.inputs[0];
  const bank = first?.phantomBank;
  const plain = (first?.connectors ?? []).filter((connector) => connector !== 'Hi-Z');
  return {
    name: device.name,
    inputCount: device.inputs.length,
    bankSize: bank ? device.inputs.filter((input) => input.phantomBank === bank).length : 0,
    instruments: device.inputs.filter(({ connectors }) => connectors.includes('Hi-Z')).length,
    connector: plain.length === 2 ? 'both' : plain[0] === 'TRS' ? 'TRS' : 'XLR',
    rank: `${first?.rank ?? 1}`,
    records: first?.floats ? 'float' : 'integer',
    clock: device.clock ?? '',
    timeCode: device.timeCode ?? '',
    character: first?.character ?? '',
    polarity: first?.inverts ? 'switch' : 'none',
    expands: device.expands ?? '',
    digitalInputs: device.digitalInputs ?? 0,
    latencyMs: Math.round(1e7 * (device.latencySeconds ?? 0)) / 1e4,
    lowCutHz: first?.lowCutHz ?? 0,
    einDbu: first?.einDbu ?? USUAL_EIN_DBU,
    gainStepDb: first?.gainStepDb ?? 1,
    padDb: first?.padDb ?? 0,
    gainMinDb: first?.gainMinDb ?? 0,
    gainMaxDb: first?.gainMaxDb ?? 56,
    maxLevelDbu: first?.maxLevelDbu ?? 12,
  };
}

/** Inputs of several kinds stay as they came: one row of figures cannot say them. */
const isMixed = ({ inputs }: InputDevice): boolean => new Set(inputs.map(({ group }) => group)).size > 1;

function deviceOf(device: InputDevice, draft: Draft): InputDevice {
  const connectors: Connector[] = draft.connector === 'both' ? ['XLR', 'TRS'] : [draft.connector];
  const inputs = Array.from({ length: draft.inputCount }, (_, i): DeviceInput => {
    const start = draft.bankSize > 0 ? Math.floor(i / draft.bankSize) * draft.bankSize + 1 : 0;
    const end = Math.min(draft.inputCount, start + draft.bankSize - 1);
    const { padDb, gainMinDb, gainMaxDb, maxLevelDbu } = draft;
    return {
      id: `in${i + 1}`,
      name: String(i + 1),
      connectors: i < draft.instruments ? [...connectors, 'Hi-Z'] : connectors,
      phantomBank: start ? bankName(start, end) : null,
      padDb,
      gainMinDb,
      gainMaxDb,
      maxLevelDbu,
      ...(draft.records === 'float' ? { floats: true } : {}),
      ...(draft.gainStepDb === 1 ? {} : { gainStepDb: draft.gainStepDb }),
      ...(draft.einDbu === USUAL_EIN_DBU ? {} : { einDbu: draft.einDbu }),
      ...(draft.lowCutHz === 0 ? {} : { lowCutHz: draft.lowCutHz }),
      ...(draft.polarity === 'switch' ? { inverts: true } : {}),
      ...(draft.character === '' ? {} : { character: draft.character }),
      ...(draft.rank === '1' ? {} : { rank: draft.rank === '2' ? 2 : 3 }),
      group: 'mic',
    };
  });
  return {
    id: device.id,
    name: draft.name.trim(),
    inputs: isMixed(device) ? device.inputs : inputs,
    ...(draft.clock.trim() && !draft.expands ? { clock: draft.clock.trim() } : {}),
    ...(draft.timeCode.trim() ? { timeCode: draft.timeCode.trim() } : {}),
    ...(draft.digitalInputs > 0 ? { digitalInputs: draft.digitalInputs } : {}),
    ...(draft.expands ? { expands: draft.expands } : {}),
    ...(draft.latencyMs === 0 ? {} : { latencySeconds: draft.latencyMs / 1000 }),
  };
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
  const { register, handleSubmit, formState, setValue } = useForm<Draft>({
    defaultValues: draftOf(device),
    resolver: joiResolver(schema, { presence: 'required', errors: { wrap: { label: false } } }),
  });
  const mixed = isMixed(device);
  const toNumber = (text: unknown): number => Number(String(text).replace(',', '.'));
  return (
    <form
      onSubmit={handleSubmit((draft) => onSave(deviceOf(device, draft)))}
      aria-label={sayShelf('input-device', { device: device.name })}
      noValidate
    >
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
        {!mixed && (
          <>
            <FormSelect
              label={sayShelf('connectors')}
              options={[
                { value: 'both', text: sayShelf('xlr-and-trs') },
                { value: 'XLR', text: 'XLR' },
                { value: 'TRS', text: 'TRS' },
              ]}
              {...register('connector')}
            />
            <FormSelect
              label={sayShelf('you-like-its-preamps')}
              options={[
                { value: '1', text: sayShelf('best-or-as-well-as-any') },
                { value: '2', text: sayShelf('second') },
                { value: '3', text: sayShelf('least') },
              ]}
              {...register('rank')}
            />
            <FormSelect
              label={sayShelf('it-records')}
              options={[
                { value: 'integer', text: sayShelf('by-a-gain-that-is-set') },
                { value: 'float', text: sayShelf('32-bit-float-without-a-gain') },
              ]}
              {...register('records')}
            />
            <FormSelect
              label={sayShelf('a-polarity-switch-at-each-input')}
              options={[
                { value: 'none', text: sayShelf('no') },
                { value: 'switch', text: sayShelf('yes') },
              ]}
              {...register('polarity')}
            />
            <FormSelect
              label={sayShelf('its-preamps-sound')}
              options={[
                { value: '', text: sayShelf('like-any') },
                ...PREAMP_CHARACTERS.map((character) => ({ value: character, text: term(character) })),
              ]}
              {...register('character')}
            />
            {FIELDS.map(([name, label]) => (
              <Field key={name} label={label} problem={formState.errors[name]?.message}>
                <Input size="sm" h="44px" className="measure" inputMode="decimal" aria-label={label} {...register(name, { setValueAs: toNumber })} />
              </Field>
            ))}
          </>
        )}
      </Grid>
      {mixed ? (
        <Box mt="2" fontSize="sm" color="quiet">
          {sayShelf('its-inputs-are-of-several-kinds')}
        </Box>
      ) : (
        <MaximumAsSpl onTake={(dbu) => setValue('maxLevelDbu', dbu, { shouldValidate: true, shouldDirty: true })} />
      )}
      <FormButtons onCancel={onCancel} />
      <Box mt="2" fontSize="sm" color="quiet">
        {sayShelf('gear-is-described-by-kind-look')}
      </Box>
    </form>
  );
}
