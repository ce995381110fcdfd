import { plainName, type Told } from '../units';
import type { ByteSource } from './byteSource';
import { tell } from './codes';
import { type AudioInfo, ascii, asDuration, checkShape, LIMITS, Refusal, readExactly, viewOf } from './headers';
import { BYTES_PER_SAMPLE, type SampleFormat } from './samples';

const UNKNOWN_SIZE = 0xffffffff;
/** Metadata chunks larger than this are not read. */
const LARGEST_METADATA = 4_000_000;

interface Chunk {
  readonly id: string;
  readonly offset: number;
  readonly sizeBytes: number;
}

/** ds64 of RF64/BW64 (EBU Tech 3306, ITU-R BS.2088): the real size of the data chunk. */
async function dataSize64(source: ByteSource, chunk: Chunk): Promise<number> {
  const view = viewOf(await readExactly(source, chunk.offset, 16, 'ds64'));
  return Number(view.getBigUint64(8, true));
}

async function listChunks(source: ByteSource, is64: boolean): Promise<Chunk[]> {
  const chunks: Chunk[] = [];
  let offset = 12;
  let longData: number | null = null;
  while (offset + 8 <= source.sizeBytes && chunks.length < LIMITS.chunks) {
    const head = await readExactly(source, offset, 8, 'list');
    const id = ascii(head, 0, 4);
    let sizeBytes = viewOf(head).getUint32(4, true);
    if (id === 'data' && sizeBytes === UNKNOWN_SIZE) sizeBytes = longData ?? source.sizeBytes - offset - 8;
    const chunk = { id, offset: offset + 8, sizeBytes };
    if (id === 'ds64' && is64) longData = await dataSize64(source, chunk);
    chunks.push(chunk);
    offset += 8 + sizeBytes + (sizeBytes % 2);
  }
  return chunks;
}

function formatOf(tag: number, bits: number): SampleFormat {
  if (tag === 1 && bits === 8) return 'u8';
  if (tag === 1 && (bits === 16 || bits === 24 || bits === 32)) return `s${bits}`;
  if (tag === 3 && (bits === 32 || bits === 64)) return `f${bits}`;
  throw new Refusal(
    tag === 1 || tag === 3 ? tell('odd-bits', { bits }) : tell('compressed', { format: tell('format-number', { tag }), kind: 'wav' }),
  );
}

async function readFormat(source: ByteSource, chunk: Chunk | undefined): Promise<{ format: SampleFormat; channels: number; rate: number }> {
  if (!chunk) throw new Refusal(tell('no-chunk', { part: 'format' }));
  if (chunk.sizeBytes < 16) throw new Refusal(tell('short-chunk', { part: 'format', bytes: chunk.sizeBytes, least: 16 }));
  const bytes = await readExactly(source, chunk.offset, Math.min(chunk.sizeBytes, 40), 'format');
  const view = viewOf(bytes);
  const declared = view.getUint16(0, true);
  const tag = declared === 0xfffe && bytes.length >= 26 ? view.getUint16(24, true) : declared;
  const channels = view.getUint16(2, true);
  const rate = view.getUint32(4, true);
  checkShape(channels, rate);
  const format = formatOf(tag, view.getUint16(14, true));
  const align = view.getUint16(12, true);
  if (align !== channels * BYTES_PER_SAMPLE[format]) throw new Refusal(tell('odd-frames', { bytes: align, channels }));
  return { format, channels, rate };
}

async function readText(source: ByteSource, chunk: Chunk | undefined): Promise<string> {
  if (!chunk || chunk.sizeBytes > LARGEST_METADATA) return '';
  return new TextDecoder().decode(await source.read(chunk.offset, chunk.sizeBytes));
}

/** What stands between two tags from a place on, and where it ends; null when it does not stand there whole. */
function between(xml: string, tag: string, from: number, before = xml.length): { text: string; end: number } | null {
  const start = xml.indexOf(`<${tag}>`, from);
  if (start < 0 || start >= before) return null;
  const end = xml.indexOf(`</${tag}>`, start);
  return end < 0 || end > before ? null : { text: xml.slice(start + tag.length + 2, end), end };
}

/** Track names of an iXML chunk, by interleave index; read from tag to tag, so that no text can take long. */
function trackNames(xml: string, channels: number): string[] {
  const names: string[] = [];
  for (let at = 0, seen = 0; seen < channels; seen++) {
    const track = between(xml, 'TRACK', at);
    if (!track) break;
    at = track.end;
    const index = Number(between(track.text, 'INTERLEAVE_INDEX', 0)?.text ?? seen + 1) - 1;
    const name = plainName(unescapeXml((between(track.text, 'NAME', 0)?.text ?? '').slice(0, 2000)));
    if (name && Number.isInteger(index) && index >= 0 && index < channels) names[index] = name;
  }
  return names;
}

const unescapeXml = (text: string): string =>
  text.replaceAll('&lt;', '<').replaceAll('&gt;', '>').replaceAll('&quot;', '"').replaceAll('&apos;', "'").replaceAll('&amp;', '&');

async function timeReferenceOf(source: ByteSource, chunk: Chunk | undefined): Promise<number | null> {
  if (!chunk || chunk.sizeBytes < 346) return null;
  const bytes = await source.read(chunk.offset + 338, 8);
  return bytes.length === 8 ? Number(viewOf(bytes).getBigUint64(0, true)) : null;
}

/** The sound's bytes: how many the file says, how many there are, and what is odd about that. */
interface DataExtent {
  readonly declaredBytes: number;
  readonly presentBytes: number;
  readonly kind: 'whole' | 'cut' | 'unfinished' | 'wrapped';
}

const WRAP = 2 ** 32;

/** Whether a chunk's head, or the file's end, stands at an offset: what was said of the size is then true. */
async function endsAt(source: ByteSource, offset: number): Promise<boolean> {
  if (offset >= source.sizeBytes - 8) return offset <= source.sizeBytes + 1;
  return /^[\x20-\x7e]{4}$/.test(ascii(await source.read(offset, 4), 0, 4));
}

/**
 * How much sound there really is. A recorder that lost its power never wrote the size (0); one that wrote past 4 GiB into a plain
 * RIFF left it wrapped; a copy that broke off has less than it says.
 */
async function dataExtent(source: ByteSource, data: Chunk, isPlain: boolean): Promise<DataExtent> {
  const rest = Math.max(0, source.sizeBytes - data.offset);
  const whole = await endsAt(source, data.offset + data.sizeBytes + (data.sizeBytes % 2));
  if (data.sizeBytes === 0 && rest > 0 && !whole) return { declaredBytes: 0, presentBytes: rest, kind: 'unfinished' };
  const wraps = Math.floor((rest - data.sizeBytes) / WRAP);
  if (isPlain && wraps > 0 && !whole) {
    const presentBytes = data.sizeBytes + wraps * WRAP;
    return { declaredBytes: data.sizeBytes, presentBytes, kind: 'wrapped' };
  }
  const presentBytes = Math.min(data.sizeBytes, rest);
  return { declaredBytes: data.sizeBytes, presentBytes, kind: presentBytes < data.sizeBytes ? 'cut' : 'whole' };
}

function warningFor(name: string, { kind }: DataExtent, seconds: number, declaredSeconds: number): Told | null {
  const facts = { name, says: asDuration(declaredSeconds), holds: asDuration(seconds) };
  if (kind === 'whole') return null;
  return tell(kind === 'cut' ? 'cut-short' : kind === 'unfinished' ? 'never-finished' : 'longer-than-plain', facts);
}

/** Reads the header of a WAV, Broadcast Wave, RF64 or BW64 file. */
export async function readWav(source: ByteSource): Promise<AudioInfo> {
  if (source.sizeBytes === 0) throw new Refusal(tell('empty'));
  const head = await readExactly(source, 0, Math.min(12, source.sizeBytes), 'header');
  const magic = ascii(head, 0, 4);
  if (!['RIFF', 'RF64', 'BW64'].includes(magic) || ascii(head, 8, 4) !== 'WAVE') throw new Refusal(tell('not-a-sound-file'));
  const chunks = await listChunks(source, magic !== 'RIFF');
  const find = (id: string): Chunk | undefined => chunks.find((chunk) => chunk.id === id);
  const { format, channels, rate } = await readFormat(source, find('fmt '));
  const data = find('data');
  if (!data) throw new Refusal(tell('no-sound', { part: 'data' }));
  const frameBytes = channels * BYTES_PER_SAMPLE[format];
  const extent = await dataExtent(source, data, magic === 'RIFF');
  const frameCount = Math.floor(extent.presentBytes / frameBytes);
  if (frameCount === 0) throw new Refusal(tell('no-samples'));
  return {
    sampleRateHz: rate,
    channelCount: channels,
    frameCount,
    format,
    dataOffset: data.offset,
    trackNames: trackNames(await readText(source, find('iXML')), channels),
    timeReference: await timeReferenceOf(source, find('bext')),
    warning: warningFor(plainName(source.name), extent, frameCount / rate, extent.declaredBytes / frameBytes / rate),
  };
}
