import { walks } from '../../../../scripts/walks';
import { createRandom, type Random } from '../../math';
import { HOP, SlowMeter, thumpFindings } from './thumps';

const RATE = 24_000;
const SECONDS = 9;
type Sound = (t: number) => number;

const hiss = (random: Random, level: number): Float32Array => Float32Array.from({ length: RATE * SECONDS }, () => level * random.between(-1.7, 1.7));
function add(channel: Float32Array, from: number, seconds: number, sound: Sound): void {
  for (let i = 0; i < seconds * RATE; i++) {
    const at = Math.round(from * RATE) + i;
    if (at < channel.length) channel[at] = (channel[at] as number) + sound(i / RATE);
  }
}
/** A drum of some pitch: a sine that dies away behind a click. */
const drum =
  (hertz: number, level: number): Sound =>
  (t) =>
    level * (Math.sin(2 * Math.PI * hertz * t) * Math.exp(-t / 0.09) + 0.3 * Math.sin(2 * Math.PI * 2500 * t) * Math.exp(-t / 0.004));
/** A stand that is knocked sways: some hertz, dying away. */
const knock =
  (hertz: number, level: number): Sound =>
  (t) =>
    level * Math.sin(2 * Math.PI * hertz * t) * Math.exp(-t / 0.08);

function heard(channels: readonly Float32Array[]): string[] {
  const meters = channels.map((channel) => {
    const meter = new SlowMeter(RATE);
    for (let start = 0; start + HOP <= channel.length; start += HOP) {
      const hop = channel.subarray(start, start + HOP);
      meter.add(
        hop.reduce((sum, x) => sum + x, 0),
        hop.reduce((most, x) => Math.max(most, Math.abs(x)), 0),
      );
    }
    return meter;
  });
  return thumpFindings(
    meters,
    channels.map((_, c) => `Channel ${c + 1}`),
  ).map(({ code, channels: named }) => `${code} ${named.join()}`);
}

/** Kicks and snares, every channel hears all of them. */
function playing(seed: number, channels = 3): Float32Array[] {
  const random = createRandom(seed);
  const out = Array.from({ length: channels }, () => hiss(random, 2e-4));
  for (let beat = 0; beat < SECONDS - 1; beat++)
    out.forEach((channel, c) => {
      add(channel, beat + 0.002 * c, 0.5, drum(random.between(48, 65), 0.4 / (1 + c)));
      add(channel, beat + 0.5 + 0.002 * c, 0.4, drum(190, 0.3 / (1 + c)));
    });
  return out;
}

test.each([6, 9, 14, 20])('a stand that sways at %d Hz is told, whatever is played (seeded)', (hertz) => {
  for (let seed = 1; seed <= walks(1, 12); seed++) {
    const channels = playing(seed);
    for (const at of [2.3, 5.31, 7.74]) add(channels[1] as Float32Array, at, 0.35, knock(hertz, 0.25));
    expect([seed, heard(channels)]).toEqual([seed, ['thumps Channel 2']]);
  }
});

test('a knock of which the floor hands a quarter on to the others is still its own stand’s (seeded)', () => {
  let found = 0;
  const all = walks(6, 60);
  for (let seed = 1; seed <= all; seed++) {
    const channels = playing(seed);
    for (const at of [2.3, 5.31, 7.74])
      channels.forEach((channel, c) => {
        add(channel, at + (c === 1 ? 0 : 0.003), 0.35, knock(12, c === 1 ? 0.25 : 0.0625));
      });
    if (heard(channels).join() === 'thumps Channel 2') found++;
  }
  expect(found).toBeGreaterThan(0.9 * all);
});

test('air that moves for two seconds is told as air', () => {
  const random = createRandom(3);
  const channels = playing(9).map((channel) => channel.map((x) => 0.05 * x));
  let [slow, slower] = [0, 0];
  add(channels[0] as Float32Array, 4, 2, () => {
    slow += 0.006 * (random.normal() - slow);
    slower += 0.006 * (slow - slower);
    return 10 * slower;
  });
  expect(heard(channels)).toEqual(['blown Channel 1']);
});

test('nothing is told of playing, of low notes that all hear, of one knock, of a floor that shakes all, of one channel alone (seeded)', () => {
  for (let seed = 20; seed < 20 + walks(1, 60); seed++) expect(heard(playing(seed))).toEqual([]);
  const low = playing(31);
  // The lowest note of a piano, 27.5 Hz, with its partials.
  for (const at of [1.2, 4.2, 7.2])
    for (const channel of low)
      add(channel, at, 2, (t) => [1, 2, 3, 4].reduce((sum, n) => sum + (0.2 / n) * Math.sin(2 * Math.PI * 27.5 * n * t), 0) * Math.exp(-t));
  expect(heard(low)).toEqual([]);
  const once = playing(32);
  add(once[1] as Float32Array, 3.3, 0.3, knock(9, 0.25));
  expect(heard(once)).toEqual([]);
  const floor = playing(33);
  for (const at of [3.3, 6.3]) for (const channel of floor) add(channel, at, 0.3, knock(9, 0.25));
  expect(heard(floor)).toEqual([]);
  const alone = hiss(createRandom(1), 1e-4);
  for (const at of [2, 5]) add(alone, at, 0.3, knock(9, 0.25));
  expect(heard([alone])).toEqual([]);
});
