import { SOUND_ENDINGS } from '../../core/audio';

/** What a file picker offers where sound is wanted. */
export const ACCEPT_SOUND = [...SOUND_ENDINGS.map((ending) => `.${ending}`), 'audio/*'].join();
