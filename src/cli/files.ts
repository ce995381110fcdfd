import { open } from 'node:fs/promises';
import { basename } from 'node:path';
import { type AudioFile, type ByteSource, openAudio } from '../core/audio';

interface OpenSource extends ByteSource {
  close(): Promise<void>;
}

/** A file on disk as random-access bytes, with a way to let go of it. */
async function fileSource(path: string): Promise<OpenSource> {
  const handle = await open(path, 'r');
  const { size } = await handle.stat();
  return {
    name: basename(path),
    sizeBytes: size,
    close: () => handle.close(),
    read: async (offset, length) => {
      const wanted = Math.max(0, Math.min(length, size - offset));
      const buffer = new Uint8Array(wanted);
      const { bytesRead } = wanted ? await handle.read(buffer, 0, wanted, offset) : { bytesRead: 0 };
      return buffer.subarray(0, bytesRead);
    },
  };
}

async function openAll(paths: readonly string[], sources: OpenSource[]): Promise<AudioFile[]> {
  const files: AudioFile[] = [];
  for (const path of paths) {
    const source = await fileSource(path).catch((error: NodeJS.ErrnoException) => {
      throw new InputError(`${path} cannot be opened: ${error.code === 'ENOENT' ? 'there is no such file, check the name' : error.message}.`);
    });
    sources.push(source);
    const opened = await openAudio(source).catch((error: Error) => ({ ok: false as const, reason: `${path} cannot be read: ${error.message}.` }));
    if (!opened.ok) throw new InputError(opened.reason);
    files.push(opened.file);
  }
  return files;
}

/** Opens audio files, works with them and lets go of them; throws an {@link InputError} about the first that cannot be used. */
export async function withAudioFiles<T>(paths: readonly string[], work: (files: AudioFile[]) => Promise<T>): Promise<T> {
  const sources: OpenSource[] = [];
  try {
    return await work(await openAll(paths, sources));
  } finally {
    await Promise.all(sources.map((source) => source.close()));
  }
}

/** The input cannot be used; the message is one sentence for the person who typed the command. */
export class InputError extends Error {
  override readonly name = 'InputError';
}

/** Runs a command: exit 0 when it ran, 2 with one line on standard error when its input cannot be used. */
export async function runCommand(main: () => Promise<void>): Promise<void> {
  try {
    await main();
  } catch (error) {
    if (!(error instanceof InputError)) throw error;
    process.stderr.write(`${error.message.replaceAll(/\s*\n\s*/g, ' ')}\n`);
    process.exitCode = 2;
  }
}
