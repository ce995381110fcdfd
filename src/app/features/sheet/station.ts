import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'sheet',
  label: sayStations('sheet'),
  order: 80,
  load: async () => (await import('./View')).SheetStation,
  state: ({ session: { microphones, patch } }) => {
    if (microphones.length === 0) return { state: 'open', why: sayStations('no-microphone-yet') };
    return Object.keys(patch).length > 0
      ? { state: 'done', why: sayStations('ready-to-print') }
      : { state: 'begun', why: sayStations('inputs-are-not-on-it') };
  },
};
