import { placedGeometry } from '../instruments';
import { createRandom, type Vec3, vec3 } from '../math';
import { diffuseEnergy, ECHO_SIZE, echoField } from './roomSound';

const instrument = {
  id: 'i',
  kind: 'voice',
  variant: 'standing',
  name: 'i',
  positionM: { x: 2.7, y: 2.3 },
  rotationDeg: 0,
  mirrored: false,
} as const;

/** Mean square pressure of every image of a source in a box, by plain counting out to a distance (Allen and Berkley 1979): 1 at a metre. */
function imageEnergy(size: Vec3, absorption: number, from: Vec3, to: Vec3, farM: number): number {
  let sum = 0;
  const reach = (length: number): number => Math.ceil(farM / (2 * length));
  for (let nx = -reach(size.x); nx <= reach(size.x); nx++)
    for (const px of [0, 1]) {
      const dx = (px ? -from.x : from.x) + 2 * nx * size.x - to.x;
      for (let ny = -reach(size.y); ny <= reach(size.y); ny++)
        for (const py of [0, 1]) {
          const dy = (py ? -from.y : from.y) + 2 * ny * size.y - to.y;
          for (let nz = -reach(size.z); nz <= reach(size.z); nz++)
            for (const pz of [0, 1]) {
              const dz = (pz ? -from.z : from.z) + 2 * nz * size.z - to.z;
              const squared = dx * dx + dy * dy + dz * dz;
              if (squared > farM * farM) continue;
              const bounces = Math.abs(2 * nx - px) + Math.abs(2 * ny - py) + Math.abs(2 * nz - pz);
              sum += (1 - absorption) ** bounces / squared;
            }
        }
    }
  return sum;
}

// Kuttruff, Room Acoustics: the statistical field after the first reflection; held here against all images of a box, counted one by one.
test.each([
  [0.05, 200],
  [0.1, 140],
  [0.22, 80],
  [0.5, 50],
])(
  'direct, first reflections and the rest together are the sum of all image sources, absorption %s: within 0.1 dB in the mean of ten places',
  (absorption, farM) => {
    const source = placedGeometry(instrument).sources[0];
    if (!source) throw new Error('A voice sounds.');
    const size = vec3(5.4, 4.6, 2.7);
    const round = { ...source, allRoundShare: 1, held: true, peakSplDb: 0, radiusM: 0.01, sides: [{ ...source.sides[0], levelDb: 0 }] as const };
    const room = { widthM: size.x, depthM: size.y, heightM: size.z, temperatureC: 20, absorption, glass: [] };
    const random = createRandom(5);
    const off: number[] = [];
    for (let n = 0; n < 10; n++) {
      const at = (): Vec3 => vec3(random.between(0.8, size.x - 0.8), random.between(0.8, size.y - 0.8), random.between(0.6, size.z - 0.6));
      const [from, to] = [at(), at()];
      const placed = { ...round, sides: [{ ...round.sides[0], positionM: from }] as const };
      const air = { room, speedOfSoundMps: 343.2 };
      const field = echoField(placed as never, to, air);
      let ours = 1 / ((from.x - to.x) ** 2 + (from.y - to.y) ** 2 + (from.z - to.z) ** 2) + diffuseEnergy(placed as never, air);
      for (let i = 4; i < field.length; i += ECHO_SIZE) ours += field[i] as number;
      off.push(10 * Math.log10(ours / imageEnergy(size, absorption, from, to, farM)));
    }
    const mean = off.reduce((sum, db) => sum + db, 0) / off.length;
    expect(Math.abs(mean)).toBeLessThan(0.1);
  },
);
