import fc from 'fast-check';
import {
  absorptionAt,
  ceilingAt,
  ceilingBetween,
  clampToRoom,
  distanceToSurface,
  flutters,
  imageIn,
  isGlassAt,
  meanAbsorption,
  PART_MODELS,
  partAt,
  type Room,
  reflectionPoint,
  roomSurfaceM2,
  roomVolumeM3,
  SURFACES,
  surfaceAbsorption,
  surfaceAreaM2,
  WALLS,
} from './index';

const BOX: Room = { widthM: 5, depthM: 4, heightM: 2.4, temperatureC: 20, absorption: 0.2, glass: [] };

const rooms = fc.record({
  widthM: fc.double({ min: 2, max: 9, noNaN: true }),
  depthM: fc.double({ min: 2, max: 9, noNaN: true }),
  heightM: fc.double({ min: 2, max: 5, noNaN: true }),
  along: fc.constantFrom(...WALLS),
  reachM: fc.double({ min: 0.1, max: 8, noNaN: true }),
  lowM: fc.double({ min: 1.2, max: 2, noNaN: true }),
});

/** Volume and surface by adding up columns and their steps on a fine grid: nothing of the formulas is used. */
function byColumns(room: Room): { volumeM3: number; surfaceM2: number } {
  const n = 400;
  const [dx, dy] = [room.widthM / n, room.depthM / n];
  const at = (i: number, j: number): number => (i < 0 || j < 0 || i >= n || j >= n ? 0 : ceilingAt(room, { x: (i + 0.5) * dx, y: (j + 0.5) * dy }));
  let [volumeM3, surfaceM2] = [0, 2 * room.widthM * room.depthM];
  for (let i = 0; i <= n; i++)
    for (let j = 0; j <= n; j++) {
      volumeM3 += at(i, j) * dx * dy;
      if (j < n) surfaceM2 += Math.abs(at(i, j) - at(i - 1, j)) * dy;
      if (i < n) surfaceM2 += Math.abs(at(i, j) - at(i, j - 1)) * dx;
    }
  return { volumeM3, surfaceM2 };
}

test('two heights: volume and surface are those of columns counted on a grid', () => {
  fc.assert(
    fc.property(rooms, ({ along, reachM, lowM, ...size }) => {
      const room: Room = { ...BOX, ...size, lowCeiling: { along, reachM, heightM: lowM } };
      const counted = byColumns(room);
      expect(Math.abs(roomVolumeM3(room) / counted.volumeM3 - 1)).toBeLessThan(0.01);
      expect(Math.abs(roomSurfaceM2(room) / counted.surfaceM2 - 1)).toBeLessThan(0.01);
    }),
    { seed: 7, numRuns: 25 },
  );
});

test('a ceiling that is low everywhere is a lower box', () => {
  const whole: Room = { ...BOX, lowCeiling: { along: 'left wall', reachM: 5, heightM: 2 } };
  const lower: Room = { ...BOX, heightM: 2 };
  expect(roomVolumeM3(whole)).toBeCloseTo(roomVolumeM3(lower), 9);
  for (const surface of SURFACES) expect(surfaceAreaM2(whole, surface)).toBeCloseTo(surfaceAreaM2(lower, surface), 9);
});

test('a ceiling reflection goes by the part it meets, its angles alike', () => {
  const room: Room = { ...BOX, lowCeiling: { along: 'left wall', reachM: 2, heightM: 2 } };
  const [a, b] = [
    { x: 0.5, y: 1, z: 1 },
    { x: 1.5, y: 3, z: 1.6 },
  ];
  expect(ceilingBetween(room, a, b)).toBe(2);
  const hit = reflectionPoint(room, a, b, 'ceiling');
  expect(hit.z).toBeCloseTo(2, 12);
  // Angle in = angle out: rise over run of both legs.
  const slope = (from: typeof a, to: typeof a): number => Math.abs(to.z - from.z) / Math.hypot(to.x - from.x, to.y - from.y);
  expect(slope(a, hit)).toBeCloseTo(slope(hit, b), 9);
  const far = { x: 4.5, y: 3, z: 1 };
  expect(ceilingBetween(room, far, { x: 4, y: 1, z: 1.2 })).toBe(2.4);
  expect(imageIn(room, far, 'ceiling').z).toBeCloseTo(2 * 2.4 - 1, 12);
  expect(distanceToSurface(room, a, 'ceiling')).toBeCloseTo(1, 12);
  expect(clampToRoom(room, { x: 1, y: 1, z: 2.3 }).z).toBeCloseTo(1.98, 12);
});

test('a window takes up by its area and sends back by its own figures where it is met', () => {
  const window = { id: 'w', kind: 'window', wall: 'back wall', fromM: 1, widthM: 2, bottomM: 0.8, heightM: 1.2 } as const;
  const room: Room = { ...BOX, parts: [window] };
  // 2.4 m² of 12 m²: a fifth window, four fifths at 0.2 (worked by hand).
  expect(surfaceAbsorption(room, 'back wall')[0]).toBeCloseTo(0.2 * 0.35 + 0.8 * 0.2, 12);
  expect(meanAbsorption(room)).toBeCloseTo((0.2 * (roomSurfaceM2(BOX) - 2.4) + 2.4 * ((0.18 + 0.12) / 2)) / roomSurfaceM2(BOX), 12);
  expect(absorptionAt(room, 'back wall', { x: 2, y: 0, z: 1 })).toEqual(PART_MODELS.window.absorbs);
  expect(absorptionAt(room, 'back wall', { x: 3.1, y: 0, z: 1 })[0]).toBe(0.2);
  expect(partAt(room, 'left wall', { x: 0, y: 2, z: 1 })).toBeNull();
  expect(isGlassAt(room, 'back wall', { x: 2, y: 1, z: 1 })).toBe(true);
  expect(isGlassAt(room, 'back wall', { x: 4, y: 1, z: 1 })).toBe(false);
});

test('an open doorway over a whole wall ends its flutter', () => {
  const bare: Room = { ...BOX, absorption: 0.03 };
  const between = (room: Room): string[] => flutters(room, 343).map(({ between: [a] }) => a);
  expect(between(bare)).toContain('left wall');
  const open = { id: 'd', kind: 'doorway', wall: 'right wall', fromM: 0, widthM: 4, bottomM: 0, heightM: 2.4 } as const;
  expect(between({ ...bare, parts: [open] })).not.toContain('left wall');
});
