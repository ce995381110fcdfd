import { createRandom } from '../math';
import { absorptionAt, octaveDecays, scaleForDecay, surfaceAbsorption } from './index';
import { MATERIAL_IDS, OCTAVES_HZ } from './materials.data';
import { type Room, SURFACES } from './room';

const C = 343;

test('whatever a room is made of, scaled it decays as it was heard by octave; what it is made of stays (seeded)', () => {
  for (let seed = 1; seed <= 60; seed++) {
    const random = createRandom(seed);
    const room: Room = {
      widthM: random.between(3, 8),
      depthM: random.between(3, 8),
      heightM: random.between(2.2, 4),
      temperatureC: 20,
      absorption: random.between(0.05, 0.5),
      glass: [],
      surfaces: Object.fromEntries(
        SURFACES.flatMap((surface) => (random.uniform() < 0.6 ? [[surface, MATERIAL_IDS[random.integer(0, MATERIAL_IDS.length - 1)]]] : [])),
      ) as never,
      parts: [{ id: 'w', kind: 'window', wall: 'left wall', fromM: 0.5, widthM: 1.2, bottomM: 0.9, heightM: 1 }] as never,
    };
    const drawn = octaveDecays(room, C);
    const heardS = drawn.map(({ seconds }, octave) => (octave === 4 ? null : seconds * random.between(0.6, 1.5)));
    const heard: Room = { ...room, heardScale: scaleForDecay(room, heardS, C) };
    const after = octaveDecays(heard, C);
    for (const [octave, seconds] of heardS.entries())
      if (seconds !== null) expect([seed, octave, Math.abs((after[octave]?.seconds ?? 0) / seconds - 1) < 0.05]).toEqual([seed, octave, true]);
    expect([heard.surfaces, heard.parts]).toEqual([room.surfaces, room.parts]);
  }
});

test('a scale of two doubles what each surface and window takes up, to no more than all (by hand)', () => {
  const room: Room = { widthM: 4, depthM: 4, heightM: 2.5, temperatureC: 20, absorption: 0.2, glass: [] };
  const twice: Room = { ...room, heardScale: [2, 2, 2, 2, 2, 20] };
  expect(surfaceAbsorption(twice, 'floor').slice(0, 5)).toEqual([0.4, 0.4, 0.4, 0.4, 0.4]);
  expect(surfaceAbsorption(twice, 'floor')[5]).toBe(0.98);
  expect(absorptionAt(twice, 'floor', { x: 1, y: 1, z: 0 })[0]).toBe(0.4);
  expect(OCTAVES_HZ).toHaveLength(6);
});
