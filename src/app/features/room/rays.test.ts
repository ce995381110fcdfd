import fc from 'fast-check';
import { distance } from '../../../core/math';
import { distanceToSurface, imageIn } from '../../../core/room';
import { raysTo, SOUND_M, wayOf } from './rays';

const room = { widthM: 5, depthM: 4, heightM: 2.4, temperatureC: 20, absorption: 0.2, glass: [] };
const inside = fc.record({
  x: fc.double({ min: 0.1, max: 4.9, noNaN: true }),
  y: fc.double({ min: 0.1, max: 3.9, noNaN: true }),
  z: fc.double({ min: 0.1, max: 2.3, noNaN: true }),
});

test('first reflections are exact: as long as from the image, met on the surface, in and out at one angle (image sources, Allen and Berkley 1979)', () => {
  fc.assert(
    fc.property(inside, inside, (from, to) => {
      for (const ray of raysTo(room, from, to)) {
        const [source, hit] = ray.points;
        expect(wayOf(ray)).toBeCloseTo(distance(imageIn(room, { ...from, z: SOUND_M }, ray.surface), to), 9);
        expect(distanceToSurface(room, hit, ray.surface)).toBeCloseTo(0, 9);
        const [a, b] = [
          distanceToSurface(room, source, ray.surface) / distance(source, hit),
          distanceToSurface(room, to, ray.surface) / distance(hit, to),
        ];
        expect(a).toBeCloseTo(b, 6);
      }
    }),
    { seed: 21, numRuns: 60 },
  );
});
