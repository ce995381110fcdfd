import { sayStations } from '../../../words/stations.page.en';
import { type Station, stopOf } from '../../frame/station';

/** So many answers are enough to propose from; more may be given. */
const ENOUGH = 3;

export const station: Station = {
  path: 'brief',
  label: sayStations('brief'),
  order: 5,
  load: async () => (await import('./View')).BriefStation,
  state: ({ session }) => stopOf(Math.min(ENOUGH, Object.keys(session.brief).length), ENOUGH, sayStations('answers')),
};
