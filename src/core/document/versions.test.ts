import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { boathouseSessions } from '../../../demo/boathouse';
import { distance } from '../math';
import { resolvePlan } from '../planning';
import { readSession, type Session, sessionProblem, versionNeeded } from './index';

/** A microphone as the program that wrote the document saw it: behind the mix, and as far from each face of each source. */
interface Meant {
  readonly microphone: string;
  readonly flipped: boolean;
  readonly alignSamples: number;
  readonly strings: Readonly<Record<string, readonly number[]>>;
  /** What stands between it and its input, from the microphone on, and where its splitter's second way goes. */
  readonly between?: readonly string[];
  readonly secondInput?: string;
}

/** Written by the last program of each version: the demo's five sessions and what twenty random walks of commands came to; of the fifth eight rigs with things between too. */
const FIXTURES = ['versions2to4', 'version5'].flatMap(
  (name) =>
    JSON.parse(gunzipSync(readFileSync(new URL(`./fixtures/${name}.json.gz`, import.meta.url))).toString()) as {
      readonly document: Record<string, unknown>;
      readonly meaning: readonly Meant[];
    }[],
);

const opened = (document: Record<string, unknown>): Session => {
  const read = readSession(document);
  if (!read.ok) throw new Error(`${String(document.version)} ${String(document.id)}: ${JSON.stringify(read.reason)}`);
  return read.value;
};

test('a document of version 6 opens as it is, and only one that says how steadily it is played needs version 7', () => {
  const [session] = boathouseSessions() as [Session];
  const { version: _, ...rest } = session;
  expect(opened({ ...rest, version: 6 })).toEqual(session);
  const steady = (steadiness: Session['brief']['steadiness']) => versionNeeded({ ...session, brief: { ...session.brief, steadiness } });
  expect([versionNeeded(session) < 7, steady('very steady')]).toEqual([true, 7]);
});

test.each([2, 3, 4, 5])('documents of version %i, made by the program that wrote it, open and mean the same', (version) => {
  const fixtures = FIXTURES.filter(({ document }) => document.version === version);
  expect(fixtures).toHaveLength(25);
  let strings = 0;
  for (const { document, meaning } of fixtures) {
    const session = opened(document);
    const label = `${version} ${session.id}`;
    expect([label, sessionProblem(session)]).toEqual([label, null]);
    const names = session.microphones.map(({ id, outboardId, lineOutboardId, secondInput }) => [id, outboardId, lineOutboardId, secondInput]);
    const meant = meaning.map(({ microphone, between = [], secondInput }) => [microphone, between[0], between[1], secondInput]);
    if (version >= 5) expect([label, names]).toEqual([label, meant]);
    const plan = resolvePlan(session);
    expect([label, plan.microphones.map(({ id, flipped, alignSamples }) => [id, flipped, alignSamples])]).toEqual([
      label,
      meaning.map(({ microphone, flipped, alignSamples }) => [microphone, flipped, alignSamples]),
    ]);
    // Congas stand apart by their bellies since: their own strings are other ones.
    const moved = new Set(session.instruments.flatMap(({ id, kind }) => (kind === 'hand-drums' ? [id] : [])));
    for (const [m, microphone] of plan.microphones.entries())
      for (const source of plan.sources) {
        const lengths = meaning[m]?.strings[`${source.instrumentId}/${source.id}`];
        if (!lengths || moved.has(source.instrumentId)) continue;
        strings++;
        source.sides.forEach(({ positionM }, side) => {
          const off = Math.abs(distance(positionM, microphone.positionM) - (lengths[side] ?? 0));
          if (off > 0.0006) throw new Error(`${label}: ${microphone.name} to ${source.name} is ${off.toFixed(4)} m longer or shorter than it was`);
        });
      }
  }
  expect(strings).toBeGreaterThan(60);
});

test('a document of a newer version is refused by saying so, and names no field', () => {
  for (const { document } of FIXTURES.slice(0, 5)) {
    const read = readSession({ ...document, version: 99, microphones: 'otherwise since' });
    expect(read).toEqual({ ok: false, reason: { domain: 'documents', code: 'newer-version', facts: { version: 99, most: 7 } } });
  }
});
