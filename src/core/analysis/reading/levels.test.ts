import { bytesSource, openAudio, writeWav } from '../../audio';
import { createRandom, loadFftKernel } from '../../math';
import type { Figure, Words } from '../../units';
import { checkTake } from '../index';
import { ChannelMeter } from '../meters/channelMeter';
import { kWeighting, LoudnessMeter } from '../meters/loudness';
import { TruePeakMeter } from '../meters/truePeak';

const RATE = 48_000;
const sine = (hz: number, amplitude: number, seconds: number, rate = RATE, phase = 0): Float32Array =>
  Float32Array.from({ length: Math.round(seconds * rate) }, (_, i) => amplitude * Math.sin((2 * Math.PI * hz * i) / rate + phase));
const metered = (samples: Float32Array) => {
  const meter = new ChannelMeter('x', RATE);
  meter.push(samples, samples.length);
  return meter.report();
};

describe('loudness (ITU-R BS.1770)', () => {
  test('K weighting at 48 kHz has the standard’s coefficients (BS.1770-4, tables 1 and 2)', () => {
    const [shelf, highPass] = kWeighting(RATE);
    [1.53512485958697, -2.69169618940638, 1.19839281085285].forEach((b, i) => expect(shelf.b[i]).toBeCloseTo(b, 6));
    [-1.69065929318241, 0.73248077421585].forEach((a, i) => expect(shelf.a[i]).toBeCloseTo(a, 6));
    [-1.99004745483398, 0.99007225036621].forEach((a, i) => expect(highPass.a[i]).toBeCloseTo(a, 6));
  });
  test.each([44100, 48000, 96000])('997 Hz at full scale is −3.01 LUFS (BS.1770), %d Hz', (rate) => {
    const meter = new LoudnessMeter(rate);
    const tone = sine(997, 1, 5, rate);
    meter.push(tone, tone.length);
    expect(meter.integrated()).toBeCloseTo(-3.01, 1);
  });
  test('silence before and after does not count: the gates (EBU Tech 3341)', () => {
    const meter = new LoudnessMeter(RATE);
    const quiet = new Float32Array(5 * RATE);
    const tone = sine(1000, 10 ** (-20 / 20), 10);
    for (const part of [quiet, tone, quiet]) meter.push(part, part.length);
    expect(meter.integrated()).toBeCloseTo(-23.0, 0);
  });
});

describe('true peak (ITU-R BS.1770, Annex 2)', () => {
  test('a quarter-rate tone sampled between its crests reads 0 dBTP within 0.3 dB, its samples −3.01 dBFS', () => {
    const report = metered(sine(12_000, 0.9999, 1, RATE, Math.PI / 4));
    expect(report.peakDbfs).toBeCloseTo(-3.01, 1);
    expect(Math.abs(report.truePeakDbtp)).toBeLessThan(0.3);
  });
  test('what is skipped never changes the answer: every sample filtered by the standard’s taps, as plainly as can be (seeded)', () => {
    // BS.1770-4, Annex 2: phases 0 and 1; 3 and 2 are these backwards.
    const first = [
      0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875, -0.102294921875,
      0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
    ];
    const second = [
      -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625, -0.2003173828125, 0.1015625,
      -0.0582275390625, 0.0330810546875, -0.0189208984375,
    ];
    const plainly = (samples: Float32Array): number => {
      let most = 0;
      for (let n = 0; n < samples.length; n++) {
        most = Math.max(most, Math.abs(samples[n] as number));
        for (const taps of [first, second, [...second].reverse(), [...first].reverse()])
          most = Math.max(most, Math.abs(taps.reduce((sum, tap, k) => sum + tap * (samples[n - k] ?? 0), 0)));
      }
      return most;
    };
    for (let seed = 1; seed <= 40; seed++) {
      const random = createRandom(seed);
      // Noise that dies away, or a tone near a quarter of the rate whose crests lie between samples, louder and louder.
      const [decay, turn] = [random.between(100, 3000), random.between(1.2, 2.9)];
      const samples = Float32Array.from({ length: 4000 }, (_, i) =>
        seed % 2 ? 0.2 * random.normal() * Math.exp(-i / decay) : 0.5 * (0.5 + i / 8000) * Math.sin(turn * i),
      );
      const [alone, withPeaks] = [new TruePeakMeter(), new ChannelMeter('x', RATE)];
      for (let at = 0; at < samples.length; ) {
        const block = samples.slice(at, at + random.integer(1, seed % 3 ? 900 : 12));
        alone.push(block, block.length);
        withPeaks.push(block, block.length);
        at += block.length;
      }
      const wanted = plainly(samples);
      expect([seed, Math.abs(alone.peak - wanted) < 1e-6]).toEqual([seed, true]);
      expect([seed, Math.abs(10 ** (withPeaks.report().truePeakDbtp / 20) - wanted) < 1e-6]).toEqual([seed, true]);
    }
  });
});

describe('channel levels', () => {
  test('noise floor is the rms of what is left between strokes', () => {
    const random = createRandom(4);
    const samples = Float32Array.from({ length: 5 * RATE }, (_, i) => 0.001 * random.normal() + (i % RATE < 4800 ? 0.5 * Math.sin(i / 20) : 0));
    expect(metered(samples).noiseFloorDbfs).toBeCloseTo(-60, 0);
  });
  test('clips at full scale are found with their place', () => {
    const samples = sine(100, 0.5, 1);
    samples.fill(1, 1000, 1006);
    samples.fill(-1, 30_000, 30_003);
    expect(metered(samples).clips).toEqual([
      { startSample: 1000, endSample: 1006 },
      { startSample: 30_000, endSample: 30_003 },
    ]);
  });
  test('flat tops below full scale, as an overloaded preamp leaves them, are clips too', () => {
    const samples = sine(100, 0.9, 1).map((v) => Math.max(-0.6, Math.min(0.6, v)));
    expect(metered(samples).clips.length).toBeGreaterThan(50);
  });
  test('a clean tone has none, whatever its level', () => {
    for (const amplitude of [0.1, 0.3, 0.7, 0.99]) expect(metered(sine(87, amplitude, 1)).clips).toEqual([]);
  });
  test('a low tone is no flat top at any rate and depth, with noise or without; an overloaded stage is, with noise on it as well', () => {
    // Tones of 16 to 82 Hz, four depths of quantisation, three rates; then the same cut off by 0.5 to 6 dB with noise of 1e-4 of full scale.
    const random = createRandom(7);
    const wrong: string[] = [];
    for (const rate of [44_100, 48_000, 96_000])
      for (const hertz of [16, 31, 41, 55, 82])
        for (const step of [0, 2 ** -23, 2 ** -15, 2 ** -7])
          for (const cutDb of [0, 0.5, 2, 6]) {
            if (step === 2 ** -7 && cutDb === 0.5) continue;
            const [level, ceiling] = [0.63 * 10 ** (cutDb / 20), 0.63];
            const meter = new ChannelMeter('x', rate, step === 0, step);
            const samples = Float32Array.from({ length: rate }, (_, i) => {
              const clean = Math.max(-ceiling, Math.min(ceiling, level * Math.sin((2 * Math.PI * hertz * i) / rate)));
              const value = clean + (cutDb > 0 || hertz > 40 ? 1e-4 * random.normal() : 0);
              return step === 0 ? value : Math.round(value / step) * step;
            });
            for (let at = 0; at < rate; at += 8192) meter.push(samples.slice(at, at + 8192), Math.min(8192, rate - at));
            const { clipCount } = meter.report();
            if (cutDb > 0 ? clipCount < hertz - 2 : clipCount > 0)
              wrong.push(`${rate} Hz, tone of ${hertz} Hz, step ${step}, cut ${cutDb} dB: ${clipCount}`);
          }
    expect(wrong).toEqual([]);
  });
  test('a copy of a 16-bit file in floats or 24 bits has the same clips', () => {
    const random = createRandom(3);
    const hot = Float32Array.from({ length: 2 * RATE }, (_, i) => {
      const value = 1.3 * Math.exp(-(i % 12_000) / 4000) * Math.sin(i / 17) + 0.01 * random.normal();
      return Math.max(-1, Math.min(32_767 / 32_768, Math.round(value * 32_768) / 32_768));
    });
    const countOf = (isFloat: boolean, step: number, scale = 1): number => {
      const meter = new ChannelMeter('x', RATE, isFloat, step);
      meter.push(
        hot.map((value) => value * scale),
        hot.length,
      );
      return meter.report().clipCount;
    };
    const clips = countOf(false, 2 ** -15);
    expect(clips).toBeGreaterThan(20);
    // As 24 bits, as floats of 1/32768, and as floats of 1/32767 that reach 1 itself.
    expect([countOf(false, 2 ** -23), countOf(true, 0), countOf(true, 0, 32_768 / 32_767)]).toEqual([clips, clips, clips]);
  });
  test.each([60, 200, 997, 3000, 8000])('an 8-bit copy of a tone of %d Hz: round tops are none of its clips, cut ones are, and as many', (hertz) => {
    const copy = (over: number, bits: number): number => {
      const [step, meter] = [2 ** (1 - bits), new ChannelMeter('x', RATE, false, 2 ** (1 - bits))];
      const samples = Float32Array.from({ length: RATE }, (_, i) =>
        Math.max(-1, Math.min(1 - step, Math.round((over * Math.sin((2 * Math.PI * hertz * i) / RATE)) / step) * step)),
      );
      meter.push(samples, samples.length);
      return meter.report().clipCount;
    };
    expect([copy(0.5, 8), copy(0.9, 8), copy(0.98, 8)]).toEqual([0, 0, 0]);
    const [clips, copied] = [copy(1.3, 16), copy(1.3, 8)];
    expect(clips).toBeGreaterThan(100);
    expect(Math.abs(copied / clips - 1)).toBeLessThan(0.15);
  });
  test('an offset stands in the quiet too: strokes that are one-sided have none, with one they have it', () => {
    const random = createRandom(4);
    const strokes = (offset: number): Float32Array =>
      Float32Array.from({ length: 8 * RATE }, (_, i) => offset + 0.3 * Math.exp(-(i % RATE) / 4000) + 1e-4 * random.normal());
    expect(Math.abs(metered(strokes(0)).dcOffset)).toBeLessThan(1e-4);
    expect(metered(strokes(0.002)).dcOffset).toBeCloseTo(0.002, 4);
  });
  test('offset and silence', () => {
    expect(metered(sine(50, 0.2, 1).map((v) => v + 0.01)).dcOffset).toBeCloseTo(0.01, 4);
    expect(metered(new Float32Array(RATE)).silent).toBe(true);
  });
});

describe('whole takes', () => {
  const check = async (files: [string, Float32Array, number?][]) => {
    const opened = await Promise.all(files.map(([name, samples, rate]) => openAudio(bytesSource(name, writeWav([samples], rate ?? RATE, 'f32')))));
    return checkTake(
      opened.flatMap((result) => (result.ok ? [result.file] : [])),
      { kernel: await loadFftKernel() },
    );
  };
  const hiss = (seed: number, seconds: number): Float32Array => {
    const random = createRandom(seed);
    return Float32Array.from({ length: Math.round(seconds * RATE) }, () => 0.1 * random.normal());
  };
  test('silent, short, other rate, not a number: each is told by name and nothing stops', async () => {
    const broken = hiss(1, 2);
    broken[4800] = Number.NaN;
    broken[4801] = Infinity;
    const report = await check([
      ['Kick.wav', broken],
      ['Snare.wav', new Float32Array(2 * RATE)],
      ['OH L.wav', hiss(2, 1)],
      ['OH R.wav', hiss(3, 2)],
      ['Room.wav', hiss(4, 1), 44100],
    ]);
    const told = (code: string, name: string): Words | undefined =>
      report.findings.find((f) => f.code === code && f.channels.includes(name))?.message;
    expect(told('bad-samples', 'Kick')).toMatchObject({ code: 'no-converter-makes', facts: { count: 2, at: { figure: 0.1 } } });
    expect(told('silent', 'Snare')).toMatchObject({ code: 'silent' });
    expect(told('length-differs', 'OH L')).toMatchObject({ facts: { shorter: 'yes' } });
    expect(told('sample-rate-differs', 'Room')).toMatchObject({ facts: { own: '44100', rate: '48000' } });
    expect(report.channels).toHaveLength(5);
    expect(JSON.parse(JSON.stringify(report))).toEqual(report);
  });
  test('mains hum at 50 Hz and its harmonics is named', async () => {
    const samples = hiss(5, 8).map((v) => v * 0.001);
    for (const [n, level] of [
      [1, 0.01],
      [2, 0.006],
      [3, 0.005],
    ] as const)
      sine(50 * n, level, 8).forEach((v, i) => (samples[i] = (samples[i] as number) + v));
    const report = await check([['Bass.wav', samples]]);
    expect(report.channels[0]?.hum?.mainsHz).toBe(50);
    expect(report.channels[0]?.hum?.levelDbfs).toBeCloseTo(10 * Math.log10((0.01 ** 2 + 0.006 ** 2 + 0.005 ** 2) / 2), 0);
  });
  test('a pair the wrong way up loses its low end; the proposal flips one and says the gain', async () => {
    const samples = hiss(6, 3);
    const report = await check([
      ['L.wav', samples],
      ['R.wav', samples.map((v) => -v * 0.9)],
    ]);
    expect(report.pairs[0]).toEqual(expect.objectContaining({ polarity: -1 }));
    expect(report.pairs[0]?.correlation).toBeCloseTo(-1, 2);
    expect(report.pairs[0]?.sumLossDb.low).toBeGreaterThan(20);
    expect(report.proposal.flips).toHaveLength(1);
    expect(report.proposal.gainDb.low).toBeGreaterThan(20);
  });
  test('swapping two channels turns the delay’s sign (symmetry)', async () => {
    const a = hiss(7, 2);
    const b = new Float32Array(a.length);
    b.set(a.subarray(0, a.length - 37), 37);
    const [forward, backward] = [
      await check([
        ['a.wav', a],
        ['b.wav', b],
      ]),
      await check([
        ['b.wav', b],
        ['a.wav', a],
      ]),
    ];
    expect(forward.pairs[0]?.delaySamples).toBeCloseTo(37, 2);
    expect(backward.pairs[0]?.delaySamples).toBeCloseTo(-37, 2);
  });
});

describe('what is told of levels, with a number to turn by', () => {
  const checked = async (channels: Readonly<Record<string, Float32Array>>, format: 's24' | 'f32' = 's24') => {
    const opened = await Promise.all(
      Object.entries(channels).map(([name, samples]) => openAudio(bytesSource(`${name}.wav`, new Uint8Array(writeWav([samples], RATE, format))))),
    );
    const report = await checkTake(
      opened.flatMap((one) => (one.ok ? [one.file] : [])),
      { kernel: await loadFftKernel() },
    );
    return report.findings;
  };
  const hits = (peak: number, seed: number): Float32Array => {
    const random = createRandom(seed);
    const out = Float32Array.from({ length: 4 * RATE }, () => 1e-5 * random.normal());
    for (let s = 0.5; s < 3.5; s += 0.45)
      for (let i = 0; i < 4000; i++) {
        const at = Math.round(s * RATE) + i;
        out[at] = (out[at] as number) + peak * Math.exp(-i / 500) * Math.cos(i / 7);
      }
    return out;
  };

  test('a quiet channel is told by how much to turn up; a quiet file of floats is left alone', async () => {
    const quiet = hits(10 ** (-45 / 20), 1);
    expect((await checked({ Horn: quiet })).filter(({ code }) => code === 'low-level').map(({ message }) => message)).toMatchObject([
      { facts: { name: 'Horn', peak: { figure: expect.closeTo(-45, 0) }, by: { figure: expect.closeTo(33, 0) } } },
    ]);
    expect((await checked({ Horn: quiet }, 'f32')).filter(({ code }) => code === 'low-level')).toEqual([]);
  });

  test('a hot channel is told by how much to turn down', async () => {
    const [hot] = (await checked({ Snare: hits(0.8, 2) })).filter(({ code }) => code === 'hot');
    if (typeof hot?.message !== 'object') throw new Error('nothing hot was told');
    const { peak, by } = hot.message.facts as { peak: Figure; by: Figure };
    expect(by.figure - peak.figure).toBeCloseTo(12, 9);
    // What begins at 0.8 from one sample to the next swings higher in between (ITU-R BS.1770, annex 2).
    expect(peak.figure).toBeGreaterThan(20 * Math.log10(0.8));
    expect(peak.figure).toBeLessThan(0);
  });

  test('one recording in two channels is told, also the other way up and softer; two microphones on one drum are not', async () => {
    const [drum, other] = [hits(0.3, 3), hits(0.3, 4)];
    const same = await checked({ Kick: drum, Snare: drum.map((v) => -0.5 * v) });
    expect(same.filter(({ code }) => code === 'same-recording').map(({ message }) => message)).toMatchObject([
      { facts: { one: 'Kick', other: 'Snare', reversed: 'yes' } },
    ]);
    const room = createRandom(9);
    // Before a source in the very middle two microphones hear the same but for their own noise, here 50 dB under the drum.
    const own = (): Float32Array => drum.map((v) => v + 1e-4 * room.normal());
    expect((await checked({ Left: own(), Right: own() })).filter(({ code }) => code === 'same-recording')).toEqual([]);
    const once = own();
    expect((await checked({ Left: once, Right: once.map((v) => 0.7 * v) })).filter(({ code }) => code === 'same-recording')).toHaveLength(1);
    const near = drum.map((v) => v + 0.004 * room.normal());
    expect(
      (await checked({ Kick: near, Snare: other.map((v) => v + 0.004 * room.normal()) })).filter(({ code }) => code === 'same-recording'),
    ).toEqual([]);
  });
});

test('figures of a few samples that are hardly there end where silence does, as those of longer ones', () => {
  for (const count of [3, 100, 5000, 20_000]) {
    const { peakDbfs, truePeakDbtp, loudnessLufs, noiseFloorDbfs } = metered(new Float32Array(count).fill(1e-38));
    for (const level of [peakDbfs, truePeakDbtp, loudnessLufs, noiseFloorDbfs]) expect(level).toBe(-200);
  }
});
