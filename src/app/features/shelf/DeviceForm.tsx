import { Box, Grid, Input } from '@chakra-ui/react';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useForm } from 'react-hook-form';
import type { Connector } from '../../../core/microphones';
import type { DeviceInput, InputDevice } from '../../../core/patch';
import { FormButtons } from './FormButtons';
import { FormSelect } from './FormSelect';
import { Field } from './MicrophoneForm';

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
  padDb: number;
  gainMinDb: number;
  gainMaxDb: number;
  maxLevelDbu: number;
}

const number = (label: string, low: number, high: number): Joi.NumberSchema => Joi.number().min(low).max(high).label(label);
const schema = Joi.object({
  name: Joi.string().trim().min(1).max(120).label('Name'),
  inputCount: number('Inputs', 1, 64).integer(),
  bankSize: number('Inputs on one phantom switch', 0, 64).integer(),
  instruments: number('Instrument inputs', 0, 64).integer(),
  connector: Joi.valid('XLR', 'TRS', 'both'),
  rank: Joi.valid('1', '2', '3'),
  records: Joi.valid('integer', 'float'),
  clock: Joi.string().trim().allow('').max(40).label('Clock'),
  padDb: number('Pad', 0, 60),
  gainMinDb: number('Lowest gain', -60, 60),
  gainMaxDb: number('Highest gain', -60, 120).min(Joi.ref('gainMinDb')),
  maxLevelDbu: number('Maximum level', -60, 40),
});

const FIELDS = [
  ['inputCount', 'Inputs'],
  ['bankSize', 'Inputs on one phantom switch, 0 for no power'],
  ['instruments', 'Inputs from the first that take an instrument (Hi-Z)'],
  ['padDb', 'Pad (dB), 0 for none'],
  ['gainMinDb', 'Lowest gain (dB)'],
  ['gainMaxDb', 'Highest gain (dB)'],
  ['maxLevelDbu', 'Maximum level at lowest gain (dBu)'],
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
    padDb: first?.padDb ?? 0,
    gainMinDb: first?.gainMinDb ?? 0,
    gainMaxDb: first?.gainMaxDb ?? 56,
    maxLevelDbu: first?.maxLevelDbu ?? 12,
  };
}

function deviceOf(id: string, draft: Draft): InputDevice {
  const connectors: Connector[] = draft.connector === 'both' ? ['XLR', 'TRS'] : [draft.connector];
  const inputs = Array.from({ length: draft.inputCount }, (_, i): DeviceInput => {
    const start = draft.bankSize > 0 ? Math.floor(i / draft.bankSize) * draft.bankSize + 1 : 0;
    const end = Math.min(draft.inputCount, start + draft.bankSize - 1);
    const { padDb, gainMinDb, gainMaxDb, maxLevelDbu } = draft;
    return {
      id: `in${i + 1}`,
      name: String(i + 1),
      connectors: i < draft.instruments ? [...connectors, 'Hi-Z'] : connectors,
      phantomBank: start ? `${start}–${end}` : null,
      padDb,
      gainMinDb,
      gainMaxDb,
      maxLevelDbu,
      ...(draft.records === 'float' ? { floats: true } : {}),
      ...(draft.rank === '1' ? {} : { rank: draft.rank === '2' ? 2 : 3 }),
      group: 'mic',
    };
  });
  return { id, name: draft.name.trim(), inputs, ...(draft.clock.trim() ? { clock: draft.clock.trim() } : {}) };
}

export function DeviceForm({ device, onSave, onCancel }: { device: InputDevice; onSave: (device: InputDevice) => void; onCancel: () => void }) {
  const { register, handleSubmit, formState } = useForm<Draft>({
    defaultValues: draftOf(device),
    resolver: joiResolver(schema, { presence: 'required', errors: { wrap: { label: false } } }),
  });
  const toNumber = (text: unknown): number => Number(String(text).replace(',', '.'));
  return (
    <form onSubmit={handleSubmit((draft) => onSave(deviceOf(device.id, draft)))} aria-label={`Input device ${device.name}`} noValidate>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        <Field label="Name" problem={formState.errors.name?.message}>
          <Input size="sm" h="44px" aria-label="Name" {...register('name')} />
        </Field>
        <FormSelect
          label="Connectors"
          options={[
            { value: 'both', text: 'XLR and TRS' },
            { value: 'XLR', text: 'XLR' },
            { value: 'TRS', text: 'TRS' },
          ]}
          {...register('connector')}
        />
        <FormSelect
          label="You like its preamps"
          options={[
            { value: '1', text: 'best, or as well as any' },
            { value: '2', text: 'second' },
            { value: '3', text: 'least' },
          ]}
          {...register('rank')}
        />
        <FormSelect
          label="It records"
          options={[
            { value: 'integer', text: 'by a gain that is set' },
            { value: 'float', text: '32-bit float, without a gain' },
          ]}
          {...register('records')}
        />
        <Field label="Runs by the clock of (empty for its own)" problem={formState.errors.clock?.message}>
          <Input size="sm" h="44px" aria-label="Runs by the clock of (empty for its own)" {...register('clock')} />
        </Field>
        {FIELDS.map(([name, label]) => (
          <Field key={name} label={label} problem={formState.errors[name]?.message}>
            <Input size="sm" h="44px" className="measure" inputMode="decimal" aria-label={label} {...register(name, { setValueAs: toNumber })} />
          </Field>
        ))}
      </Grid>
      <FormButtons onCancel={onCancel} />
      <Box mt="2" fontSize="sm" color="quiet">
        Gear is described by kind; look the figures up in its data sheet.
      </Box>
    </form>
  );
}
