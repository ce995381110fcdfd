import type { Session } from '../core/document';
import { importDocument } from '../core/exchange';
import { sayCommand } from '../words/commands.page.en';
import { sayDocument } from '../words/documents';
import { InputError, readText } from './files';

/** Reads an exported session, or throws an {@link InputError} with one sentence. */
export async function readSession(path: string): Promise<Session> {
  const text = await readText(path);
  const imported = importDocument(text);
  if (!imported.ok) throw new InputError(`${path}: ${sayDocument(imported.reason)}`);
  if (imported.kind !== 'session') throw new InputError(sayCommand('no-session', { path, kind: imported.kind }));
  return imported.session;
}
