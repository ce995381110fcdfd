import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { type ArrivalTable, arrivalTable } from '../arrivals';
import { createRandom, distance, type FftKernel, loadFftKernel } from '../math';
import { resolvePlan } from '../planning';
import { heardBy } from '../render';
import { octaveDecays } from '../room';
import {
  BLOCK,
  CEILING,
  CHANGE_SAMPLES,
  dryLoop,
  gainTo,
  impulseOf,
  impulsesOf,
  LEAD,
  type Loop,
  LoopPlayer,
  LoopRenderer,
  loopSamples,
  type MixMatrix,
  matrixOf,
  mixDown,
  referencesOf,
  resampled,
  tailOf,
  toned,
  twoLoops,
} from './index';

const RATE = 48_000;
let kernel: FftKernel;
beforeAll(async () => {
  kernel = await loadFftKernel();
});

const noise = (length: number, seed: number): Float32Array => {
  const random = createRandom(seed);
  return Float32Array.from({ length }, () => random.normal());
};

/** Circular convolution as it is written in a textbook, in doubles. */
function plainly(loop: Float32Array, impulse: Float32Array, at: number): number {
  let sum = 0;
  for (let k = 0; k < impulse.length; k++) sum += (impulse[k] as number) * (loop[(((at - k) % loop.length) + loop.length) % loop.length] as number);
  return sum;
}

test('blocks in any order are the circular convolution written out (seeded), and stay so when the responses change', () => {
  const loops = [noise(4 * BLOCK, 1), noise(4 * BLOCK, 2), new Float32Array(4 * BLOCK)];
  const renderer = new LoopRenderer(kernel, loops);
  for (const [seed, lengths] of [
    [3, [300, 5000, 9]],
    [4, [2048, 1, 9000]],
    [5, [40, 7000, 12]],
  ] as const) {
    const impulses = [0, 1].map((channel) => lengths.map((length, k) => noise(length, 10 * seed + 3 * channel + k).map((x) => x / 30)));
    renderer.setImpulses(impulses);
    for (const index of [2, 0, 3, 1]) {
      const block = renderer.block(index);
      for (const channel of [0, 1])
        for (const i of [0, 1, 77, 1023, 2047]) {
          const at = index * BLOCK + i;
          const expected = loops.reduce((sum, loop, k) => sum + plainly(loop, impulses[channel]?.[k] as Float32Array, at), 0);
          expect(Math.abs((block[channel]?.[i] as number) - expected)).toBeLessThan(2e-4);
        }
    }
  }
  renderer.dispose();
  expect(() => new LoopRenderer(kernel, [new Float32Array(100)])).toThrow('whole blocks');
});

/** Magnitude and phase of a response at a frequency, by a plain Fourier sum. */
function at(response: Float32Array, hertz: number): { readonly re: number; readonly im: number } {
  let [re, im] = [0, 0];
  for (let n = 0; n < response.length; n++) {
    re += (response[n] as number) * Math.cos((2 * Math.PI * hertz * n) / RATE);
    im -= (response[n] as number) * Math.sin((2 * Math.PI * hertz * n) / RATE);
  }
  return { re, im };
}

describe('responses of the demo kit', () => {
  let table: ArrivalTable;
  let impulses: Float32Array[][];
  beforeAll(() => {
    table = arrivalTable(resolvePlan(boathouseKit()));
    const { plan } = table;
    impulses = impulsesOf(
      table,
      RATE,
      plan.microphones.map(() => 1e-6),
      tailOf(plan.room, plan.speedOfSoundMps, RATE),
      plan.sampleRateHz,
    );
  });

  test('each begins when the sound has come the way from the struck head to the microphone, with the sign that the plan says', () => {
    const { plan } = table;
    let looked = 0;
    plan.microphones.forEach((microphone, m) => {
      // Other kinds soften their top, which moves a peak by part of a sample.
      if (microphone.model.kind !== 'small-condenser') return;
      plan.sources.forEach((source, s) => {
        const arrival = table.rows[m]?.[s];
        const [first] = arrival?.paths ?? [];
        const response = impulses[m]?.[s] as Float32Array;
        // The way straight from the struck face, by itself: only where it is the loudest by far in the top band is it the first peak.
        const others = (arrival?.paths.slice(1) ?? []).map(({ re, im }) => Math.hypot(re[3], im[3]));
        if (!arrival || !first || first.way !== 'direct' || Math.max(0, ...others) > 0.2 * Math.hypot(first.re[3], first.im[3])) return;
        const expected = LEAD + (distance(source.sides[0].positionM, microphone.positionM) / plan.speedOfSoundMps) * RATE;
        const window = response.subarray(Math.floor(expected) - 3, Math.ceil(expected) + 4);
        const peak = window.reduce((best, x, i) => (Math.abs(x) > Math.abs(window[best] as number) ? i : best), 0);
        // A parabola over the three samples at the peak (the usual refinement).
        const [a, b, c] = [-1, 0, 1].map((d) => Math.abs(window[peak + d] as number)) as [number, number, number];
        const found = Math.floor(expected) - 3 + peak + (a - c) / (2 * (a - 2 * b + c));
        expect([microphone.name, source.name, Math.abs(found - expected) < 0.5]).toEqual([microphone.name, source.name, true]);
        expect(Math.sign(window[peak] as number)).toBe(first.recordedSign);
        looked++;
      });
    });
    expect(looked).toBeGreaterThan(4);
  });

  test('a voice, which has one mouth and one way to a microphone: at each band’s middle the direct part is as loud as that way, and late by it', () => {
    let looked = 0;
    for (const session of boathouseSessions()) {
      const heard = arrivalTable(resolvePlan(session));
      const { plan } = heard;
      plan.microphones.forEach((_, m) => {
        plan.sources.forEach((source, s) => {
          const [only, second] = heard.rows[m]?.[s]?.paths ?? [];
          if (!only || second || source.sides.length > 1) return;
          const near = impulseOf(heardBy(heard, m, s, 1e-6, false), RATE, 0);
          [400, 1600].forEach((hertz, k) => {
            const { re, im } = at(near, hertz);
            const band = (k + 1) as 1 | 2;
            const expected = 1e-6 * Math.hypot(only.re[band], only.im[band]) * 10 ** (-source.spectrumDb[band] / 20);
            expect(Math.abs(20 * Math.log10(Math.hypot(re, im) / expected))).toBeLessThan(3);
            looked++;
          });
        });
      });
    }
    expect(looked).toBeGreaterThan(0);
  });
});

test('the tail dies away as its room does, by a plain backward integration, within a tenth', () => {
  const { room, speedOfSoundMps } = arrivalTable(resolvePlan(boathouseKit())).plan;
  const tail = tailOf(room, speedOfSoundMps, RATE);
  const wave = tail.waves[3] as Float32Array;
  let left = 0;
  const back = Float64Array.from(wave)
    .reverse()
    .map((x) => {
      left += x * x;
      return left;
    });
  const curve = Array.from(back.reverse(), (x) => 10 * Math.log10(x / left));
  const [from, to] = [curve.findIndex((db) => db < -5), curve.findIndex((db) => db < -25)];
  const t20 = (3 * (to - from)) / RATE;
  const wanted = octaveDecays(room, speedOfSoundMps)[3]?.seconds ?? 0;
  expect(Math.abs(t20 / wanted - 1)).toBeLessThan(0.1);
  const energy = tail.waves.reduce((sum, one) => sum + one.reduce((own, x) => own + x * x, 0), 0);
  expect(energy).toBeCloseTo(1, 3);
});

/** Integrated loudness at 48 kHz with the coefficients printed in BS.1770, everything written out. */
function plainLufs(sides: readonly Float32Array[]): number {
  const filtered = sides.map((side) => {
    const stage = (x: ArrayLike<number>, b: readonly number[], a: readonly number[]): Float64Array => {
      const y = new Float64Array(x.length);
      for (let n = 0; n < x.length; n++)
        y[n] =
          (b[0] as number) * (x[n] as number) +
          (b[1] as number) * (x[n - 1] ?? 0) +
          (b[2] as number) * (x[n - 2] ?? 0) -
          (a[0] as number) * (y[n - 1] ?? 0) -
          (a[1] as number) * (y[n - 2] ?? 0);
      return y;
    };
    const shelf = stage(side, [1.53512485958697, -2.69169618940638, 1.19839281085285], [-1.69065929318241, 0.73248077421585]);
    return stage(shelf, [1, -2, 1], [-1.99004745483398, 0.99007225036621]);
  });
  const powers: number[] = [];
  for (let start = 0; start + 19_200 <= (sides[0]?.length ?? 0); start += 4800)
    powers.push(filtered.reduce((sum, y) => sum + y.subarray(start, start + 19_200).reduce((own, v) => own + v * v, 0) / 19_200, 0));
  const lufs = (list: readonly number[]): number => -0.691 + 10 * Math.log10(list.reduce((sum, v) => sum + v, 0) / list.length);
  const loud = powers.filter((v) => -0.691 + 10 * Math.log10(v) > -70);
  const gate = lufs(loud) - 10;
  return lufs(loud.filter((v) => -0.691 + 10 * Math.log10(v) > gate));
}

test('every set-up of the demo, heard in stereo, mono and by one microphone, is within 0.1 LU of the same loudness', () => {
  for (const session of boathouseSessions().slice(0, 2)) {
    const table = arrivalTable(resolvePlan(session));
    const { plan } = table;
    const weights = plan.sources.map(() => 0);
    const dry = dryLoop(plan.sources, session.instruments, { of: 'phrase' }, RATE);
    const renderer = new LoopRenderer(kernel, [...dry, new Float32Array(loopSamples(RATE))]);
    expect(weights).toHaveLength(dry.length);
    renderer.setImpulses(impulsesOf(table, RATE, referencesOf(table, -12), tailOf(plan.room, plan.speedOfSoundMps, RATE), plan.sampleRateHz));
    const channels = plan.microphones.map(() => new Float32Array(loopSamples(RATE)));
    for (let b = 0; b < renderer.blockCount; b++) renderer.block(b).forEach((samples, c) => void channels[c]?.set(samples, b * BLOCK));
    renderer.dispose();
    const own = plan.microphones.map(({ id }, m) => ({ id, pan: [-1, 1, 0][m % 3] as number }));
    const all = new Set(own.map(({ id }) => id));
    for (const monitor of ['stereo', 'mono', { channel: own[0]?.id ?? '' }] as const) {
      const matrix = matrixOf(own, [], all, monitor);
      const gain = gainTo(-26, channels, matrix, RATE);
      const heard = mixDown(channels, matrix).map((side) => side.map((x) => gain * x));
      expect(Math.abs(plainLufs(heard) + 26)).toBeLessThan(0.1);
    }
  }
});

test('mono is half the sum of both sides; mid-side gives mid plus and less side; a channel that is off is not heard', () => {
  const channels = [
    { id: 'm', pan: -1 },
    { id: 's', pan: 1 },
    { id: 'x', pan: 0 },
  ];
  const pairs = [{ leftId: 'm', rightId: 's', decoding: 'mid-side', width: 0.5 }] as const;
  const on = new Set(['m', 's']);
  expect(matrixOf(channels, pairs, on, 'stereo')).toEqual([
    [1, 1],
    [0.5, -0.5],
    [0, 0],
  ]);
  const tone = [noise(500, 1), noise(500, 2), noise(500, 3)];
  const [l, r] = mixDown(tone, matrixOf(channels, pairs, on, 'stereo'));
  const [mono] = mixDown(tone, matrixOf(channels, pairs, on, 'mono'));
  mono.forEach((x, i) => void expect(x).toBeCloseTo(((l[i] as number) + (r[i] as number)) / 2, 5));
  // Mono of a mid-side pair is the mid alone (reference list).
  mono.forEach((x, i) => void expect(x).toBeCloseTo(tone[0]?.[i] as number, 5));
});

describe('the player', () => {
  const length = 8 * BLOCK;
  const whole = (samples: Float32Array, there = 1): Loop => ({ channels: [samples], there: new Uint8Array(8).fill(there), blockSamples: BLOCK });
  const sine = (hertz: number, amplitude: number): Float32Array => {
    // A whole number of periods, so that the loop itself has no step.
    const periods = Math.round((hertz * length) / RATE);
    return Float32Array.from({ length }, (_, i) => amplitude * Math.sin((2 * Math.PI * periods * i) / length));
  };
  const CENTRE: MixMatrix = [[1, 1]];
  const run = (player: LoopPlayer, samples: number): Float32Array => {
    const out = new Float32Array(samples);
    for (let at = 0; at < samples; at += 128) {
      const [l, r] = [new Float32Array(128), new Float32Array(128)];
      player.fill(l, r);
      out.set(l, at);
    }
    return out;
  };

  test('a change to the same sound in another loop cannot be told: no sample dropped, doubled or stepped', () => {
    const samples = sine(1000, 0.5);
    const [plain, changed] = [new LoopPlayer(), new LoopPlayer()];
    for (const player of [plain, changed]) {
      player.hear(whole(samples), CENTRE, 1);
      player.start();
    }
    const expected = run(plain, 128 * 200);
    const got = new Float32Array(128 * 200);
    got.set(run(changed, 128 * 61));
    changed.hear(whole(samples.slice()), CENTRE, 1);
    got.set(run(changed, 128 * 139), 128 * 61);
    const worst = got.reduce((most, x, i) => Math.max(most, Math.abs(x - (expected[i] as number))), 0);
    expect(20 * Math.log10(worst + 1e-12)).toBeLessThan(-100);
  });

  test('a change of gain, mix or loop leaves no step above −60 dBFS beyond the sound’s own (seeded)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 90 }), fc.double({ min: 0.05, max: 1, noNaN: true }), fc.boolean(), (blocks, gain, mirrored) => {
        const player = new LoopPlayer();
        player.hear(whole(sine(300, 0.4)), CENTRE, 1);
        player.start();
        const before = run(player, 128 * blocks);
        player.hear(whole(sine(300, mirrored ? -0.4 : 0.4)), CENTRE, gain);
        const after = run(player, 128 * 60);
        const all = Float32Array.from([...before, ...after]);
        // The sine's own steepest step, and the fade's.
        const own = 0.4 * 2 * Math.sin((Math.PI * 301) / RATE) + (2 * 0.4) / CHANGE_SAMPLES;
        const steepest = all.reduce((most, x, i) => (i === 0 ? 0 : Math.max(most, Math.abs(x - (all[i - 1] as number)))), 0);
        expect(steepest - own).toBeLessThan(0.001);
      }),
      { seed: 5, numRuns: 30 },
    );
  });

  test('changes that come faster than they can be made wait their turn: the newest is heard in the end, and nothing steps (seeded)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 7 }), fc.double({ min: -1, max: 1, noNaN: true })), { minLength: 2, maxLength: 12 }),
        (presses) => {
          const player = new LoopPlayer();
          const loop = whole(sine(300, 0.3));
          player.hear(loop, CENTRE, 1);
          player.start();
          const heard = [run(player, 128 * 20)];
          for (const [blocks, gain] of presses) {
            player.hear(loop, CENTRE, gain);
            heard.push(run(player, 128 * blocks));
          }
          heard.push(run(player, 128 * 40));
          const all = Float32Array.from(heard.flatMap((part) => [...part]));
          const own = 0.3 * 2 * Math.sin((Math.PI * 301) / RATE) + (2 * 0.3) / CHANGE_SAMPLES;
          const steepest = all.reduce((most, x, i) => (i === 0 ? 0 : Math.max(most, Math.abs(x - (all[i - 1] as number)))), 0);
          expect(steepest - own).toBeLessThan(0.001);
          const last = all.slice(-128 * 20).reduce((most, x) => Math.max(most, Math.abs(x)), 0);
          expect(Math.abs(last - 0.3 * Math.abs((presses[presses.length - 1] as [number, number])[1]))).toBeLessThan(0.002);
        },
      ),
      { seed: 6, numRuns: 30 },
    );
  });

  test('it starts from nothing, ends in nothing, waits for a loop that is still arriving, and never passes its ceiling', () => {
    const player = new LoopPlayer();
    expect(run(player, 256).every((x) => x === 0)).toBe(true);
    player.hear(whole(sine(500, 0.3)), CENTRE, 1);
    player.start();
    const start = run(player, 2048);
    expect(Math.abs(start[1] as number)).toBeLessThan(0.001);
    player.hear(whole(sine(500, 3), 0), CENTRE, 1);
    expect(Math.max(...run(player, 4096))).toBeLessThan(0.31);
    player.hear(whole(sine(500, 3)), CENTRE, 1);
    const loud = run(player, 16_384);
    expect(Math.max(...loud)).toBeLessThanOrEqual(CEILING + 1e-6);
    expect(Math.max(...loud)).toBeGreaterThan(0.6);
    expect(player.levels().isLimited).toBe(true);
    player.stop();
    run(player, 1024);
    expect(player.isSilent).toBe(true);
    expect(run(player, 512).every((x) => x === 0)).toBe(true);
  });
});

test('a kind of microphone softens its ends by 3 dB where it is said to; a condenser is even', () => {
  const delta = new Float32Array(64);
  delta[0] = 1;
  const level = (kind: 'ribbon' | 'moving-coil' | 'large-condenser', hertz: number): number => {
    const { re, im } = at(toned(delta, kind, RATE), hertz);
    return 20 * Math.log10(Math.hypot(re, im));
  };
  expect(toned(delta, 'large-condenser', RATE)).toBe(delta);
  expect(level('ribbon', 9000)).toBeLessThan(-2);
  expect(level('ribbon', 9000)).toBeGreaterThan(-4.5);
  expect(Math.abs(level('ribbon', 300))).toBeLessThan(0.1);
  expect(level('moving-coil', 60)).toBeLessThan(-2);
  expect(level('moving-coil', 60)).toBeGreaterThan(-4.5);
  expect(Math.abs(level('moving-coil', 1500))).toBeLessThan(0.3);
});

test('two channels beside one another: the second late by a fraction and turned round; at another rate a tone keeps its pitch and level', () => {
  const tone = (rate: number, length: number): Float32Array => Float32Array.from({ length }, (_, i) => Math.sin((2 * Math.PI * 1000 * i) / rate));
  const [a, b] = twoLoops(tone(RATE, 5000), tone(RATE, 5000), RATE, { isReversed: true, delayS: 10.5 / RATE });
  expect(a.length % BLOCK).toBe(0);
  for (const i of [200, 1234, 4000]) {
    expect(a[i]).toBeCloseTo(Math.sin((2 * Math.PI * 1000 * i) / RATE), 5);
    expect(b[i]).toBeCloseTo(-Math.sin((2 * Math.PI * 1000 * (i - 10.5)) / RATE), 2);
  }
  for (const [from, to] of [
    [48_000, 44_100],
    [44_100, 48_000],
    [96_000, 44_100],
  ] as const) {
    const moved = resampled(tone(from, 8000), from, to);
    expect(Math.abs(moved.length - (8000 * to) / from)).toBeLessThan(1.5);
    for (let i = 300; i < moved.length - 300; i += 97) expect(moved[i]).toBeCloseTo(Math.sin((2 * Math.PI * 1000 * i) / to), 2);
  }
  expect(resampled(a, RATE, RATE)).toBe(a);
});
