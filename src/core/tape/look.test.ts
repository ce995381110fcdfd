import { boathouseKit } from '../../../demo/boathouse';
import { sayMetric } from '../../words';
import type { Plan, PlanMicrophone } from '../arrivals';
import { createRandom, normalize, vec3 } from '../math';
import { MICROPHONE_CATALOGUE, type MicrophoneKind } from '../microphones';
import { resolvePlan } from '../planning';
import { lookOf, lookTold } from './index';

const plan = resolvePlan(boathouseKit());
const bare: Plan = { ...plan, geometries: [] };
const microphone = (axis: PlanMicrophone['axis'], kind: MicrophoneKind = 'small-condenser'): PlanMicrophone => {
  const model = MICROPHONE_CATALOGUE.find((candidate) => candidate.kind === kind);
  if (!model) throw new Error(kind);
  return { ...(plan.microphones[0] as PlanMicrophone), model, axis };
};

test.each([
  [vec3(0, 1, 0), 0, 0],
  [vec3(1, 0, 0), 90, 0],
  [vec3(0, -1, 0), 180, 0],
  [vec3(-1, 0, 0), 270, 0],
  [normalize(vec3(0, 1, 1)), 0, 45],
  [normalize(vec3(1, 0, -1)), 90, -45],
])('turn is clockwise from the front wall as seen from above, tilt up from level: %j', (axis, turn, tilt) => {
  const look = lookOf(bare, microphone(axis));
  expect(look.turnDeg).toBeCloseTo(turn, 9);
  expect(look.tiltDeg).toBeCloseTo(tilt, 9);
});

test('turned and tilted by what is told, it looks where it looked (seeded)', () => {
  const random = createRandom(12);
  for (let n = 0; n < 100; n++) {
    const axis = normalize(vec3(random.normal(), random.normal(), random.normal()));
    const { turnDeg, tiltDeg } = lookOf(bare, microphone(axis));
    const [turn, tilt] = [(turnDeg * Math.PI) / 180, (tiltDeg * Math.PI) / 180];
    expect(Math.sin(turn) * Math.cos(tilt)).toBeCloseTo(axis.x, 9);
    expect(Math.cos(turn) * Math.cos(tilt)).toBeCloseTo(axis.y, 9);
    expect(Math.sin(tilt)).toBeCloseTo(axis.z, 9);
  }
});

test('slim bodies look with their end, large condensers and ribbons with the side of their grille (common practice)', () => {
  const front = (kind: MicrophoneKind): string => lookOf(bare, microphone(vec3(0, 1, 0), kind)).front;
  expect([front('small-condenser'), front('moving-coil')]).toEqual(['end', 'end']);
  expect([front('large-condenser'), front('ribbon')]).toEqual(['front', 'front']);
  expect(front('boundary')).toBe('plate');
});

test('the sentence names the mark it looks at; straight down has no turn', () => {
  const kick = plan.microphones.find(({ name }) => name === 'Kick') as PlanMicrophone;
  expect(sayMetric(lookTold(lookOf(plan, kick)))).toMatch(/^End toward kick beater spot; turned \d+°, tilted \d+° up\.$/);
  expect(sayMetric(lookTold(lookOf(bare, microphone(vec3(0, 0, -1), 'ribbon'))))).toBe('Front of the grille; tilted 90° down.');
  expect(sayMetric(lookTold(lookOf(bare, microphone(vec3(0, 1, 0)))))).toBe('End; turned 0°, level.');
});

test('past every mark it is told what it looks beside, on which side of it and by how much (a plane triangle)', () => {
  const kick = plan.microphones.find(({ name }) => name === 'Kick') as PlanMicrophone;
  const only = plan.geometries.map((geometry) => ({ ...geometry, marks: geometry.marks.filter(({ id }) => id === 'snare-centre') }));
  const mark = only.flatMap(({ marks }) => marks)[0];
  if (!mark) throw new Error('The kit has a snare.');
  // A metre straight in front of the mark, looking 15° to the right of it: 1 m x sin 15° past it.
  const positionM = vec3(mark.positionM.x, mark.positionM.y - 1, mark.positionM.z);
  const axis = vec3(Math.sin(Math.PI / 12), Math.cos(Math.PI / 12), 0);
  const look = lookOf({ ...plan, geometries: only }, { ...kick, positionM, axis });
  expect(look.toward).toBeNull();
  expect(look.beside).toEqual({ mark: mark.name, side: 'right', byM: expect.closeTo(Math.sin(Math.PI / 12), 9) });
  expect(sayMetric(lookTold(look))).toContain('toward 26 cm right of snare centre');
});
