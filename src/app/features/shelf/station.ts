import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'shelf',
  label: sayStations('shelf'),
  order: null,
  load: async () => (await import('./SessionShelf')).SessionShelf,
};
