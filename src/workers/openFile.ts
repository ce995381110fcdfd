import wasm from 'libflacjs/dist/libflac.wasm.wasm?url';
import { type AudioFile, blobSource, type FlacPlatform, inBlob, type OpenResult, openAudio, readAhead } from '../core/audio';
import { sayJobs } from '../words/jobs.page.en';
import { sayOfTake } from '../words/takes';
import type { TakeFile } from './protocol';

const flac: FlacPlatform = {
  putting: inBlob,
  binary: async () => {
    const answer = await fetch(wasm);
    if (!answer.ok) throw new Error(sayJobs('flac-not-loaded'));
    return new Uint8Array(await answer.arrayBuffer());
  },
};

/** A file that is open, or why it cannot be used, in a sentence. */
type Opened = { readonly ok: true; readonly file: AudioFile } | { readonly ok: false; readonly reason: string };

const inWords = (opened: OpenResult): Opened => (opened.ok ? opened : { ok: false, reason: sayOfTake(opened.reason) });

/** Opens a file that the person chose; nothing throws. */
export const openFile = async ({ name, blob }: TakeFile): Promise<Opened> => inWords(await openAudio(blobSource(name, blob), flac));

/** The same for who reads it from its beginning to its end. */
export const openFileAhead = async ({ name, blob }: TakeFile): Promise<Opened> => inWords(await openAudio(readAhead(blobSource(name, blob)), flac));
