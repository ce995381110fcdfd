import type { ArrivalTable } from '../arrivals';
import type { Chain } from '../chain';
import { chainIn, type PlacedMicrophone, panOf, panWords, type Session } from '../document';
import { type InputAddress, inputAddress, type MicrophoneId } from '../ids';
import { type GainSetting, secondWayName } from '../patch';
import { gainSetting, outboardOf, patchInputs, powerOf, powerWords } from '../planning';
import { toCsv } from './csv';

export interface InputListRow {
  readonly microphoneId: MicrophoneId;
  readonly label: string;
  readonly microphone: string;
  readonly model: string;
  readonly device: string;
  readonly input: string;
  /** Whether the phantom switch of its input is on. */
  readonly phantom: boolean;
  /** What holds that power off it, a unit's own switch, or why the input's must stay off; null where there is nothing to say. */
  readonly phantomNote: string | null;
  readonly setting: GainSetting | null;
  /** What stands between it and the input; empty for a cable alone. */
  readonly between: string;
  /** Whether its input has a gain to set: 32-bit float has none. */
  readonly hasGain: boolean;
  /** Its own low cut is on. */
  readonly lowCut: boolean;
  /** The low cut of its input, or of what stands between, is on. */
  readonly inputLowCut: boolean;
  /** What the chain and the mix do to its polarity and delay, in words; "normal" where nothing. */
  readonly polarity: string;
  /** Where the channel goes in the picture, in words. */
  readonly pan: string;
  /** What its recorded file may be called: its place in the list, what it is on, where it goes. */
  readonly fileName: string;
}

/** Of a mid-side pair's two the part each plays; of others where they go. */
function panOfRow(session: Session, id: MicrophoneId): string {
  const pair = session.pairs.find(({ decoding, leftId, rightId }) => decoding === 'mid-side' && (leftId === id || rightId === id));
  if (pair) return pair.leftId === id ? 'mid' : 'side';
  const placed = session.microphones.find((microphone) => microphone.id === id);
  return placed ? panWords(panOf(session, placed)) : 'centre';
}

/** Names that sort as they are recorded, say what it is, and where it goes. */
export const NAME_PATTERN = '{number} {microphone}, {pan}';
/** Fields of a pattern. */
export const NAME_FIELDS = ['number', 'microphone', 'label', 'kind', 'input', 'pan', 'session', 'date'] as const;

type Named = Pick<InputListRow, 'microphone' | 'label' | 'model' | 'input' | 'pan'>;

/** A pattern filled in, with what no file system takes put aside; fields that are none stay as they stand. */
function fileNameOf(pattern: string, { name, createdAt }: Session, row: Named, place: number): string {
  const fields: Record<(typeof NAME_FIELDS)[number], string> = {
    number: String(place).padStart(2, '0'),
    microphone: row.microphone,
    label: row.label,
    kind: row.model,
    input: row.input,
    pan: row.pan,
    session: name,
    date: createdAt.slice(0, 10),
  };
  const filled = pattern.replaceAll(/\{([a-z]+)\}/g, (whole, field: string) =>
    Object.hasOwn(fields, field) ? fields[field as keyof typeof fields] : whole,
  );
  return `${filled.replaceAll(/[\\/:*?"<>|]/g, '_').trim() || String(place)}.wav`;
}

/** The input list in input order; microphones without an input come last. */
export function inputList(session: Session, table: ArrivalTable): InputListRow[] {
  const inputs = patchInputs(session);
  const power = powerOf(session);
  const rows = table.plan.microphones.flatMap((microphone) => {
    const placed = session.microphones.find(({ id }) => id === microphone.id);
    const through = outboardOf(session, microphone.id);
    const at = (address: InputAddress | undefined, isSecond: boolean) => {
      const index = inputs.findIndex((input) => inputAddress(input) === address);
      const input = inputs[index];
      const device = session.shelf.devices.find((candidate) => candidate.id === input?.deviceId);
      const words = powerWords(session, microphone.id, isSecond, power);
      const cutOnItsWay = placed?.inputLowCut === true && (through?.lowCutHz ?? input?.lowCutHz) !== undefined;
      return {
        order: index < 0 ? inputs.length : index,
        row: {
          microphoneId: microphone.id,
          label: microphone.label,
          microphone: isSecond ? secondWayName(microphone.name) : microphone.name,
          model: microphone.model.name,
          device: device?.name ?? '',
          input: input?.name ?? '',
          phantom: words?.input === 'on',
          phantomNote: words?.note ?? null,
          setting: input ? gainSetting(table, microphone.id, input, through) : null,
          between: through?.name ?? '',
          hasGain: input !== undefined && !input.floats,
          lowCut: placed?.lowCut === true,
          inputLowCut: cutOnItsWay,
          polarity: placed ? polarityWords(placed, chainIn(session, placed)) : 'normal',
          pan: panOfRow(session, microphone.id),
        },
      };
    };
    const own = at(session.patch[microphone.id], false);
    return placed?.secondInput === undefined ? [own] : [own, at(placed.secondInput, true)];
  });
  const sorted = rows.sort((a, b) => a.order - b.order).map(({ row }) => row);
  const names = sorted.map((row, i) => fileNameOf(session.brief.namePattern ?? NAME_PATTERN, session, row, i + 1));
  // Two files of one name would be one file: their place in the list tells them apart.
  const own = names.map((name, i) => (names.filter((other) => other.toLowerCase() === name.toLowerCase()).length > 1 ? `${i + 1} ${name}` : name));
  return sorted.map((row, i) => ({ ...row, fileName: own[i] as string }));
}

const bySamples = (samples: number): string => `${Math.abs(Math.round(samples))} samples ${samples > 0 ? 'later' : 'earlier'}`;

/** What turns and delays a channel, from the cable to the mix. */
function polarityWords({ flipped, alignSamples }: PlacedMicrophone, { cable, inputInverted, latencySamples = 0 }: Chain): string {
  const said = [
    ...(cable === 'reversed' ? ['cable reversed'] : []),
    ...(inputInverted ? ['reversed at the input'] : []),
    ...(latencySamples === 0 ? [] : [`${bySamples(latencySamples)} in its file`]),
    ...(flipped ? ['reverse in the mix'] : []),
    ...(alignSamples === 0 ? [] : [`${bySamples(alignSamples)} in the mix`]),
  ];
  return said.length > 0 ? said.join(', ') : 'normal';
}

const yes = (value: boolean | undefined): string => (value ? 'on' : 'off');

export function inputListCsv(rows: readonly InputListRow[]): string {
  const header = [
    'Device',
    'Input',
    'Microphone',
    'Kind',
    'Phantom',
    'Phantom note',
    'Microphone pad',
    'Input pad',
    'Low cut',
    'Low cut on its way',
    'Between',
    'Between dB',
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
    yes(row.phantom),
    row.phantomNote ?? '',
    yes(row.setting?.microphonePad),
    yes(row.setting?.inputPad),
    yes(row.lowCut),
    yes(row.inputLowCut),
    row.between,
    row.between && row.setting ? row.setting.betweenDb : '',
    row.setting && row.hasGain ? row.setting.gainDb : '',
    row.setting ? row.setting.predictedPeakDbfs.toFixed(1) : '',
    row.polarity,
    row.pan,
    row.fileName,
  ]);
  return toCsv([header, ...body]);
}
