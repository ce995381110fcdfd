import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'record',
  label: sayStations('record'),
  order: null,
  road: { step: 5, verb: sayStations('record'), act: () => sayStations('record-the-song') },
  load: async () => (await import('./View')).RecordStation,
  state: ({ songs }) => (songs > 0 ? { state: 'done', why: sayStations('takes', { songs }) } : { state: 'open', why: sayStations('no-take-yet') }),
};
