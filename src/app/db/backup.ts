import { exportLibrary } from '../../core/exchange';
import { allAttempts } from './attempts';
import { database } from './database';
import { packed } from './packed';
import { EMPTY_SHELF, loadShelf } from './shelf';

/** Everything that is kept, in one file; what cannot be read goes along as it was found. */
export async function backupText(): Promise<string> {
  const rows = await database.sessions.toArray();
  const stored = await loadShelf();
  const sessions = rows.map((row) => row.session as object);
  const attempts = await allAttempts();
  if (stored.kind === 'unreadable') return exportLibrary(null, sessions, stored.raw, attempts);
  return exportLibrary(stored.kind === 'shelf' ? stored.shelf : EMPTY_SHELF, sessions, null, attempts);
}

/** A file to be saved. */
export interface BackupFile {
  readonly name: string;
  readonly content: Blob;
  readonly type: string;
}

/** Everything that is kept with the sounds of attempts: plain text where there are none, else an archive. */
export async function backupFile(): Promise<BackupFile> {
  const text = await backupText();
  const sounds = await database.sounds.toArray();
  if (sounds.length === 0) return { name: 'shuttlecraft-backup.json', content: new Blob([text]), type: 'application/json' };
  return { name: 'shuttlecraft-backup.zip', content: await packed(text, sounds), type: 'application/zip' };
}
