import type { ArrivalTable } from '../arrivals';
import type { Chain } from '../chain';
import { chainIn, type PlacedMicrophone, panOf, panWords, type Session } from '../document';
import { type InputAddress, inputAddress, type MicrophoneId } from '../ids';
import { type GainSetting, secondWayName } from '../patch';
import { gainSetting, outboardOf, patchInputs, powerOf, powerWords } from '../planning';
import { asList, type Facts, type Told, type Words } from '../units';
import { type TableCode, tell } from './codes';
import { type Say, toCsv } from './csv';

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
  readonly phantomNote: Told | null;
  readonly setting: GainSetting | null;
  /** What stands between it and the input; empty for a cable alone. */
  readonly between: string;
  /** Whether its input has a gain to set: 32-bit float has none. */
  readonly hasGain: boolean;
  /** Its own low cut is on. */
  readonly lowCut: boolean;
  /** The low cut of its input, or of what stands between, is on. */
  readonly inputLowCut: boolean;
  /** What the chain and the mix do to its polarity and delay; empty where nothing. */
  readonly polarity: readonly Told[];
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
          polarity: placed ? polarityTold(placed, chainIn(session, placed)) : [],
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

const shift = (samples: number): Facts => ({ samples: Math.abs(Math.round(samples)), later: samples > 0 ? 'yes' : 'no' });

/** What turns and delays a channel, from the cable to the mix. */
const polarityTold = ({ flipped, alignSamples }: PlacedMicrophone, { cable, inputInverted, latencySamples = 0 }: Chain): Told[] => [
  ...(cable === 'reversed' ? [tell('cable-reversed')] : []),
  ...(inputInverted ? [tell('reversed-at-input')] : []),
  ...(latencySamples === 0 ? [] : [tell('shifted-in-file', shift(latencySamples))]),
  ...(flipped ? [tell('reverse-in-mix')] : []),
  ...(alignSamples === 0 ? [] : [tell('shifted-in-mix', shift(alignSamples))]),
];

/** What a row's polarity is called: "normal" where nothing turns or delays it. */
export const polarityOf = ({ polarity }: Pick<InputListRow, 'polarity'>): Words =>
  polarity.length > 0 ? tell('several', { each: asList(polarity, 'comma') }) : tell('normal');

const HEADS = [
  'device',
  'input',
  'microphone',
  'kind',
  'phantom',
  'phantom-note',
  'microphone-pad',
  'input-pad',
  'low-cut',
  'low-cut-on-its-way',
  'between',
  'between-db',
  'gain-db',
  'predicted-peak',
  'polarity',
  'pan',
  'file-name',
] as const satisfies readonly TableCode[];

export function inputListCsv(rows: readonly InputListRow[], say: Say): string {
  const yes = (value: boolean | undefined): string => say(tell(value ? 'on' : 'off'));
  const body = rows.map((row) => [
    row.device,
    row.input,
    row.microphone,
    row.model,
    yes(row.phantom),
    row.phantomNote ? say(row.phantomNote) : '',
    yes(row.setting?.microphonePad),
    yes(row.setting?.inputPad),
    yes(row.lowCut),
    yes(row.inputLowCut),
    row.between,
    row.between && row.setting ? row.setting.betweenDb : '',
    row.setting && row.hasGain ? row.setting.gainDb : '',
    row.setting ? row.setting.predictedPeakDbfs.toFixed(1) : '',
    say(polarityOf(row)),
    row.pan,
    row.fileName,
  ]);
  return toCsv([HEADS.map((head) => say(tell(head))), ...body]);
}
