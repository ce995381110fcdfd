import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'setups',
  label: sayStations('set-ups'),
  order: null,
  load: async () => (await import('./View')).SetupsStation,
};
