import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'loop',
  label: 'Loop',
  order: 65,
  load: async () => (await import('./View')).LoopStation,
  state: ({ take }) => (take.report ? 'done' : 'open'),
};
