import { type FolderTake, takesInFolder } from '../../../core/analysis';
import { askForFolder, entriesOf } from '../../components/folders';

/** A file of a folder with what is in it. */
export interface FoundFile {
  readonly path: string;
  readonly modifiedMs: number;
  readonly file: File;
}
export type FoundTake = FolderTake<FoundFile>;

/** A folder that can be looked through again; one that was dropped or chosen the old way cannot. */
export interface Folder {
  readonly name: string;
  readonly takes: readonly FoundTake[];
  /** Looks again; null where the browser cannot. */
  readonly again: (() => Promise<readonly FoundTake[]>) | null;
}

/** A folder within so many others is looked into. */
const DEEPEST = 4;

async function read(handle: FileSystemDirectoryHandle, path: string, depth: number, into: FoundFile[]): Promise<void> {
  for await (const [name, one] of entriesOf(handle)) {
    if (one.kind === 'file') {
      const file = await (one as FileSystemFileHandle).getFile();
      into.push({ path: `${path}${name}`, modifiedMs: file.lastModified, file });
    } else if (depth < DEEPEST) await read(one as FileSystemDirectoryHandle, `${path}${name}/`, depth + 1, into);
  }
}

async function takesOf(handle: FileSystemDirectoryHandle): Promise<readonly FoundTake[]> {
  const files: FoundFile[] = [];
  await read(handle, '', 0, files);
  return takesInFolder(files);
}

/** Lets the person choose a folder; null where they change their mind. */
export async function chooseFolder(): Promise<Folder | null> {
  const handle = await askForFolder();
  return handle ? { name: handle.name, takes: await takesOf(handle), again: () => takesOf(handle) } : null;
}

/** The files of a folder that was chosen the old way, each with its way from the folder on. */
export function folderOf(list: FileList): Folder {
  const files = [...list].map((file): FoundFile => {
    const [, ...rest] = file.webkitRelativePath.split('/');
    return { path: rest.join('/') || file.name, modifiedMs: file.lastModified, file };
  });
  return { name: list[0]?.webkitRelativePath.split('/')[0] ?? '', takes: takesInFolder(files), again: null };
}

const entries = (reader: FileSystemDirectoryReader): Promise<FileSystemEntry[]> => new Promise((done, fail) => reader.readEntries(done, fail));

async function walk(entry: FileSystemEntry, path: string, depth: number, into: FoundFile[]): Promise<void> {
  if (entry.isFile) {
    const file = await new Promise<File>((done, fail) => (entry as FileSystemFileEntry).file(done, fail));
    into.push({ path: `${path}${entry.name}`, modifiedMs: file.lastModified, file });
    return;
  }
  if (depth > DEEPEST) return;
  const reader = (entry as FileSystemDirectoryEntry).createReader();
  // A reader hands over a hundred at a time.
  for (let some = await entries(reader); some.length > 0; some = await entries(reader))
    for (const one of some) await walk(one, depth === 0 ? '' : `${path}${entry.name}/`, depth + 1, into);
}

/** The folder among what was dropped; null where only files were. */
export async function droppedFolder(items: DataTransferItemList): Promise<Folder | null> {
  // Entries have to be asked for before anything is waited for.
  const dropped = [...items].map((item) => item.webkitGetAsEntry?.() ?? null);
  const folder = dropped.find((entry) => entry?.isDirectory);
  if (!folder) return null;
  const files: FoundFile[] = [];
  await walk(folder, '', 0, files);
  return { name: folder.name, takes: takesInFolder(files), again: null };
}
