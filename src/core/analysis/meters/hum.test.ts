import { loadSounds } from '../../../../trials/openDrums';
import { createRandom } from '../../math';
import { HumMeter } from './hum';

/** Low, so that the sums below take seconds; lines end at 360 Hz. */
const RATE = 12_000;

/** Plucked or struck notes in equal temperament, partials that die away, as plainly as possible; peaks near −6 dBFS. */
function notes(seed: number, seconds: number, low: number, high: number): Float32Array {
  const random = createRandom(seed);
  const out = new Float32Array(Math.round(seconds * RATE));
  for (let at = 0.3; at < seconds - 0.5; at += random.between(0.18, 0.9)) {
    const hertz = 440 * 2 ** ((random.integer(low, high) - 69) / 12);
    const decay = random.between(0.3, 2.5);
    const loud = random.between(0.05, 0.2);
    const start = Math.round(at * RATE);
    const phase = random.between(0, 6.28);
    for (let partial = 1; partial <= 5; partial++) {
      const turn = (2 * Math.PI * hertz * partial * Math.sqrt(1 + 1e-4 * partial * partial)) / RATE;
      let [c, s] = [Math.cos(phase * partial), Math.sin(phase * partial)];
      const [dc, ds] = [Math.cos(turn), Math.sin(turn)];
      let size = loud / partial;
      const fade = Math.exp(-partial / (decay * RATE));
      for (let i = start; i < out.length && size > 1e-6; i++) {
        out[i] = (out[i] as number) + size * s;
        [c, s] = [c * dc - s * ds, s * dc + c * ds];
        size *= fade;
      }
    }
  }
  for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + 3e-5 * random.normal();
  return out;
}

function withMains(samples: Float32Array, hertz: number, db: number): Float32Array {
  const peak = samples.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  const out = Float32Array.from(samples);
  for (const [harmonic, share] of [
    [1, 1],
    [2, 0.7],
    [3, 0.5],
    [4, 0.25],
  ] as const)
    for (let i = 0; i < out.length; i++)
      out[i] = (out[i] as number) + share * peak * 10 ** (db / 20) * Math.sin((2 * Math.PI * hertz * harmonic * i) / RATE + harmonic);
  return out;
}

function humOf(samples: Float32Array) {
  const meter = new HumMeter(RATE);
  for (let start = 0; start < samples.length; start += 65_536) meter.push(samples.subarray(start), Math.min(65_536, samples.length - start));
  return meter.hum();
}

/** MIDI numbers: guitar E2 to E5, piano A0 to C7. */
const INSTRUMENTS = [
  [40, 76],
  [21, 96],
] as const;

test('takes of notes without mains: none is told; with mains 60 dB under the peaks it is, at the right frequency (24 s, seeded)', () => {
  const random = createRandom(5);
  const told = { none: 0, right: 0 };
  const count = 6;
  for (let i = 0; i < count; i++) {
    const [low, high] = INSTRUMENTS[i % 2] as (typeof INSTRUMENTS)[number];
    const clean = notes(100 + i, 24, low, high);
    if (humOf(clean) === null) told.none++;
    const nominal = i % 3 === 0 ? 60 : 50;
    const hum = humOf(withMains(clean, nominal + random.between(-0.06, 0.06), -60));
    if (hum?.mainsHz === nominal) told.right++;
  }
  expect(told.none).toBe(count);
  // Dense playing hides one now and then.
  expect(told.right).toBeGreaterThanOrEqual(count - 1);
});

test('its level is that of the lines that stand still, to 1 dB', () => {
  const clean = notes(3, 12, 40, 76).map((v) => 0.2 * v);
  const peak = clean.reduce((most, v) => Math.max(most, Math.abs(v)), 0);
  const hum = humOf(withMains(clean, 50.02, -40));
  const expected = 10 * Math.log10((peak ** 2 * 10 ** (-40 / 10) * (1 + 0.49 + 0.25 + 0.0625)) / 2);
  expect(Math.abs((hum?.levelDbfs ?? 0) - expected)).toBeLessThan(1);
});

test.each([
  ['a held low G (49 Hz) and its partials', 49],
  ['a held B (61.7 Hz)', 61.735],
  ['a held note a third of a hertz beside mains', 50.33],
])('%s is a note, no hum', (_, hertz) => {
  const out = new Float32Array(12 * RATE);
  for (let partial = 1; partial <= 6; partial++)
    for (let i = 0; i < out.length; i++) out[i] = (out[i] as number) + (0.1 / partial) * Math.sin((2 * Math.PI * hertz * partial * i) / RATE);
  expect(humOf(out)).toBeNull();
});

/** A drum on a click: two damped modes and a knock every beat, early or late by so much at most. */
function onAClick(bpm: number, spreadMs: number, seed: number): Float32Array {
  const random = createRandom(seed);
  const out = Float32Array.from({ length: 24 * RATE }, () => 2e-5 * random.normal());
  const modes = [random.between(55, 110), random.between(140, 260)].map((hertz) => ({ hertz, tau: random.between(0.03, 0.11) }));
  for (let beat = 0; beat < (24 * bpm) / 60 - 1; beat++) {
    const start = Math.round(((beat * 60) / bpm + 0.1 + (spreadMs / 1000) * random.between(-0.5, 0.5)) * RATE);
    const loud = random.between(0.3, 0.5);
    for (const { hertz, tau } of modes)
      for (let i = 0; i < 7 * tau * RATE && start + i < out.length; i++)
        out[start + i] = (out[start + i] as number) + loud * Math.exp(-i / (tau * RATE)) * Math.sin((2 * Math.PI * hertz * i) / RATE);
    for (let i = 0; i < 30 && start + i < out.length; i++) out[start + i] = (out[start + i] as number) + 0.2 * Math.exp(-i / 8) * (i % 2 ? -1 : 1);
  }
  return out;
}

test('a drum on a click is no hum, at any of six tempi and six spreads; with mains 60 dB under its peaks it hums', () => {
  const told: string[] = [];
  let [found, all] = [0, 0];
  for (const bpm of [75, 90, 100, 120, 144, 150])
    for (const spreadMs of [0, 0.1, 0.3, 0.7, 1.2, 2]) {
      const clean = onAClick(bpm, spreadMs, bpm + 10 * spreadMs);
      const hum = humOf(clean);
      if (hum) told.push(`${bpm} a minute within ${spreadMs} ms: ${hum.mainsHz} Hz at ${hum.levelDbfs.toFixed(0)}`);
      const mainsHz = bpm % 20 === 0 ? 50 : 60;
      all++;
      if (humOf(withMains(clean, mainsHz + 0.02, -60))?.mainsHz === mainsHz) found++;
    }
  expect(told).toEqual([]);
  // Where a drum rings into the next stroke louder than the mains are, nothing of them shows.
  expect(found / all).toBeGreaterThan(0.4);
});

test('noise alone, and a take of two seconds, say nothing', () => {
  const random = createRandom(8);
  expect(humOf(Float32Array.from({ length: 12 * RATE }, () => 0.05 * random.normal()))).toBeNull();
  expect(humOf(withMains(notes(1, 2, 40, 76), 50, -30))).toBeNull();
});

test('an open recording (CC0) of a guitar that was made with mains in it hums at 60 Hz; where its last seconds show none, nothing is told', async () => {
  const { hums, plain } = await loadSounds({ hums: ['guit_em9'], plain: ['guit_harmonics'] });
  const heard = (samples: Float32Array) => {
    const meter = new HumMeter(44_100);
    meter.push(samples, samples.length);
    return meter.hum();
  };
  // Counted plainly over its last two seconds: 60 Hz stands 29 dB above 55 and 65 Hz.
  const recording = hums[0] as Float32Array;
  const end = recording.subarray(recording.length - 88_200);
  const lineDb = (hertz: number): number => {
    let [re, im] = [0, 0];
    end.forEach((v, i) => {
      const w = 0.5 - 0.5 * Math.cos((2 * Math.PI * i) / end.length);
      re += w * v * Math.cos((2 * Math.PI * hertz * i) / 44_100);
      im += w * v * Math.sin((2 * Math.PI * hertz * i) / 44_100);
    });
    return 20 * Math.log10(Math.hypot(re, im));
  };
  expect(lineDb(60) - Math.max(lineDb(55), lineDb(65))).toBeGreaterThan(20);
  expect(heard(recording)?.mainsHz).toBe(60);
  expect(heard(plain[0] as Float32Array)).toBeNull();
});
