import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'floor',
  label: 'Floor',
  order: 30,
  load: async () => (await import('./View')).FloorStation,
  state: ({ session, live, noPatch }) => {
    if (session.microphones.length === 0) return 'open';
    return noPatch !== null || live.findings.some((finding) => finding.severity === 'fix') ? 'trouble' : 'done';
  },
};
