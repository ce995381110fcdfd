declare const kind: unique symbol;

/**
 * What names something, by what it names. An id of one kind never passes for one of another, nor for the key of two. A string that
 * has no kind yet (out of a file, which the judge of documents reads, or newly made) takes the kind that is asked of it.
 */
export type Id<Kind extends string> = string & { readonly [kind]?: Kind };

export type SessionId = Id<'session'>;
export type AttemptId = Id<'attempt'>;
export type InstrumentId = Id<'instrument'>;
/** Of a source within its instrument. */
export type SourceId = Id<'source'>;
/** Of a mark within its instrument. */
export type MarkId = Id<'mark'>;
export type MicrophoneId = Id<'microphone'>;
export type PairId = Id<'pair'>;
export type FurnishingId = Id<'furnishing'>;
/** Of a kind of microphone, stand or box on a shelf. */
export type ModelId = Id<'model'>;
export type DeviceId = Id<'device'>;
/** Of an input within its device. */
export type InputId = Id<'input'>;
export type OutboardId = Id<'outboard'>;
/** Of a sound input as the browser calls it: no device of a shelf. */
export type AudioInputId = Id<'audio input'>;
/** Of a recipe. */
export type SetupId = Id<'set-up'>;

/** A key taken apart at its first slash, which no id has; empty where it has none. */
function split(key: string): readonly [string, string] {
  const slash = key.indexOf('/');
  return slash < 0 ? ['', ''] : [key.slice(0, slash), key.slice(slash + 1)];
}

/** A source by its instrument and its own id. Made and taken apart here alone. */
export type SourceKey = Id<'instrument/source'>;

export const sourceKey = ({ instrumentId, id }: { readonly instrumentId: InstrumentId; readonly id: SourceId }): SourceKey => `${instrumentId}/${id}`;

/** The key of a source that a document points at. */
export const keyOfSource = ({ instrumentId, sourceId }: { readonly instrumentId: InstrumentId; readonly sourceId: SourceId }): SourceKey =>
  `${instrumentId}/${sourceId}`;

/** The instrument and the source that a key names. */
export function partsOfSourceKey(key: SourceKey): { readonly instrumentId: InstrumentId; readonly sourceId: SourceId } {
  const [instrumentId, sourceId] = split(key);
  return { instrumentId, sourceId };
}

/** An input across devices: "eight-input/in3". Made and taken apart here alone. */
export type InputAddress = Id<'device/input'>;

export const inputAddress = ({ deviceId, id }: { readonly deviceId: DeviceId; readonly id: InputId }): InputAddress => `${deviceId}/${id}`;

/** The device and the input that an address names; both empty where it names none. */
export function partsOfAddress(address: InputAddress = ''): { readonly deviceId: DeviceId; readonly inputId: InputId } {
  const [deviceId, inputId] = split(address);
  return { deviceId, inputId };
}

/** A phantom switch across devices. */
export type BankAddress = Id<'device/bank'>;

/** The switch an input hangs on; null where it has none. */
export const bankAddress = ({ deviceId, phantomBank }: { readonly deviceId: DeviceId; readonly phantomBank: string | null }): BankAddress | null =>
  phantomBank === null ? null : `${deviceId}/${phantomBank}`;

/** Where a string of the tape begins: a mark of an instrument, or the floor. */
export type MarkKey = Id<'instrument/mark'>;

export const markKey = (instrumentId: InstrumentId, markId: MarkId): MarkKey => `${instrumentId}/${markId}`;
