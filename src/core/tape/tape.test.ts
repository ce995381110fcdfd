import { boathouseKit } from '../../../demo/boathouse';
import { resolvePlan } from '../session';
import { tapeList } from './index';

test('every microphone gets its height and two strings; low ones before tall ones', () => {
  const plan = resolvePlan(boathouseKit());
  const list = tapeList(plan);
  expect(list).toHaveLength(3 * plan.microphones.length);
  const names = [...new Set(list.map((entry) => entry.microphone))];
  expect(names.slice(0, 2).sort()).toEqual(['Kick', 'Snare']);
  const overhead = list.filter((entry) => entry.microphone === 'Overhead left');
  expect(overhead[0]).toEqual(expect.objectContaining({ kind: 'height', from: 'Floor' }));
  expect(overhead.find((entry) => entry.from.startsWith('Snare'))?.lengthM).toBeCloseTo(1, 1);
});
