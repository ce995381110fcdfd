import { boathouseKit } from '../../../demo/boathouse';
import { asMixed, gainsOf } from './takeParts';

const kit = boathouseKit();
const names = kit.microphones.map(({ name }) => name);
const matching = Object.fromEntries(kit.microphones.map(({ id, name }) => [name, id]));

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

  it('is mixed with what the mix does to each microphone, and without files of none', () => {
    const session = {
      ...kit,
      microphones: kit.microphones.map((one) => (one.name === 'Snare' ? { ...one, flipped: true, alignSamples: 48 } : one)),
    };
    const mixed = asMixed(session, { ...matching, 'Audio 9': null });
    expect(mixed.map(({ channel }) => channel)).toEqual(names);
    expect(mixed.filter(({ flip, seconds }) => flip || seconds !== 0)).toEqual([
      expect.objectContaining({ channel: 'Snare', flip: true, seconds: 48 / session.sampleRateHz }),
    ]);
    expect(asMixed(session, matching, { of: 'channel', channels: ['Snare'] })).toEqual([
      { channel: 'Snare', gains: [1, 1], flip: true, seconds: 48 / session.sampleRateHz },
    ]);
  });
});
