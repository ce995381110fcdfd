import { isSoundName } from '../../audio';

/** A file of a folder. */
export interface FolderFile {
  /** From the chosen folder on, parts parted by slashes. */
  readonly path: string;
  /** When it was written last, ms. */
  readonly modifiedMs: number;
}

/** Files that were recorded together. */
export interface FolderTake<F extends FolderFile> {
  /** Its folder's name, with a number where one folder has several; empty for the chosen folder itself. */
  readonly name: string;
  readonly files: readonly F[];
  readonly newestMs: number;
}

const NUMBERED = /^(.*?)[ _.-]*(\d+)$/;

/** Takes are written at least so far apart, ms; the files of one take together. */
const APART_MS = 5000;

const parted = (path: string): { readonly folder: string; readonly stem: string } => {
  const parts = path.split('/');
  const file = parts.at(-1) ?? '';
  return { folder: parts.slice(0, -1).join('/'), stem: file.replace(/\.[^.]+$/, '') };
};

const newestOf = (files: readonly FolderFile[]): number => Math.max(...files.map(({ modifiedMs }) => modifiedMs));
const oldestOf = (files: readonly FolderFile[]): number => Math.min(...files.map(({ modifiedMs }) => modifiedMs));

/** Recorders number the takes of one track: takes of one folder are those that the same names have, one written after the other; numbers of tracks that were written together are none. */
function byNumber<F extends FolderFile>(files: readonly F[]): readonly (readonly [string, readonly F[]])[] | null {
  const numbers = new Map<string, F[]>();
  const stems = new Map<string, Set<string>>();
  for (const file of files) {
    const match = NUMBERED.exec(parted(file.path).stem);
    if (!match) return null;
    const [, stem = '', number = ''] = match;
    numbers.set(number, [...(numbers.get(number) ?? []), file]);
    stems.set(stem, (stems.get(stem) ?? new Set()).add(number));
  }
  if (numbers.size < 2 || stems.size < 2 || [...stems.values()].some((own) => own.size < 2)) return null;
  const inOrder = [...numbers].sort(([, a], [, b]) => oldestOf(a) - oldestOf(b));
  const isOneAfterTheOther = inOrder.every(([, own], i) => i === 0 || oldestOf(own) - newestOf(inOrder[i - 1]?.[1] ?? []) > APART_MS);
  return isOneAfterTheOther ? inOrder : null;
}

/** The takes of a folder, the newest first: each subfolder is one, and each run of numbers of one folder. What is no sound, and what systems hide, is left out. */
export function takesInFolder<F extends FolderFile>(files: readonly F[]): readonly FolderTake<F>[] {
  const folders = new Map<string, F[]>();
  for (const file of files) {
    const { folder, stem } = parted(file.path);
    if (!isSoundName(file.path) || stem.startsWith('.')) continue;
    folders.set(folder, [...(folders.get(folder) ?? []), file]);
  }
  return [...folders]
    .flatMap(([folder, own]) =>
      (byNumber(own) ?? [['', own] as const]).map(([number, members]) => ({
        name: [folder, number].filter(Boolean).join(' '),
        files: [...members].sort((a, b) => a.path.localeCompare(b.path, 'en', { numeric: true })),
        newestMs: newestOf(members),
      })),
    )
    .sort((a, b) => b.newestMs - a.newestMs || b.name.localeCompare(a.name, 'en', { numeric: true }));
}
