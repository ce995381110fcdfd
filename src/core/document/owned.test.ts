import { MICROPHONE_CATALOGUE } from '../microphones';
import { DEVICE_CATALOGUE } from '../patch';
import { STAND_CATALOGUE } from '../stands';
import { MOST_OF_A_KIND, ownedOn, shelfProblem, withOwned } from './index';

const EMPTY = { microphones: [], devices: [], stands: [], setups: [] };
const KINDS = [...MICROPHONE_CATALOGUE, ...DEVICE_CATALOGUE, ...STAND_CATALOGUE].map(({ id }) => id);

describe('what a person owns', () => {
  test('any counts give a sound shelf that tells them back', () => {
    for (let seed = 1; seed <= 50; seed++) {
      const owned = Object.fromEntries(KINDS.map((id, i) => [id, (seed * 31 + i * 17) % (MOST_OF_A_KIND + 1)]));
      const shelf = withOwned(EMPTY, owned);
      expect(shelfProblem(shelf)).toBeNull();
      const told = ownedOn(shelf);
      for (const id of KINDS) expect([id, told[id] ?? 0]).toEqual([id, owned[id]]);
    }
  });
  test('what has a digital way out alone hangs on the first port there is, on none where there is none', () => {
    const hung = (owned: Readonly<Record<string, number>>) => withOwned(EMPTY, owned).devices.find(({ id }) => id === 'eight-by-light')?.expands;
    expect(hung({ 'eight-by-light': 1, 'eight-input': 1 })).toBe('eight-input');
    expect(hung({ 'eight-by-light': 1, 'two-input': 1 })).not.toBe('two-input');
  });
  test('figures of one’s own and things of no catalogue stay; none takes a kind off', () => {
    const [first, second] = MICROPHONE_CATALOGUE;
    if (!first || !second) throw new Error('the catalogue has two kinds');
    const mine = { ...first, sensitivityMvPerPa: 3.5, count: 1 };
    const odd = { ...second, id: 'my-own', name: 'My own' };
    const shelf = withOwned({ ...EMPTY, microphones: [mine, second, odd] }, { [first.id]: 3 });
    expect(shelf.microphones).toEqual([{ ...mine, count: 3 }, odd]);
  });
});
