import fc from 'fast-check';
import { BOATHOUSE_SHELF, boathouseKit } from '../../../demo/boathouse';
import { sayMetric } from '../../words';
import { arrivalTable } from '../arrivals';
import { commit, editMicrophone } from '../document';
import { resolvePlan } from '../planning';
import { exportAside, exportLibrary, exportSession, exportShelf, importDocument, importInSteps, inputList, inputListCsv, toCsv } from './index';

const changed = (change: (document: Record<string, unknown>) => void): string => {
  const document = JSON.parse(exportSession(boathouseKit())) as Record<string, unknown>;
  change(document);
  return JSON.stringify(document);
};

describe('round trips', () => {
  test('a session comes back exactly', () => {
    const session = boathouseKit();
    const imported = importDocument(exportSession(session));
    expect(imported).toEqual({ ok: true, kind: 'session', session });
  });
  test('so do the shelf and the whole library', () => {
    expect(importDocument(exportShelf(BOATHOUSE_SHELF))).toEqual(expect.objectContaining({ ok: true, kind: 'shelf' }));
    const session = boathouseKit();
    const imported = importDocument(exportLibrary(BOATHOUSE_SHELF, [session]));
    expect(imported.ok && imported.kind === 'library' && imported.sessions[0]).toEqual(session);
  });
  test('any position that was kept survives to the last bit (seeded)', () => {
    const session = boathouseKit();
    const id = session.microphones[0]?.id ?? '';
    const coordinate = fc.double({ min: -99, max: 99, noNaN: true }).filter((v) => !Object.is(v, -0));
    fc.assert(
      fc.property(coordinate, coordinate, coordinate, (x, y, z) => {
        const result = commit(session, editMicrophone(id, { positionM: { x, y, z } }), '2026-11-25T10:00:00.000Z');
        if (result.kind !== 'changed') return;
        const moved = result.session;
        const imported = importDocument(exportSession(moved));
        expect(imported.ok && imported.kind === 'session' && imported.session).toEqual(moved);
      }),
      { seed: 31, numRuns: 50 },
    );
  });
});

const unusable = (problem: RegExp) => ({ code: 'cannot-be-used', facts: { problem: expect.stringMatching(problem) } });

describe('bad documents: told by their field, nothing changed', () => {
  test.each([
    ['cut short', exportSession(boathouseKit()).slice(0, 500), { code: 'no-json' }],
    ['a list', '[1,2]', { code: 'no-document' }],
    ['another format', '{"format":"recipe-book","version":1}', { code: 'no-known-format' }],
    [
      'a newer version',
      changed((d) => {
        d.version = 9;
      }),
      { code: 'newer-version', facts: { version: 9, most: 7 } },
    ],
    [
      'no version',
      changed((d) => {
        delete d.version;
      }),
      { code: 'no-version' },
    ],
    [
      'a word for a width',
      changed((d) => {
        (d.room as Record<string, unknown>).widthM = 'wide';
      }),
      unusable(/^room\.widthM must be a number/),
    ],
    [
      'a microphone without a shelf entry',
      changed((d) => {
        ((d.microphones as Record<string, unknown>[])[0] as Record<string, unknown>).modelId = 'gone';
      }),
      unusable(/^microphones\[0\]\.modelId names “gone”/),
    ],
    [
      'an unknown field',
      changed((d) => {
        d.surprise = 1;
      }),
      unusable(/^surprise is not allowed/),
    ],
  ])('%s', (_, text, reason) => {
    const imported = importDocument(text);
    expect(imported).toMatchObject({ ok: false, reason: { code: 'nothing-was-changed', facts: { reason } } });
  });
  test('random text never throws (seeded)', () => {
    fc.assert(
      fc.property(fc.string(), (text) => importDocument(text).ok === false),
      { seed: 32, numRuns: 300 },
    );
    fc.assert(
      fc.property(fc.json(), (text) => importDocument(text).ok === false),
      { seed: 33, numRuns: 200 },
    );
  });
});

describe('a backup that is not whole', () => {
  const backup = (change: (document: Record<string, unknown>) => void): string => {
    const document = JSON.parse(exportLibrary(BOATHOUSE_SHELF, [boathouseKit(), { ...boathouseKit(), id: 'second', name: 'Second' }])) as Record<
      string,
      unknown
    >;
    change(document);
    return JSON.stringify(document);
  };
  const read = (text: string) => {
    const imported = importDocument(text);
    if (!imported.ok || imported.kind !== 'library') throw new Error(JSON.stringify(imported));
    return {
      names: imported.sessions.map(({ name }) => name),
      shelf: imported.shelf !== null,
      aside: imported.aside.map(({ what }) => sayMetric(what)),
    };
  };
  const both = [boathouseKit().name, 'Second'];
  test.each([
    ['a stray field', (d) => Object.assign(d, { surprise: 1 }), both, true, ['the field “surprise”']],
    ['no list of sessions', (d) => Object.assign(d, { sessions: 'gone' }), [], true, ['the sessions']],
    ['a shelf that is gone', (d) => Object.assign(d, { shelf: null }), both, false, ['the shelf']],
    [
      'two of one id',
      (d) => Object.assign(d, { sessions: [...(d.sessions as object[]), (d.sessions as object[])[0]] }),
      both,
      true,
      [boathouseKit().name],
    ],
    ['a session that is none', (d) => Object.assign(d, { sessions: [...(d.sessions as object[]), 7] }), both, true, ['session 3']],
  ] as [string, (d: Record<string, unknown>) => unknown, string[], boolean, string[]][])(
    '%s: what can be read is, the rest is named',
    (_, spoil, names, shelf, aside) => expect(read(backup(spoil))).toEqual({ names, shelf, aside }),
  );
  test('what was set aside can be exported, just as it was', () => {
    const imported = importDocument(backup((d) => Object.assign(d, { sessions: [{ name: 'Odd', room: 'gone' }] })));
    if (!imported.ok || imported.kind !== 'library') throw new Error('a library');
    expect((JSON.parse(exportAside(imported.aside, sayMetric)) as { content: unknown }[])[0]?.content).toEqual({ name: 'Odd', room: 'gone' });
  });
  test('in steps it comes to the same, and says how far it is', () => {
    const text = backup(() => undefined);
    const steps = importInSteps(text);
    const shares: number[] = [];
    let step = steps.next();
    for (; !step.done; step = steps.next()) shares.push(step.value);
    expect(step.value).toEqual(importDocument(text));
    expect(shares).toEqual([0, 0, 0.5]);
  });
});

describe('CSV (RFC 4180)', () => {
  test('quotes, commas and line ends are quoted; rows end in CRLF', () => {
    expect(toCsv([['a "b"', 'c,d', 'e\nf']])).toBe('"a ""b""","c,d","e\nf"\r\n');
  });
  test('cells a spreadsheet would run are neutralised; plain numbers are not (common practice)', () => {
    expect(toCsv([['=HYPERLINK("x")', '@cmd', '-12.0', '+1']])).toBe('"\'=HYPERLINK(""x"")",\'@cmd,-12.0,+1\r\n');
  });
  test('the input list of the demo', () => {
    const session = { ...boathouseKit(), patch: { 'demo-1': 'eight-input/in1' } };
    const rows = inputList(session, arrivalTable(resolvePlan(session)));
    const lines = inputListCsv(rows, sayMetric).trim().split('\r\n');
    expect(lines).toHaveLength(5);
    expect(lines[1]).toMatch(
      /^"Eight-input interface, phantom in fours",1,Kick,Bass-drum dynamic,off,,off,off,off,off,,,\d+,-1[12]\.\d,normal,centre,"01 Kick, centre\.wav"$/,
    );
  });
});
