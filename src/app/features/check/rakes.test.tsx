import { suggestSetup } from '../../../core/analysis';
import { channelLabels } from './rakes';

test('labels of channels are short and no two alike', () => {
  const names = ['Kick', 'Snare', 'Snare under', 'OH L', 'OH R', 'Room', 'Room 2', 'Rack', '', '—'];
  const labels = channelLabels(names);
  expect([...labels.values()].slice(0, 8)).toEqual(['K', 'S', 'SU', 'OHL', 'OHR', 'R', 'R2', 'R3']);
  expect(new Set(labels.values()).size).toBe(names.length);
});

test('channels are taken for a set-up whose microphones they are, and for none where they are of another number or kind', () => {
  expect(suggestSetup(['Kick', 'Snare', 'OH L', 'OH R'])?.id).toMatch(/^kit-four/);
  expect(suggestSetup(['Audio 1', 'Audio 2'])).toBeNull();
  expect(suggestSetup(['Kick', 'Snare', 'Snare under', 'OH L', 'OH R', 'Room', 'Room 2'])?.id).not.toBe('kit-twelve');
});
