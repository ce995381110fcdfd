import type { ArrivalTable } from '../arrivals';
import type { Session } from '../document';
import { type GainSetting, inputAddress } from '../patch';
import { gainSetting, patchInputs } from '../planning';
import { toCsv } from './csv';

export interface InputListRow {
  readonly microphoneId: string;
  readonly label: string;
  readonly microphone: string;
  readonly model: string;
  readonly device: string;
  readonly input: string;
  readonly phantom: boolean;
  readonly setting: GainSetting | null;
  readonly flipped: boolean;
}

/** The input list in input order; microphones without an input come last. */
export function inputList(session: Session, table: ArrivalTable): InputListRow[] {
  const inputs = patchInputs(session);
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
        phantom: microphone.model.phantom === 'needs',
        setting: input ? gainSetting(table, microphone.id, input) : null,
        flipped: microphone.flipped,
      },
    };
  });
  return rows.sort((a, b) => a.order - b.order).map(({ row }) => row);
}

const yes = (value: boolean | undefined): string => (value ? 'on' : 'off');

export function inputListCsv(rows: readonly InputListRow[]): string {
  const header = ['Device', 'Input', 'Microphone', 'Kind', 'Phantom', 'Microphone pad', 'Input pad', 'Gain dB', 'Predicted peak dBFS', 'Polarity'];
  const body = rows.map((row) => [
    row.device,
    row.input,
    row.microphone,
    row.model,
    yes(row.phantom),
    yes(row.setting?.microphonePad),
    yes(row.setting?.inputPad),
    row.setting ? row.setting.gainDb : '',
    row.setting ? row.setting.predictedPeakDbfs.toFixed(1) : '',
    row.flipped ? 'reversed' : 'normal',
  ]);
  return toCsv([header, ...body]);
}
