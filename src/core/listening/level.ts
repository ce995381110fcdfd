import { loudnessOfChannels } from '../analysis';
import { amplitudeRatioFromDb } from '../units';
import { type MixMatrix, mixDown } from './mix';

/** What is softer than any instrument is not made as loud as one, dB. */
const MOST_DB = 40;

/** Gain that brings a mix to a loudness, by ITU-R BS.1770; 0 for silence. */
export function gainTo(targetLufs: number, channels: readonly Float32Array[], matrix: MixMatrix, rate: number): number {
  const lufs = loudnessOfChannels(mixDown(channels, matrix), rate);
  return Number.isFinite(lufs) ? amplitudeRatioFromDb(Math.min(MOST_DB, targetLufs - lufs)) : 0;
}
