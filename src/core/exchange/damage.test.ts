import { boathouseSessions } from '../../../demo/boathouse';
import { sayMetric } from '../../words';
import { arrivalTable } from '../arrivals';
import { checkPlan } from '../checks';
import { type Session, sessionProblem } from '../document';
import { createRandom, type Random } from '../math';
import { resolvePlan } from '../planning';
import { exportSession, importDocument } from './index';

type Json = null | boolean | number | string | Json[] | { [key: string]: Json };

const ODD: readonly Json[] = [null, true, -1, 0, 1e9, 1e-9, '', 'x', 'NaN', [], {}, [1, 2], { x: 1 }, '<script>', '\u0000', '=1+1'];

/** Every place in a document that can be changed. */
function places(value: Json, path: (string | number)[] = []): (string | number)[][] {
  if (Array.isArray(value)) return [path, ...value.flatMap((item, i) => places(item, [...path, i]))];
  if (typeof value === 'object' && value !== null) return [path, ...Object.entries(value).flatMap(([key, item]) => places(item, [...path, key]))];
  return [path];
}

/** Changes one place: an odd value in, the thing out, or a stray key beside it. */
function damage(document: Json, random: Random): Json {
  const copy = structuredClone(document);
  const all = places(copy).filter((path) => path.length > 0);
  const path = all[random.integer(0, all.length - 1)] as (string | number)[];
  const last = path[path.length - 1] as string | number;
  const parent = path.slice(0, -1).reduce((at, key) => (at as { [key: string]: Json })[key as string] as Json, copy) as { [key: string]: Json };
  const way = random.integer(0, 2);
  if (way === 0) parent[last as string] = ODD[random.integer(0, ODD.length - 1)] as Json;
  else if (way === 1) {
    if (Array.isArray(parent)) parent.splice(Number(last), 1);
    else delete parent[last as string];
  } else if (!Array.isArray(parent)) parent[`stray${random.integer(0, 9)}`] = 1;
  return copy;
}

test('600 damaged sessions: refused with one sentence that names the field, or taken and fit to be worked with (seeded)', () => {
  const whole = boathouseSessions().map((session) => JSON.parse(exportSession(session)) as Json);
  let refused = 0;
  for (let seed = 1; seed <= 600; seed++) {
    const random = createRandom(seed);
    const damaged = damage(whole[seed % whole.length] as Json, random);
    const imported = importDocument(JSON.stringify(damaged));
    if (!imported.ok) {
      refused++;
      expect([seed, sayMetric(imported.reason)]).toEqual([seed, expect.stringMatching(/^[^\n]+\. Nothing was changed\.$/)]);
      continue;
    }
    if (imported.kind !== 'session') throw new Error(`seed ${seed} became a ${imported.kind}`);
    expect([seed, sessionProblem(imported.session)]).toEqual([seed, null]);
    const findings = checkPlan(arrivalTable(resolvePlan(imported.session)));
    for (const finding of findings) expect([seed, sayMetric(finding.message)]).toEqual([seed, expect.not.stringMatching(/NaN|undefined|Infinity/)]);
  }
  expect(refused).toBeGreaterThan(300);
});

test('a pair of one microphone, a string read twice, a model that is not on the shelf: each named', () => {
  const [kit] = boathouseSessions() as [Session];
  const refuse = (change: (session: Session) => Session): string => {
    const imported = importDocument(exportSession(change(kit)));
    return imported.ok ? 'taken' : sayMetric(imported.reason);
  };
  expect(refuse((session) => ({ ...session, pairs: session.pairs.map((pair) => ({ ...pair, rightId: pair.leftId })) }))).toMatch(
    /pairs\[0\] names the same microphone twice/,
  );
  // A reading of a microphone that is not there is of another set-up, and is kept; twice the same is refused.
  const nobody = { microphoneId: 'nobody', from: 'floor', lengthM: 1 };
  expect(refuse((session) => ({ ...session, tape: [nobody] }))).toBe('taken');
  expect(refuse((session) => ({ ...session, tape: [nobody, nobody] }))).toMatch(/tape\[1\] reads the same string a second time/);
  expect(
    refuse((session) => ({ ...session, microphones: session.microphones.map((placed, i) => (i === 2 ? { ...placed, modelId: 'gone' } : placed)) })),
  ).toMatch(/microphones\[2\]\.modelId names “gone”/);
  expect(refuse((session) => session)).toBe('taken');
});

test('lengths, angles and levels outside what can be are refused by their field', () => {
  const [kit] = boathouseSessions() as [Session];
  const reason = (change: object): string => {
    const imported = importDocument(exportSession({ ...kit, ...change } as Session));
    return imported.ok ? 'taken' : sayMetric(imported.reason);
  };
  expect(reason({ room: { ...kit.room, heightM: 0.5 } })).toMatch(/room\.heightM/);
  expect(reason({ room: { ...kit.room, glass: ['roof'] } })).toMatch(/room\.glass/);
  expect(reason({ instruments: kit.instruments.map((instrument) => ({ ...instrument, kind: 'kazoo' })) })).toMatch(/instruments\[0\]\.kind/);
  expect(reason({ shelf: { ...kit.shelf, stands: kit.shelf.stands.map((stand) => ({ ...stand, maxHeightM: 0.01 })) } })).toMatch(
    /shelf\.stands\[0\]\.maxHeightM/,
  );
});
