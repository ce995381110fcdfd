import fc from 'fast-check';
import { boathouseKit } from '../../../demo/boathouse';
import { arrivalTable } from '../arrivals';
import { turnHanded } from '../document';
import { resolvePlan } from '../planning';
import { pairPicture, secondSchoolPosition } from './index';

const picture = (session = boathouseKit()) => {
  const [pair] = session.pairs;
  if (!pair) throw new Error('the kit has a pair');
  return pairPicture(arrivalTable(resolvePlan(session)), pair.leftId, pair.rightId, pair.decoding);
};
const of = (places: ReturnType<typeof picture>, name: string) => {
  const place = places.find((one) => one.name === name);
  if (!place) throw new Error(name);
  return place;
};

// The overheads are equally far from the snare: it is in the middle by both schools. The hat stands to the player's left, the floor tom to the right.
test('the boathouse kit: snare in the middle, hat left, floor tom right, by both schools', () => {
  const places = picture();
  expect(Math.abs(of(places, 'Snare').position)).toBeLessThan(0.1);
  for (const read of ['position', 'secondPosition'] as const) {
    expect(of(places, 'Hat')[read]).toBeLessThan(-0.3);
    expect(of(places, 'Floor tom')[read]).toBeGreaterThan(0.3);
  }
  for (const { position, blur, monoDipHz, delaySeconds } of places) {
    expect(blur[0] <= position + 0.35 && blur[1] >= position - 0.35).toBe(true);
    if (monoDipHz !== null) expect(monoDipHz).toBeCloseTo(1 / (2 * Math.abs(delaySeconds)), 6);
  }
});

test('a left-handed kit is the mirror image: its hat is on the right', () => {
  const kit = boathouseKit();
  const turned = turnHanded(kit.instruments[0]?.id ?? '', true)(kit);
  expect(of(picture(turned), 'Hat').position).toBeGreaterThan(0.3);
});

test('the second school: 10 % of the way for 1.33 dB or 0.077 ms, added (Wittek and Theile 2002); odd, monotone, never past a loudspeaker', () => {
  expect(secondSchoolPosition(4, 0)).toBeCloseTo(0.3, 9);
  expect(secondSchoolPosition(0, 0.2e-3)).toBeCloseTo(0.26, 9);
  expect(secondSchoolPosition(4, 0.2e-3)).toBeCloseTo(0.56, 9);
  const difference = fc.double({ min: -30, max: 30, noNaN: true });
  fc.assert(
    fc.property(difference, difference, (a, b) => {
      const [low, high] = [Math.min(a, b), Math.max(a, b)];
      const [x, y] = [secondSchoolPosition(low, 0), secondSchoolPosition(high, 0)];
      return x <= y && Math.abs(x) <= 1 && Math.abs(secondSchoolPosition(-low, 0) + x) < 1e-12;
    }),
    { seed: 9 },
  );
});
