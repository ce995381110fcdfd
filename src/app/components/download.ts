/** Hands a file to the person. */
export function download(name: string, content: BlobPart, type: string): void {
  const url = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A name as one that a file or folder may have, without an ending. */
export const plainFileName = (name: string): string =>
  name
    .replaceAll(/[^\p{L}\p{N} ._-]+/gu, '_')
    .trim()
    .slice(0, 80)
    .replace(/[. ]+$/, '') || 'session';

/** A session's name as a file name. */
export const fileName = (name: string, ending: string): string => `${plainFileName(name)}.${ending}`;
