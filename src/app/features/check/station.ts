import type { Station } from '../../frame/station';
import { fixesOf, proofOf } from './derive';

export const station: Station = {
  path: 'check',
  label: 'Check',
  order: 60,
  load: async () => (await import('./View')).CheckStation,
  state: ({ session, take: { report, matching, roles } }) => {
    if (!report) return 'open';
    return fixesOf(session, proofOf(session, report, matching), report, roles) > 0 ? 'trouble' : 'done';
  },
};
