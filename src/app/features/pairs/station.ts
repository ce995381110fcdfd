import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'pairs',
  label: sayStations('pairs'),
  order: 35,
  isFor: ({ microphones }) => microphones.length !== 1,
  load: async () => (await import('./View')).PairsStation,
  state: ({ session }) =>
    session.pairs.length > 0
      ? { state: 'done', why: sayStations('planned', { pairs: session.pairs.length }) }
      : { state: 'open', why: sayStations('no-pair') },
};
