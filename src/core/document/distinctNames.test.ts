import { boathouseKit } from '../../../demo/boathouse';
import { createRandom } from '../math';
import { addInstrument } from './commands/instrument';
import { editMicrophone } from './commands/microphone';
import { admitted, commit } from './commit';
import { withDistinctNames } from './distinctNames';
import type { Session } from './session';

const NOW = '2026-01-01T00:00:00.000Z';

test('a microphone that is called as another takes its instrument’s name in front; a second instrument of one name a number', () => {
  const kit = boathouseKit();
  const [first, second] = kit.microphones;
  const renamed = commit(kit, editMicrophone(second?.id ?? '', { name: first?.name.toUpperCase() ?? '' }), NOW);
  if (renamed.kind !== 'changed') throw new Error('renamed');
  expect(renamed.session.microphones[0]?.name).toBe(first?.name);
  const instrument = kit.instruments.find(({ id }) => id === second?.target?.instrumentId) ?? kit.instruments[0];
  expect(renamed.session.microphones[1]?.name).toMatch(/: |2$/);
  const twice = commit(kit, addInstrument({ ...(instrument as Session['instruments'][number]), id: 'other' }), NOW);
  expect(twice.kind === 'changed' && twice.session.instruments.at(-1)?.name).toBe(`${instrument?.name} 2`);
});

test('whatever names there are, afterwards no two read alike, the first keeps its own, and doing it twice is doing it once (seeded)', () => {
  const kit = boathouseKit();
  const names = ['Horn', 'horn', 'HORN', 'Kit: Horn', 'Horn 2', '🎺'.repeat(40), 'x'.repeat(80), 'Рожок'];
  for (let seed = 1; seed <= 300; seed++) {
    const random = createRandom(seed);
    const pick = (): string => names[random.integer(0, names.length - 1)] as string;
    const session: Session = {
      ...kit,
      instruments: kit.instruments.map((one) => ({ ...one, name: pick() })),
      microphones: kit.microphones.map((one) => ({ ...one, name: pick(), label: ['H', 'Hn', 'Horn', 'h'][random.integer(0, 3)] as string })),
    };
    const distinct = withDistinctNames(session);
    for (const texts of [
      distinct.instruments.map(({ name }) => name),
      distinct.microphones.map(({ name }) => name),
      distinct.microphones.map(({ label }) => label),
    ])
      expect([seed, new Set(texts.map((text) => text.toLowerCase())).size]).toEqual([seed, texts.length]);
    expect(withDistinctNames(distinct)).toBe(distinct);
    expect(distinct.microphones[0]?.name).toBe(session.microphones[0]?.name);
    const kept = admitted(session);
    expect([seed, kept.ok ? kept.session.microphones : kept.problem]).toEqual([seed, distinct.microphones]);
  }
});
