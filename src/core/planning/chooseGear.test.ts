import { allCases, placed } from '../../cli/audit/cases';
import { MICROPHONE_CATALOGUE, type MicrophoneModel } from '../microphones';
import { chooseGear } from './chooseGear';

const shelf = (counts: Readonly<Record<string, number>>): MicrophoneModel[] =>
  MICROPHONE_CATALOGUE.flatMap((model) => (counts[model.name] ? [{ ...model, count: counts[model.name] as number }] : []));

/** What each place of a set-up gets from a shelf, by name, with "+pad" where its pad is on. */
function picks(recipeId: string, counts: Readonly<Record<string, number>>): Record<string, string> {
  const found = allCases().find(({ recipe, room }) => recipe.id === recipeId && room.name === 'middle');
  if (!found) throw new Error(`there is no set-up ${recipeId}`);
  const session = placed(found);
  const instrument = session.instruments.find(({ kind }) => kind === found.recipe.instrument);
  if (!instrument) throw new Error('its instrument is there');
  const bare = { ...session, microphones: [], pairs: [], patch: {}, shelf: { ...session.shelf, microphones: shelf(counts) } };
  return Object.fromEntries(
    [...chooseGear(bare, found.recipe, instrument)].map(([key, own]) => [key, own ? `${own.model.name}${own.padOn ? ' +pad' : ''}` : '-']),
  );
}

const BOATHOUSE = { 'Bass-drum dynamic': 1, 'Rugged dynamic': 4, 'Small condenser': 2, 'Large condenser, many patterns': 2, 'Passive ribbon': 2 };
const BIG = { ...BOATHOUSE, 'Small omni condenser': 2, 'Large condenser': 2, 'Clip-on condenser': 2, 'Tight dynamic': 2 };

// What a recordist would put there (common practice): dynamics on drums, two alike overhead, the bass-drum microphone at the kick, ribbons on horns.
test.each([
  [
    'kit-ten',
    BOATHOUSE,
    {
      kick: 'Bass-drum dynamic',
      snare: 'Rugged dynamic',
      'tom-3': 'Rugged dynamic',
      'overhead-left': 'Small condenser',
      'overhead-right': 'Small condenser',
    },
  ],
  [
    'kit-four-spaced',
    BOATHOUSE,
    { kick: 'Bass-drum dynamic', snare: 'Rugged dynamic', 'overhead-left': 'Small condenser', 'overhead-right': 'Small condenser' },
  ],
  ['guitar-ortf', BOATHOUSE, { left: 'Small condenser', right: 'Small condenser' }],
  ['guitar-ms', BOATHOUSE, { mid: 'Large condenser, many patterns', side: 'Passive ribbon' }],
  ['guitar-crossed-eights', BIG, { left: 'Passive ribbon', right: 'Passive ribbon' }],
  ['grand-tree', BIG, { left: 'Small omni condenser', right: 'Small omni condenser' }],
  ['djembe-both', BIG, { head: 'Rugged dynamic', foot: 'Rugged dynamic' }],
  ['trombone-ribbon', BIG, { horn: 'Passive ribbon' }],
  ['sax-clip', BIG, { sax: 'Clip-on condenser' }],
  ['kit-room-ribbon', BIG, { room: 'Passive ribbon' }],
] as const)('%s from a shelf with choice', (recipe, counts, wanted) => {
  expect(picks(recipe, counts)).toMatchObject(wanted);
});

test('two good condensers and many dynamics: the condensers go overhead, and no drum gets one', () => {
  const got = picks('kit-ten', { 'Rugged dynamic': 8, 'Large condenser, many patterns': 2 });
  expect(got).toMatchObject({ 'overhead-left': 'Large condenser, many patterns', 'overhead-right': 'Large condenser, many patterns' });
  expect(Object.values(got).filter((name) => name === 'Rugged dynamic')).toHaveLength(8);
});

test('condensers alone: close to a drum one with a pad, and its pad on; far from it the pad is off', () => {
  const got = picks('kit-ten', { 'Small condenser': 6, 'Large condenser, many patterns': 4 });
  for (const place of ['kick', 'snare', 'tom-3']) expect([place, got[place]]).toEqual([place, expect.stringMatching(/ \+pad$/)]);
  for (const place of ['overhead-left', 'overhead-right', 'room']) expect([place, got[place]]).toEqual([place, expect.not.stringMatching(/\+pad/)]);
});

test('too few: what hears the whole kit and what is named first come before spots and rooms', () => {
  expect(picks('kit-ten', { 'Rugged dynamic': 1, 'Small condenser': 2 })).toMatchObject({
    kick: 'Rugged dynamic',
    'overhead-left': 'Small condenser',
    'overhead-right': 'Small condenser',
    room: '-',
    ride: '-',
  });
});

test('one with a USB plug is never taken, nor a pickup for a microphone', () => {
  expect(Object.values(picks('kit-four-spaced', { 'USB condenser': 4, 'Pickup through a direct box': 4 }))).toEqual(['-', '-', '-', '-']);
});
