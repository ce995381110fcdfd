import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'floor',
  label: 'Floor',
  order: 30,
  load: async () => (await import('./View')).FloorStation,
  state: ({ session, live }) => {
    if (session.microphones.length === 0) return 'open';
    return live.findings.some((finding) => finding.severity === 'fix') ? 'trouble' : 'done';
  },
};
