import { SURFACES } from '../../../core/room';
import { type Station, stopOf } from '../../frame/station';

export const station: Station = {
  path: 'room',
  label: 'Room',
  order: 10,
  load: async () => (await import('./View')).RoomStation,
  state: ({ session: { room } }) => {
    const named = Object.keys(room.surfaces ?? {}).length;
    return named > 0 ? stopOf(named, SURFACES.length, 'surfaces named') : { state: 'open', why: 'surfaces not named' };
  },
};
