import { choiceOf, type FamilyChoice, type FamilyOption } from './family';
import type { InstrumentShape } from './instrument';
import type { Geometry, Source } from './model';

const VOICE = 'voice';

/** How loudly it is played; the first is the planning level's own way (from memory, ±6 dB). */
const PLAYING: FamilyChoice = {
  id: 'playing',
  name: 'Played',
  options: [
    { value: 'usual', text: 'as usual', shiftDb: 0 },
    { value: 'soft', text: 'softly', shiftDb: -10 },
    { value: 'hard', text: 'hard', shiftDb: 5 },
  ],
  shifts: (sourceId) => sourceId !== VOICE,
};
const PICKED: FamilyChoice = {
  ...PLAYING,
  options: [
    { value: 'strummed', text: 'strummed', shiftDb: 0 },
    { value: 'picked', text: 'picked', shiftDb: -12 },
    { value: 'hard', text: 'strummed hard', shiftDb: 5 },
  ],
};
const SUNG: FamilyChoice = {
  id: 'sung',
  name: 'Sung',
  options: [
    { value: 'ordinary', text: 'as usual', shiftDb: 0 },
    { value: 'soft', text: 'softly', shiftDb: -8 },
    { value: 'loud', text: 'loudly', shiftDb: 10 },
  ],
  shifts: (sourceId) => sourceId === VOICE,
};

/** The ways of playing that an instrument of a kind has. */
export const playingOf = (kind: string): readonly FamilyChoice[] =>
  kind === 'guitar' ? [PICKED, { ...SUNG, when: { choice: 'voice', value: 'yes' } }] : kind === 'voice' ? [SUNG] : [PLAYING];

function levelled(source: Source, instrument: InstrumentShape, choices: readonly FamilyChoice[]): Source {
  const own = instrument.levelsDb?.[source.id];
  if (own !== undefined) return { ...source, peakSplDb: own, levelBasis: 'your own figure' };
  let [shift, words] = [0, ''];
  for (const choice of choices) {
    const chosen = choice.options.find((option): option is FamilyOption => option.value === choiceOf(instrument, choice));
    if (!choice.shifts?.(source.id) || !chosen?.shiftDb) continue;
    [shift, words] = [shift + chosen.shiftDb, `${choice.name.toLowerCase()} ${chosen.text}: `];
  }
  return shift === 0 ? source : { ...source, peakSplDb: source.peakSplDb + shift, levelBasis: `${words}${source.levelBasis}` };
}

/** The instrument among others: its solids know its sources by their keys, every source is at the level it is played at, or at the user's own figure for it. */
export const withLevels = (geometry: Geometry, instrument: InstrumentShape, choices: readonly FamilyChoice[]): Geometry => ({
  ...geometry,
  sources: geometry.sources.map((source) => levelled(source, instrument, choices)),
  solids: geometry.solids.map((solid) => ({ ...solid, sourceIds: solid.sourceIds.map((id) => `${instrument.id}/${id}`) })),
});
