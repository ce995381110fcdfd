import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'floor',
  label: sayStations('floor'),
  order: null,
  road: {
    step: 2,
    verb: sayStations('place'),
    act: ({ live }) => {
      const fixes = live.findings.filter(({ severity }) => severity === 'fix').length;
      return fixes > 0 ? sayStations('fix-on-the-floor', { fixes }) : sayStations('place-the-microphones');
    },
  },
  load: async () => (await import('./View')).FloorStation,
  state: ({ session, live, noPatch }) => {
    if (session.microphones.length === 0) return { state: session.instruments.length > 0 ? 'begun' : 'open', why: sayStations('no-microphone-yet') };
    if (noPatch !== null) return { state: 'trouble', why: sayStations('no-patch-does-it-all') };
    const fixes = live.findings.filter((finding) => finding.severity === 'fix').length;
    return fixes > 0 ? { state: 'trouble', why: sayStations('to-fix', { fixes }) } : { state: 'done', why: sayStations('nothing-to-fix') };
  },
};
