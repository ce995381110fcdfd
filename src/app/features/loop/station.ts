import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'loop',
  label: 'Loop',
  order: 65,
  load: async () => (await import('./View')).LoopStation,
  state: ({ attempts }) => (attempts > 0 ? { state: 'done', why: `${attempts} kept` } : { state: 'open', why: 'no attempt yet' }),
};
