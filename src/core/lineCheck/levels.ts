import { median } from '../math';
import { asNumber } from '../units';
import { tell } from './codes';
import { crackles } from './contacts';
import type { LineFinding } from './finding';
import { found } from './holders';
import type { Line } from './line';
import type { LineNotes } from './steps';

/** Levels are a model: what is off by less is the player, dB. */
const OFF_DB = 9;
const NOISY_DB = 12;
/** Hum under this is nobody's trouble, dBFS. */
const HUM_DBFS = -85;

export const hums = (line: Line, { silence }: LineNotes): boolean => (silence[line.inputId]?.hum?.levelDbfs ?? -200) > HUM_DBFS;

/** How far a line's loudest peak is from the predicted, dB; null where it was not measured. */
export const offBy = (line: Line, notes: LineNotes): number | null => {
  const played = notes.played[line.inputId];
  return played === undefined ? null : played - line.predictedPeakDbfs;
};

/** Pads as they are made (common practice), and how near a level must be to one of them, dB. */
const PADS_DB = [10] as const;
const PAD_WITHIN_DB = 2;

/** Playing that stands out of the noise by less says nothing of a gain, dB. */
const AUDIBLE_DB = 20;

/** Lines that knocks proved and that the playing did not reach: their levels were not told. */
const unplayed = (lines: readonly Line[], { played, silence }: LineNotes): Line[] =>
  lines.filter(({ inputId }) => (played[inputId] ?? Number.POSITIVE_INFINITY) < (silence[inputId]?.noiseDbfs ?? -200) + AUDIBLE_DB);

export function levelFindings(lines: readonly Line[], notes: LineNotes): LineFinding[] {
  const soft = unplayed(lines, notes);
  const heard = lines.flatMap((line) => {
    const off = offBy(line, notes);
    return off === null || soft.includes(line) ? [] : [{ line, off }];
  });
  const missed = soft.map((line) => found('question', 'note', [line], tell('unplayed', { line: line.name })));
  if (heard.length === 0) return missed;
  // A player who plays louder than planned does so in every microphone; of one or two that are off alike it is not told whose it is.
  const offs = heard.map(({ off }) => off);
  const alike = Math.max(...offs) - Math.min(...offs) <= OFF_DB;
  const common = heard.length >= 3 || alike ? median(offs) : 0;
  const wrong = heard.filter(({ off }) => Math.abs(off - common) > OFF_DB);
  return [
    ...missed,
    ...wrong.map(({ line, off }) => {
      const facts = { line: line.name, input: line.inputName, by: asNumber(Math.abs(off - common), 0) };
      if (PADS_DB.some((padDb) => Math.abs(off - common + padDb) <= PAD_WITHIN_DB) && !line.pad)
        return found('pad', 'fix', [line], tell('as-with-a-pad', facts));
      return found('wrong gain', 'fix', [line], tell(off > common ? 'gain-too-high' : 'gain-too-low', { ...facts, gain: asNumber(line.gainDb, 0) }));
    }),
    ...(Math.abs(common) > OFF_DB
      ? [found('wrong gain', 'note', [], tell(common > 0 ? 'all-louder' : 'all-softer', { by: asNumber(Math.abs(common), 0), lines: heard.length }))]
      : []),
  ];
}

export function silenceFindings(lines: readonly Line[], inPlace: readonly Line[], notes: LineNotes): LineFinding[] {
  return lines.flatMap((line): LineFinding[] => {
    const heard = notes.silence[line.inputId];
    if (!heard) return [];
    if (heard.hum && hums(line, notes))
      return [found('hum', 'fix', [line], tell('hums', { line: line.name, mains: heard.hum.mainsHz, level: asNumber(heard.hum.levelDbfs, 0) }))];
    const over = heard.noiseDbfs - line.predictedNoiseDbfs;
    if (!inPlace.includes(line) || over <= NOISY_DB || crackles(line, notes)) return [];
    return heard.isEven
      ? [found('hiss', 'fix', [line], tell('hisses', { line: line.name, over: asNumber(over, 0) }))]
      : [found('noise', 'improve', [line], tell('noisy', { line: line.name, level: asNumber(heard.noiseDbfs, 0), over: asNumber(over, 0) }))];
  });
}
