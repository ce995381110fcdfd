import wasm from 'libflacjs/dist/libflac.wasm.wasm?url';
import { blobSource, type FlacPlatform, inBlob, type OpenResult, openAudio, readAhead } from '../core/audio';
import type { TakeFile } from './protocol';

const flac: FlacPlatform = {
  putting: inBlob,
  binary: async () => {
    const answer = await fetch(wasm);
    if (!answer.ok) throw new Error('what unpacks FLAC could not be loaded, your file is not at fault');
    return new Uint8Array(await answer.arrayBuffer());
  },
};

/** Opens a file that the person chose; nothing throws. */
export const openFile = ({ name, blob }: TakeFile): Promise<OpenResult> => openAudio(blobSource(name, blob), flac);

/** The same for who reads it from its beginning to its end. */
export const openFileAhead = ({ name, blob }: TakeFile): Promise<OpenResult> => openAudio(readAhead(blobSource(name, blob)), flac);
