import { patchTroubles } from '../../../core/planning';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'patch',
  label: 'Patch',
  order: 50,
  load: async () => (await import('./View')).PatchStation,
  state: ({ session, noPatch }) => {
    if (noPatch !== null) return { state: 'trouble', why: 'no patch does it all' };
    if (session.microphones.length === 0 || Object.keys(session.patch).length === 0) return { state: 'open', why: 'nothing plugged' };
    const troubles = patchTroubles(session).length;
    return troubles > 0 ? { state: 'trouble', why: `${troubles} to fix` } : { state: 'done', why: 'all plugged' };
  },
};
