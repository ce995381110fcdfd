import { boathouseKit } from '../../../demo/boathouse';
import type { Session, Shelf } from '../document';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { DEVICE_CATALOGUE } from '../patch';
import { recipesFor } from '../setups';
import { STAND_CATALOGUE } from '../stands';
import { fitOf, type HelpPiece, whatWouldHelp } from './index';

const kit = boathouseKit();
const withShelf = (shelf: Partial<Shelf>): Session => ({ ...kit, microphones: [], pairs: [], shelf: { ...kit.shelf, ...shelf } });

/** What is told to be got, really got: counted up by hand from the catalogues. */
function got(session: Session, pieces: readonly HelpPiece[]): Session {
  let { shelf } = session;
  for (const { key, kind, count, name } of pieces)
    for (let n = 0; n < count; n++) {
      const id = `got-${key}-${n}`;
      if (kind === 'microphone') {
        const wanted = key.slice('kind/'.length);
        const model = shelf.microphones.find((one) => one.kind === wanted) ?? MICROPHONE_CATALOGUE.find((one) => one.kind === wanted);
        if (!model) throw new Error(key);
        const own = shelf.microphones.find((one) => one.id === model.id);
        const microphones = own
          ? shelf.microphones.map((one) => (one === own ? { ...one, count: one.count + 1 } : one))
          : [...shelf.microphones, { ...model, count: 1 }];
        shelf = { ...shelf, microphones };
      } else if (kind === 'stand') {
        const model = STAND_CATALOGUE.find((one) => one.name === name);
        if (model) shelf = { ...shelf, stands: [...shelf.stands, { ...model, id, count: 1 }] };
      } else if (kind === 'device') {
        const model = DEVICE_CATALOGUE.find((one) => one.id === key);
        if (model) shelf = { ...shelf, devices: [...shelf.devices, { ...model, id }] };
      }
    }
  return { ...session, shelf };
}

function opensWhatItSays(session: Session): void {
  const [instrument] = session.instruments;
  if (!instrument) throw new Error('there is a kit');
  for (const { pieces, opens, plain } of whatWouldHelp(session)) {
    expect(opens.length).toBeGreaterThan(0);
    if (pieces.some(({ kind }) => kind === 'between')) continue;
    for (const recipe of recipesFor(instrument).filter(({ name }) => opens.includes(name))) {
      expect([recipe.name, fitOf(session, recipe, instrument).fits]).toEqual([recipe.name, false]);
      expect([recipe.name, fitOf(got(session, pieces), recipe, instrument).fits]).toEqual([recipe.name, true]);
    }
    if (plain) expect(recipesFor(instrument).some((recipe) => recipe.name === plain && fitOf(session, recipe, instrument).fits)).toBe(true);
  }
}

test('two microphones of eight: one more opens what it says, best first', () => {
  const poor = withShelf({ microphones: kit.shelf.microphones.slice(0, 2).map((model) => ({ ...model, count: 1 })) });
  const help = whatWouldHelp(poor);
  expect(help.length).toBeGreaterThan(0);
  const counts = help.map(({ opens }) => opens.length);
  expect(counts).toEqual([...counts].sort((a, b) => b - a));
  opensWhatItSays(poor);
});

test('plenty of microphones and one stand: a stand is what helps', () => {
  const few = withShelf({ stands: kit.shelf.stands.slice(0, 1).map((stand) => ({ ...stand, count: 1 })) });
  expect(whatWouldHelp(few)[0]?.pieces[0]?.kind).toBe('stand');
  opensWhatItSays(few);
});

test('two inputs for all of them: a device with more is told, the smallest of those that open the same', () => {
  const two = withShelf({ devices: DEVICE_CATALOGUE.filter(({ id }) => id === 'two-input') });
  const device = whatWouldHelp(two).find(({ pieces }) => pieces[0]?.kind === 'device');
  expect(device?.pieces).toHaveLength(1);
  opensWhatItSays(two);
});

// From nothing a recordist needs a microphone, something to hold it and something to plug it into (common practice).
test('on an empty shelf the fewest things that begin together are told, and they do begin', () => {
  const empty = withShelf({ microphones: [], stands: [], devices: [], outboard: [] });
  const [first] = whatWouldHelp(empty);
  expect(new Set(first?.pieces.map(({ kind }) => kind))).toEqual(new Set(['microphone', 'stand', 'device']));
  expect(first?.pieces.reduce((sum, { count }) => sum + count, 0)).toBeLessThanOrEqual(4);
  expect(first?.plain).toBeNull();
  opensWhatItSays(empty);
});
