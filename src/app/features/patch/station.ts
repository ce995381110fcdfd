import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'patch',
  label: 'Patch',
  order: 50,
  load: async () => (await import('./View')).PatchStation,
  state: ({ session }) => {
    if (Object.keys(session.patch).length === 0) return 'open';
    const own = new Set(session.shelf.microphones.flatMap(({ id, connector }) => (connector === 'USB' ? [id] : [])));
    return session.microphones.every(({ id, modelId }) => session.patch[id] || own.has(modelId)) ? 'done' : 'trouble';
  },
};
