import fc from 'fast-check';
import { boathouseKit } from '../../../demo/boathouse';
import { editInstrument } from '../document';
import type { Source } from '../instruments';
import { MICROPHONE_CATALOGUE } from '../microphones';
import { resolvePlan } from '../planning';
import { arrivalOf, arrivalTable, firstReflections, heardSide, type PlanMicrophone } from './index';

const C = 343.2;
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
    { positionM: { x: 0, y: 0, z: 0.6 }, normal: { x: 0, y: 0, z: 1 }, polarity: -1, levelDb: 0 },
    { positionM: { x: 0, y: 0, z: 0.46 }, normal: { x: 0, y: 0, z: -1 }, polarity: 1, levelDb: -3 },
  ],
  radiusM: 0.18,
  peakSplDb: 142,
  atM: 0.05,
  bandHz: [150, 12000],
  allRoundShare: 1,
};

describe('which side of a drum a microphone hears (common practice: top and bottom heads move opposite ways)', () => {
  test('above and below are opposite', () => {
    const above = arrivalOf(microphone(0, 0, 0.7), drum, C);
    const below = arrivalOf(microphone(0, 0, 0.36, { axis: { x: 0, y: 0, z: 1 } }), drum, C);
    expect(above.polarity).toBe(-below.polarity);
    expect(below.distanceM).toBeCloseTo(0.1, 9);
  });
  test('inside is opposite to above: the struck head pushes in', () => {
    expect(heardSide(drum, { x: 0.05, y: 0, z: 0.53 }).polarity).toBe(1);
  });
  test('a flip turns it over', () => {
    expect(arrivalOf(microphone(0, 0, 0.7, { flipped: true }), drum, C).polarity).toBe(1);
  });
});

describe('one arrival', () => {
  test('5 cm above the head is the planning level, one metre is 26 dB less (inverse distance law)', () => {
    expect(arrivalOf(microphone(0, 0, 0.65), drum, C).levelDb).toBeCloseTo(142, 6);
    expect(arrivalOf(microphone(0, 0, 1.6), drum, C).levelDb).toBeCloseTo(142 - 26.02, 2);
  });
  test('delay is distance over the speed of sound: 34.32 cm is 1 ms at 20 °C', () => {
    expect(arrivalOf(microphone(0, 0, 0.9432), drum, C).delaySeconds).toBeCloseTo(0.001, 9);
  });
  test('a figure-of-eight’s back inverts (Eargle)', () => {
    const front = arrivalOf(microphone(0, 0, 1, { pattern: 'figure-of-eight' }), drum, C);
    const back = arrivalOf(microphone(0, 0, 1, { pattern: 'figure-of-eight', axis: { x: 0, y: 0, z: 1 } }), drum, C);
    expect(back.polarity).toBe(-front.polarity);
    expect(back.levelDb).toBeCloseTo(front.levelDb, 9);
  });
  test('a cardioid’s back is silent', () => {
    expect(arrivalOf(microphone(0, 0, 1, { axis: { x: 0, y: 0, z: 1 } }), drum, C).levelDb).toBe(-Infinity);
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
              Math.abs(other.levelDb - arrival.levelDb) < 1e-6
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
  const floor = firstReflections(room, microphone(3, 2, 1, { pattern: 'omni' }), one, C).find((r) => r.surface === 'floor');
  expect(floor?.distanceM).toBeCloseTo(Math.sqrt(1 + 4), 9);
});
