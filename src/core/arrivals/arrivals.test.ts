import fc from 'fast-check';
import { boathouseKit } from '../../../demo/boathouse';
import { editInstrument } from '../document';
import type { Source } from '../instruments';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { resolvePlan } from '../planning';
import { arrivalOf, arrivalTable, firstReflections, type PlanMicrophone, type Surroundings } from './index';

const C = 343.2;
/** A hall so large and soft that it gives nothing back. */
const OPEN: Surroundings = {
  room: { widthM: 1000, depthM: 1000, heightM: 1000, temperatureC: 20, absorption: 0.999999, glass: [] },
  speedOfSoundMps: C,
};
const model = MICROPHONE_CATALOGUE.find((candidate) => candidate.id === 'small-condenser') as PlanMicrophone['model'];
const microphone = (x: number, y: number, z: number, extra: Partial<PlanMicrophone> = {}): PlanMicrophone => ({
  id: 'm',
  label: 'M',
  name: 'Test',
  model,
  positionM: { x, y, z },
  axis: { x: 0, y: 0, z: -1 },
  pattern: 'cardioid',
  padOn: false,
  flipped: false,
  alignSamples: 0,
  targetKey: null,
  locked: false,
  stand: null,
  ...extra,
});
const drum: Source = {
  id: 'snare',
  instrumentId: 'kit',
  name: 'Snare',
  groupId: 'snare',
  sides: [
    { positionM: { x: 0, y: 0, z: 0.6 }, normal: { x: 0, y: 0, z: 1 }, polarity: -1, levelDb: 0, radiusM: 0.178 },
    { positionM: { x: 0, y: 0, z: 0.46 }, normal: { x: 0, y: 0, z: -1 }, polarity: 1, levelDb: -3, radiusM: 0.178 },
  ],
  radiusM: 0.178,
  throughM: 0.14,
  insideGainDb: 12,
  peakSplDb: 124,
  levelBasis: 'test',
  bandHz: [150, 12000],
  spectrumDb: [-9, -2.5, -6, -12],
  held: false,
  allRoundShare: 1,
};

const oneFaced: Source = { ...drum, sides: [drum.sides[0]] };

describe('which side of a drum a microphone hears (common practice: top and bottom heads move opposite ways)', () => {
  test('above and below are opposite', () => {
    const above = arrivalOf(microphone(0, 0, 0.7), drum, OPEN);
    const below = arrivalOf(microphone(0, 0, 0.36, { axis: { x: 0, y: 0, z: 1 } }), drum, OPEN);
    expect(above.polarity).toBe(-below.polarity);
    expect(below.distanceM).toBeCloseTo(0.1, 9);
  });
  test('inside is opposite to above: the struck head pushes in', () => {
    const inside = arrivalOf(microphone(0.05, 0, 0.53), drum, OPEN);
    expect(inside.paths.map((path) => [path.way, path.sign])).toEqual([['inside', 1]]);
  });
  test('a flip turns it over', () => {
    expect(arrivalOf(microphone(0, 0, 0.7, { flipped: true }), drum, OPEN).polarity).toBe(1);
  });
});

describe('one arrival', () => {
  test('a metre before the head is the planning level; 5 cm over it 16 to 20 dB more, not the 26 of a point (disc law)', () => {
    const omni = (height: number): number => arrivalOf(microphone(0, 0, 0.6 + height, { pattern: 'omni' }), oneFaced, OPEN).levelDb;
    expect(omni(1)).toBeCloseTo(124, 1);
    expect(omni(0.05)).toBeGreaterThan(140);
    expect(omni(0.05)).toBeLessThan(144);
  });
  test('delay is distance over the speed of sound: 34.32 cm is 1 ms at 20 °C', () => {
    expect(arrivalOf(microphone(0, 0, 0.9432), drum, OPEN).delaySeconds).toBeCloseTo(0.001, 9);
  });
  test('a figure-of-eight’s back inverts (Eargle)', () => {
    const front = arrivalOf(microphone(0, 0, 1, { pattern: 'figure-of-eight' }), drum, OPEN);
    const back = arrivalOf(microphone(0, 0, 1, { pattern: 'figure-of-eight', axis: { x: 0, y: 0, z: 1 } }), drum, OPEN);
    expect(back.polarity).toBe(-front.polarity);
    expect(back.levelDb).toBeCloseTo(front.levelDb, 9);
  });
  test('a cardioid’s back is silent far away and not dead to near bass (Beranek)', () => {
    const behind = (height: number) => arrivalOf(microphone(0, 0, height, { axis: { x: 0, y: 0, z: 1 } }), oneFaced, OPEN);
    expect(behind(9).bandsDb[2]).toBeLessThan(arrivalOf(microphone(0, 0, 9), oneFaced, OPEN).bandsDb[2] - 45);
    expect(behind(0.7).bandsDb[0]).toBeGreaterThan(arrivalOf(microphone(0, 0, 0.7), oneFaced, OPEN).bandsDb[0] - 12);
  });
});

describe('symmetries', () => {
  test('turning and moving the whole kit with its microphones changes no arrival (seeded)', () => {
    const session = boathouseKit();
    const before = arrivalTable(resolvePlan(session));
    fc.assert(
      fc.property(fc.double({ min: -180, max: 180, noNaN: true }), fc.double({ min: -1, max: 1, noNaN: true }), (degrees, shift) => {
        const kit = session.instruments[0];
        if (!kit) return false;
        const angle = (degrees * Math.PI) / 180;
        const turn = (p: { x: number; y: number; z: number }) => {
          const [dx, dy] = [p.x - kit.positionM.x, p.y - kit.positionM.y];
          return {
            x: kit.positionM.x + shift + dx * Math.cos(angle) - dy * Math.sin(angle),
            y: kit.positionM.y + dx * Math.sin(angle) + dy * Math.cos(angle),
            z: p.z,
          };
        };
        const moved = editInstrument(kit.id, { rotationDeg: degrees, positionM: { x: kit.positionM.x + shift, y: kit.positionM.y } })(session);
        const after = arrivalTable(
          resolvePlan({ ...moved, microphones: moved.microphones.map((m) => ({ ...m, positionM: turn(m.positionM), aimM: turn(m.aimM) })) }),
        );
        return before.rows.every((row, m) =>
          row.every((arrival, s) => {
            const other = after.rows[m]?.[s];
            return (
              other !== undefined &&
              Math.abs(other.distanceM - arrival.distanceM) < 1e-9 &&
              other.polarity === arrival.polarity &&
              Math.abs(other.directDb - arrival.directDb) < 1e-6
            );
          }),
        );
      }),
      { seed: 21, numRuns: 40 },
    );
  });
  test('a left-handed kit with mirrored microphones hears the same', () => {
    const session = boathouseKit();
    const kit = session.instruments[0];
    if (!kit) throw new Error('the demo has a kit');
    const mirror = (p: { x: number; y: number; z: number }) => ({ ...p, x: 2 * kit.positionM.x - p.x });
    const mirrored = editInstrument(kit.id, { mirrored: true })(session);
    const after = arrivalTable(
      resolvePlan({ ...mirrored, microphones: mirrored.microphones.map((m) => ({ ...m, positionM: mirror(m.positionM), aimM: mirror(m.aimM) })) }),
    );
    const before = arrivalTable(resolvePlan(session));
    before.rows.forEach((row, m) => {
      row.forEach((arrival, s) => expect(after.rows[m]?.[s]?.distanceM).toBeCloseTo(arrival.distanceM, 9));
    });
  });
});

test('a floor reflection’s path is that of the image source (Pythagoras)', () => {
  const room = { widthM: 6, depthM: 5, heightM: 3, temperatureC: 20, absorption: 0, glass: [] };
  const one: Source = { ...drum, sides: [{ ...drum.sides[0], positionM: { x: 2, y: 2, z: 1 }, polarity: 1 }] };
  const floor = firstReflections(microphone(3, 2, 1, { pattern: 'omni' }), one, { room, speedOfSoundMps: C }).find((r) => r.surface === 'floor');
  expect(floor?.distanceM).toBeCloseTo(Math.sqrt(1 + 4), 9);
});
