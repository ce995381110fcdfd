import { familyOf, type Instrument, placedGeometry } from '../instruments';
import { distance, dot, subtract } from '../math';
import { gapToSolid } from '../solids';
import { placeRecipe, RECIPES, type Recipe, suitsInstrument } from './index';

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
const CASES = RECIPES.filter(({ gives }) => stated(gives).length > 0).map((recipe) => [recipe.id, recipe] as const);

test.each(CASES)('%s: every length in what it says it gives is one that is placed, on every build', (_, recipe) => {
  const variants = Object.keys(familyOf(recipe.instrument).variants).filter((variant) =>
    suitsInstrument(recipe, { kind: recipe.instrument, variant }),
  );
  for (const variant of variants) {
    const lengths = measured(recipe, variant);
    for (const { words, low, high } of stated(recipe.gives)) {
      // "90 cm or more apart" states a least.
      const most = /or more/.test(recipe.gives.slice(recipe.gives.indexOf(words))) ? Infinity : high;
      const met = lengths.some((length) => length >= low - TOLERANCE_M && length <= most + TOLERANCE_M);
      expect([variant, words, met]).toEqual([variant, words, true]);
    }
  }
});

test('a good part of the set-ups state lengths', () => expect(CASES.length).toBeGreaterThan(20));
