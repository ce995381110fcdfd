import type { Connector } from '../microphones';

/** One preamp channel of one device. */
export interface DeviceInput {
  readonly id: string;
  readonly name: string;
  readonly connectors: readonly Connector[];
  /** Inputs with the same bank share one phantom switch; null has none. */
  readonly phantomBank: string | null;
  /** Attenuation of its pad, dB; 0 when it has none. */
  readonly padDb: number;
  readonly gainMinDb: number;
  readonly gainMaxDb: number;
  /** Level at minimum gain that reaches full scale, dBu. */
  readonly maxLevelDbu: number;
  /** Equivalent input noise with the gain up, dBu; where it is not told a usual figure stands in. */
  readonly einDbu?: number;
  /** Records 32-bit float: it has no gain to set, and only its analogue ceiling counts. */
  readonly floats?: boolean;
  /** How well its owner likes it, 1 the best; what matters most goes there. */
  readonly rank?: 1 | 2 | 3;
  /** Inputs of one kind match as a pair: same preamp, same connector. */
  readonly group: string;
}

export interface InputDevice {
  readonly id: string;
  readonly name: string;
  readonly inputs: readonly DeviceInput[];
  /** Devices with the same clock run in step: named by whose it is. Without one it runs by its own. */
  readonly clock?: string;
}

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
    const bank =
      bankSize > 0
        ? `${Math.floor(i / bankSize) * bankSize + first}–${Math.min(Math.floor(i / bankSize) * bankSize + first + bankSize - 1, first + count - 1)}`
        : null;
    const connectors = i < instruments ? [...template.connectors, 'Hi-Z' as const] : template.connectors;
    return { ...template, connectors, id: `in${n}`, name: String(n), phantomBank: bank };
  });
}

/** Generic input devices to start a shelf from; figures are typical of data sheets (common practice), no maker's. */
export const DEVICE_CATALOGUE: readonly InputDevice[] = [
  {
    id: 'eight-input',
    name: 'Eight-input interface, phantom in fours',
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
    id: 'small-mixer',
    name: 'Old mixer, four microphone inputs, one phantom switch',
    inputs: row(4, 1, { connectors: ['XLR', 'TRS'], padDb: 0, gainMinDb: 10, gainMaxDb: 60, maxLevelDbu: 4, einDbu: -124, group: 'mic' }, 4),
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
