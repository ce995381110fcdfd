import { walks } from '../../../../scripts/walks';
import { floatWav, loadStrokes, openTake } from '../../../../trials/openDrums';
import { bytesSource, openAudio } from '../../audio';
import { loadFftKernel } from '../../math';
import { checkTake } from '../index';
import type { TakeReport } from '../reading/report';
import { roleOf } from '../reading/roles';
import { takeFindings } from '../reading/takeFindings';
import { judgeSigns, signFindings } from './signs';

describe('what a channel is there for, by its name (common practice of naming files)', () => {
  test.each([
    ['Kik in', 'kick'],
    ['SNR top', 'close'],
    ['Snare under', 'other side'],
    ['OH L', 'far'],
    ['Room 2', 'far'],
    ['FT', 'close'],
    ['Hat', 'close'],
    ['L', 'far'],
    ['Audio 7', 'unknown'],
    ['Guitar DI', 'other side'],
  ])('%s: %s', (name, role) => expect(roleOf(name)).toBe(role));
});

/** A report of channels and sources alone. */
function reportOf(names: readonly string[], sources: readonly (readonly [string, Readonly<Record<string, number>>])[]): TakeReport {
  return {
    channels: names.map((name) => ({ name })),
    sources: sources.map(([spot, signs]) => ({
      spot,
      events: 4,
      arrivals: Object.entries(signs).map(([channel, signed]) => ({
        channel,
        delaySamples: 100,
        polarity: signed > 0 ? 1 : -1,
        confidence: Math.abs(signed),
        levelDb: -10,
      })),
    })),
  } as unknown as TakeReport;
}

describe('signs judged as one set', () => {
  const names = ['Kick', 'Snare', 'Snare under', 'Tom 1', 'OH L', 'OH R'];
  const clean = reportOf(names, [
    ['Kick', { Snare: -0.9, 'OH L': -0.9, 'OH R': -0.9 }],
    ['Snare', { Kick: 0.9, 'Snare under': -0.95, 'OH L': 0.95, 'OH R': 0.95 }],
    ['Tom 1', { Snare: 0.9, 'OH L': 0.9, 'OH R': 0.9 }],
    ['OH L', { 'OH R': 0.9, Snare: 0.8 }],
  ]);
  test('nature is excused: a kick the other way up than all, an under the other way than its top', () => {
    expect(judgeSigns(clean)).toEqual({ reversed: [], oneOf: [] });
    expect(signFindings(clean)).toEqual([]);
  });
  test('one overhead against the other and the close ones is named, surely', () => {
    const wrong = reportOf(names, [
      ['Snare', { 'OH L': 0.95, 'OH R': -0.95 }],
      ['Tom 1', { 'OH L': 0.9, 'OH R': -0.9 }],
      ['OH L', { 'OH R': -0.9 }],
    ]);
    const [one, ...others] = judgeSigns(wrong).reversed;
    expect([one?.channel, others.length, (one?.probability ?? 0) > 0.99]).toEqual(['OH R', 0, true]);
    expect(signFindings(wrong)[0]).toEqual(expect.objectContaining({ severity: 'fix', code: 'polarity-reversed', channels: ['OH R'] }));
  });
  test('two channels that disagree are one of the two: asked, never told', () => {
    const two = reportOf(
      ['OH L', 'OH R'],
      [
        ['OH L', { 'OH R': -0.95 }],
        ['OH R', { 'OH L': -0.95 }],
        ['OH L', { 'OH R': -0.9 }],
      ],
    );
    const verdict = judgeSigns(two);
    expect(verdict.reversed).toEqual([]);
    expect(verdict.oneOf.map(({ channel }) => channel).sort()).toEqual(['OH L', 'OH R']);
    for (const { probability } of verdict.oneOf) expect(probability).toBeCloseTo(0.5, 1);
    expect(signFindings(two)).toEqual([expect.objectContaining({ severity: 'note', code: 'question' })]);
  });
  test('one unsure sign among many sure ones says nothing', () => {
    const odd = reportOf(names, [
      ['Snare', { 'OH L': 0.95, 'OH R': 0.95 }],
      ['Tom 1', { 'OH L': 0.9, 'OH R': -0.6 }],
      ['OH L', { 'OH R': 0.9 }],
    ]);
    expect(signFindings(odd)).toEqual([]);
  });
  test('a source that is split in four says four times the same, and is one witness', () => {
    const hat = { Kick: 0.95, 'OH L': 0.95, 'OH R': -0.95 };
    const once = judgeSigns(reportOf(names, [['Snare', hat]]));
    const split = judgeSigns(
      reportOf(
        names,
        Array.from({ length: 4 }, () => ['Snare', hat] as const),
      ),
    );
    expect(split).toEqual(once);
    expect(split.reversed).toEqual([]);
    // What is noted in three channels has three.
    const three = judgeSigns(
      reportOf(
        names,
        (['Snare', 'Tom', 'OH L'] as const).map((spot) => [spot, { [spot === 'OH L' ? 'Snare' : 'OH L']: 0.95, 'OH R': -0.95 }] as const),
      ),
    );
    expect(three.reversed.map(({ channel }) => channel)).toEqual(['OH R']);
  });
  test('an under that swings with its top is asked about', () => {
    const under = reportOf(names, [['Snare', { 'Snare under': 0.95, 'OH L': 0.95, 'OH R': 0.95 }]]);
    expect(signFindings(under)).toEqual([expect.objectContaining({ code: 'question', channels: ['Snare under', 'Snare'], probability: 0.99 })]);
  });
});

describe('a fuller sum is offered, never told as a fault', () => {
  const proposal = { flips: ['Kick'], delays: [], gainDb: { low: 3.2, mid: 0.5, high: 0 } };
  const channel = (name: string) => ({
    name,
    peakDbfs: -12,
    truePeakDbtp: -12,
    loudnessLufs: -25,
    noiseFloorDbfs: -70,
    dcOffset: 0,
    silent: false,
    clips: [],
    clipCount: 0,
    isFloat: false,
    hum: null,
  });
  const told = (signs: Readonly<Record<string, number>>, low = 3.2) => {
    const report = reportOf(
      ['Snare', 'Tom', 'OH L', 'OH R'],
      [
        ['Snare', signs],
        ['OH L', { 'OH R': signs['OH R'] ?? 0.9 }],
        ['Tom', signs],
      ],
    );
    return takeFindings({
      ...report,
      channels: ['Snare', 'OH L', 'OH R'].map(channel),
      sampleRate: 48_000,
      proposal: { ...proposal, gainDb: { ...proposal.gainDb, low } },
    });
  };
  test('as a note with its gain, from a decibel on', () => {
    expect(told({ 'OH L': 0.9, 'OH R': 0.9 })).toEqual([
      expect.objectContaining({
        severity: 'note',
        code: 'sum-fuller',
        message: expect.objectContaining({ facts: expect.objectContaining({ gain: { figure: 3.2, digits: 1 } }) }),
      }),
    ]);
    expect(told({ 'OH L': 0.9, 'OH R': 0.9 }, 0.9)).toEqual([]);
  });
  test('not while a channel is upside down', () => {
    expect(told({ 'OH L': 0.95, 'OH R': -0.95 }).map(({ code }) => code)).toEqual(['polarity-reversed']);
  });
});

describe('open recordings of drums carried to microphones by the plain renderer, no plan', () => {
  const check = async (seed: number, fault: 'none' | 'reversed') => {
    const take = openTake(await strokes, { seed, fault, seconds: 8 });
    const opened = await Promise.all(take.channels.map((samples, i) => openAudio(bytesSource(`${take.names[i]}.wav`, floatWav(samples)))));
    const report = await checkTake(
      opened.flatMap((result) => (result.ok ? [result.file] : [])),
      { kernel: await loadFftKernel() },
    );
    return { take, report };
  };
  const strokes = loadStrokes();
  test('clean takes: nothing to fix, nothing to improve', async () => {
    for (let seed = 11; seed < 11 + walks(2, 300); seed++) {
      const { report } = await check(seed, 'none');
      expect([seed, report.findings.filter(({ severity }) => severity !== 'note')]).toEqual([seed, []]);
    }
  });
  test('one reversed channel: it is named or asked about, never another one', async () => {
    let named = 0;
    for (const seed of [21, 22, 24]) {
      const { take, report } = await check(seed, 'reversed');
      const accused = report.findings.filter(({ code }) => code === 'polarity-reversed').flatMap(({ channels }) => channels);
      expect([seed, accused.filter((name) => name !== take.names[take.wrong])]).toEqual([seed, []]);
      named += accused.length;
    }
    expect(named).toBeGreaterThanOrEqual(1);
  });
});
