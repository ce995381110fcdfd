import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'brief',
  label: 'Brief',
  order: 5,
  load: async () => (await import('./View')).BriefStation,
  state: ({ session }) => (Object.keys(session.brief).length >= 3 ? 'done' : 'open'),
};
