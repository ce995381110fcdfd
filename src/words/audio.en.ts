import type { AudioCode } from '../core/audio';

/** What is said of a sound file. */
export const AUDIO: Readonly<Record<AudioCode, string>> = {
  'cannot-be-used': '{name} cannot be used: {why}.',
  'cannot-be-read': '{name} cannot be read: {why}. Copy it to this machine and try again.',
  'the-file': 'The file',
  'not-known-why': 'unknown error',
  'ends-inside':
    'it ends inside its {part, select, list {chunk list} format {format chunk} header {header} tags {tags} other {{part} chunk}}, at byte {at}: copy or export it again',
  'no-channels': 'its header says it has 0 channels: export it again',
  'too-many-channels': 'its header says it has {channels} channels, and at most {most} can be read: split it',
  'other-rate': 'its sample rate is {rate} Hz, and 8 to 384 kHz can be read: export it again at 48 kHz',
  'no-rate': 'its sample rate cannot be right, and 8 to 384 kHz can be read: export it again at 48 kHz',
  compressed: 'its samples are compressed ({format}): export it as plain {kind, select, aiff {AIFF or WAV} other {WAV}}',
  'format-number': 'format {tag}',
  'odd-bits': 'it has {bits} bits per sample: export it with 16, 24 or 32 bits',
  'short-chunk': 'its {part, select, format {format} other {{part}}} chunk has {bytes} bytes instead of {least} or more: export it again',
  'neither-wav-nor-aiff': 'it is neither WAV nor AIFF, whatever its name says: export it as WAV',
  'not-a-sound-file': 'it is not a WAV, AIFF or FLAC file, whatever its name says: export it as WAV',
  'no-chunk': 'it has no {part, select, format {format} other {{part}}} chunk: export it again',
  'no-sound': 'there is no sound in it (no {part} chunk): record or export it again',
  'no-samples': 'it has no samples: record or export it again',
  empty: 'it is empty: record or export it again',
  'odd-frames': 'its frame size of {bytes} bytes does not fit its {channels} channels: export it again',
  'cut-short': '{name} was cut short: its header says {says} s and it has {holds} s. That much was checked. Copy it again if you need the rest.',
  'never-finished':
    '{name} was never finished, perhaps after a power cut: its size was not written. All {holds} s were checked. Save it again before you use it elsewhere.',
  'longer-than-plain':
    '{name} is longer than a plain WAV allows (4 GiB), so other programs may show only its end or its start. All {holds} s were checked. Export it as RF64 or in parts.',
  'no-streaminfo': 'it is FLAC without its STREAMINFO block: export it again',
  'too-many-tags': 'it has more than {most} blocks of tags before its sound: export it again',
  'too-long-unpacked': 'unpacked it is longer than {most} GiB: export it in parts',
  'flac-not-here': 'FLAC cannot be unpacked here: export it as WAV',
  'none-unpacked': 'it has no samples, or none that can be unpacked: export it again',
  'unpacked-in-part': 'only {holds} s of its {says} s can be unpacked, so its times cannot be trusted: copy it again, or export it as WAV',
};
