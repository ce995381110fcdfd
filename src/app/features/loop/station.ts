import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'loop',
  label: sayStations('loop'),
  order: 65,
  load: async () => (await import('./View')).LoopStation,
  state: ({ attempts }) =>
    attempts > 0 ? { state: 'done', why: sayStations('kept', { attempts }) } : { state: 'open', why: sayStations('no-attempt-yet') },
};
