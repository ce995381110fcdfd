import type { TakeFile } from '../../workers/protocol';
import { NOTE, TAKES, type TakeNote } from '../../workers/recordProtocol';

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
        return { name: `${name}.wav`, blob };
      }),
    );
    return { directory, note, files };
  } catch {
    return null;
  }
}

/** The takes of a session that lie among the files of the browser, the newest first. */
export async function takesOf(sessionId: string): Promise<readonly KeptTake[]> {
  const root = await takes();
  if (!root) return [];
  const found: KeptTake[] = [];
  for await (const [name, handle] of root as unknown as AsyncIterable<[string, FileSystemHandle]>) {
    const take = handle.kind === 'directory' ? await read(name, handle as FileSystemDirectoryHandle) : null;
    if (take?.note.sessionId === sessionId) found.push(take);
  }
  return found.sort((a, b) => b.note.madeAt.localeCompare(a.note.madeAt));
}

/** The take that was recorded under a name. */
export async function takeIn(directory: string): Promise<KeptTake | null> {
  const root = await takes();
  return root ? read(directory, await root.getDirectoryHandle(directory)).catch(() => null) : null;
}

/** Throws takes away for good. */
export async function dropTakes(directories: readonly string[]): Promise<void> {
  const root = await takes();
  for (const directory of directories) await root?.removeEntry(directory, { recursive: true }).catch(() => undefined);
}
