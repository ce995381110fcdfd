import { sayStations } from '../../../words/stations.page.en';
import { type Station, stopOf } from '../../frame/station';

export const station: Station = {
  path: 'tape',
  label: sayStations('tape'),
  order: 40,
  load: async () => (await import('./View')).TapeStation,
  state: ({ session }) => {
    const read = session.microphones.filter(({ id }) => session.tape.some(({ microphoneId }) => microphoneId === id)).length;
    return stopOf(read, session.microphones.length, sayStations('microphones-read'));
  },
};
