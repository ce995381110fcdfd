import { Box, Button, Flex, Grid, Input } from '@chakra-ui/react';
import { joiResolver } from '@hookform/resolvers/joi';
import Joi from 'joi';
import { useState } from 'react';
import { useForm } from 'react-hook-form';
import { type Connector, outputLevelDbu } from '../../../core/microphones';
import { bankName, type DeviceInput, type InputDevice, PREAMP_CHARACTERS, type PreampCharacter, USUAL_EIN_DBU } from '../../../core/patch';
import { formatNumber } from '../../../core/units';
import { NumberField } from '../../components/NumberField';
import { FormButtons } from './FormButtons';
import { FormSelect } from './FormSelect';
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
  name: Joi.string().trim().min(1).max(120).label('Name'),
  inputCount: number('Inputs', 1, 64).integer(),
  bankSize: number('Inputs on one phantom switch', 0, 64).integer(),
  instruments: number('Instrument inputs', 0, 64).integer(),
  connector: Joi.valid('XLR', 'TRS', 'both'),
  rank: Joi.valid('1', '2', '3'),
  records: Joi.valid('integer', 'float'),
  clock: Joi.string().trim().allow('').max(80).label('Clock'),
  timeCode: Joi.string().trim().allow('').max(40).label('Time code'),
  character: Joi.valid('', ...PREAMP_CHARACTERS),
  polarity: Joi.valid('none', 'switch'),
  expands: Joi.string().allow(''),
  digitalInputs: number('Digital inputs', 0, 64).integer(),
  latencyMs: number('Delay', -1000, 1000),
  lowCutHz: Joi.alternatives(Joi.valid(0), number('Low cut', 20, 400))
    .label('Low cut')
    .messages({ 'alternatives.match': 'Low cut must be 0, or 20 to 400 Hz' }),
  gainStepDb: number('Gain step', 0.1, 20),
  einDbu: number('Input noise', -140, -60),
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
  ['gainStepDb', 'One notch of gain (dB)'],
  ['maxLevelDbu', 'Maximum level at lowest gain (dBu)'],
  ['einDbu', 'Equivalent input noise (dBu), −126 is usual'],
  ['lowCutHz', 'Low cut (Hz), 0 for none'],
  ['digitalInputs', 'Channels its digital port takes at 48 kHz, 0 for no port'],
  ['latencyMs', 'Later than other devices (ms), 0 for none'],
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

/** A data sheet may give the maximum as a sound level with a microphone of some sensitivity: the same in dBu. */
function MaximumAsSpl({ onTake }: { onTake: (dbu: number) => void }) {
  const [splDb, setSpl] = useState(130);
  const [sensitivity, setSensitivity] = useState(10);
  const dbu = Math.round(10 * outputLevelDbu(sensitivity, splDb, 0)) / 10;
  return (
    <Box as="details" mt="2" fontSize="sm">
      <Box as="summary" minH="44px" display="flex" alignItems="center" cursor="pointer">
        Its data sheet gives a maximum sound level instead
      </Box>
      <Flex
        gap="3"
        align="end"
        wrap="wrap"
        // Enter commits a number here; it does not send the form.
        onKeyDown={(event) => event.key === 'Enter' && event.target instanceof HTMLInputElement && event.preventDefault()}
      >
        <NumberField label="Maximum" unit="dB SPL" digits={0} value={splDb} low={60} high={200} onCommit={setSpl} />
        <NumberField label="With a microphone of" unit="mV/Pa" digits={1} value={sensitivity} low={0.1} high={200} onCommit={setSensitivity} />
        <Button size="sm" minH="44px" variant="outline" type="button" onClick={() => onTake(dbu)}>
          That is {formatNumber(dbu, 1)} dBu: take it
        </Button>
      </Flex>
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
  const { register, handleSubmit, formState, setValue } = useForm<Draft>({
    defaultValues: draftOf(device),
    resolver: joiResolver(schema, { presence: 'required', errors: { wrap: { label: false } } }),
  });
  const mixed = isMixed(device);
  const toNumber = (text: unknown): number => Number(String(text).replace(',', '.'));
  return (
    <form onSubmit={handleSubmit((draft) => onSave(deviceOf(device, draft)))} aria-label={`Input device ${device.name}`} noValidate>
      <Grid templateColumns={{ base: '1fr', md: 'repeat(3, 1fr)' }} gap="3">
        <Field label="Name" problem={formState.errors.name?.message}>
          <Input size="sm" h="44px" aria-label="Name" {...register('name')} />
        </Field>
        <FormSelect
          label="Its inputs are recorded by"
          options={[
            { value: '', text: 'itself' },
            ...(device.expands !== undefined && hosts.every(({ id }) => id !== device.expands)
              ? [{ value: device.expands, text: 'nothing yet' }]
              : []),
            ...hosts.map(({ id, name }) => ({ value: id, text: `${name}, over its digital port` })),
          ]}
          {...register('expands')}
        />
        <FormSelect
          label="Runs by the clock of"
          options={[
            { value: '', text: 'itself' },
            ...others.map(({ id, name }) => ({ value: id, text: name })),
            ...named(
              device.clock,
              others.map(({ id }) => id),
            ),
          ]}
          {...register('clock')}
        />
        <FormSelect
          label="Time code"
          options={[
            { value: '', text: 'none' },
            { value: SHARED_CODE, text: 'shared with the others that have it' },
            ...named(device.timeCode, [SHARED_CODE]),
          ]}
          {...register('timeCode')}
        />
        {!mixed && (
          <>
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
            <FormSelect
              label="A polarity switch at each input"
              options={[
                { value: 'none', text: 'no' },
                { value: 'switch', text: 'yes' },
              ]}
              {...register('polarity')}
            />
            <FormSelect
              label="Its preamps sound"
              options={[{ value: '', text: 'like any' }, ...PREAMP_CHARACTERS.map((character) => ({ value: character, text: character }))]}
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
          Its inputs are of several kinds and stay as they came, from the catalogue or a file.
        </Box>
      ) : (
        <MaximumAsSpl onTake={(dbu) => setValue('maxLevelDbu', dbu, { shouldValidate: true, shouldDirty: true })} />
      )}
      <FormButtons onCancel={onCancel} />
      <Box mt="2" fontSize="sm" color="quiet">
        Gear is described by kind; look the figures up in its data sheet.
      </Box>
    </form>
  );
}
