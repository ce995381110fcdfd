import { SURFACES } from '../../../core/room';
import { sayStations } from '../../../words/stations.page.en';
import { type Station, stopOf } from '../../frame/station';

export const station: Station = {
  path: 'room',
  label: sayStations('room'),
  order: 10,
  load: async () => (await import('./View')).RoomStation,
  state: ({ session: { room } }) => {
    const named = Object.keys(room.surfaces ?? {}).length;
    return named > 0 ? stopOf(named, SURFACES.length, sayStations('surfaces-named')) : { state: 'open', why: sayStations('surfaces-not-named') };
  },
};
