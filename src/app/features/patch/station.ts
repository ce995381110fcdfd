import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'patch',
  label: 'Patch',
  order: 50,
  load: async () => (await import('./View')).PatchStation,
  state: ({ session }) => {
    if (Object.keys(session.patch).length === 0) return 'open';
    return session.microphones.every(({ id }) => session.patch[id]) ? 'done' : 'trouble';
  },
};
