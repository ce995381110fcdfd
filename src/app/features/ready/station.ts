import { CHECK_TIMES, checklistFor } from '../../../core/planning';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'ready',
  label: 'Ready',
  order: 30,
  load: async () => (await import('./View')).ReadyStation,
  state: ({ session }) => (CHECK_TIMES.slice(0, 2).every((when) => checklistFor(session, when).every(({ isDone }) => isDone)) ? 'done' : 'open'),
};
