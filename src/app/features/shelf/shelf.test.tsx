import { ChakraProvider } from '@chakra-ui/react';
import { jest } from '@jest/globals';
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import type { ReactElement } from 'react';
import { BOATHOUSE_SHELF } from '../../../../demo/boathouse';
import { MICROPHONE_CATALOGUE, type MicrophoneModel } from '../../../core/microphones';
import { DEVICE_CATALOGUE } from '../../../core/patch';
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
  show(<DeviceForm device={device} onSave={onSave} onCancel={() => undefined} />);
  keep();
  await waitFor(() => expect(onSave).toHaveBeenCalledTimes(1));
  expect((onSave.mock.calls[0] as [typeof device])[0].inputs).toHaveLength(device.inputs.length);
});
