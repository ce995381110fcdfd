import { boathouseKit } from '../../../demo/boathouse';
import { ITEMS, SESSION, schemaOf } from './records';
import type { Field, Reference } from './records/record';
import { firstDeadReference, withoutDeadReferences } from './references';
import { shelfSchema } from './schema';
import { STEPS } from './schemaWords';
import type { Session } from './session';

/** Every number of a described schema, by its path, with the unit it declares. */
function numbersIn(described: unknown, path: string): { readonly path: string; readonly unit: string | undefined }[] {
  const { type, flags, keys, items, patterns, matches } = described as Record<string, never> & { type?: string };
  const inKeys = Object.entries((keys ?? {}) as Record<string, unknown>).flatMap(([key, one]) => numbersIn(one, `${path}.${key}`));
  const lists = [
    ...((items ?? []) as unknown[]),
    ...((patterns ?? []) as { rule: unknown }[]).map(({ rule }) => rule),
    ...((matches ?? []) as { schema: unknown }[]).map(({ schema }) => schema),
  ].flatMap((one) => numbersIn(one, path));
  return [...(type === 'number' ? [{ path, unit: (flags as { unit?: string } | undefined)?.unit }] : []), ...inKeys, ...lists];
}

describe('units of stored numbers', () => {
  const all = [...numbersIn(schemaOf(SESSION).describe(), ''), ...numbersIn(shelfSchema.describe(), 'shelf')];
  /** What this project writes at a name's end, and the unit that it stands for. */
  const ENDS: readonly (readonly [RegExp, string])[] = [
    [/KgM$/, 'kg·m'],
    [/Kg$/, 'kg'],
    [/In$/, 'in'],
    [/MvPerPa$/, 'mV/Pa'],
    [/Deg$/, '°'],
    [/Dba$/, 'dBA'],
    [/Dbu$/, 'dBu'],
    [/Db$/, 'dB'],
    [/Samples$/, 'samples'],
    [/temperatureC$/, '°C'],
    [/M$|\.[xyz]$/, 'm'],
  ];
  test.each(ENDS)('a field whose name ends in %p is in its unit', (end, unit) => {
    const first = (path: string): RegExp | undefined => ENDS.find(([pattern]) => pattern.test(path))?.[0];
    const named = all.filter(({ path }) => first(path) === end);
    expect(named.length).toBeGreaterThan(0);
    expect(named.filter((one) => one.unit !== unit)).toEqual([]);
  });
  test('what has no unit has a name that says so', () => {
    const bare = new Set(all.filter(({ unit }) => !unit).map(({ path }) => path.split('.').at(-1)));
    expect([...bare].sort()).toEqual(
      'cableChanges colour count digitalInputs heardScale latencySeconds lowCutHz lugsHz pan playedMinutes prices sampleRateHz tempoBpm toGet width'.split(
        ' ',
      ),
    );
    expect(Object.keys(STEPS)).toEqual(expect.arrayContaining([...new Set(all.flatMap(({ unit }) => unit ?? []))]));
  });
});

describe('references', () => {
  const kit = boathouseKit();
  const entries = Object.entries(ITEMS).flatMap(([list, records]) =>
    Object.entries(records as Record<string, Field>).flatMap(([key, { refers }]) => (refers ? [[list, key, refers] as const] : [])),
  );

  test('every field that holds an id of something else says what it points at', () => {
    const silent = Object.entries(ITEMS).flatMap(([list, records]) =>
      Object.entries(records as Record<string, Field>)
        .filter(([key, { refers }]) => !refers && /Id$|^target$|^stand$|^heldString$|^centre$/.test(key))
        .map(([key]) => `${list}.${key}`),
    );
    // Where a microphone came from is told also when that set-up is no longer on the shelf.
    expect(silent).toEqual(['microphones.setupId']);
    expect(entries).toHaveLength(11);
  });

  test.each(entries)('%s.%s without what it points at', (list, key, refers: Reference) => {
    const items = kit[list as 'microphones'] as readonly object[];
    const nowhere = {
      microphone: 'gone',
      model: 'gone',
      outboard: 'gone',
      stand: { modelId: 'gone', baseM: { x: 0, y: 0 } },
      source: { instrumentId: 'gone', sourceId: 'gone' },
      mark: { instrumentId: 'gone', markId: 'gone', lengthM: 1 },
    }[refers.to];
    const template: Record<string, object> = {
      tape: { microphoneId: 'gone', from: 'a/b', lengthM: 1 },
      furnishings: {
        id: 'f',
        kind: 'collar',
        name: 'Collar',
        positionM: { x: 1, y: 1 },
        rotationDeg: 0,
        widthM: 0.5,
        heightM: 0.5,
        bottomM: 1,
        microphoneId: 'gone',
      },
    };
    const item = { ...(template[list] ?? kit[list as 'microphones'][0]), [key]: nowhere };
    const broken = { ...kit, [list]: [item, ...items.slice(1)] } as Session;
    const after = (withoutDeadReferences(broken)[list as 'microphones'] as readonly object[]).find(
      (one) => (one as { id?: string }).id === (item as { id?: string }).id,
    );
    const expected = { null: null, absent: undefined, kept: nowhere, refused: nowhere, item: 'no item' }[refers.lost];
    expect(after ? (after as Record<string, unknown>)[key] : 'no item').toEqual(expected);
    const problem = firstDeadReference(broken);
    if (refers.lost === 'kept') expect(problem).toBeNull();
    else expect(problem).toMatch(new RegExp(`^${list}\\[0\\]\\.${key} names `));
  });
});
