/** Endings of the sound files that can be read. */
export const SOUND_ENDINGS: readonly string[] = ['wav', 'wave', 'bwf', 'rf64', 'aif', 'aiff', 'aifc', 'flac'];

/** Whether a file's name is one of a sound that can be read. */
export const isSoundName = (name: string): boolean => SOUND_ENDINGS.includes(name.slice(name.lastIndexOf('.') + 1).toLowerCase());
