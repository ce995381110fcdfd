import { ChakraProvider } from '@chakra-ui/react';
import { jest } from '@jest/globals';
import { fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import type { ReactElement } from 'react';
import { BOATHOUSE_SHELF } from '../../../../demo/boathouse';
import { MICROPHONE_CATALOGUE, type MicrophoneModel } from '../../../core/microphones';
import { DEVICE_CATALOGUE, type InputDevice } from '../../../core/patch';
import { STAND_CATALOGUE, type StandModel } from '../../../core/stands';
import { system } from '../../theme/system';
import { DeviceForm } from './DeviceForm';
import { MicrophoneForm } from './MicrophoneForm';
import { StandForm } from './StandForm';

const show = (element: ReactElement) => render(<ChakraProvider value={system}>{element}</ChakraProvider>);
const type = (label: string | RegExp, value: string): void => {
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
};
const keep = (): void => {
  fireEvent.click(screen.getByRole('button', { name: 'Keep it' }));
};

describe('a microphone on the shelf', () => {
  const [model] = BOATHOUSE_SHELF.microphones as [MicrophoneModel];
  test.each(MICROPHONE_CATALOGUE.map((kind) => [kind.name, kind] as const))('%s from the catalogue is kept as it comes', async (_, kind) => {
    const onSave = jest.fn();
    show(<MicrophoneForm units="metric" model={kind} onSave={onSave} onCancel={() => undefined} />);
    keep();
    await waitFor(() => expect(onSave).toHaveBeenCalledWith(kind));
  });
  test('a comma is a decimal point; an empty self-noise is none', async () => {
    const onSave = jest.fn();
    show(<MicrophoneForm units="metric" model={model} onSave={onSave} onCancel={() => undefined} />);
    type('Sensitivity (mV/Pa)', '1,25');
    type(/^Self-noise/, '');
    keep();
    await waitFor(() => expect(onSave).toHaveBeenCalledWith({ ...model, sensitivityMvPerPa: 1.25, selfNoiseDba: null }));
  });
  test.each([
    ['Maximum SPL (dB)', '20', /Maximum SPL \(dB\) must be greater than or equal to 80/],
    ['Sensitivity (mV/Pa)', 'loud', /Sensitivity \(mV\/Pa\)/],
    ['How many', '2.5', /How many must be an integer/],
    ['Name', '   ', /Name/],
  ])('%s “%s” is refused by its name and nothing is kept', async (label, value, reason) => {
    const onSave = jest.fn();
    show(<MicrophoneForm units="metric" model={model} onSave={onSave} onCancel={() => undefined} />);
    type(label, value);
    keep();
    await waitFor(() =>
      expect(
        screen
          .getAllByRole('alert')
          .map((alert) => alert.textContent)
          .join(' '),
      ).toMatch(reason),
    );
    expect(onSave).not.toHaveBeenCalled();
  });
  test('left as it was, nothing is kept', () => {
    const [onSave, onCancel] = [jest.fn(), jest.fn()];
    show(<MicrophoneForm units="metric" model={model} onSave={onSave} onCancel={onCancel} />);
    type('Name', 'Other');
    fireEvent.click(screen.getByRole('button', { name: 'Leave it as it was' }));
    expect(onCancel).toHaveBeenCalledTimes(1);
    expect(onSave).not.toHaveBeenCalled();
  });
});

describe('a stand on the shelf', () => {
  const [stand] = STAND_CATALOGUE as [StandModel];
  test.each(STAND_CATALOGUE.map((kind) => [kind.name, kind] as const))('%s from the catalogue is kept as it comes', async (_, kind) => {
    const onSave = jest.fn();
    show(<StandForm units="metric" stand={kind} onSave={onSave} onCancel={() => undefined} />);
    keep();
    await waitFor(() => expect(onSave).toHaveBeenCalledWith(kind));
  });
  test('a highest below the lowest is told plainly', async () => {
    const onSave = jest.fn();
    show(<StandForm units="metric" stand={stand} onSave={onSave} onCancel={() => undefined} />);
    type('Highest (m)', '0.3');
    keep();
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('Highest (m) must not be below the lowest, nor below 0.05.'));
    expect(onSave).not.toHaveBeenCalled();
  });
});

test.each(DEVICE_CATALOGUE.map((device) => [device.name, device] as const))('%s is kept as it comes', async (_, device) => {
  const onSave = jest.fn();
  show(<DeviceForm device={device} others={DEVICE_CATALOGUE} onSave={onSave} onCancel={() => undefined} />);
  keep();
  await waitFor(() => expect(onSave).toHaveBeenCalledTimes(1));
  const [saved] = onSave.mock.calls[0] as [typeof device];
  expect(saved).toEqual(device);
});

describe('a device of one’s own', () => {
  const [first] = DEVICE_CATALOGUE as [InputDevice];
  test('with inputs of two kinds each is written by itself, and every input keeps its id', async () => {
    const onSave = jest.fn();
    show(<DeviceForm device={first} others={[]} onSave={onSave} onCancel={() => undefined} />);
    fireEvent.click(screen.getByRole('button', { name: 'Add inputs of another kind' }));
    const second = within(await screen.findByRole('group', { name: /Inputs 9 to 10/ }));
    fireEvent.change(second.getByLabelText(/^Connectors/), { target: { value: 'TRS' } });
    fireEvent.change(second.getByLabelText(/^Highest gain/), { target: { value: '20' } });
    fireEvent.change(second.getByLabelText(/on one phantom switch/), { target: { value: '0' } });
    keep();
    await waitFor(() => expect(onSave).toHaveBeenCalledTimes(1));
    const [{ inputs }] = onSave.mock.calls[0] as [InputDevice];
    expect(inputs.slice(0, 8)).toEqual(first.inputs);
    expect(inputs.slice(8).map(({ name, connectors, gainMaxDb, phantomBank }) => [name, connectors, gainMaxDb, phantomBank])).toEqual([
      ['9', ['TRS'], 20, null],
      ['10', ['TRS'], 20, null],
    ]);
    expect(new Set(inputs.map(({ id }) => id)).size).toBe(10);
    expect(inputs[8]?.group).not.toBe(first.inputs[0]?.group);
  });
  test('more than 64 inputs are told, and nothing is kept', async () => {
    const onSave = jest.fn();
    show(<DeviceForm device={first} others={[]} onSave={onSave} onCancel={() => undefined} />);
    fireEvent.click(screen.getByRole('button', { name: 'Add inputs of another kind' }));
    const second = within(await screen.findByRole('group', { name: /Inputs 9 to 10/ }));
    fireEvent.change(second.getByLabelText('Inputs'), { target: { value: '60' } });
    keep();
    expect((await screen.findByRole('alert')).textContent).toMatch(/68 inputs; a device has 64 at most/);
    expect(onSave).not.toHaveBeenCalled();
  });
});

test('a microphone’s own low cut is kept; 0 is none', async () => {
  const onSave = jest.fn();
  const model = MICROPHONE_CATALOGUE[0] as MicrophoneModel;
  const { unmount } = show(<MicrophoneForm units="metric" model={model} onSave={onSave} onCancel={() => undefined} />);
  type(/^Low cut/, '80');
  keep();
  await waitFor(() => expect(onSave).toHaveBeenCalledWith(expect.objectContaining({ lowCutHz: 80 })));
  unmount();
  show(<MicrophoneForm units="metric" model={{ ...model, lowCutHz: 80 }} onSave={onSave} onCancel={() => undefined} />);
  type(/^Low cut/, '0');
  keep();
  await waitFor(() => expect(onSave).toHaveBeenCalledTimes(2));
  expect((onSave.mock.calls[1] as [MicrophoneModel])[0].lowCutHz).toBeUndefined();
});

test('a maximum given as a sound level is turned into dBu: 130 dB SPL at 10 mV/Pa are 0.63 V, −1.8 dBu (by hand)', async () => {
  const onSave = jest.fn();
  const device = DEVICE_CATALOGUE[0] as (typeof DEVICE_CATALOGUE)[number];
  show(<DeviceForm device={device} others={[]} onSave={onSave} onCancel={() => undefined} />);
  fireEvent.click(screen.getByText('Its data sheet gives a maximum sound level instead'));
  fireEvent.click(screen.getByRole('button', { name: /^That is −1\.8 dBu/, hidden: true }));
  keep();
  await waitFor(() => expect(onSave).toHaveBeenCalledTimes(1));
  expect((onSave.mock.calls[0] as [typeof device])[0].inputs[0]?.maxLevelDbu).toBe(-1.8);
});

describe('in imperial the forms are typed in inches and pounds, and kept in metres and kilograms', () => {
  const METRIC = /\d ?(cm|m|kg)\b|\((m|kg|kg·m)\)/;
  test.each(STAND_CATALOGUE.map((kind) => [kind.name, kind] as const))('%s, not touched, is kept to the last digit', async (_, kind) => {
    const onSave = jest.fn();
    show(<StandForm units="imperial" stand={kind} onSave={onSave} onCancel={() => undefined} />);
    expect(document.body.textContent).not.toMatch(METRIC);
    keep();
    await waitFor(() => expect(onSave).toHaveBeenCalledWith(kind));
  });
  test('60 in are 1.524 m, 5 lb·ft are 0.691 kg·m', async () => {
    const [stand] = STAND_CATALOGUE as [StandModel];
    const onSave = jest.fn();
    show(<StandForm units="imperial" stand={stand} onSave={onSave} onCancel={() => undefined} />);
    type('Highest (in)', '60');
    type('Load (lb·ft)', '5');
    keep();
    await waitFor(() => expect(onSave).toHaveBeenCalledTimes(1));
    const [kept] = onSave.mock.calls[0] as [StandModel];
    expect(kept.maxHeightM).toBeCloseTo(1.524, 9);
    expect(kept.maxMomentKgM).toBeCloseTo(0.6913, 4);
    expect(kept.minHeightM).toBe(stand.minHeightM);
  });
  test('a complaint speaks the unit that was typed', async () => {
    const [stand] = STAND_CATALOGUE as [StandModel];
    show(<StandForm units="imperial" stand={stand} onSave={() => undefined} onCancel={() => undefined} />);
    type('Highest (in)', '1');
    keep();
    await waitFor(() => expect(screen.getByRole('alert').textContent).toBe('Highest (in) must not be below the lowest, nor below 1.97.'));
    expect(screen.getByLabelText('Highest (in)').getAttribute('aria-describedby')).toBe(screen.getByRole('alert').id);
  });
  test('a weight in pounds', async () => {
    const [model] = BOATHOUSE_SHELF.microphones as [MicrophoneModel];
    const onSave = jest.fn();
    show(<MicrophoneForm units="imperial" model={model} onSave={onSave} onCancel={() => undefined} />);
    type('Weight (lb)', '1.5');
    keep();
    await waitFor(() => expect(onSave).toHaveBeenCalledTimes(1));
    expect((onSave.mock.calls[0] as [MicrophoneModel])[0].weightKg).toBeCloseTo(0.680389, 6);
    type('Weight (lb)', '900');
    keep();
    await waitFor(() => expect(screen.getByRole('alert').textContent).toMatch(/^Weight \(lb\) must be less than or equal to [\d.]+/));
  });
});
