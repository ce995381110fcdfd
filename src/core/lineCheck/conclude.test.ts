import { concludeLines, type Line, type LineNotes, NO_NOTES, upUntold } from './index';

/** Four lines in two banks, three microphones and a pickup: by hand, so that each sentence is asked for by the figures it rests on. */
const line = (n: number, more: Partial<Line> = {}): Line => ({
  microphoneId: `m${n}`,
  name: ['Kick', 'Snare', 'Left', 'Right'][n - 1] ?? `Number ${n}`,
  inputId: `in${n}`,
  inputName: String(n),
  bank: n < 3 ? '1–2' : '3–4',
  needsPower: n > 2,
  forbidsPower: false,
  powered: n > 2,
  gainDb: 30,
  pad: false,
  predictedPeakDbfs: -12,
  predictedNoiseDbfs: -80,
  idleNoiseDbfs: -82,
  ...more,
});
const LINES = [line(1), line(2), line(3), line(4)];

type Tap = LineNotes['taps'][string][string];
const heard = (peakDbfs: number, clapSign: Tap['clapSign'] = 1): Tap => ({ peakDbfs, heard: true, clapSign });
const deaf: Tap = { peakDbfs: -95, heard: false, clapSign: null };

/** Everything as it should be: own knocks at −30, the neighbours' 30 dB under. */
function good(lines: readonly Line[] = LINES): LineNotes {
  const byInput = <T>(of: (one: Line) => T): Record<string, T> => Object.fromEntries(lines.map((one) => [one.inputId, of(one)]));
  return {
    ...NO_NOTES,
    answers: byInput(() => ({ riseDb: 28, noiseDbfs: -82 })),
    power: { '3–4': true },
    silence: byInput(() => ({ noiseDbfs: -84, hum: null })),
    taps: Object.fromEntries(lines.map((tapped) => [tapped.microphoneId, byInput((one) => (one === tapped ? heard(-30) : heard(-60)))])),
    played: byInput(() => -13),
  };
}
const withTap = (notes: LineNotes, microphoneId: string, inputId: string, tap: Tap): LineNotes => ({
  ...notes,
  taps: { ...notes.taps, [microphoneId]: { ...notes.taps[microphoneId], [inputId]: tap } },
});
/** An input that hears no knock at all. */
const silenced = (notes: LineNotes, inputId: string): LineNotes =>
  Object.keys(notes.taps).reduce((now, id) => withTap(now, id, inputId, deaf), notes);
const told = (notes: LineNotes, lines: readonly Line[] = LINES): string[] =>
  concludeLines(lines, notes).map(({ kind, microphoneIds }) => `${kind} ${microphoneIds.join('+')}`.trim());
const words = (notes: LineNotes, lines: readonly Line[] = LINES): string =>
  concludeLines(lines, notes)
    .map(({ told: { code, facts } }) => `${code} ${JSON.stringify(facts)}`)
    .join(' ');

test('nothing measured, and everything in order, is told of nothing', () => {
  expect(told(NO_NOTES)).toEqual([]);
  expect(told(good())).toEqual([]);
});

describe('which microphone an input has', () => {
  test('two exchanged are one finding that names both inputs', () => {
    const notes = good();
    const swapped = {
      ...notes,
      taps: { ...notes.taps, m1: { ...notes.taps.m1, in1: heard(-60), in2: heard(-30) }, m2: { ...notes.taps.m2, in1: heard(-31), in2: heard(-62) } },
    };
    expect(told(swapped)).toEqual(['swapped m1+m2']);
    expect(words(swapped)).toBe('exchanged {"lines":{"join":"and","each":["Kick","Snare"]},"inputs":{"join":"and","each":["1","2"]}}');
  });
  test('three in a ring are one finding, with where each belongs', () => {
    const lines = LINES.slice(0, 3);
    const at: Record<string, string> = { in1: 'm2', in2: 'm3', in3: 'm1' };
    const notes = good(lines);
    const taps = Object.fromEntries(
      lines.map(({ microphoneId }) => [
        microphoneId,
        Object.fromEntries(lines.map(({ inputId }) => [inputId, at[inputId] === microphoneId ? heard(-30) : heard(-60)])),
      ]),
    );
    expect(told({ ...notes, taps }, lines)).toEqual(['swapped m1+m2+m3']);
    expect(words({ ...notes, taps }, lines)).toMatch(/^in-a-ring .*"plugs".*"input":"1".*"input":"2".*"input":"3"/);
  });
  test('two about as loud in one input are asked, not told', () => {
    expect(told(withTap(good(), 'm2', 'in1', heard(-33)))).toEqual(['question m1']);
  });
  test('while one was not tapped yet nothing is told of places', () => {
    const notes = good();
    const { m4: _, ...taps } = notes.taps;
    expect(told(silenced({ ...notes, taps }, 'in1'))).toEqual([]);
  });
});

describe('a silent line', () => {
  test('without power to want it is the cable', () => expect(told(silenced(good(), 'in1'))).toEqual(['dead m1']));
  test('beside one that is heard in its bank it is the cable, and power is said to be there', () => {
    expect(told(silenced(good(), 'in3'))).toEqual(['dead m3']);
    expect(words(silenced(good(), 'in3'))).toContain('silent-though-powered');
  });
  test('all of a bank are without power, by what the device says of it', () => {
    const both = silenced(silenced(good(), 'in3'), 'in4');
    expect(told(both)).toEqual(['no power m3', 'no power m4']);
    expect(words(both)).toContain('bank-gives-none');
    expect(words({ ...both, power: { '3–4': false } })).toContain('bank-says-off');
  });
  test('alone in its bank its hiss tells: an input with nothing in it is the cable, else it is power', () => {
    const alone = [line(1), line(2), line(3), line(4, { bank: '5–6' })];
    const notes = silenced(good(alone), 'in4');
    expect(told(notes, alone)).toEqual(['no power m4']);
    expect(told({ ...notes, answers: { ...notes.answers, in4: { riseDb: 28, noiseDbfs: -74 } } }, alone)).toEqual(['dead m4']);
  });
  test('where its input gives none, or its bank stays off for another, that is the reason', () => {
    const without = [line(1), line(2), line(3, { bank: null }), line(4)];
    expect(words(silenced(good(without), 'in3'), without)).toMatch(/^input-gives-no-power .*"input":"3"/);
    const beside = [line(1), line(2), line(3), line(4, { needsPower: false, forbidsPower: true })];
    const notes = silenced(good(beside), 'in3');
    expect(told(notes, beside)).toEqual(['harmful power m4', 'no power m3']);
    expect(words(notes, beside)).toMatch(/bank-stays-off .*"each":\["Right"\]/);
  });
  test('one that hums too loud for its knocks is told to hum, and not to be dead', () => {
    const notes = silenced(good(), 'in2');
    expect(told({ ...notes, silence: { ...notes.silence, in2: { noiseDbfs: -50, hum: { mainsHz: 50, levelDbfs: -52 } } } })).toEqual(['hum m2']);
  });
});

describe('which way up', () => {
  const turned = (...inputs: readonly string[]): LineNotes =>
    inputs.reduce((now, id) => withTap(now, id.replace('in', 'm'), id, heard(-30, -1)), good());
  test('one against three is upside down; so are two of five', () => {
    expect(told(turned('in3'))).toEqual(['reversed m3']);
    const five = [...LINES, line(5, { bank: '5–6', needsPower: false })];
    const notes = ['1', '4'].reduce((now, n) => withTap(now, `m${n}`, `in${n}`, heard(-30, -1)), good(five));
    expect(told(notes, five)).toEqual(['reversed m1', 'reversed m4']);
  });
  test('three against one: the one', () => expect(told(turned('in1', 'in2', 'in3'))).toEqual(['reversed m4']));
  test('two against two is a question', () => expect(told(turned('in1', 'in3'))).toEqual(['question m1+m2+m3+m4']));
  test('of two that differ it is one of the two', () => {
    const two = LINES.slice(0, 2);
    const notes = withTap(good(two), 'm2', 'in2', heard(-30, -1));
    expect(told(notes, two)).toEqual(['question m1+m2']);
    expect(words(notes, two)).toContain('polarity-open');
  });
  test('who did not clap has not been told, and a pickup neither', () => {
    const notes = withTap(good(), 'm2', 'in2', heard(-30, null));
    expect(told(notes)).toEqual([]);
    expect(upUntold(LINES, notes).map(({ name }) => name)).toEqual(['Snare']);
  });
});

describe('levels', () => {
  const played = (levels: Partial<Record<string, number>>, lines = LINES): LineNotes => ({
    ...good(lines),
    played: { ...good(lines).played, ...levels } as Record<string, number>,
  });
  test('one that is far off the others has another gain, and which way is said', () => {
    expect(told(played({ in2: 0 }))).toEqual(['wrong gain m2']);
    expect(words(played({ in2: 0 }))).toMatch(/^gain-too-high .*"by":\{"figure":13,/);
    expect(words(played({ in2: -30 }))).toMatch(/^gain-too-low .*"by":\{"figure":17,/);
  });
  test('all off alike is the player or every gain: a note, no fault of one', () => {
    const all = concludeLines(LINES, played({ in1: -24, in2: -25, in3: -23, in4: -26 }));
    expect(all.map(({ kind, severity }) => [kind, severity])).toEqual([['wrong gain', 'note']]);
  });
  test('of one or two lines that are off alike it is not told whose it is', () => {
    const two = LINES.slice(0, 2);
    expect(concludeLines(two, played({ in1: -26, in2: -25 }, two)).map(({ severity }) => severity)).toEqual(['note']);
    const one = LINES.slice(0, 1);
    expect(concludeLines(one, played({ in1: 0 }, one)).map(({ severity }) => severity)).toEqual(['note']);
    expect(words(played({ in1: 0 }, one), one)).toMatch(/^all-louder .*"lines":1/);
  });
  test('what the playing hardly reached is asked for again', () => expect(told(played({ in4: -70 }))).toEqual(['question m4']));
  test('of an exchanged or silent line no gain is judged', () => {
    expect(told(silenced(played({ in1: 0 }), 'in1'))).toEqual(['dead m1']);
  });
});

test('a device that does nothing is told once, and what follows from it is not told besides', () => {
  const notes = silenced(silenced(good(), 'in3'), 'in4');
  const dull = {
    ...notes,
    answers: Object.fromEntries(LINES.map(({ inputId }) => [inputId, { riseDb: 0.4, noiseDbfs: -100 }])),
    played: { in1: 0, in2: -50, in3: -90, in4: -90 },
  };
  expect(told(dull)).toEqual(['not answering']);
  const one = { ...good(), answers: { ...good().answers, in2: { riseDb: 1, noiseDbfs: -100 } }, played: { ...good().played, in2: 0 } };
  expect(told(one)).toEqual(['not answering m2']);
});

test('noise without hum, mains that is heard, and mains that is not', () => {
  const quiet = (in1: LineNotes['silence'][string]): LineNotes => ({ ...good(), silence: { ...good().silence, in1 } });
  expect(told(quiet({ noiseDbfs: -60, hum: null }))).toEqual(['noise m1']);
  expect(told(quiet({ noiseDbfs: -60, hum: { mainsHz: 60, levelDbfs: -61 } }))).toEqual(['hum m1']);
  expect(told(quiet({ noiseDbfs: -84, hum: { mainsHz: 50, levelDbfs: -99 } }))).toEqual([]);
});

test('a connection that was lost is told with how often', () => {
  expect(words({ ...good(), timesLost: 1 })).toBe('lost-before-the-take {"times":1}');
  expect(words({ ...good(), timesLost: 3 })).toBe('lost-before-the-take {"times":3}');
});
