import { sayStations } from '../../../words/stations.page.en';
import { type Station, stopOf } from '../../frame/station';

/** So many ticks make a day that was got ready for; the list itself is longer, and not all of it is for everybody. */
const ENOUGH = 6;

export const station: Station = {
  path: 'ready',
  label: sayStations('ready'),
  order: 20,
  load: async () => (await import('./View')).ReadyStation,
  state: ({ session }) => stopOf(Math.min(ENOUGH, session.ready.done?.length ?? 0), ENOUGH, sayStations('ticks')),
};
