import { patchTroubles } from '../../../core/planning';
import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'patch',
  label: sayStations('patch'),
  order: null,
  road: { step: 3, verb: sayStations('plug'), act: () => sayStations('plug-the-microphones-in') },
  load: async () => (await import('./View')).PatchStation,
  state: ({ session, noPatch }) => {
    if (noPatch !== null) return { state: 'trouble', why: sayStations('no-patch-does-it-all') };
    if (session.microphones.length === 0 || Object.keys(session.patch).length === 0) return { state: 'open', why: sayStations('nothing-plugged') };
    const troubles = patchTroubles(session).length;
    return troubles > 0 ? { state: 'trouble', why: sayStations('to-fix-2', { troubles }) } : { state: 'done', why: sayStations('all-plugged') };
  },
};
