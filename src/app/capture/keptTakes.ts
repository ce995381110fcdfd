import type { SessionId } from '../../core/ids';
import type { TakeFile } from '../../workers/protocol';
import { lockOf, NOTE, TAKES, type TakeNote } from '../../workers/recordProtocol';
import { entriesOf } from '../components/folders';

/** A take among the files of the browser. */
export interface KeptTake {
  readonly directory: string;
  readonly note: TakeNote;
  readonly files: readonly TakeFile[];
}

const takes = async (): Promise<FileSystemDirectoryHandle | null> => {
  try {
    return await (await navigator.storage.getDirectory()).getDirectoryHandle(TAKES);
  } catch {
    // A private window has none, and neither has one that recorded nothing.
    return null;
  }
};

async function read(directory: string, folder: FileSystemDirectoryHandle): Promise<KeptTake | null> {
  try {
    const note = JSON.parse(await (await (await folder.getFileHandle(NOTE)).getFile()).text()) as TakeNote;
    const files = await Promise.all(
      note.tracks.map(async ({ name }): Promise<TakeFile> => {
        const blob = await (await folder.getFileHandle(`${name}.wav`)).getFile();
        return { name: `${name}.wav`, blob, isRecordedHere: true };
      }),
    );
    return { directory, note, files };
  } catch {
    return null;
  }
}

/** Bytes before a file's samples, and of a sample, as `takeWriter` writes them. */
const HEAD_BYTES = 654;
const BYTES = 4;

/** How long a take is, whole seconds; by what lies there, so that a cut-off one has a length too. */
export const secondsOf = ({ files, note }: Pick<KeptTake, 'files' | 'note'>): number =>
  Math.max(0, ...files.map(({ blob }) => Math.floor((blob.size - HEAD_BYTES) / BYTES / note.sampleRateHz)));

/** Takes that nobody came back to for so long are let go, ms: as long as a deleted session waits. */
const LONGEST_MS = 31 * 24 * 3_600_000;

/** Every take among the files of the browser. */
async function allTakes(): Promise<readonly KeptTake[]> {
  const root = await takes();
  if (!root) return [];
  const found: KeptTake[] = [];
  for await (const [name, handle] of entriesOf(root)) {
    const take = handle.kind === 'directory' ? await read(name, handle as FileSystemDirectoryHandle) : null;
    if (take) found.push(take);
  }
  return found.sort((a, b) => b.note.madeAt.localeCompare(a.note.madeAt));
}

/** The takes of a session that lie among the files of the browser, the newest first. */
export const takesOf = async (sessionId: SessionId): Promise<readonly KeptTake[]> =>
  (await allTakes()).filter(({ note }) => note.sessionId === sessionId);

/** Makes room when a short take is there: the whole ones of its session before it go, and those of any session that are a month old. What was cut off waits until somebody has decided, and so does a song. */
export async function keepOnly(sessionId: SessionId, directory: string): Promise<void> {
  const isOld = ({ note }: KeptTake): boolean => Date.now() - Date.parse(note.madeAt) > LONGEST_MS;
  const isDone = ({ note }: KeptTake): boolean => note.sessionId === sessionId && (note.isWhole || note.purpose === 'knocks');
  const gone = (await allTakes()).filter((take) => take.directory !== directory && take.note.purpose !== 'song' && (isDone(take) || isOld(take)));
  await dropTakes(gone.map((take) => take.directory));
}

/** Throws away what was recorded in sessions that are gone for good. */
export async function sweepTakes(sessionIds: ReadonlySet<string>): Promise<void> {
  await dropTakes((await allTakes()).flatMap(({ directory, note }) => (sessionIds.has(note.sessionId) ? [] : [directory])));
}

/** The take that was recorded under a name. */
export async function takeIn(directory: string): Promise<KeptTake | null> {
  const root = await takes();
  return root ? read(directory, await root.getDirectoryHandle(directory)).catch(() => null) : null;
}

/** Whether it is being written now, here or in another tab. */
export async function isBeingWritten(directory: string): Promise<boolean> {
  const held = (await navigator.locks?.query())?.held ?? [];
  return held.some(({ name }) => name === lockOf(directory));
}

/** Takes what was cut off for a take as it is: it is offered no more. */
export async function takeAsWhole({ directory, note }: KeptTake): Promise<void> {
  const folder = await (await takes())?.getDirectoryHandle(directory);
  const file = await folder?.getFileHandle(NOTE);
  const out = await file?.createWritable();
  await out?.write(JSON.stringify({ ...note, isWhole: true } satisfies TakeNote));
  await out?.close();
}

/** Throws takes away for good. */
export async function dropTakes(directories: readonly string[]): Promise<void> {
  const root = await takes();
  for (const directory of directories) await root?.removeEntry(directory, { recursive: true }).catch(() => undefined);
}
