import { exportLibrary } from '../../core/exchange';
import { allAttempts } from './attempts';
import { database } from './database';
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
