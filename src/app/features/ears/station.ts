import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = { path: 'ears', label: sayStations('ears'), order: null, load: async () => (await import('./View')).EarsStation };
