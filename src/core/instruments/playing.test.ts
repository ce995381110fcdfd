import { choiceOf, familyOf, INSTRUMENT_KINDS, type Instrument, localGeometry } from './index';

const one = (kind: Instrument['kind'], extra: Partial<Instrument> = {}): Instrument => ({
  id: 'i',
  kind,
  variant: Object.keys(familyOf(kind).variants)[0] ?? '',
  name: 'i',
  positionM: { x: 0, y: 0 },
  rotationDeg: 0,
  mirrored: false,
  ...extra,
});
const levelOf = (instrument: Instrument, id: string): number =>
  localGeometry(instrument).sources.find((source) => source.id === id)?.peakSplDb ?? Number.NaN;

/** Planning levels at 1 m in the open (table of planning levels, from memory, ±6 dB). */
test.each([
  ['drum-kit', 'snare', 124],
  ['drum-kit', 'kick', 108],
  // Struck with the stick's shoulder its edge passes 130 dB a hand away (common practice): 8 dB over the table's even playing.
  ['drum-kit', 'hat', 114],
  ['drum-kit', 'ride', 112],
  ['guitar', 'guitar', 90],
  ['voice', 'voice', 90],
  ['upright-piano', 'bass', 95],
  ['grand-piano', 'treble', 100],
  ['cajon', 'cajon', 108],
  ['hand-drums', 'conga', 110],
  ['shaken', 'shaken', 86],
  ['mallets', 'middle', 98],
  ['brass', 'bell', 122],
  ['saxophone', 'bell', 108],
] as const)('%s, %s: %d dB', (kind, source, level) => expect(levelOf(one(kind), source)).toBe(level));

test('the kick’s front head gives 112 at 1 m, 4 dB over its batter’s outer side', () => {
  const kick = localGeometry(one('drum-kit')).sources.find(({ id }) => id === 'kick');
  expect((kick?.peakSplDb ?? 0) + (kick?.sides[1]?.levelDb ?? 0)).toBe(112);
});

test('picked is 78 dB, sung loud is 100, and the one does not move the other (table of planning levels)', () => {
  const song = (choices: Record<string, string>): Instrument => one('guitar', { choices: { voice: 'yes', ...choices } });
  expect(levelOf(song({ playing: 'picked' }), 'guitar')).toBe(78);
  expect(levelOf(song({ playing: 'picked' }), 'voice')).toBe(90);
  expect(levelOf(song({ sung: 'loud' }), 'voice')).toBe(100);
  expect(levelOf(song({ sung: 'loud' }), 'guitar')).toBe(90);
  expect(levelOf(one('voice', { choices: { sung: 'loud' } }), 'voice')).toBe(100);
});

test('everything can be played softly and hard, and says on what its level stands', () => {
  for (const kind of INSTRUMENT_KINDS) {
    const loudness = familyOf(kind).choices.find(({ shifts }) => shifts);
    if (!loudness) throw new Error(kind);
    expect(choiceOf(one(kind), loudness)).toBe(loudness.options[0]?.value);
    expect(new Set(loudness.options.map(({ shiftDb }) => shiftDb)).size).toBe(loudness.options.length);
    for (const option of loudness.options.slice(1)) {
      const [source] = localGeometry(one(kind, { choices: { [loudness.id]: option.value } })).sources;
      expect(source?.levelBasis).toContain(option.text);
      expect(source?.levelBasis).toContain('good to 6 dB');
    }
  }
});

test('the user’s own figure stands before all else, for its source alone', () => {
  const own = one('drum-kit', { levelsDb: { snare: 117 }, choices: { playing: 'hard' } });
  const snare = localGeometry(own).sources.find(({ id }) => id === 'snare');
  expect([snare?.peakSplDb, snare?.levelBasis]).toEqual([117, 'your own figure']);
  expect(levelOf(own, 'hat')).toBe(119);
});
