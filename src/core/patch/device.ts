import type { DeviceId, InputId } from '../ids';
import type { Connector } from '../microphones';

export const PREAMP_CHARACTERS = ['clean', 'coloured'] as const;
export type PreampCharacter = (typeof PREAMP_CHARACTERS)[number];

/** One preamp channel of one device. */
export interface DeviceInput {
  readonly id: InputId;
  readonly name: string;
  readonly connectors: readonly Connector[];
  /** Inputs with the same bank share one phantom switch; null has none. */
  readonly phantomBank: string | null;
  /** Attenuation of its pad, dB; 0 when it has none. */
  readonly padDb: number;
  readonly gainMinDb: number;
  readonly gainMaxDb: number;
  /** By how much each notch of its gain differs, dB; 1 where it is not told. */
  readonly gainStepDb?: number;
  /** Level at minimum gain that reaches full scale, dBu. */
  readonly maxLevelDbu: number;
  /** Equivalent input noise with the gain up, dBu; where it is not told a usual figure stands in. */
  readonly einDbu?: number;
  /** Records 32-bit float: it has no gain to set, and only its analogue ceiling counts. */
  readonly floats?: boolean;
  /** Where its low cut begins, hertz; it has none where it is not told. */
  readonly lowCutHz?: number;
  /** How its preamp sounds, by its owner's ear. */
  readonly character?: PreampCharacter;
  /** It has a polarity switch. */
  readonly inverts?: boolean;
  /** How well its owner likes it, 1 the best; what matters most goes there. */
  readonly rank?: 1 | 2 | 3;
  /** Inputs of one kind match as a pair: same preamp, same connector. */
  readonly group: string;
}

export interface InputDevice {
  readonly id: DeviceId;
  readonly name: string;
  readonly inputs: readonly DeviceInput[];
  /** Devices with the same clock run in step: named by whose it is. Without one it runs by its own. */
  readonly clock?: string;
  /** Devices with the same time code stamp their files alike: these begin together, and drift apart all the same. */
  readonly timeCode?: string;
  /** Channels that its digital port takes from another device, at 44.1 and 48 kHz. */
  readonly digitalInputs?: number;
  /** Its inputs reach the recording over the digital port of this device, and run by its clock. */
  readonly expands?: string;
  /** All its inputs come later by so much than another device's, as somebody has found it, seconds. */
  readonly latencySeconds?: number;
}

/** A digital port carries this many times fewer channels at a rate: each takes the room of several (common practice of eight-channel light pipes). */
const channelsTaken = (sampleRateHz: number): number => (sampleRateHz > 96_000 ? 4 : sampleRateHz > 48_000 ? 2 : 1);

/** How many inputs of a device can be recorded at a rate: all, but for what hangs on another's digital port; several there share it in order. */
export function carriedInputs(devices: readonly InputDevice[], device: InputDevice, sampleRateHz: number): number {
  if (device.expands === undefined) return device.inputs.length;
  const port = devices.find(({ id }) => id === device.expands)?.digitalInputs ?? 0;
  let left = Math.floor(port / channelsTaken(sampleRateHz));
  for (const one of devices) {
    if (one.expands !== device.expands) continue;
    const taken = Math.min(left, one.inputs.length);
    if (one.id === device.id) return taken;
    left -= taken;
  }
  return 0;
}

/** Whose clock a device runs by. */
export const clockOf = (devices: readonly InputDevice[], device: InputDevice): string => {
  const host = devices.find(({ id }) => id === device.expands);
  return host && host.id !== device.id && host.expands === undefined ? clockOf(devices, host) : (device.clock ?? device.id);
};

/** What inputs on one phantom switch are called: "5–8", or "3" where it is one. */
export const bankName = (first: number, last: number): string => (first === last ? `${first}` : `${first}–${last}`);

/** @param instruments how many of the first inputs take an instrument's high impedance as well */
function row(
  count: number,
  first: number,
  template: Omit<DeviceInput, 'id' | 'name' | 'phantomBank'>,
  bankSize: number,
  instruments = 0,
): DeviceInput[] {
  return Array.from({ length: count }, (_, i) => {
    const n = first + i;
    const start = first + Math.floor(i / Math.max(1, bankSize)) * bankSize;
    const bank = bankSize > 0 ? bankName(start, Math.min(start + bankSize, first + count) - 1) : null;
    const connectors = i < instruments ? [...template.connectors, 'Hi-Z' as const] : template.connectors;
    return { ...template, connectors, id: `in${n}`, name: String(n), phantomBank: bank };
  });
}

/** What a device hangs on that has a digital way out alone, until its owner says whose port it is in. */
const NO_PORT = 'no-port-yet';

/** A device for a shelf; one that has a digital way out alone hangs on the first port there is. */
export function onShelf(device: InputDevice, others: readonly InputDevice[]): InputDevice {
  const host = device.expands === NO_PORT ? others.find(({ digitalInputs }) => (digitalInputs ?? 0) > 0) : undefined;
  return host ? { ...device, expands: host.id } : device;
}

/** Generic input devices to start a shelf from; figures are typical of data sheets (common practice), no maker's. */
export const DEVICE_CATALOGUE: readonly InputDevice[] = [
  {
    id: 'eight-input',
    name: 'Eight-input interface, phantom in fours',
    digitalInputs: 8,
    inputs: row(8, 1, { connectors: ['XLR', 'TRS'], padDb: 20, gainMinDb: 0, gainMaxDb: 56, maxLevelDbu: 12, group: 'mic' }, 4, 2),
  },
  {
    id: 'two-input',
    name: 'Two-input interface',
    inputs: row(2, 1, { connectors: ['XLR', 'TRS'], padDb: 0, gainMinDb: 0, gainMaxDb: 56, maxLevelDbu: 9, group: 'mic' }, 2, 2),
  },
  {
    id: 'four-input',
    name: 'Four-input interface, phantom each',
    inputs: row(4, 1, { connectors: ['XLR', 'TRS'], padDb: 10, gainMinDb: 0, gainMaxDb: 60, maxLevelDbu: 10, group: 'mic' }, 1, 2),
  },
  {
    id: 'six-input-recorder',
    name: 'Six-input field recorder, phantom each',
    inputs: row(6, 1, { connectors: ['XLR', 'TRS'], padDb: 20, gainMinDb: 0, gainMaxDb: 60, maxLevelDbu: 14, group: 'mic' }, 1, 2),
  },
  {
    id: 'six-input-float',
    name: 'Six-input recorder, 32-bit float',
    inputs: row(6, 1, { connectors: ['XLR', 'TRS'], padDb: 0, gainMinDb: 0, gainMaxDb: 0, maxLevelDbu: 4, floats: true, group: 'mic' }, 1),
  },
  {
    id: 'twelve-xlr',
    name: 'Twelve-input interface, all on XLR',
    inputs: row(12, 1, { connectors: ['XLR'], padDb: 20, gainMinDb: 0, gainMaxDb: 60, maxLevelDbu: 14, group: 'mic' }, 4),
  },
  {
    id: 'eight-by-light',
    name: 'Eight preamps for a digital port',
    expands: NO_PORT,
    inputs: row(8, 1, { connectors: ['XLR', 'TRS'], padDb: 0, gainMinDb: 0, gainMaxDb: 60, maxLevelDbu: 10, lowCutHz: 80, group: 'mic' }, 8),
  },
  {
    id: 'small-mixer',
    name: 'Old mixer, four microphone inputs, one phantom switch',
    inputs: row(
      4,
      1,
      { connectors: ['XLR', 'TRS'], padDb: 0, gainMinDb: 10, gainMaxDb: 60, maxLevelDbu: 4, einDbu: -124, lowCutHz: 100, group: 'mic' },
      4,
    ),
  },
  {
    id: 'twelve-input',
    name: 'Twelve-input recorder, eight on XLR',
    inputs: [
      ...row(8, 1, { connectors: ['XLR'], padDb: 20, gainMinDb: 0, gainMaxDb: 66, maxLevelDbu: 14, group: 'mic' }, 1),
      ...row(4, 9, { connectors: ['TRS'], padDb: 0, gainMinDb: 0, gainMaxDb: 20, maxLevelDbu: 20, group: 'line' }, 0),
    ],
  },
];
