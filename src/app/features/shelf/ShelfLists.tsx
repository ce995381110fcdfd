import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { dropGear, putDevice, putModel, type Session, type Shelf } from '../../../core/document';
import { exportShelf } from '../../../core/exchange';
import { MICROPHONE_CATALOGUE, MICROPHONE_KIND_NAMES, type MicrophoneModel } from '../../../core/microphones';
import { DEVICE_CATALOGUE, type InputDevice, onShelf } from '../../../core/patch';
import { usedOf } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import { Choice } from '../../components/Choice';
import { download } from '../../components/download';
import { newId } from '../../components/newId';
import { useViewStore } from '../../stores/viewStore';
import { DeviceForm } from './DeviceForm';
import { MicrophoneForm } from './MicrophoneForm';
import { Between, Cables, OwnSetups, Stands } from './OtherThings';
import { ShelfLine } from './ShelfLine';

interface Props {
  readonly shelf: Shelf;
  /** The session whose record of gear this is; null for the shelf itself. */
  readonly session: Session | null;
  /** Changes the shelf as it stands; `words` say what is done. */
  readonly onChange: (words: string, change: (shelf: Shelf) => Shelf) => void;
}

const freshId = (base: string): string => `${base}-${newId().slice(0, 8)}`;

/** Everything on a shelf, to look through, add to and change. */
export function ShelfLists({ shelf, session, onChange }: Props) {
  const [editing, setEditing] = useState<string | null>(null);
  const [note, setNote] = useState<string | null>(null);
  const preferred = useViewStore((state) => state.units);
  const units = session?.units ?? preferred;
  const addModel = (id: string): void => {
    const found = MICROPHONE_CATALOGUE.find((model) => model.id === id);
    if (!found) return;
    const one = { ...found, count: 1 };
    const model = shelf.microphones.some((own) => own.id === id) ? { ...one, id: freshId(id), name: `${found.name} 2` } : one;
    onChange(`add ${model.name}`, (now) => putModel(now, model));
    setEditing(model.id);
  };
  const addDevice = (id: string): void => {
    const found = DEVICE_CATALOGUE.find((device) => device.id === id);
    if (!found) return;
    const hung = onShelf(found, shelf.devices);
    const device = shelf.devices.some((own) => own.id === id) ? { ...hung, id: freshId(id) } : hung;
    onChange(`add ${device.name}`, (now) => putDevice(now, device));
  };
  const drop = (model: MicrophoneModel): void => {
    const used = session ? usedOf(session, model.id) : 0;
    if (used > 0) setNote(`${model.name} stands on the Floor ${used === 1 ? 'once' : `${used} times`}: take it away there first.`);
    else onChange(`take ${model.name} off`, (now) => dropGear(now, 'microphones', model.id));
  };
  return (
    <Box h="100%" overflow="auto" px={{ base: '4', md: '8' }} py="6" maxW="1100px">
      <Flex align="center" gap="3" wrap="wrap" mb="4">
        <Box as="h1" fontSize="xl" fontWeight="700" mr="auto">
          {session ? 'Gear of this session' : 'Shelf'}
        </Box>
        {!session && (
          <Button asChild minH="44px" variant="outline">
            <Link to="/start?then=/shelf">What do you own?</Link>
          </Button>
        )}
        <Button minH="44px" variant="outline" onClick={() => download('shelf.json', exportShelf(shelf), 'application/json')}>
          Export the shelf
        </Button>
      </Flex>
      {note && (
        <Box role="alert" color="improve" mb="3">
          {note}
        </Box>
      )}
      <Flex align="end" justify="space-between" gap="3" wrap="wrap">
        <Box as="h2" fontSize="lg" fontWeight="700">
          Microphones
        </Box>
        <Choice
          label="Add a microphone from the catalogue"
          value=""
          options={[{ value: '', text: 'Choose a kind' }, ...MICROPHONE_CATALOGUE.map((model) => ({ value: model.id, text: model.name }))]}
          onChange={addModel}
        />
      </Flex>
      <Box as="ul" m="0" p="0" mt="2">
        {shelf.microphones.map((model) => (
          <Box as="li" key={model.id} listStyleType="none" borderTopWidth="1px" borderColor="line" py="3">
            {editing === model.id ? (
              <MicrophoneForm
                model={model}
                units={units}
                onCancel={() => setEditing(null)}
                onSave={(saved) => {
                  onChange(`change ${saved.name}`, (now) => putModel(now, saved));
                  setEditing(null);
                }}
              />
            ) : (
              <ModelLine model={model} onEdit={() => setEditing(model.id)} onDrop={() => drop(model)} />
            )}
          </Box>
        ))}
        {shelf.microphones.length === 0 && <Box py="3">No microphone yet: add the first from the catalogue.</Box>}
      </Box>
      <Flex align="end" justify="space-between" gap="3" wrap="wrap" mt="8">
        <Box as="h2" fontSize="lg" fontWeight="700">
          Input devices
        </Box>
        <Choice
          label="Add an input device from the catalogue"
          value=""
          options={[{ value: '', text: 'Choose a kind' }, ...DEVICE_CATALOGUE.map((device) => ({ value: device.id, text: device.name }))]}
          onChange={addDevice}
        />
      </Flex>
      <Box as="ul" m="0" p="0" mt="2">
        {shelf.devices.map((device) => (
          <Box as="li" key={device.id} listStyleType="none" borderTopWidth="1px" borderColor="line" py="3">
            {editing === `device/${device.id}` ? (
              <DeviceForm
                device={device}
                others={shelf.devices.filter(({ id }) => id !== device.id)}
                onCancel={() => setEditing(null)}
                onSave={(saved) => {
                  onChange(`change ${saved.name}`, (now) => putDevice(now, saved));
                  setEditing(null);
                }}
              />
            ) : (
              <DeviceLine
                device={device}
                devices={shelf.devices}
                onEdit={() => setEditing(`device/${device.id}`)}
                onDrop={() => onChange(`take ${device.name} off`, (now) => dropGear(now, 'devices', device.id))}
              />
            )}
          </Box>
        ))}
        {shelf.devices.length === 0 && <Box py="3">No input device yet: add one from the catalogue.</Box>}
      </Box>
      <Stands shelf={shelf} session={session} onChange={onChange} onNote={setNote} />
      <Between shelf={shelf} onChange={onChange} />
      <Cables shelf={shelf} session={session} onChange={onChange} />
      <OwnSetups shelf={shelf} onChange={onChange} />
    </Box>
  );
}

const POWER = { needs: 'needs 48 V', indifferent: 'does not mind 48 V', never: 'never 48 V' };

function ModelLine({ model, onEdit, onDrop }: { model: MicrophoneModel; onEdit: () => void; onDrop: () => void }) {
  const facts = [
    MICROPHONE_KIND_NAMES[model.kind].toLowerCase(),
    model.patterns.map((pattern) => pattern.replaceAll('-', ' ')).join(', '),
    POWER[model.phantom],
    `${formatNumber(model.sensitivityMvPerPa, 1)} mV/Pa`,
    `${formatNumber(model.maxSplDb, 0)} dB SPL`,
    ...(model.padDb ? [`pad ${formatNumber(-model.padDb, 0)} dB`] : []),
  ];
  return <ShelfLine lead={`${model.count}×`} name={model.name} facts={facts.join('; ')} onEdit={onEdit} onDrop={onDrop} />;
}

interface DeviceLineProps {
  readonly device: InputDevice;
  readonly devices: readonly InputDevice[];
  readonly onEdit: () => void;
  readonly onDrop: () => void;
}

function DeviceLine({ device, devices, onEdit, onDrop }: DeviceLineProps) {
  const host = devices.find(({ id }) => id === device.expands);
  const banks = [...new Set(device.inputs.map((input) => input.phantomBank))];
  const first = device.inputs[0];
  const facts = [
    `phantom: ${banks.map((bank) => bank ?? 'none').join(', ')}`,
    `gain ${formatNumber(first?.gainMinDb ?? 0, 0)} to ${formatNumber(first?.gainMaxDb ?? 0, 0)} dB`,
    `takes ${formatNumber(first?.maxLevelDbu ?? 0, 0)} dBu`,
    ...(first?.character ? [first.character] : []),
    ...(device.expands === undefined ? [] : [host ? `recorded over the digital port of ${host.name}` : 'hangs on no digital port yet']),
  ];
  return <ShelfLine lead={String(device.inputs.length)} name={device.name} facts={facts.join('; ')} onEdit={onEdit} onDrop={onDrop} />;
}
