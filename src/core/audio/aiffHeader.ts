import { plainName } from '../units';
import type { ByteSource } from './byteSource';
import { tell } from './codes';
import { type AudioInfo, ascii, asDuration, checkShape, LIMITS, Refusal, readExactly, viewOf } from './headers';
import { BYTES_PER_SAMPLE, type SampleFormat } from './samples';

/** An 80-bit floating-point number, as COMM has the sample rate (IEEE 754 extended). */
function extended(view: DataView, at: number): number {
  const exponent = (view.getUint16(at) & 0x7fff) - 16_383 - 31;
  return view.getUint32(at + 2) * 2 ** exponent + view.getUint32(at + 6) * 2 ** (exponent - 32);
}

interface Common {
  readonly channels: number;
  readonly frames: number;
  readonly rate: number;
  readonly format: SampleFormat;
  readonly highFirst: boolean;
}

/** Whole numbers with their lowest byte first: "twos", "in24" and "in32" written backwards, the second in the two ways that are met. */
const LOW_FIRST: ReadonlySet<string> = new Set(['sowt', '42n1', '42ni', '23ni']);
/** Whole numbers with their highest byte first; "raw " is single bytes without a sign. */
const HIGH_FIRST: ReadonlySet<string> = new Set(['NONE', 'twos', 'in24', 'in32', 'raw ']);

function formatOf(kind: string, bits: number): Pick<Common, 'format' | 'highFirst'> {
  if (/^fl32$/i.test(kind)) return { format: 'f32', highFirst: true };
  if (/^fl64$/i.test(kind)) return { format: 'f64', highFirst: true };
  if (!LOW_FIRST.has(kind) && !HIGH_FIRST.has(kind)) throw new Refusal(tell('compressed', { format: kind.replaceAll(/[^ -~]/g, '?'), kind: 'aiff' }));
  // Samples of odd lengths are padded to whole bytes.
  const bytes = Math.ceil(bits / 8);
  const format = ([undefined, 'u8', 's16', 's24', 's32'] as const)[bytes];
  if (!format) throw new Refusal(tell('odd-bits', { bits }));
  if (bytes === 1) return { format, highFirst: kind !== 'raw ' };
  return { format, highFirst: HIGH_FIRST.has(kind) };
}

async function readCommon(source: ByteSource, offset: number, sizeBytes: number, isAifc: boolean): Promise<Common> {
  const least = isAifc ? 22 : 18;
  if (sizeBytes < least) throw new Refusal(tell('short-chunk', { part: 'COMM', bytes: sizeBytes, least }));
  const bytes = await readExactly(source, offset, least, 'COMM');
  const view = viewOf(bytes);
  const [channels, rate] = [view.getUint16(0), Math.round(extended(view, 8))];
  checkShape(channels, rate);
  return { channels, frames: view.getUint32(2), rate, ...formatOf(isAifc ? ascii(bytes, 18, 4) : 'NONE', view.getUint16(6)) };
}

/** Reads the header of an AIFF or AIFC file (Apple, Audio Interchange File Format 1.3 and AIFF-C draft). */
export async function readAiff(source: ByteSource): Promise<AudioInfo> {
  const head = await readExactly(source, 0, 12, 'header');
  const kind = ascii(head, 8, 4);
  if (kind !== 'AIFF' && kind !== 'AIFC') throw new Refusal(tell('neither-wav-nor-aiff'));
  let common: Common | null = null;
  let sound: { readonly offset: number; readonly bytes: number } | null = null;
  let offset = 12;
  for (let seen = 0; seen < LIMITS.chunks && offset + 8 <= source.sizeBytes && !(common && sound); seen++) {
    const chunk = await readExactly(source, offset, 8, 'list');
    const sizeBytes = viewOf(chunk).getUint32(4);
    const id = ascii(chunk, 0, 4);
    if (id === 'COMM') common = await readCommon(source, offset + 8, sizeBytes, kind === 'AIFC');
    if (id === 'SSND') {
      const lead = sizeBytes >= 8 ? viewOf(await readExactly(source, offset + 8, 8, 'SSND')).getUint32(0) : 0;
      sound = { offset: offset + 16 + lead, bytes: Math.max(0, sizeBytes - 8 - lead) };
    }
    offset += 8 + sizeBytes + (sizeBytes % 2);
  }
  if (!common) throw new Refusal(tell('no-chunk', { part: 'COMM' }));
  if (!sound) throw new Refusal(tell('no-sound', { part: 'SSND' }));
  const { channels, frames, rate, format, highFirst } = common;
  const frameBytes = channels * BYTES_PER_SAMPLE[format];
  const present = Math.floor(Math.min(sound.bytes, Math.max(0, source.sizeBytes - sound.offset)) / frameBytes);
  const frameCount = Math.min(frames, present);
  if (frameCount === 0) throw new Refusal(tell('no-samples'));
  const cut = frameCount < frames;
  return {
    sampleRateHz: rate,
    channelCount: channels,
    frameCount,
    format,
    highFirst,
    dataOffset: sound.offset,
    trackNames: [],
    timeReference: null,
    warning: cut ? tell('cut-short', { name: plainName(source.name), says: asDuration(frames / rate), holds: asDuration(frameCount / rate) }) : null,
  };
}
