import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'sheet',
  label: 'Sheet',
  order: 80,
  load: async () => (await import('./View')).SheetStation,
  state: ({ session: { microphones, patch } }) => {
    if (microphones.length === 0) return { state: 'open', why: 'no microphone yet' };
    return Object.keys(patch).length > 0 ? { state: 'done', why: 'ready to print' } : { state: 'begun', why: 'inputs are not on it' };
  },
};
