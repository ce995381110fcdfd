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
  for (const { position, blur } of places) expect(blur[0] <= position + 0.35 && blur[1] >= position - 0.35).toBe(true);
});

// |1 + s·e^(−jωτ)| written out, s the product of both signs as the arrivals have them: zero at the dip, and no zero between it and the lows.
test('the first dip in mono is where two copies as they come really cancel, also where one channel is the other way up', () => {
  const kit = boathouseKit();
  const [pair] = kit.pairs;
  const turned = { ...kit, microphones: kit.microphones.map((one) => (one.id === pair?.leftId ? { ...one, flipped: !one.flipped } : one)) };
  const signs = new Set<number>();
  for (const session of [kit, turned]) {
    const { plan, rows } = arrivalTable(resolvePlan(session));
    const [left, right] = [pair?.leftId, pair?.rightId].map((id) => rows[plan.microphones.findIndex((one) => one.id === id)]);
    picture(session).forEach(({ name, monoDipHz, delaySeconds }, s) => {
      if (monoDipHz === null || monoDipHz > 15_000) return;
      const sign = (left?.[s]?.polarity ?? 1) * (right?.[s]?.polarity ?? 1);
      signs.add(sign);
      const sum = (hertz: number): number => 2 + 2 * sign * Math.cos(2 * Math.PI * hertz * delaySeconds);
      expect([name, sum(monoDipHz) < 1e-6, sum(monoDipHz / 2) > 1.9]).toEqual([name, true, true]);
    });
  }
  expect([...signs].sort()).toEqual([-1, 1]);
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
