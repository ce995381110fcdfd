import { boathouseKit } from '../../../../demo/boathouse';
import type { TakeReport } from '../../../core/analysis';
import { gainsOf, versionsOf } from './player';

const kit = boathouseKit();
const names = kit.microphones.map(({ name }) => name);
const matching = Object.fromEntries(kit.microphones.map(({ id, name }) => [name, id]));
const report = {
  sampleRate: 48_000,
  durationSeconds: 10,
  channels: names.map((name) => ({ name, clips: [] })),
  pairs: [],
  sources: [],
  findings: [{ code: 'polarity-reversed', severity: 'fix', channels: ['Snare'], message: '' }],
  proposal: { flips: [], delays: [], gainDb: { low: 0, mid: 0, high: 0 } },
} as unknown as TakeReport;

describe('what of a take is heard', () => {
  it('is every channel in its place, a pair left and right, one in both, all in one', () => {
    const all = gainsOf(kit, matching, names, { of: 'all' });
    expect([...all.keys()]).toEqual(names);
    const [left, right] = [all.get('Overhead left'), all.get('Overhead right')];
    expect(left?.[0]).toBeGreaterThan(left?.[1] ?? 1);
    expect(right?.[1]).toBeGreaterThan(right?.[0] ?? 1);
    const pair = gainsOf(kit, matching, names, { of: 'pair', id: kit.pairs[0]?.id ?? '' });
    expect([...pair.keys()].sort()).toEqual(['Overhead left', 'Overhead right']);
    const mono = gainsOf(kit, matching, names, { of: 'mono' });
    for (const [l, r] of mono.values()) expect(l).toBeCloseTo(r, 12);
    expect([...gainsOf(kit, matching, names, { of: 'channel', channels: ['Snare'] })]).toEqual([['Snare', [1, 1]]]);
    expect([...gainsOf(kit, matching, names, { of: 'some', channels: ['Kick', 'Snare'] }).keys()]).toEqual(['Kick', 'Snare']);
  });

  it('has files of no microphone in the middle, and nothing in a pair', () => {
    const [one] = gainsOf(kit, {}, ['Audio 1'], { of: 'all' }).values();
    expect(one?.[0]).toBeCloseTo(one?.[1] ?? 0, 12);
    expect(gainsOf(kit, {}, ['Audio 1'], { of: 'pair', id: kit.pairs[0]?.id ?? '' }).size).toBe(0);
  });

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
