import { sayStations } from '../../../words/stations.page.en';
import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'setups',
  label: sayStations('set-ups'),
  order: null,
  road: {
    step: 1,
    verb: sayStations('choose'),
    act: ({ session }) => sayStations(session.instruments.length === 0 ? 'say-what-is-played' : 'choose-a-set-up'),
  },
  state: ({ session: { microphones, instruments } }) =>
    microphones.length > 0
      ? { state: 'done', why: sayStations('placed', { microphones: microphones.length }) }
      : { state: instruments.length > 0 ? 'begun' : 'open', why: sayStations('no-microphone-yet') },
  load: async () => (await import('./View')).SetupsStation,
};
