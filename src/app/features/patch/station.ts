import { patchTroubles } from '../../../core/planning';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'patch',
  label: 'Patch',
  order: 50,
  load: async () => (await import('./View')).PatchStation,
  state: ({ session, noPatch }) => {
    if (noPatch !== null) return 'trouble';
    if (session.microphones.length === 0 || Object.keys(session.patch).length === 0) return 'open';
    return patchTroubles(session).length === 0 ? 'done' : 'trouble';
  },
};
