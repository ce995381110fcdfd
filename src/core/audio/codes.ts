import { teller } from '../units';

/** What is told of a sound file: why it cannot be used, and what is not quite right with it. */
export type AudioCode =
  | 'cannot-be-used'
  | 'cannot-be-read'
  | 'the-file'
  | 'not-known-why'
  | 'ends-inside'
  | 'no-channels'
  | 'too-many-channels'
  | 'other-rate'
  | 'no-rate'
  | 'compressed'
  | 'format-number'
  | 'odd-bits'
  | 'short-chunk'
  | 'neither-wav-nor-aiff'
  | 'not-a-sound-file'
  | 'no-chunk'
  | 'no-sound'
  | 'no-samples'
  | 'empty'
  | 'odd-frames'
  | 'cut-short'
  | 'never-finished'
  | 'longer-than-plain'
  | 'no-streaminfo'
  | 'too-many-tags'
  | 'too-long-unpacked'
  | 'flac-not-here'
  | 'none-unpacked'
  | 'unpacked-in-part';

export const tell = teller<AudioCode>('audio');
