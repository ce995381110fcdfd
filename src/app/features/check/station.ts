import type { Station } from '../../frame/station';
import { fixesOf } from './derive';

export const station: Station = {
  path: 'check',
  label: 'Check',
  order: 60,
  load: async () => (await import('./View')).CheckStation,
  state: ({ session, take: { report, proof, matching, roles } }) => {
    if (!report || !proof) return 'open';
    return fixesOf(session, proof, { report, matching, roles }) > 0 ? 'trouble' : 'done';
  },
};
