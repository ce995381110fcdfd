import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'room',
  label: 'Room',
  order: 10,
  load: async () => (await import('./View')).RoomStation,
  state: ({ session }) => (session.room.surfaces ? 'done' : 'open'),
};
