import { createHash, randomUUID } from 'node:crypto';
import { constants, type Stats } from 'node:fs';
import { link, lstat, open, readFile, rename, rm, stat, writeFile } from 'node:fs/promises';
import { basename, resolve } from 'node:path';
import { type AudioFile, type ByteSource, type FlacPlatform, openAudio } from '../core/audio';
import { sayCommand } from '../words/commands.page.en';
import { sayOfTake } from '../words/takes';
import { flacInNode, readAt } from './flacInNode';

interface OpenSource extends ByteSource {
  close(): Promise<void>;
}

/** The input cannot be used; the message is one sentence for the person who typed the command. */
export class InputError extends Error {
  override readonly name = 'InputError';
}

/** What a system's codes come to. */
const REASONS = {
  ENOENT: 'no-such-file',
  EACCES: 'no-permission',
  EPERM: 'no-permission',
  EISDIR: 'is-a-folder',
  ENOTDIR: 'path-of-a-file',
  EROFS: 'cannot-be-written-to',
  ENOSPC: 'no-room-left',
  ENAMETOOLONG: 'name-too-long',
  EEXIST: 'put-there-meanwhile',
  ELOOP: 'is-a-link',
  EMFILE: 'too-many-open',
} as const;
const isKnown = (code: string): code is keyof typeof REASONS => Object.hasOwn(REASONS, code);

/** Why the system would not do something with a file, in words. */
export const because = (error: unknown): string => {
  const { code = '', message = sayCommand('not-known-why') } = error as NodeJS.ErrnoException;
  return isKnown(code) ? sayCommand(REASONS[code]) : (message.split('\n')[0] ?? message);
};

/** Only plain files are read: a pipe or device could keep a reader waiting for ever. */
async function mustBeFile(path: string): Promise<void> {
  const found = await stat(path).catch((error) => {
    throw new InputError(sayCommand('cannot-be-opened', { path, why: because(error) }));
  });
  if (found.isFile()) return;
  throw new InputError(sayCommand('cannot-be-used', { path, what: found.isDirectory() ? 'folder' : 'odd' }));
}

/** A text file, whole. */
export async function readText(path: string): Promise<string> {
  await mustBeFile(path);
  return readFile(path, 'utf8').catch((error) => {
    throw new InputError(sayCommand('cannot-be-read', { path, why: because(error) }));
  });
}

/** A file on disk as random-access bytes, with a way to let go of it. */
async function fileSource(path: string): Promise<OpenSource> {
  await mustBeFile(path);
  const handle = await open(path, 'r').catch((error) => {
    throw new InputError(sayCommand('cannot-be-opened', { path, why: because(error) }));
  });
  const { size } = await handle.stat();
  return {
    name: basename(path),
    sizeBytes: size,
    close: () => handle.close(),
    read: (offset, length) => readAt(handle, size, offset, length),
  };
}

async function openAll(paths: readonly string[], sources: OpenSource[], flac: FlacPlatform): Promise<AudioFile[]> {
  const files: AudioFile[] = [];
  for (const path of paths) {
    const source = await fileSource(path);
    sources.push(source);
    const opened = await openAudio(source, flac).catch((error) => ({
      ok: false as const,
      reason: sayCommand('cannot-be-read', { path, why: because(error) }),
    }));
    if (!opened.ok) throw new InputError(sayOfTake(opened.reason));
    files.push(opened.file);
  }
  return files;
}

/** Opens audio files, works with them and lets go of them; throws an {@link InputError} about the first that cannot be used. */
export async function withAudioFiles<T>(paths: readonly string[], work: (files: AudioFile[]) => Promise<T>): Promise<T> {
  const sources: OpenSource[] = [];
  const flac = flacInNode();
  try {
    return await work(await openAll(paths, sources, flac));
  } finally {
    await Promise.all([flac, ...sources].map((source) => source.close()));
  }
}

/** Files that are sound, by how they begin: none is ever written over without being named for it. */
const SOUND = /^(RIFF|RF64|BW64|FORM|fLaC|OggS|ID3|caff|riff)/;

/** What stands where something is to be written; null where nothing does. A link is never followed: what it leads to is not ours to touch. */
async function thereAlready(path: string): Promise<Stats | null> {
  const found = await lstat(path).catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT') return null;
    throw new InputError(sayCommand('cannot-be-written', { path, why: because(error) }));
  });
  if (found === null || found.isFile()) return found;
  throw new InputError(sayCommand('no-place-to-write', { path, what: found.isSymbolicLink() ? 'link' : found.isDirectory() ? 'folder' : 'odd' }));
}

/** The first bytes of a file, by which a recording is known. */
async function beginningOf(path: string): Promise<string> {
  const handle = await open(path, constants.O_RDONLY | constants.O_NOFOLLOW).catch((error) => {
    throw new InputError(sayCommand('cannot-be-looked-at', { path, why: because(error) }));
  });
  try {
    const { buffer, bytesRead } = await handle.read(Buffer.alloc(256), 0, 256, 0);
    return buffer.toString('latin1', 0, bytesRead);
  } finally {
    await handle.close();
  }
}

export interface WriteRules {
  /** Whether a file that is there already is as this command wrote it: by its bytes, never by its name. */
  readonly isOurs: (path: string) => boolean | Promise<boolean>;
  /** The person named the file to be replaced. */
  readonly replace: boolean;
  /** Files that are being read; they are never written, under whatever name they are named. */
  readonly inputs: readonly string[];
}

/** Whether two files are one: by device and inode, whichever names and links lead to them. */
const isSame = (a: Stats, b: Stats): boolean => a.dev === b.dev && a.ino === b.ino;

/**
 * Throws an {@link InputError} unless a file may be written: it is new, made by this very command, or named to be replaced; and never one
 * that is read.
 */
export async function mayWrite(path: string, { isOurs, replace, inputs }: WriteRules): Promise<void> {
  const own = (await stat(path).catch(() => null)) ?? null;
  for (const input of inputs) {
    const read = await stat(input).catch(() => null);
    if (resolve(input) === resolve(path) || (own && read && isSame(own, read))) throw new InputError(sayCommand('is-to-be-read', { path }));
  }
  if ((await thereAlready(path)) === null) return;
  const beginning = await beginningOf(path);
  if (replace || (await isOurs(path))) return;
  throw new InputError(sayCommand('left-as-it-is', { path, what: SOUND.test(beginning) ? 'recording' : 'other' }));
}

/**
 * Writes a file whole or not at all: beside its place first, then put there in one go, so that nothing that another name or link leads to is
 * touched and a full disk leaves what was there. Throws an {@link InputError} with the reason.
 */
export async function write(path: string, content: string | Uint8Array): Promise<void> {
  const before = await thereAlready(path);
  const beside = `${path}.${randomUUID().slice(0, 8)}.part`;
  try {
    await writeFile(beside, content, { flag: 'wx', mode: before ? before.mode & 0o777 : 0o666 });
    if (before) await rename(beside, path);
    // Somebody may have put a file there meanwhile: that is not written over.
    else
      await link(beside, path).catch(async (error: NodeJS.ErrnoException) => {
        if (error.code === 'EEXIST') throw error;
        // A file system without links.
        await rename(beside, path);
      });
  } catch (error) {
    throw new InputError(sayCommand('cannot-be-written', { path, why: because(error) }));
  } finally {
    await rm(beside, { force: true });
  }
}

/** SHA-256 of a file's bytes, read piece by piece; null where it is no plain file or cannot be read. */
export async function hashOfFile(path: string): Promise<string | null> {
  const handle = await open(path, constants.O_RDONLY | constants.O_NOFOLLOW).catch(() => null);
  if (!handle) return null;
  try {
    if (!(await handle.stat()).isFile()) return null;
    const hash = createHash('sha256');
    for await (const part of handle.createReadStream({ autoClose: false })) hash.update(part as Buffer);
    return hash.digest('hex');
  } catch {
    return null;
  } finally {
    await handle.close();
  }
}

export const hashOf = (content: string | Uint8Array): string => createHash('sha256').update(content).digest('hex');

const SEAL = /\(seal ([\da-f]{64})\)\n$/;

/** A text with its own hash as the last line, so that it is known to be as it was written. */
export const sealedText = (text: string): string => `${text}(seal ${hashOf(text)})\n`;

/** A document with the hash of all the rest in it, as one line of JSON. */
export const sealedJson = (document: object): string => `${JSON.stringify({ ...document, seal: hashOf(JSON.stringify(document)) })}\n`;

/** Whether a text is as {@link sealedText} or {@link sealedJson} wrote it, to the last byte. */
export function isSealed(text: string): boolean {
  const seal = SEAL.exec(text);
  if (seal) return text === sealedText(text.slice(0, seal.index));
  try {
    const { seal: _, ...document } = JSON.parse(text) as { readonly seal?: unknown };
    return text === sealedJson(document);
  } catch {
    return false;
  }
}
