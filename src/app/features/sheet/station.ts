import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'sheet',
  label: 'Sheet',
  order: 80,
  load: async () => (await import('./View')).SheetStation,
  state: ({ session }) => (session.microphones.length > 0 && Object.keys(session.patch).length > 0 ? 'done' : 'open'),
};
