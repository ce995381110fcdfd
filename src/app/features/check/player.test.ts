import { boathouseKit } from '../../../../demo/boathouse';
import type { TakeReport } from '../../../core/analysis';
import { versionsOf } from './player';

const kit = boathouseKit();
const names = kit.microphones.map(({ name }) => name);
const report = {
  sampleRate: 48_000,
  durationSeconds: 10,
  channels: names.map((name) => ({ name, clips: [] })),
  pairs: [],
  sources: [],
  findings: [{ code: 'polarity-reversed', severity: 'fix', channels: ['Snare'], message: '' }],
  proposal: { flips: [], delays: [], gainDb: { low: 0, mid: 0, high: 0 } },
} as unknown as TakeReport;

describe('versions of what is heard of a take', () => {
  it('is offered corrected where a correction changes something that is heard, and one channel alone never', () => {
    const bare = { ...kit, microphones: [], pairs: [], patch: {} };
    const heard = { report, proof: null, session: bare, matching: {} };
    const versions = versionsOf(heard, { of: 'mono' });
    expect(versions.map(({ version }) => version)).toEqual(['recorded', 'corrected']);
    expect(versions[1]?.channels.filter(({ flip }) => flip).map(({ channel }) => channel)).toEqual(['Snare']);
    expect(versionsOf(heard, { of: 'some', channels: ['Kick', 'Overhead left'] }).map(({ version }) => version)).toEqual(['recorded']);
    expect(versionsOf(heard, { of: 'channel', channels: ['Snare'] }).map(({ version }) => version)).toEqual(['recorded']);
  });
});
