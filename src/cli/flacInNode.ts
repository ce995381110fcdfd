import { mkdtempSync, rmSync } from 'node:fs';
import { type FileHandle, open, readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FlacPlatform, Putting } from '../core/audio';

/** Reads from an open file; fewer bytes only at its end. */
export async function readAt(handle: FileHandle, sizeBytes: number, offset: number, length: number): Promise<Uint8Array> {
  const wanted = Math.max(0, Math.min(length, sizeBytes - offset));
  const buffer = new Uint8Array(wanted);
  const { bytesRead } = wanted ? await handle.read(buffer, 0, wanted, offset) : { bytesRead: 0 };
  return buffer.subarray(0, bytesRead);
}

/** Puts bytes into a file of its own that goes when it is let go of, or with the process. */
async function inTemporaryFile(): Promise<Putting & { close(): Promise<void> }> {
  const folder = mkdtempSync(join(tmpdir(), 'shuttlecraft-flac-'));
  const handle = await open(join(folder, 'samples'), 'wx+');
  const sweep = (): void => rmSync(folder, { recursive: true, force: true });
  process.once('exit', sweep);
  let size = 0;
  return {
    put: async (parts) => {
      for (const part of parts) {
        await handle.write(part, 0, part.length, size);
        size += part.length;
      }
    },
    source: (name) => ({ name, sizeBytes: size, read: (offset, length) => readAt(handle, size, offset, length) }),
    close: async () => {
      await handle.close();
      process.off('exit', sweep);
      sweep();
    },
  };
}

/** Unpacks FLAC beside the files, on disk; `close` lets go of all that was unpacked. */
export function flacInNode(): FlacPlatform & { close(): Promise<void> } {
  const files: { close(): Promise<void> }[] = [];
  return {
    binary: () => readFile(createRequire(import.meta.url).resolve('libflacjs/dist/libflac.wasm.wasm')),
    putting: async () => {
      const file = await inTemporaryFile();
      files.push(file);
      return file;
    },
    close: async () => {
      await Promise.all(files.splice(0).map((file) => file.close()));
    },
  };
}
