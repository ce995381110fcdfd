import { type Station, stopOf } from '../../frame/station';

export const station: Station = {
  path: 'tape',
  label: 'Tape',
  order: 40,
  load: async () => (await import('./View')).TapeStation,
  state: ({ session }) => {
    const read = new Set(session.tape.map((reading) => reading.microphoneId)).size;
    return stopOf(Math.min(read, session.microphones.length), session.microphones.length, 'microphones read');
  },
};
