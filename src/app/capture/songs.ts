import { create } from 'zustand';
import type { SessionId } from '../../core/ids';
import { dropTakes, isBeingWritten, type KeptTake, takesOf } from './keptTakes';

interface Songs {
  readonly sessionId: SessionId | null;
  /** The newest first. */
  readonly songs: readonly KeptTake[];
}

/** The songs that were recorded here in the session at hand. */
export const useSongs = create<Songs>(() => ({ sessionId: null, songs: [] }));

/** Looks which songs of a session lie among the files of the browser; those that are in memory alone stay. */
export async function lookForSongs(sessionId: SessionId): Promise<void> {
  const found = (await takesOf(sessionId)).filter(({ note }) => note.purpose === 'song');
  const open = await Promise.all(found.map(({ directory }) => isBeingWritten(directory)));
  useSongs.setState((before) => ({
    sessionId,
    songs: [...(before.sessionId === sessionId ? before.songs.filter(({ directory }) => directory === '') : []), ...found.filter((_, i) => !open[i])],
  }));
}

/** A song that found no room on the browser's disk: it is here for as long as the page is. */
export const keepInMemory = (sessionId: SessionId, song: Omit<KeptTake, 'directory'>): void =>
  useSongs.setState((before) => ({ sessionId, songs: [{ ...song, directory: '' }, ...(before.sessionId === sessionId ? before.songs : [])] }));

/** Throws a song away for good. */
export async function dropSong(song: KeptTake): Promise<void> {
  useSongs.setState(({ songs }) => ({ songs: songs.filter((one) => one !== song) }));
  if (song.directory !== '') await dropTakes([song.directory]);
}
