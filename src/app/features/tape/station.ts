import type { Station } from '../../frame/station';

export const station: Station = {
  path: 'tape',
  label: 'Tape',
  order: 40,
  load: async () => (await import('./View')).TapeStation,
  state: ({ session }) => {
    const read = new Set(session.tape.map((reading) => reading.microphoneId)).size;
    return session.microphones.length > 0 && read >= session.microphones.length ? 'done' : 'open';
  },
};
