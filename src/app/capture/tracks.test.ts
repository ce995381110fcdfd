import type { Session } from '../../core/document';
import { tracksOf } from './tracks';

const named = (...names: string[]): Pick<Session, 'microphones'> => ({
  microphones: names.map((name, i) => ({ id: `m${i}`, name })) as unknown as Session['microphones'],
});
const input = (channel: number): string => `Input ${channel + 1}`;

describe('files of a take that is recorded here', () => {
  it('are one for each microphone that has a channel, under its name', () => {
    expect(tracksOf(named('Kick', 'Snare', 'Room'), { m0: 3, m1: 0, m2: null }, 4, input)).toEqual([
      { name: 'Kick', microphoneId: 'm0', channel: 3 },
      { name: 'Snare', microphoneId: 'm1', channel: 0 },
    ]);
  });

  it('have names that a file may have, each once, whatever the microphones are called', () => {
    const tracks = tracksOf(
      named('Horn', 'horn', 'L/R: *?', 'Большой барабан', '...', 'Horn 2'),
      { m0: 0, m1: 1, m2: 2, m3: 3, m4: 4, m5: 5 },
      8,
      input,
    );
    const names = tracks.map(({ name }) => name);
    expect(names.slice(0, 2)).toEqual(['Horn', 'horn 2']);
    expect(names[3]).toBe('Большой барабан');
    for (const name of names) expect(name).toMatch(/^[^\\/:*?"<>|]+$/);
    expect(new Set(names.map((name) => name.toLowerCase())).size).toBe(names.length);
  });

  it('are every channel where nothing is planned', () => {
    expect(tracksOf(named(), {}, 2, input)).toEqual([
      { name: 'Input 1', microphoneId: null, channel: 0 },
      { name: 'Input 2', microphoneId: null, channel: 1 },
    ]);
  });
});
