import { Box, Button, Flex } from '@chakra-ui/react';
import { useState } from 'react';
import { Link } from 'react-router';
import { dropGear, putDevice, putModel, type Session, type Shelf } from '../../../core/document';
import { exportShelf } from '../../../core/exchange';
import { MICROPHONE_CATALOGUE, MICROPHONE_KIND_NAMES, type MicrophoneModel } from '../../../core/microphones';
import { DEVICE_CATALOGUE, type InputDevice, onShelf } from '../../../core/patch';
import { usedOf } from '../../../core/planning';
import { formatNumber } from '../../../core/units';
import { midway } from '../../../words/midway';
import { sayShelf } from '../../../words/shelf.page.en';
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
    onChange(sayShelf('add-3', { model: model.name }), (now) => putModel(now, model));
    setEditing(model.id);
  };
  const addDevice = (id: string): void => {
    const found = DEVICE_CATALOGUE.find((device) => device.id === id);
    if (!found) return;
    const hung = onShelf(found, shelf.devices);
    const device = shelf.devices.some((own) => own.id === id) ? { ...hung, id: freshId(id) } : hung;
    onChange(sayShelf('add-4', { device: device.name }), (now) => putDevice(now, device));
  };
  const drop = (model: MicrophoneModel): void => {
    const used = session ? usedOf(session, model.id) : 0;
    if (used > 0) setNote(sayShelf('stands-on-the-floor-used-once', { model: model.name, used }));
    else onChange(sayShelf('take-off-4', { model: model.name }), (now) => dropGear(now, 'microphones', model.id));
  };
  return (
    <Box h="100%" overflow="auto" px={{ base: '4', md: '8' }} py="6" maxW="1100px">
      <Flex align="center" gap="3" wrap="wrap" mb="4">
        <Box as="h1" fontSize="xl" fontWeight="700" mr="auto">
          {session ? sayShelf('gear-of-this-session') : sayShelf('shelf')}
        </Box>
        {!session && (
          <Button asChild minH="44px" variant="outline">
            <Link to="/start?then=/shelf">{sayShelf('what-do-you-own')}</Link>
          </Button>
        )}
        <Button minH="44px" variant="outline" onClick={() => download('shelf.json', exportShelf(shelf), 'application/json')}>
          {sayShelf('export-the-shelf')}
        </Button>
      </Flex>
      {note && (
        <Box role="alert" color="improve" mb="3">
          {note}
        </Box>
      )}
      <Flex align="end" justify="space-between" gap="3" wrap="wrap">
        <Box as="h2" fontSize="lg" fontWeight="700">
          {sayShelf('microphones')}
        </Box>
        <Choice
          label={sayShelf('add-a-microphone-from-the-catalogue')}
          value=""
          options={[{ value: '', text: sayShelf('choose-a-kind') }, ...MICROPHONE_CATALOGUE.map((model) => ({ value: model.id, text: model.name }))]}
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
                  onChange(sayShelf('change', { saved: saved.name }), (now) => putModel(now, saved));
                  setEditing(null);
                }}
              />
            ) : (
              <ModelLine model={model} onEdit={() => setEditing(model.id)} onDrop={() => drop(model)} />
            )}
          </Box>
        ))}
        {shelf.microphones.length === 0 && <Box py="3">{sayShelf('no-microphone-yet-add-the-first')}</Box>}
      </Box>
      <Flex align="end" justify="space-between" gap="3" wrap="wrap" mt="8">
        <Box as="h2" fontSize="lg" fontWeight="700">
          {sayShelf('input-devices')}
        </Box>
        <Choice
          label={sayShelf('add-an-input-device-from-the')}
          value=""
          options={[{ value: '', text: sayShelf('choose-a-kind') }, ...DEVICE_CATALOGUE.map((device) => ({ value: device.id, text: device.name }))]}
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
                  onChange(sayShelf('change', { saved: saved.name }), (now) => putDevice(now, saved));
                  setEditing(null);
                }}
              />
            ) : (
              <DeviceLine
                device={device}
                devices={shelf.devices}
                onEdit={() => setEditing(`device/${device.id}`)}
                onDrop={() => onChange(sayShelf('take-off-5', { device: device.name }), (now) => dropGear(now, 'devices', device.id))}
              />
            )}
          </Box>
        ))}
        {shelf.devices.length === 0 && <Box py="3">{sayShelf('no-input-device-yet-add-one')}</Box>}
      </Box>
      <Stands shelf={shelf} session={session} onChange={onChange} onNote={setNote} />
      <Between shelf={shelf} onChange={onChange} />
      <Cables shelf={shelf} session={session} onChange={onChange} />
      <OwnSetups shelf={shelf} onChange={onChange} />
    </Box>
  );
}

const POWER = { needs: sayShelf('needs-48-v'), indifferent: sayShelf('does-not-mind-48-v'), never: sayShelf('never-48-v') };

function ModelLine({ model, onEdit, onDrop }: { model: MicrophoneModel; onEdit: () => void; onDrop: () => void }) {
  const facts = [
    midway(MICROPHONE_KIND_NAMES[model.kind]),
    model.patterns.map((pattern) => pattern.replaceAll('-', ' ')).join(', '),
    POWER[model.phantom],
    `${formatNumber(model.sensitivityMvPerPa, 1)} mV/Pa`,
    `${formatNumber(model.maxSplDb, 0)} dB SPL`,
    ...(model.padDb ? [sayShelf('pad-db', { pad: formatNumber(-model.padDb, 0) })] : []),
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
    sayShelf('phantom', { banks: banks.map((bank) => bank ?? 'none').join(', ') }),
    sayShelf('gain-to-db', { gainMin: formatNumber(first?.gainMinDb ?? 0, 0), gainMax: formatNumber(first?.gainMaxDb ?? 0, 0) }),
    sayShelf('takes-dbu', { maxLevelDbu: formatNumber(first?.maxLevelDbu ?? 0, 0) }),
    ...(first?.character ? [first.character] : []),
    ...(device.expands === undefined
      ? []
      : [host ? sayShelf('recorded-over-the-digital-port-of', { host: host.name }) : sayShelf('hangs-on-no-digital-port-yet')]),
  ];
  return <ShelfLine lead={String(device.inputs.length)} name={device.name} facts={facts.join('; ')} onEdit={onEdit} onDrop={onDrop} />;
}
