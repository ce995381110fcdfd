import type { ArrivalTable } from '../arrivals';
import { panOf, panWords, type Session } from '../document';
import { type GainSetting, inputAddress } from '../patch';
import { gainSetting, patchInputs, powered } from '../planning';
import { toCsv } from './csv';

export interface InputListRow {
  readonly microphoneId: string;
  readonly label: string;
  readonly microphone: string;
  readonly model: string;
  readonly device: string;
  readonly input: string;
  /** Whether power reaches it, as its bank really is. */
  readonly phantom: boolean;
  /** Power reaches it and must not. */
  readonly isHarmed: boolean;
  readonly setting: GainSetting | null;
  readonly flipped: boolean;
  /** Where the channel goes in the picture, in words. */
  readonly pan: string;
  /** What its recorded file may be called: its place in the list, what it is on, where it goes. */
  readonly fileName: string;
}

/** Of a mid-side pair's two the part each plays; of others where they go. */
function panOfRow(session: Session, id: string): string {
  const pair = session.pairs.find(({ decoding, leftId, rightId }) => decoding === 'mid-side' && (leftId === id || rightId === id));
  if (pair) return pair.leftId === id ? 'mid' : 'side';
  const placed = session.microphones.find((microphone) => microphone.id === id);
  return placed ? panWords(panOf(session, placed)) : 'centre';
}

/** The input list in input order; microphones without an input come last. */
export function inputList(session: Session, table: ArrivalTable): InputListRow[] {
  const inputs = patchInputs(session);
  const lit = powered(session);
  const rows = table.plan.microphones.map((microphone) => {
    const index = inputs.findIndex((input) => inputAddress(input) === session.patch[microphone.id]);
    const input = inputs[index];
    const device = session.shelf.devices.find((candidate) => candidate.id === input?.deviceId);
    return {
      order: index < 0 ? inputs.length : index,
      row: {
        microphoneId: microphone.id,
        label: microphone.label,
        microphone: microphone.name,
        model: microphone.model.name,
        device: device?.name ?? '',
        input: input?.name ?? '',
        phantom: lit.has(microphone.id),
        isHarmed: lit.has(microphone.id) && microphone.model.phantom === 'never',
        setting: input ? gainSetting(table, microphone.id, input) : null,
        flipped: microphone.flipped,
        pan: panOfRow(session, microphone.id),
      },
    };
  });
  return rows
    .sort((a, b) => a.order - b.order)
    .map(({ row }, i) => ({
      ...row,
      fileName: `${String(i + 1).padStart(2, '0')} ${row.microphone.replaceAll(/[\\/:*?"<>|]/g, '_')}, ${row.pan}.wav`,
    }));
}

const yes = (value: boolean | undefined): string => (value ? 'on' : 'off');

export function inputListCsv(rows: readonly InputListRow[]): string {
  const header = [
    'Device',
    'Input',
    'Microphone',
    'Kind',
    'Phantom',
    'Microphone pad',
    'Input pad',
    'Gain dB',
    'Predicted peak dBFS',
    'Polarity',
    'Pan',
    'File name',
  ];
  const body = rows.map((row) => [
    row.device,
    row.input,
    row.microphone,
    row.model,
    row.isHarmed ? 'on: must be off' : yes(row.phantom),
    yes(row.setting?.microphonePad),
    yes(row.setting?.inputPad),
    row.setting ? row.setting.gainDb : '',
    row.setting ? row.setting.predictedPeakDbfs.toFixed(1) : '',
    row.flipped ? 'reversed' : 'normal',
    row.pan,
    row.fileName,
  ]);
  return toCsv([header, ...body]);
}
