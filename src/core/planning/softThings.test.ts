import { allCases, placed } from '../../cli/audit/cases';
import { type Furnishing, newFurnishing, softAreaM2 } from '../furnishings';
import { meanAbsorption, octaveDecays, type Surface, surfaceAbsorption, surfaceAreaM2 } from '../room';
import { whatToHang } from './index';
import { coveredM2, softened, surfaceOf } from './softThings';

const ROOM = { widthM: 5.4, depthM: 4.6, heightM: 2.7, temperatureC: 20, absorption: 0.05, glass: [] };
const thing = (kind: Furnishing['kind'], x: number, y: number, rotationDeg = 0, over: Partial<Furnishing> = {}): Furnishing => ({
  ...newFurnishing(kind, { id: kind, positionM: { x, y }, rotationDeg }, [], ROOM.heightM),
  ...over,
});

test.each<[Furnishing, Surface | null]>([
  [thing('rug', 2, 2), 'floor'],
  [thing('bed', 2, 2), 'floor'],
  [thing('curtain', 0.1, 2.3, 90), 'left wall'],
  [thing('curtain', 2.7, 4.5, 0), 'front wall'],
  [thing('absorber', 2.7, 2.3, 0, { bottomM: 2.4, heightM: 0.2 }), 'ceiling'],
  [thing('clothes', 2.7, 2.3), null],
])('what is soft belongs to the surface it hangs or lies on (case %#)', (furnishing, surface) => {
  expect(surfaceOf(ROOM, furnishing)).toBe(surface);
});

test('a curtain takes up where it hangs and covers what was there; the others stay as they are', () => {
  const curtain = thing('curtain', 0.1, 2.3, 90);
  const after = softened(ROOM, [curtain]);
  const area = surfaceAreaM2(ROOM, 'left wall');
  (softAreaM2(curtain) ?? []).forEach((m2, octave) => {
    expect(surfaceAbsorption(after, 'left wall')[octave]).toBeCloseTo(0.05 + (m2 - 0.05 * coveredM2(curtain)) / area, 9);
    expect(surfaceAbsorption(after, 'right wall')[octave]).toBe(0.05);
  });
});

// Arau-Puchades 1988: what takes up on one couple of walls alone ends a room later than the same spread over all of it.
test('a bare room with soft things on one couple of walls rings longer than one that has them everywhere, and as Arau’s formula says', () => {
  const curtains = [thing('curtain', 0.1, 1.2, 90), thing('curtain', 0.1, 3.4, 90), thing('curtain', 5.3, 1.2, 90), thing('curtain', 5.3, 3.4, 90)];
  const hung = softened(ROOM, curtains);
  const spread = softened(
    ROOM,
    curtains.map((one) => ({ ...one, positionM: { x: 2.7, y: 2.3 } })),
  );
  const [one, other] = [octaveDecays(hung, 343.2)[3], octaveDecays(spread, 343.2)[3]];
  expect(one?.formula).toBe('Arau-Puchades');
  expect((one?.seconds ?? 0) / (other?.seconds ?? 1)).toBeGreaterThan(1.2);
  // By plain sums: three couples, each alone by Eyring, their shares of the surface as exponents.
  const sides = 2 * 4.6 * 2.7;
  const [ends, flat] = [2 * 5.4 * 2.7, 2 * 5.4 * 4.6];
  const whole = sides + ends + flat;
  const gained = 4 * (2 * 2.1 * 0.72 - 0.05 * 2 * 2.1);
  const eyring = (a: number): number => (0.161 * 5.4 * 4.6 * 2.7) / (-whole * Math.log(1 - a));
  const arau = eyring(0.05 + gained / sides) ** (sides / whole) * eyring(0.05) ** ((ends + flat) / whole);
  expect(Math.abs((one?.seconds ?? 0) / arau - 1)).toBeLessThan(0.01);
});

test('nothing soft leaves the room the same object; two things on one wall add up', () => {
  expect(softened(ROOM, [])).toBe(ROOM);
  const both = softened(ROOM, [thing('absorber', 0.1, 1, 90), thing('absorber', 0.1, 3, 90, { id: 'b' })]);
  expect(meanAbsorption(both)).toBeCloseTo(2 * meanAbsorption(softened(ROOM, [thing('absorber', 0.1, 1, 90)])) - 0.05, 9);
});

// Common practice in bedrooms: the first thing that is hung goes behind the singer, where the microphone looks.
test('for a voice on a cardioid the wall that it looks at past the singer comes before the one behind the microphone', () => {
  const one = allCases().find(({ recipe, room }) => recipe.id === 'voice-one' && room.name === 'small');
  if (!one) throw new Error('There is a voice.');
  const session = placed(one);
  const order = whatToHang(session).map(({ surface }) => surface);
  expect(order.indexOf('back wall')).toBeLessThan(order.indexOf('front wall'));
});
