interface FolderPicker {
  showDirectoryPicker?(options: { readonly id: string; readonly mode?: 'readwrite' }): Promise<FileSystemDirectoryHandle>;
}

const picker = (): FolderPicker['showDirectoryPicker'] => (globalThis as FolderPicker).showDirectoryPicker;

/** Whether this browser lets a folder be chosen in a window of its own. */
export const canAskForFolder = (): boolean => picker() !== undefined;

/** Lets the person choose a folder; null where the browser has no such window, or they change their mind. */
export async function askForFolder(mode?: 'readwrite'): Promise<FileSystemDirectoryHandle | null> {
  try {
    return (await picker()?.call(globalThis, { id: 'takes', ...(mode && { mode }) })) ?? null;
  } catch {
    return null;
  }
}

/** What is in a folder, by name. */
export const entriesOf = (folder: FileSystemDirectoryHandle): AsyncIterable<[string, FileSystemHandle]> =>
  folder as unknown as AsyncIterable<[string, FileSystemHandle]>;
