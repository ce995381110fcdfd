import { seedsFor } from '../../../../scripts/walks';
import type { PlanMicrophone } from '../../arrivals';
import { createRandom } from '../../math';
import { matchByName } from './matching';

/** Microphones as people of six languages and four scripts call them (from memory). */
const SETS: readonly (readonly string[])[] = [
  ['Kick', 'Snare top', 'Snare under', 'Tom 1', 'Tom 2', 'Overhead left', 'Overhead right', 'Room'],
  ['Bassdrum', 'Snare oben', 'Snare unten', 'Tom 1', 'Tom 2', 'Overhead links', 'Overhead rechts', 'Raum'],
  ['Grosse caisse', 'Caisse claire dessus', 'Caisse claire dessous', 'Tom 1', 'Tom 2', 'Aérien gauche', 'Aérien droite', 'Pièce'],
  ['Bombo', 'Caja arriba', 'Caja abajo', 'Tom 1', 'Tom 2', 'Aéreo izquierda', 'Aéreo derecha', 'Sala'],
  ['Бочка', 'Малый верх', 'Малый низ', 'Том 1', 'Том 2', 'Оверхед левый', 'Оверхед правый', 'Комната'],
  ['Μπότα', 'Ταμπούρο πάνω', 'Ταμπούρο κάτω', 'Τομ 1', 'Τομ 2', 'Πάνω αριστερά', 'Πάνω δεξιά', 'Χώρος'],
  ['キック', 'スネア上', 'スネア下', 'タム 1', 'タム 2', 'オーバーヘッド左', 'オーバーヘッド右', '部屋'],
  ['Piano low', 'Piano high', 'Horn 1', 'Horn 2', 'Guitar left', 'Guitar right', 'Voice', 'Conga low'],
];

const microphone = (name: string, i: number): PlanMicrophone => ({ id: `m${i}`, name, label: `L${i}` }) as PlanMicrophone;

test('names of recorders, scripts, accents, numbers and cuts: right or asked, never wrong in silence (seeded)', () => {
  let [matched, all] = [0, 0];
  const wrong: string[] = [];
  for (const seed of seedsFor({ name: 'channel names', least: 300, all: 2000, seconds: 2 })) {
    const random = createRandom(seed);
    const names = (SETS[random.integer(0, SETS.length - 1)] as readonly string[])
      .map((name) => ({ name, at: random.uniform() }))
      .sort((a, b) => a.at - b.at)
      .slice(0, random.integer(2, 8))
      .map(({ name }) => name);
    const microphones = names.map(microphone);
    const [numbered, upper, bare, cut, end] = Array.from({ length: 5 }, () => random.uniform());
    const shuffled = names.map((name, i) => ({ name, i, at: random.uniform() })).sort((a, b) => a.at - b.at);
    const files = shuffled.map(({ name, i }, k) => {
      let file = name;
      if ((bare ?? 0) < 0.3) file = file.normalize('NFD').replace(/\p{M}/gu, '');
      if ((upper ?? 0) < 0.3) file = file.toUpperCase();
      if (random.uniform() < 0.5) file = file.replaceAll(' ', '_');
      if ((cut ?? 0) < 0.15) file = file.slice(0, 9);
      if ((numbered ?? 0) < 0.4) file = `${String(k + 1).padStart(2, '0')} ${file}`;
      if ((end ?? 0) < 0.3) file = `${file}_take3`;
      else if ((end ?? 0) < 0.5) file = `${file}-0007`;
      return { file, id: `m${i}` };
    });
    if (new Set(files.map(({ file }) => file)).size < files.length) continue;
    const matching = matchByName(
      files.map(({ file }) => file),
      microphones,
    );
    for (const { file, id } of files) {
      all++;
      const got = matching[file];
      if (got === id) matched++;
      else if (got != null) wrong.push(`${seed}: “${file}” is taken for ${microphones.find((one) => one.id === got)?.name}`);
    }
  }
  expect(wrong).toEqual([]);
  expect(matched).toBeGreaterThan(0.85 * all);
});

describe('one by one', () => {
  const of = (channels: readonly string[], names: readonly string[], inputs: Readonly<Record<string, string>> = {}) => {
    const matching = matchByName(channels, names.map(microphone), inputs);
    return channels.map((channel) => (matching[channel] == null ? null : names[Number(matching[channel]?.slice(1))]));
  };
  test('the second tom loaded before the first is no other', () => expect(of(['Tom 2', 'Tom 1'], ['Tom 1', 'Tom 2'])).toEqual(['Tom 2', 'Tom 1']));
  test('low and high of a piano are not crossed', () => {
    expect(of(['Piano high', 'Piano low'], ['Piano bass', 'Piano treble'])).toEqual(['Piano treble', 'Piano bass']);
    expect(of(['Piano hi', 'Piano lo'], ['Piano low', 'Piano high'])).toEqual(['Piano high', 'Piano low']);
  });
  test('two of one name are asked', () => expect(of(['Horn', 'Voice'], ['Horn', 'Horn', 'Voice'])).toEqual([null, 'Voice']));
  test('numbers alone go by the inputs, and only where each input is one', () => {
    const names = ['Kick', 'Snare'];
    expect(of(['Audio 1-2', 'Audio 1-1'], names, { m0: '1', m1: '2' })).toEqual(['Snare', 'Kick']);
    expect(of(['Audio 1', 'Audio 2'], names)).toEqual([null, null]);
    expect(of(['CH03'], names, { m0: '1', m1: '2' })).toEqual([null]);
  });
  test('numbers of tracks before all names say nothing of toms', () =>
    expect(of(['01 Tom 2', '02 Tom 1'], ['Tom 1', 'Tom 2'])).toEqual(['Tom 2', 'Tom 1']));
});
