/**
 * libFLAC (BSD 3-Clause) by its own C functions, from the WebAssembly file that the package `libflacjs` 5.6.0 (MIT) carries. The
 * package's JavaScript is left aside: it mends what it takes for doubled bytes in samples of 16 bits, and alters real ones by that.
 */

/** What an engine's WebAssembly offers, as much as is used here; the core is compiled without a page's types. */
interface Memory {
  readonly buffer: ArrayBuffer;
  grow(pages: number): number;
}
interface Table {
  readonly length: number;
  grow(by: number): number;
  set(index: number, value: unknown): void;
}
type Imports = Readonly<Record<string, Readonly<Record<string, unknown>>>>;
interface Instance {
  readonly exports: Readonly<Record<string, (...args: number[]) => number>>;
}
/** libFLAC, compiled. */
export type FlacModule = object;
declare const WebAssembly: {
  readonly Memory: new (shape: { initial: number; maximum: number }) => Memory;
  readonly Table: new (shape: { initial: number; maximum: number; element: 'anyfunc' }) => Table;
  readonly Module: new (bytes: Uint8Array) => FlacModule;
  readonly Instance: new (module: FlacModule, imports: Imports) => Instance;
  compile(bytes: Uint8Array): Promise<FlacModule>;
};

// How that file was linked (read off its own loader): pages and table that it asks for, and where its heap begins.
const PAGE_BYTES = 65_536;
const MEMORY = { initial: 256, maximum: 32_768 };
const TABLE = { initial: 22, maximum: 27, element: 'anyfunc' } as const;
const HEAP_TOP_AT = 14_176;
const HEAP_FROM = 5_257_216;

// stream_decoder.h and format.h of libFLAC 1.3.4.
const READ = { goOn: 0, ended: 1, abort: 2 } as const;
const WRITE = { goOn: 0, abort: 1 } as const;
const STATE_ENDED = 4;
const STATE_LAST_GOOD = 3;
const HEADER = { blockSize: 0, channels: 8, bits: 16, firstSample: 24 } as const;

/** What libFLAC calls while it decodes. */
export interface FlacCalls {
  /** The next bytes of the stream, at most `most`; empty at its end, null when they are not at hand. */
  readonly read: (most: number) => Uint8Array | null;
  /** One frame: a view of each channel's samples, valid during the call only. False ends the decoding. */
  readonly frame: (channels: readonly Int32Array[], bits: number, firstSample: number) => boolean;
  /** A frame that is damaged, or bytes that are none. */
  readonly damage: () => undefined;
}

/** A JavaScript function as one that a WebAssembly table takes: whole numbers in, one whole number or nothing out. */
function tableFunction(takes: number, gives: 0 | 1, call: (...args: number[]) => number | undefined): unknown {
  const INTEGER = 0x7f;
  const type = [0x60, takes, ...Array<number>(takes).fill(INTEGER), gives, ...Array<number>(gives).fill(INTEGER)];
  const bytes = [0, 0x61, 0x73, 0x6d, 1, 0, 0, 0, 1, type.length + 1, 1, ...type, 2, 7, 1, 1, 0x65, 1, 0x66, 0, 0, 7, 5, 1, 1, 0x66, 0, 0];
  return new WebAssembly.Instance(new WebAssembly.Module(Uint8Array.from(bytes)), { e: { f: call } }).exports.f;
}

/** A decoder of one stream. */
export interface FlacDecoder {
  /** Decodes one frame, or one block of what stands before them. */
  step(): 'goes on' | 'ended' | 'gave up';
  free(): void;
}

export const compileFlac = (binary: Uint8Array): Promise<FlacModule> => WebAssembly.compile(binary);

/** The decoder's code over a memory and a table of functions of its own: it opens no file and prints nothing. */
function linked(
  module: FlacModule,
  memory: InstanceType<typeof WebAssembly.Memory>,
  table: InstanceType<typeof WebAssembly.Table>,
): (name: string, ...args: number[]) => number {
  const grow = (bytes: number): number => {
    try {
      memory.grow(Math.ceil(((bytes >>> 0) - memory.buffer.byteLength) / PAGE_BYTES));
      return 1;
    } catch {
      return 0;
    }
  };
  const env = {
    memory,
    table,
    emscripten_resize_heap: grow,
    emscripten_memcpy_big: (to: number, from: number, bytes: number) => void new Uint8Array(memory.buffer).copyWithin(to, from, from + bytes),
    round: (x: number) => (x >= 0 ? Math.floor(x + 0.5) : Math.ceil(x - 0.5)),
    setTempRet0: () => undefined,
  };
  const none = (): number => -1;
  const instance = new WebAssembly.Instance(module, {
    env,
    wasi_snapshot_preview1: { fd_close: none, fd_read: none, fd_write: none, fd_seek: none },
  });
  return (name, ...args) => {
    const call = instance.exports[name];
    if (!call) throw new Error(`the FLAC decoder has no ${name}`);
    return call(...args);
  };
}

/** Makes a decoder of libFLAC. @throws when it was linked otherwise than is said above */
export function createFlacDecoder(module: FlacModule, calls: FlacCalls): FlacDecoder {
  const [memory, table] = [new WebAssembly.Memory(MEMORY), new WebAssembly.Table(TABLE)];
  const words = (at: number, count: number): Int32Array => new Int32Array(memory.buffer, at, count);
  const c = linked(module, memory, table);
  words(HEAP_TOP_AT, 1)[0] = HEAP_FROM;
  c('__wasm_call_ctors');

  const read = (_decoder: number, to: number, countAt: number): number => {
    const bytes = calls.read(words(countAt, 1)[0] as number);
    words(countAt, 1)[0] = bytes?.length ?? 0;
    if (!bytes) return READ.abort;
    new Uint8Array(memory.buffer).set(bytes, to);
    return bytes.length === 0 ? READ.ended : READ.goOn;
  };
  const write = (_decoder: number, frameAt: number, channelsAt: number): number => {
    const header = new DataView(memory.buffer, frameAt);
    const blockSize = header.getUint32(HEADER.blockSize, true);
    const channels = Array.from(words(channelsAt, header.getUint32(HEADER.channels, true)), (at) => words(at, blockSize));
    const firstSample = Number(header.getBigUint64(HEADER.firstSample, true));
    return calls.frame(channels, header.getUint32(HEADER.bits, true), firstSample) ? WRITE.goOn : WRITE.abort;
  };
  const from = table.grow(3);
  table.set(from, tableFunction(4, 1, read));
  table.set(from + 1, tableFunction(4, 1, write));
  table.set(from + 2, tableFunction(3, 0, calls.damage));
  const decoder = c('FLAC__stream_decoder_new');
  // Without ways to seek, tell, know the length or the end, and without metadata.
  const begun = decoder && c('FLAC__stream_decoder_init_stream', decoder, from, 0, 0, 0, 0, from + 1, 0, from + 2, 0);
  if (!decoder || begun !== 0) throw new Error('the FLAC decoder could not be started');
  return {
    step: () => {
      c('FLAC__stream_decoder_process_single', decoder);
      const state = c('FLAC__stream_decoder_get_state', decoder);
      return state === STATE_ENDED ? 'ended' : state <= STATE_LAST_GOOD ? 'goes on' : 'gave up';
    },
    free: () => void c('FLAC__stream_decoder_delete', decoder),
  };
}
