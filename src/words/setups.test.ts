import { familyOf, type Instrument, placedGeometry } from '../core/instruments';
import { distance, dot, subtract } from '../core/math';
import { placeRecipe, RECIPES, type Recipe, recipesFor, suitsInstrument } from '../core/setups';
import { gapToSolid } from '../core/solids';
import { EXPECTATIONS } from './expectations.en';
import { expectation, findingWhy, sayTold, setupTexts } from './index';
import { SETUPS } from './setups.en';

const ROOM = { widthM: 8, depthM: 8, heightM: 3, temperatureC: 20, absorption: 0.2, glass: [] };

/** Lengths a text states, metres: "{30 cm}", "{20 to 30 cm}", "{3.4 m}". What gear is like is no place. */
function stated(text: string): { readonly words: string; readonly low: number; readonly high: number }[] {
  return [...text.matchAll(/\{([\d.]+)(?: to ([\d.]+))? (cm|m)\}/g)].map(([words, low, high, unit]) => {
    const per = unit === 'cm' ? 100 : 1;
    return { words, low: Number(low) / per, high: Number(high ?? low) / per };
  });
}

/** Every length by which a placed set-up could be told: to its nearest marks straight, across, deep and high, to wood, to walls, apart. */
function measured(recipe: Recipe, variant: string): number[] {
  const instrument: Instrument = {
    id: 'i',
    kind: recipe.instrument,
    variant,
    name: 'i',
    positionM: { x: 4, y: 2.45 },
    rotationDeg: 0,
    mirrored: false,
    ...(recipe.needs ? { choices: recipe.needs } : {}),
  };
  const { marks, solids, sources } = placedGeometry(instrument);
  const { placed } = placeRecipe(recipe, instrument, ROOM);
  const own = placed.flatMap(({ positionM, aimM }) => {
    const look = subtract(aimM, positionM);
    // What a tape would be held to: the marks before it, and those nearest to it.
    const ahead = marks.filter((mark) => dot(subtract(mark.positionM, positionM), look) > 0);
    const near = [...ahead].sort((a, b) => distance(a.positionM, positionM) - distance(b.positionM, positionM)).slice(0, 3);
    const strings = near.flatMap((mark) => {
      const d = subtract(positionM, mark.positionM);
      return [Math.hypot(d.x, d.y, d.z), Math.abs(d.x), Math.abs(d.y), Math.abs(d.z)];
    });
    const faces = sources.flatMap(({ sides }) => sides.map((side) => Math.abs(dot(subtract(positionM, side.positionM), side.normal))));
    const wood = solids.filter(({ id }) => !id.startsWith('player')).map((solid) => gapToSolid(solid.shape, positionM));
    return [...strings, ...faces, Math.min(...wood), positionM.z, positionM.y];
  });
  const [first, second] = placed;
  return [...own, ...(first && second ? [distance(first.positionM, second.positionM)] : [])];
}

const TOLERANCE_M = 0.006;

/** Texts that state a length: 5 mm is what a tape tells. */
const CASES = RECIPES.flatMap((recipe) => {
  const gives = SETUPS[recipe.id]?.gives ?? '';
  return stated(gives).length > 0 ? [[recipe.id, recipe, gives] as const] : [];
});

test.each(CASES)('%s: every length in what it says it gives is one that is placed, on every build', (_, recipe, gives) => {
  const variants = Object.keys(familyOf(recipe.instrument).variants).filter((variant) =>
    suitsInstrument(recipe, { kind: recipe.instrument, variant }),
  );
  for (const variant of variants) {
    const lengths = measured(recipe, variant);
    for (const { words, low, high } of stated(gives)) {
      // "90 cm or more apart" states a least.
      const most = /or more/.test(gives.slice(gives.indexOf(words))) ? Infinity : high;
      const met = lengths.some((length) => length >= low - TOLERANCE_M && length <= most + TOLERANCE_M);
      expect([variant, words, met]).toEqual([variant, words, true]);
    }
  }
});

test('a good part of the set-ups state lengths', () => expect(CASES.length).toBeGreaterThan(20));

test('every set-up has its words and no words are left over; an own one has its own; one for a player built the other way round changes sides', () => {
  expect(Object.keys(SETUPS).sort()).toEqual(RECIPES.map(({ id }) => id).sort());
  for (const texts of Object.values(SETUPS)) for (const text of Object.values(texts)) expect(text).toMatch(/^[A-Z‘“{1-9].*[.!?)]$/);
  const [first] = RECIPES;
  if (!first) throw new Error('recipes');
  expect(setupTexts({ ...first, id: 'own-1', gives: 'Mine, {30 cm} off.', costs: '' }, 'imperial')).toEqual({
    gives: expect.stringMatching(/^Mine, 12 in off\.$/),
    costs: '',
    soundsLike: '',
    listenFor: '',
  });
  const sided = RECIPES.find(({ id }) => /\bright\b/.test(SETUPS[id]?.gives ?? ''));
  if (!sided) throw new Error('one that names a side');
  const instrument: Instrument = {
    id: 'i',
    kind: sided.instrument,
    variant: sided.variants?.[0] ?? Object.keys(familyOf(sided.instrument).variants)[0] ?? '',
    name: 'i',
    positionM: { x: 3, y: 3 },
    rotationDeg: 0,
    mirrored: true,
  };
  const turned = recipesFor(instrument).find(({ id }) => id === sided.id);
  expect(turned && setupTexts(turned, 'metric').gives).toMatch(/\bleft\b/);
});

test('everything that a set-up raises by design has its reason, and no reasons are left over', () => {
  const expected = RECIPES.flatMap(({ id, expects }) => expects.map(({ code }) => `${id}/${code}`));
  const said = Object.entries(EXPECTATIONS).flatMap(([id, reasons]) => Object.keys(reasons).map((code) => `${id}/${code}`));
  expect(said.sort()).toEqual(expected.sort());
  for (const recipe of RECIPES)
    for (const one of recipe.expects)
      expect([recipe.id, one.code, expectation(recipe, one, 'metric')]).toEqual([recipe.id, one.code, expect.stringMatching(/^[A-Z].*[.!]$/)]);
});

test('the reason of a set-up comes before that of the finding; one’s own set-up brings its own', () => {
  const why = { domain: 'checks', code: 'closing-plates-blow-their-air-out', facts: {} };
  const finding = { id: 'f', code: 'leak', severity: 'note', microphoneIds: [], message: why, advice: null, why, move: null } as const;
  const so = sayTold(why, 'metric');
  expect(findingWhy(finding, 'metric')).toBe(so);
  expect(findingWhy({ ...finding, expected: true, expectedBy: { setupId: 'mine', why: 'I want it.' } }, 'metric')).toBe(
    `Expected with this set-up: I want it. ${so}`,
  );
});
