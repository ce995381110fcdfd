import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'pairs',
  label: 'Pairs',
  order: 35,
  load: async () => (await import('./View')).PairsStation,
  state: ({ session }) => (session.pairs.length > 0 ? { state: 'done', why: `${session.pairs.length} planned` } : { state: 'open', why: 'no pair' }),
};
