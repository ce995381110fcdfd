import fc from 'fast-check';
import type { KeepOut } from '../instruments';
import { closestOnSegment, createRandom, distance, vec3 } from '../math';
import {
  carriedBase,
  chooseBase,
  chooseStand,
  feetOutsideM,
  gapToPoint,
  gapToRod,
  obstacles,
  poseOf,
  STAND_CATALOGUE,
  type StandModel,
} from './index';

const ROOM = { widthM: 5, depthM: 5, heightM: 2.6, temperatureC: 20, absorption: 0.2, glass: [] };
const stand = (id: string): StandModel => {
  const found = STAND_CATALOGUE.find((model) => model.id === id);
  if (!found) throw new Error(id);
  return found;
};
const ball = (x: number, y: number, z: number, radiusM: number, kind: KeepOut['kind'] = 'swing'): KeepOut => ({
  id: 'b',
  name: 'Ball',
  kind,
  pointsM: [vec3(x, y, z)],
  radiusM,
  why: { domain: 'instruments', code: 'hand-comes-down', facts: {} },
});
const coordinate = (low: number, high: number) => fc.double({ min: low, max: high, noNaN: true });
const point = fc.record({ x: coordinate(0.3, 4.7), y: coordinate(0.3, 4.7), z: coordinate(0.1, 2.4) });

describe('the pose', () => {
  test('a boom stand reaches what lies within its boom (Pythagoras: 60 cm along, 80 cm up from the pole’s top is 1 m)', () => {
    const pose = poseOf(stand('tall-boom'), { x: 1, y: 1 }, vec3(1.6, 1, 3));
    expect(pose.poleTopM.z).toBe(2.2);
    expect(pose.boomM).toBeCloseTo(1, 9);
    expect(pose.shortM).toBe(0);
    expect(poseOf(stand('boom'), { x: 1, y: 1 }, vec3(1.6, 1, 2.4)).shortM).toBeCloseTo(1 - 0.85, 9);
  });
  test('a straight stand only reaches the point on its top', () => {
    expect(poseOf(stand('straight'), { x: 1, y: 1 }, vec3(1, 1, 1.2)).shortM).toBe(0);
    expect(poseOf(stand('straight'), { x: 1, y: 1 }, vec3(1.2, 1, 1.2)).shortM).toBeCloseTo(0.17, 9);
  });
  test('the pole stays within what it can do, whatever is asked (seeded)', () => {
    fc.assert(
      fc.property(point, coordinate(0, 5), coordinate(0, 5), fc.constantFrom(...STAND_CATALOGUE), (tip, x, y, model) => {
        const pose = poseOf(model, { x, y }, tip);
        return (
          pose.poleTopM.z >= model.minHeightM &&
          pose.poleTopM.z <= model.maxHeightM &&
          Math.abs(pose.boomM - distance(pose.poleTopM, tip)) < 1e-12 &&
          pose.shortM >= 0
        );
      }),
      { seed: 21 },
    );
  });
});

describe('what is in the way', () => {
  test('a rod through a ball has a negative gap, beside it the distance less the radius', () => {
    expect(gapToRod(ball(1, 0, 0, 0.2), vec3(0, 0, 0), vec3(2, 0, 0))).toBeCloseTo(-0.2, 9);
    expect(gapToRod(ball(1, 0.5, 0, 0.2), vec3(0, 0, 0), vec3(2, 0, 0))).toBeCloseTo(0.3, 9);
    expect(gapToRod(ball(3, 0, 0, 0.2), vec3(0, 0, 0), vec3(2, 0, 0))).toBeCloseTo(0.8, 9);
  });
  test('a chain is as near as its nearest piece', () => {
    const chain: KeepOut = { ...ball(0, 0, 1, 0.1), pointsM: [vec3(0, 0, 1), vec3(1, 0, 1), vec3(1, 1, 1)] };
    expect(gapToPoint(chain, vec3(0.5, 0.3, 1))).toBeCloseTo(0.2, 9);
    expect(gapToPoint(chain, vec3(1.4, 0.5, 1))).toBeCloseTo(0.3, 9);
    expect(gapToPoint(ball(0, 0, 0, 0.5), vec3(0, 0, 2))).toBeCloseTo(1.5, 9);
  });
  test('the nearest point of a piece is no farther than any other of it (seeded)', () => {
    fc.assert(
      fc.property(point, point, point, coordinate(0, 1), (p, a, b, t) => {
        const on = vec3(a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t, a.z + (b.z - a.z) * t);
        return distance(p, closestOnSegment(p, a, b)) <= distance(p, on) + 1e-9;
      }),
      { seed: 22 },
    );
  });
  test('foot, pole and boom are told apart', () => {
    const pose = poseOf(stand('tall-boom'), { x: 1, y: 1 }, vec3(2, 1, 1.8));
    const parts = (volume: KeepOut) => obstacles(pose, [volume]).map(({ part }) => part);
    expect(parts(ball(1, 1, 0.05, 0.1, 'foot'))).toEqual(['foot']);
    expect(parts(ball(1, 1, 1, 0.1))).toEqual(['pole']);
    expect(parts(ball(1.5, 1, 1.8, 0.1, 'head'))).toEqual(['boom']);
    expect(parts(ball(4, 4, 1, 0.1))).toEqual([]);
    // Close to the capsule it is the microphone's own business.
    expect(parts(ball(2, 1, 1.8, 0.05))).toEqual([]);
  });
});

describe('choosing', () => {
  test('never a worse place than straight outward (seeded)', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = createRandom(seed);
      const tip = vec3(random.between(0.8, 4.2), random.between(0.8, 4.2), random.between(0.4, 2.2));
      const volumes = Array.from({ length: 5 }, () =>
        ball(random.between(0.5, 4.5), random.between(0.5, 4.5), random.between(0.1, 1.8), random.between(0.05, 0.25)),
      );
      const model = stand('tall-boom');
      const chosen = chooseBase(model, tip, { x: 2.5, y: 2.5 }, { volumes, solids: [], room: ROOM });
      const out = Math.atan2(tip.y - 2.5, tip.x - 2.5);
      const straight = { x: tip.x + 0.6 * model.reachM * Math.cos(out), y: tip.y + 0.6 * model.reachM * Math.sin(out) };
      const inTheWay = (base: { x: number; y: number }): number =>
        obstacles(poseOf(model, base, tip), volumes).length + poseOf(model, base, tip).shortM;
      const inside = straight.x > 0.1 && straight.y > 0.1 && straight.x < 4.9 && straight.y < 4.9;
      expect([seed, feetOutsideM(model, chosen, ROOM)]).toEqual([seed, 0]);
      if (inside) expect([seed, inTheWay(chosen) <= inTheWay(straight) + 1e-9]).toEqual([seed, true]);
      expect([seed, chosen.x > 0 && chosen.y > 0 && chosen.x < 5 && chosen.y < 5]).toEqual([seed, true]);
    }
  });
  test('low microphones get low stands, overheads tall ones', () => {
    const choose = (z: number) => chooseStand(STAND_CATALOGUE, vec3(2.5, 2.6, z), { x: 2.5, y: 2 }, { volumes: [], solids: [], room: ROOM })?.modelId;
    expect(choose(0.35)).toBe('short-boom');
    expect(choose(2)).toMatch(/boom/);
    const overhead = stand(choose(2) ?? '');
    expect(overhead.maxHeightM + overhead.reachM).toBeGreaterThan(2);
  });
  test('feet stay in the room however near the wall a microphone is, and off other stands’ (seeded)', () => {
    for (let seed = 1; seed <= 200; seed++) {
      const random = createRandom(500 + seed);
      const tip = vec3(random.between(0.02, 4.98), random.between(0.02, 4.98), random.between(0.4, 2.2));
      const feet = [{ x: random.between(0.4, 4.6), y: random.between(0.4, 4.6), footprintM: 0.42 }];
      const model = stand('tall-boom');
      const { x, y } = chooseBase(model, tip, { x: 2.5, y: 2.5 }, { volumes: [], solids: [], room: ROOM, feet });
      expect([seed, Math.min(x, y, 5 - x, 5 - y) >= model.footprintM - 1e-9]).toEqual([seed, true]);
      expect([seed, Math.hypot(x - (feet[0]?.x ?? 0), y - (feet[0]?.y ?? 0)) >= 0.42]).toEqual([seed, true]);
    }
  });
  test('a stand carried to a wall keeps its feet in the room and its boom gets longer', () => {
    const carried = carriedBase({ modelId: 'tall-boom', baseM: { x: 1, y: 1 } }, vec3(1.5, 1, 1.2), vec3(0.6, 1, 1.2), ROOM, STAND_CATALOGUE);
    expect(carried.baseM).toEqual({ x: 0.42, y: 1 });
  });
  test('with no stand left there is none', () =>
    expect(chooseStand([], vec3(1, 1, 1), { x: 2, y: 2 }, { volumes: [], solids: [], room: ROOM })).toBeNull());
  test('a stand carried along keeps its boom', () => {
    const [from, to] = [vec3(1, 1, 1.2), vec3(1.4, 0.8, 1.2)];
    const before = poseOf(stand('boom'), { x: 0.7, y: 0.9 }, from);
    const after = poseOf(stand('boom'), carriedBase({ modelId: 'boom', baseM: { x: 0.7, y: 0.9 } }, from, to, ROOM, STAND_CATALOGUE).baseM, to);
    expect(after.boomM).toBeCloseTo(before.boomM, 9);
  });
});
