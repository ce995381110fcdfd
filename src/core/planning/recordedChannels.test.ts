import { boathouseKit } from '../../../demo/boathouse';
import { recordedChannels } from './recordedChannels';

describe('which channel records which microphone', () => {
  const kit = boathouseKit();
  const [device] = kit.shelf.devices;
  const ids = kit.microphones.map(({ id }) => id);
  const plugged = (inputs: readonly number[]): typeof kit => ({
    ...kit,
    patch: Object.fromEntries(ids.slice(0, inputs.length).map((id, i) => [id, `${device?.id}/${device?.inputs[inputs[i] as number]?.id}`])),
    microphones: kit.microphones.slice(0, inputs.length),
  });

  it('goes by the input it is patched into', () => {
    expect(Object.values(recordedChannels(plugged([3, 0, 2]), 8))).toEqual([3, 0, 2]);
  });

  it('goes by their order where the input has fewer channels than the patch would need, or nothing is patched', () => {
    expect(Object.values(recordedChannels(plugged([3, 0, 2]), 3))).toEqual([0, 1, 2]);
    expect(Object.values(recordedChannels({ ...plugged([0, 1]), patch: {} }, 8))).toEqual([0, 1]);
  });

  it('leaves those out that no channel is left for', () => {
    expect(Object.values(recordedChannels({ ...plugged([0, 1, 2]), patch: {} }, 2))).toEqual([0, 1, null]);
  });
});
