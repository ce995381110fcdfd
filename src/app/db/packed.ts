import { sayDb } from '../../words/db.page.en';
import type { SoundRow } from './database';

/** The document of a backup within its archive, and where the sounds of attempts stand. */
const DOCUMENT = 'backup.json';
const SOUNDS = 'sounds';
const LIST = 'list.json';

/** What came of opening a backup's file. */
export type Opened =
  | { readonly ok: true; readonly text: string; readonly sounds: ReadonlyMap<string, PackedSound> }
  | { readonly ok: false; readonly reason: string };

/** The sound of an attempt as a backup has it, by the attempt's id there. */
export type PackedSound = Pick<SoundRow, 'files' | 'matching'>;

/** No document is larger: what says so in a small archive is not unpacked. */
const LARGEST_BYTES = 300e6;

const BROKEN = sayDb('cannot-be-used-it-is-no');

/** The library of archives, fetched when one is made or opened; nothing of a sound is packed, so that it needs no workers. */
async function archives() {
  const zip = await import('@zip.js/zip.js/lib/zip-core.js');
  zip.configure({ useWebWorkers: false });
  return zip;
}

/** A backup's text and the sounds of its attempts in one archive; files are read piece by piece and stay as they are. */
export async function packed(text: string, sounds: readonly SoundRow[]): Promise<Blob> {
  const { BlobReader, BlobWriter, TextReader, ZipWriter } = await archives();
  const writer = new ZipWriter(new BlobWriter('application/zip'), { level: 0 });
  await writer.add(DOCUMENT, new TextReader(text));
  for (const { attemptId, files, matching } of sounds) {
    await writer.add(`${SOUNDS}/${attemptId}/${LIST}`, new TextReader(JSON.stringify({ names: files.map(({ name }) => name), matching })));
    for (const [i, { blob }] of files.entries()) await writer.add(`${SOUNDS}/${attemptId}/${i}`, new BlobReader(blob));
  }
  return writer.close();
}

/** What a list beside the sounds of an attempt says; null for what is none. */
function readList(text: string): { readonly names: readonly string[]; readonly matching: PackedSound['matching'] } | null {
  try {
    const { names, matching } = JSON.parse(text) as { names?: unknown; matching?: unknown };
    const isMatching =
      typeof matching === 'object' && matching !== null && Object.values(matching).every((id) => id === null || typeof id === 'string');
    return Array.isArray(names) && names.every((name) => typeof name === 'string') && isMatching
      ? { names, matching: matching as PackedSound['matching'] }
      : null;
  } catch {
    return null;
  }
}

/** Begins as an archive does. */
const isArchive = async (file: Blob): Promise<boolean> => (await file.slice(0, 4).text()).startsWith('PK');

/** Reads a backup's file: plain text as it stands, or an archive with sounds. Sounds that cannot be read are left out. */
export async function unpacked(file: File): Promise<Opened> {
  if (!(await isArchive(file))) return { ok: true, text: await file.text(), sounds: new Map() };
  const { BlobReader, BlobWriter, TextWriter, ZipReader } = await archives();
  const reader = new ZipReader(new BlobReader(file));
  try {
    const entries = new Map((await reader.getEntries()).flatMap((entry) => (entry.directory ? [] : [[entry.filename, entry] as const])));
    const document = entries.get(DOCUMENT);
    const isTooLarge = (document?.uncompressedSize ?? 0) > LARGEST_BYTES;
    const text = isTooLarge ? undefined : await document?.getData(new TextWriter());
    if (text === undefined) return { ok: false, reason: `“${file.name}” ${BROKEN}` };
    const sounds = new Map<string, PackedSound>();
    for (const [name, entry] of entries) {
      const [, attemptId = ''] = new RegExp(`^${SOUNDS}/([^/]+)/${LIST}$`).exec(name) ?? [];
      const list = attemptId ? readList(await entry.getData(new TextWriter())) : null;
      if (!list) continue;
      const files = await Promise.all(
        list.names.map(async (called, i) => ({ name: called, blob: await entries.get(`${SOUNDS}/${attemptId}/${i}`)?.getData(new BlobWriter()) })),
      );
      const whole = files.flatMap(({ name: called, blob }) => (blob ? [{ name: called, blob }] : []));
      if (whole.length === list.names.length) sounds.set(attemptId, { files: whole, matching: list.matching });
    }
    return { ok: true, text, sounds };
  } catch {
    return { ok: false, reason: `“${file.name}” ${BROKEN}` };
  } finally {
    await reader.close();
  }
}
