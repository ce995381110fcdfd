import { type FileSink, MemorySink, TakeWriter } from '../core/recording';
import { type Batch, lockOf, NOTE, type RecordAnswer, type RecordRequest, TAKES, type TakeNote } from './recordProtocol';

/** Where nothing can be kept on disk: so many seconds at most, all channels together in memory. */
const MOST_IN_MEMORY_BYTES = 400e6;
const BYTES = 4;
/** Levels are told no oftener than this, ms. */
const TELL_MS = 90;

const tell = (answer: RecordAnswer): void => self.postMessage(answer);

/** A file of the browser's own, written in place. */
async function fileSink(directory: FileSystemDirectoryHandle, name: string): Promise<FileSink> {
  const access = await (await directory.getFileHandle(name, { create: true })).createSyncAccessHandle();
  access.truncate(0);
  return {
    write: (bytes, at) => {
      if (access.write(new Uint8Array(bytes), { at }) < bytes.length) throw new Error('full');
    },
    flush: () => access.flush(),
    close: () => access.close(),
  };
}

async function writeNote(directory: FileSystemDirectoryHandle, note: TakeNote): Promise<void> {
  const sink = await fileSink(directory, NOTE);
  sink.write(new TextEncoder().encode(JSON.stringify(note)), 0);
  sink.close();
}

interface Recording {
  /** Lets its lock go. */
  readonly release: () => void;
  readonly writer: TakeWriter;
  readonly note: TakeNote;
  /** Null where it is kept in memory. */
  readonly directory: FileSystemDirectoryHandle | null;
  readonly sinks: readonly FileSink[];
}

let recording: Recording | null = null;
/** Asked for, and not begun: samples wait for nobody. */
let waiting: Batch[] | null = null;
let isStopAsked = false;

async function begin(name: string, note: TakeNote): Promise<void> {
  waiting = [];
  isStopAsked = false;
  let directory: FileSystemDirectoryHandle | null = null;
  let sinks: FileSink[] = [];
  try {
    const root = await navigator.storage.getDirectory();
    directory = await (await root.getDirectoryHandle(TAKES, { create: true })).getDirectoryHandle(name, { create: true });
    await writeNote(directory, note);
    const own = directory;
    sinks = await Promise.all(note.tracks.map((track) => fileSink(own, `${track.name}.wav`)));
  } catch {
    directory = null;
    sinks = note.tracks.map(() => new MemorySink());
  }
  let release = (): void => undefined;
  void navigator.locks?.request(lockOf(name), () => new Promise<void>((done) => (release = done)));
  const tracks = note.tracks.map(({ channel }, t) => ({ channel, sink: sinks[t] as FileSink }));
  recording = { writer: new TakeWriter(tracks, note.sampleRateHz, note.madeAt), note, directory, sinks, release: () => release() };
  tell({ kind: 'recording', isInMemory: directory === null });
  for (const batch of waiting) add(batch);
  waiting = null;
  if (isStopAsked) await stop('asked');
}

function add(batch: Batch): void {
  if (!recording) return void waiting?.push(batch);
  const { writer, directory, sinks } = recording;
  if (writer.isFull || (directory === null && writer.frames * sinks.length * BYTES > MOST_IN_MEMORY_BYTES)) return void stop('full');
  try {
    writer.add(batch.frame, batch.channels);
  } catch {
    void stop('full');
  }
}

async function stop(why: 'asked' | 'full'): Promise<void> {
  const own = recording;
  if (!own) {
    // What is only beginning ends when it has begun; where nothing was, nothing comes of it.
    isStopAsked = waiting !== null;
    if (!isStopAsked) tell({ kind: 'stopped', seconds: 0, lost: [], blobs: [] });
    return;
  }
  recording = null;
  if (why === 'full') tell({ kind: 'full' });
  try {
    own.writer.finish();
    if (own.directory) await writeNote(own.directory, { ...own.note, isWhole: true });
  } catch {
    // On a full disk the headers of a second ago are what there is; what they tell of is kept.
  }
  own.release();
  const blobs = own.directory ? null : own.sinks.map((sink) => new Blob([(sink as MemorySink).content()], { type: 'audio/wav' }));
  tell({ kind: 'stopped', seconds: own.writer.frames / own.note.sampleRateHz, lost: own.writer.lost, blobs });
}

let peaks: number[] = [];
let toldAt = -Infinity;

/** The highest of each channel since it was told last. */
function tellLevels({ channels }: Batch): void {
  peaks = channels.map((channel, c) => channel.reduce((most, x) => Math.max(most, Math.abs(x)), peaks[c] ?? 0));
  const now = performance.now();
  if (now - toldAt < TELL_MS) return;
  tell({
    kind: 'levels',
    peaks,
    seconds: recording ? recording.writer.frames / recording.note.sampleRateHz : 0,
    lost: recording?.writer.lost ?? [],
  });
  peaks = [];
  toldAt = now;
}

self.onmessage = ({ data }: MessageEvent<RecordRequest>) => {
  if (data.kind === 'listen')
    data.port.onmessage = ({ data: batch }: MessageEvent<Batch>) => {
      if (recording || waiting) add(batch);
      tellLevels(batch);
    };
  else if (data.kind === 'record') begin(data.directory, data.note).catch(() => tell({ kind: 'failed' }));
  else stop('asked').catch(() => tell({ kind: 'failed' }));
};
