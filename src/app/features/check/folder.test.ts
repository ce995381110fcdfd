import { folderOf } from './folder';

/** Files as a chooser of folders gives them: each knows its way from the folder on. */
const list = (...paths: readonly (readonly [string, number])[]): FileList =>
  paths.map(([path, lastModified]) => {
    const file = new File(['x'], path.split('/').at(-1) ?? '', { lastModified });
    Object.defineProperty(file, 'webkitRelativePath', { value: path });
    return file;
  }) as unknown as FileList;

describe('a folder that was chosen the old way', () => {
  it('has its own name, and a take for each folder within, the newest first', () => {
    const { name, takes, again } = folderOf(
      list(['Songs/first/kick.wav', 1000], ['Songs/first/snare.wav', 1000], ['Songs/second/kick.wav', 9_000_000], ['Songs/notes.txt', 1]),
    );
    expect(name).toBe('Songs');
    expect(takes.map((take) => take.files.map(({ path }) => path))).toEqual([['second/kick.wav'], ['first/kick.wav', 'first/snare.wav']]);
    expect(again).toBeNull();
  });

  it('is a take by itself where no folder is within', () => {
    expect(folderOf(list(['Take 3/kick.wav', 1], ['Take 3/snare.wav', 2])).takes.map(({ files }) => files.length)).toEqual([2]);
  });
});
