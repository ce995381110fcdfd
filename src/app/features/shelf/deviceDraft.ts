import type { Connector } from '../../../core/microphones';
import { bankName, type DeviceInput, type InputDevice, type PreampCharacter, USUAL_EIN_DBU } from '../../../core/patch';

/** Inputs of a device that are alike, in a row. */
export interface RowDraft {
  inputCount: number;
  bankSize: number;
  instruments: number;
  connector: 'XLR' | 'TRS' | 'both';
  /** How well its owner likes its preamps. */
  rank: '1' | '2' | '3';
  records: 'integer' | 'float';
  character: '' | PreampCharacter;
  polarity: 'none' | 'switch';
  lowCutHz: number;
  einDbu: number;
  gainStepDb: number;
  padDb: number;
  gainMinDb: number;
  gainMaxDb: number;
  maxLevelDbu: number;
  group: string;
}

export interface DeviceDraft {
  name: string;
  clock: string;
  timeCode: string;
  expands: string;
  digitalInputs: number;
  latencyMs: number;
  rows: RowDraft[];
}

/** No device has more inputs than this. */
export const MOST_INPUTS = 64;

/** Inputs in a row that are of one group. */
function rowsOf(inputs: readonly DeviceInput[]): DeviceInput[][] {
  const rows: DeviceInput[][] = [];
  for (const input of inputs) {
    const last = rows.at(-1);
    if (last?.[0]?.group === input.group) last.push(input);
    else rows.push([input]);
  }
  return rows;
}

function rowDraftOf(inputs: readonly DeviceInput[]): RowDraft {
  const first = inputs[0];
  const bank = first?.phantomBank;
  const plain = (first?.connectors ?? []).filter((connector) => connector !== 'Hi-Z');
  return {
    inputCount: inputs.length,
    bankSize: bank ? inputs.filter((input) => input.phantomBank === bank).length : 0,
    instruments: inputs.filter(({ connectors }) => connectors.includes('Hi-Z')).length,
    connector: plain.length === 2 ? 'both' : plain[0] === 'TRS' ? 'TRS' : 'XLR',
    rank: `${first?.rank ?? 1}`,
    records: first?.floats ? 'float' : 'integer',
    character: first?.character ?? '',
    polarity: first?.inverts ? 'switch' : 'none',
    lowCutHz: first?.lowCutHz ?? 0,
    einDbu: first?.einDbu ?? USUAL_EIN_DBU,
    gainStepDb: first?.gainStepDb ?? 1,
    padDb: first?.padDb ?? 0,
    gainMinDb: first?.gainMinDb ?? 0,
    gainMaxDb: first?.gainMaxDb ?? 56,
    maxLevelDbu: first?.maxLevelDbu ?? 12,
    group: first?.group ?? 'mic',
  };
}

/** A device as its form has it. */
export const draftOf = (device: InputDevice): DeviceDraft => ({
  name: device.name,
  clock: device.clock ?? '',
  timeCode: device.timeCode ?? '',
  expands: device.expands ?? '',
  digitalInputs: device.digitalInputs ?? 0,
  latencyMs: Math.round(1e7 * (device.latencySeconds ?? 0)) / 1e4,
  rows: rowsOf(device.inputs).map(rowDraftOf),
});

/** An input of a row, without what makes it this one. */
const inputOf = (draft: RowDraft): Omit<DeviceInput, 'id' | 'name' | 'connectors' | 'phantomBank'> => ({
  padDb: draft.padDb,
  gainMinDb: draft.gainMinDb,
  gainMaxDb: draft.gainMaxDb,
  maxLevelDbu: draft.maxLevelDbu,
  ...(draft.records === 'float' ? { floats: true } : {}),
  ...(draft.gainStepDb === 1 ? {} : { gainStepDb: draft.gainStepDb }),
  ...(draft.einDbu === USUAL_EIN_DBU ? {} : { einDbu: draft.einDbu }),
  ...(draft.lowCutHz === 0 ? {} : { lowCutHz: draft.lowCutHz }),
  ...(draft.polarity === 'switch' ? { inverts: true } : {}),
  ...(draft.character === '' ? {} : { character: draft.character }),
  ...(draft.rank === '1' ? {} : { rank: draft.rank === '2' ? 2 : 3 }),
  group: draft.group,
});

/** The inputs of a row that stands behind so many others; those that were there keep their ids, by which cables are plugged. */
function inputsOf(draft: RowDraft, before: number, device: InputDevice): DeviceInput[] {
  const connectors: Connector[] = draft.connector === 'both' ? ['XLR', 'TRS'] : [draft.connector];
  return Array.from({ length: draft.inputCount }, (_, i): DeviceInput => {
    const start = draft.bankSize > 0 ? Math.floor(i / draft.bankSize) * draft.bankSize + 1 : 0;
    const end = Math.min(draft.inputCount, start + draft.bankSize - 1);
    const old = device.inputs[before + i];
    return {
      id: old?.id ?? `in${before + i + 1}`,
      name: old?.name ?? String(before + i + 1),
      connectors: i < draft.instruments ? [...connectors, 'Hi-Z'] : connectors,
      phantomBank: start ? bankName(before + start, before + end) : null,
      ...inputOf(draft),
    };
  });
}

/** How many inputs some rows come to. */
export const countOf = (rows: readonly RowDraft[]): number => rows.reduce((sum, { inputCount }) => sum + inputCount, 0);

/** The device that a form says, with what was there of it. */
export function deviceOf(device: InputDevice, draft: DeviceDraft): InputDevice {
  const inputs = draft.rows.flatMap((row, k) => inputsOf(row, countOf(draft.rows.slice(0, k)), device));
  return {
    id: device.id,
    name: draft.name.trim(),
    inputs,
    ...(draft.clock.trim() && !draft.expands ? { clock: draft.clock.trim() } : {}),
    ...(draft.timeCode.trim() ? { timeCode: draft.timeCode.trim() } : {}),
    ...(draft.digitalInputs > 0 ? { digitalInputs: draft.digitalInputs } : {}),
    ...(draft.expands ? { expands: draft.expands } : {}),
    ...(draft.latencyMs === 0 ? {} : { latencySeconds: draft.latencyMs / 1000 }),
  };
}
