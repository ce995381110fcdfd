import type { AudioFile } from '../../audio';
import { asList, asNumber, type Figure } from '../../units';
import { tell } from '../codes';
import type { TakeFinding } from './report';
import { takeChannels } from './take';

/** Files that began farther apart than this are hardly of one take, seconds. */
const ONE_TAKE_S = 600;
/** As much must be common to all, seconds. */
const COMMON_S = 1;

/** A file from a later frame on. */
function from(file: AudioFile, first: number): AudioFile {
  if (first === 0) return file;
  return {
    ...file,
    info: {
      ...file.info,
      frameCount: file.info.frameCount - first,
      timeReference: file.info.timeReference === null ? null : file.info.timeReference + first,
    },
    read: (start, count, out) => file.read(start + first, count, out),
  };
}

/**
 * Files of one take that began at different times, as their time stamps say (EBU Tech 3285, TimeReference), each from where the last of
 * them had begun. Files without a stamp, or with another sample rate, or hardly of one take, are left as they are.
 */
export function alignByTimestamps(files: readonly AudioFile[]): { readonly files: readonly AudioFile[]; readonly findings: readonly TakeFinding[] } {
  const stamped = files.filter(({ info }) => info.timeReference !== null);
  const rate = stamped[0]?.info.sampleRateHz;
  const begun = stamped.map(({ info }) => info.timeReference as number);
  const last = Math.max(...begun);
  const apart = stamped.length < 2 || rate === undefined ? 0 : last - Math.min(...begun);
  if (apart === 0 || stamped.length < files.length || stamped.some(({ info }) => info.sampleRateHz !== rate)) return { files, findings: [] };
  const seconds = (frames: number): Figure => asNumber(frames / (rate as number), 3);
  const common = Math.min(...stamped.map(({ info }) => (info.timeReference as number) + info.frameCount)) - last;
  if (apart > ONE_TAKE_S * (rate as number) || common < COMMON_S * (rate as number))
    return {
      files,
      findings: [
        {
          severity: 'improve',
          code: 'other-times',
          channels: takeChannels(files).map(({ name }) => name),
          message: tell('stamps-too-far-apart', { apart: seconds(apart), common: seconds(Math.max(0, common)) }),
        },
      ],
    };
  const late = files.map((file) => last - (file.info.timeReference as number));
  const early = takeChannels(files.filter((_, i) => (late[i] as number) > 0)).map(({ name }) => name);
  return {
    files: files.map((file, i) => from(file, late[i] as number)),
    findings: [
      {
        severity: 'note',
        code: 'lined-up',
        channels: early,
        message: tell('lined-up-by-stamps', { apart: seconds(apart), early: asList(early, 'comma') }),
      },
    ],
  };
}
