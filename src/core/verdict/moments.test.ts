import type { TakeReport } from '../analysis';
import { channelsOf, momentAt, momentOf } from './moments';

const arrival = (channel: string, confidence: number) => ({ channel, confidence, delaySamples: 10, polarity: 1 as const, levelDb: -6 });
const report = {
  sampleRate: 48_000,
  durationSeconds: 12,
  channels: [
    {
      name: 'Kick',
      clips: [
        { startSample: 240_000, endSample: 240_004 },
        { startSample: 96_000, endSample: 96_010 },
      ],
    },
    { name: 'Snare', clips: [] },
  ],
  sources: [
    { spot: 'Kick', events: 3, spotDb: -20, frames: [48_000, 96_000], arrivals: [arrival('Snare', 0.1), arrival('OL', 0.9)] },
    { spot: 'Snare', events: 3, spotDb: -10, frames: [144_000], arrivals: [arrival('Kick', 0.2), arrival('OL', 0.8), arrival('OR', 0.7)] },
    { spot: 'OL', events: 3, arrivals: [] },
  ],
} as unknown as TakeReport;

describe('where in a take a verdict is heard', () => {
  it('is the loudest stroke of the source that most of its channels hear for sure, its beginning in it', () => {
    expect(momentOf(report, { code: 'polarity-reversed' }, ['OL', 'OR'])).toEqual({ fromS: 2.85, toS: 3.85 });
    expect(momentOf(report, { code: 'polarity-reversed' }, ['Kick', 'OL'])).toEqual({ fromS: 0.85, toS: 1.85 });
  });

  it('is the first clip where something clips', () => {
    expect(momentOf(report, { code: 'clipping' }, ['Kick'])?.fromS).toBeCloseTo(2 - 0.15, 9);
    expect(momentOf(report, { code: 'clipping' }, ['Snare'])).toBeNull();
  });

  it('is nowhere where no source has it', () => {
    expect(momentOf(report, { code: 'hum' }, ['Room'])).toBeNull();
  });

  it('stays within the take', () => {
    expect(momentAt(0, report)).toEqual({ fromS: 0, toS: 1 });
    expect(momentAt(11.99, report)).toEqual({ fromS: 11, toS: 12 });
    expect(momentAt(5, { durationSeconds: 0.4 })).toEqual({ fromS: 0, toS: 0.4 });
  });

  it('knows a verdict’s files by its own names or its microphones', () => {
    expect(channelsOf({ channels: ['A'], microphoneIds: ['m1'] }, { B: 'm1' })).toEqual(['A']);
    expect(channelsOf({ channels: [], microphoneIds: ['m1', 'm3'] }, { A: 'm3', B: 'm1', C: null })).toEqual(['A', 'B']);
  });
});
