import { createRandom } from '../math';
import {
  bankAddress,
  type InstrumentId,
  inputAddress,
  keyOfSource,
  type MicrophoneId,
  markKey,
  partsOfAddress,
  partsOfSourceKey,
  type SourceId,
  sourceKey,
} from './index';

const LETTERS = 'abcdefghijklmnopqrstuvwxyz0123456789-';

it('takes keys apart as they were put together, whatever ids without a slash they are of', () => {
  const random = createRandom(41);
  const id = (): string => Array.from({ length: random.integer(1, 12) }, () => LETTERS[random.integer(0, LETTERS.length - 1)]).join('');
  for (let i = 0; i < 500; i++) {
    const [first, second] = [id(), id()];
    expect(partsOfSourceKey(sourceKey({ instrumentId: first, id: second }))).toEqual({ instrumentId: first, sourceId: second });
    expect(keyOfSource({ instrumentId: first, sourceId: second })).toBe(sourceKey({ instrumentId: first, id: second }));
    expect(partsOfAddress(inputAddress({ deviceId: first, id: second }))).toEqual({ deviceId: first, inputId: second });
  }
});

it('gives nothing for an address that names nothing', () => {
  expect(partsOfAddress()).toEqual({ deviceId: '', inputId: '' });
  expect(partsOfAddress('in3')).toEqual({ deviceId: '', inputId: '' });
  expect(bankAddress({ deviceId: 'eight-input', phantomBank: null })).toBeNull();
  expect(bankAddress({ deviceId: 'eight-input', phantomBank: 'a' })).not.toBe(bankAddress({ deviceId: 'eight-input', phantomBank: 'b' }));
});

it('does not let one kind of id pass for another', () => {
  const microphone: MicrophoneId = 'snare';
  const instrument: InstrumentId = 'kit';
  const names = (id: MicrophoneId): string => `microphone ${id}`;
  expect(names(microphone)).toBe('microphone snare');
  // @ts-expect-error an instrument is no microphone
  expect(names(instrument)).toBe('microphone kit');
  const source: SourceId = 'snare';
  // @ts-expect-error a source is named before its instrument here
  expect(markKey(source, 'rim')).toBe('snare/rim');
});
