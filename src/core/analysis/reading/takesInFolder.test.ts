import { takesInFolder } from './takesInFolder';

/** Written so many seconds after the first. */
const at = (path: string, seconds: number) => ({ path, modifiedMs: 1000 * seconds });
const told = (files: readonly { path: string; modifiedMs: number }[]): [string, string[]][] =>
  takesInFolder(files).map(({ name, files: own }) => [name, own.map(({ path }) => path)]);

describe('takes of a folder', () => {
  it('has each subfolder as a take, the newest first, and leaves out what is no sound', () => {
    expect(
      told([
        at('one/Kick.wav', 1),
        at('one/Snare.WAV', 2),
        at('two/Kick.flac', 9),
        at('two/notes.txt', 10),
        at('two/._Kick.flac', 10),
        at('cover.png', 99),
      ]),
    ).toEqual([
      ['two', ['two/Kick.flac']],
      ['one', ['one/Kick.wav', 'one/Snare.WAV']],
    ]);
  });

  it('parts takes of one folder by the recorder’s numbers where they were written one after the other', () => {
    expect(told([at('Kick_01.wav', 100), at('Snare_01.wav', 101), at('Kick_02.wav', 200), at('Snare_02.wav', 202)])).toEqual([
      ['02', ['Kick_02.wav', 'Snare_02.wav']],
      ['01', ['Kick_01.wav', 'Snare_01.wav']],
    ]);
  });

  it('takes numbers of tracks for no takes: written together, or of one name', () => {
    const together = [at('Tom 1.wav', 100), at('Tom 2.wav', 103), at('OH 1.wav', 101), at('OH 2.wav', 102)];
    expect(told(together)).toEqual([['', ['OH 1.wav', 'OH 2.wav', 'Tom 1.wav', 'Tom 2.wav']]]);
    expect(told([1, 2, 10].map((n) => at(`Audio 1-${n}.wav`, 100 * n)))).toEqual([['', ['Audio 1-1.wav', 'Audio 1-2.wav', 'Audio 1-10.wav']]]);
    expect(told([at('Kick.wav', 1), at('Snare 2.wav', 2)])).toEqual([['', ['Kick.wav', 'Snare 2.wav']]]);
  });

  it('has none of nothing', () => {
    expect(takesInFolder([])).toEqual([]);
    expect(takesInFolder([at('readme.md', 1)])).toEqual([]);
  });
});
