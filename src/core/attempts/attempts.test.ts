import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { wander } from '../../../hostile/commandWalk';
import { walks } from '../../../scripts/walks';
import { sayMetric } from '../../words';
import type { Move } from '../checks';
import {
  applyMove,
  BRIEF,
  commit,
  differenceOf,
  editMicrophone,
  getReady,
  moveMicrophone,
  plugAll,
  putBetween,
  putReading,
  READY,
  type Session,
  sessionProblem,
} from '../document';
import { createRandom } from '../math';
import { resolvePlan } from '../planning';
import { type Attempt, attemptsCsv, attemptsJson, changesBetween, countChanges, notPutBack, putBack, readAttempt, wayBack } from './index';

const KIT = boathouseKit();
const idOf = (name: string): string => KIT.microphones.find((one) => one.name === name)?.id ?? '';
const NOW = '2026-11-26T10:00:00.000Z';

function made(...commands: Parameters<typeof commit>[1][]): Session {
  return commands.reduce((session, command) => {
    const result = commit(session, command, NOW);
    return result.kind === 'changed' ? result.session : session;
  }, KIT);
}

const toldOf = (session: Session) => changesBetween(KIT, session).map(({ told: { code, facts } }) => ({ code, facts }));

describe('what changed', () => {
  test('nothing is nothing', () => expect(toldOf(KIT)).toEqual([]));
  test('a stand that was moved: how far, its height, its string (by hand)', () => {
    const snare = KIT.microphones.find(({ id }) => id === idOf('Snare'));
    if (!snare) throw new Error('a snare');
    const up = made(moveMicrophone(snare.id, { ...snare.positionM, z: snare.positionM.z + 0.06 }));
    const [source] = resolvePlan(KIT).sources.filter(({ id }) => id === 'snare');
    const gap = (z: number): number =>
      Math.hypot(
        snare.positionM.x - (source?.sides[0].positionM.x ?? 0),
        snare.positionM.y - (source?.sides[0].positionM.y ?? 0),
        z - (source?.sides[0].positionM.z ?? 0),
      );
    const longer = gap(snare.positionM.z + 0.06) - gap(snare.positionM.z);
    const near = (metres: number) => ({ metres: expect.closeTo(metres, 9) });
    expect(toldOf(up)[0]).toMatchObject({
      code: 'stands-away-so',
      facts: {
        name: 'Snare',
        far: near(0.06),
        parts: {
          each: [
            { code: 'higher', facts: { by: near(0.06) } },
            { code: 'string-longer', facts: { source: { midway: 'Snare' }, by: near(longer) } },
          ],
        },
      },
    });
  });
  test.each([
    ['a pad', editMicrophone(idOf('Overhead left'), { padOn: true }), ['switched', 'Overhead left: pad', 'on']],
    ['polarity', editMicrophone(idOf('Kick'), { flipped: true }), ['switched', 'Kick: polarity reversed in the mix', 'on']],
    ['a choice of the instrument', getReady('choose', { choices: { 'demo-instrument/beater': 'wood' } }), ['was-is', 'Beater:', 'wood']],
  ])('%s', (_, command, [code, what, is]) =>
    expect(toldOf(made(command))).toContainEqual({
      code,
      facts: expect.objectContaining({ what, is: code === 'was-is' ? is : expect.objectContaining({ code: is }) }),
    }),
  );
  test('another input, and something between', () => {
    const shelf = {
      ...KIT.shelf,
      outboard: [
        {
          id: 'a',
          name: 'Attenuator, 10 dB',
          kind: 'attenuator' as const,
          count: 1,
          gainMinDb: -10,
          gainMaxDb: -10,
          takes: ['XLR' as const],
          gives: 'XLR' as const,
          needsPower: false,
          blocksPower: false,
          givesPower: false,
        },
      ],
    };
    const base = plugAll({ [idOf('Kick')]: 'eight-input/in1' })({ ...KIT, shelf });
    const other = putBetween(idOf('Kick'), 'a')({ ...base, patch: { [idOf('Kick')]: 'eight-input/in4' } });
    const told = changesBetween(base, other).map((change) => change.told);
    expect(told).toContainEqual({ domain: 'changes', code: 'in-input', facts: { name: 'Kick', is: '4', was: '1' } });
    expect(told).toContainEqual({
      domain: 'changes',
      code: 'goes-through',
      facts: { name: 'Kick', is: 'Attenuator, 10 dB', was: { domain: 'changes', code: 'a-cable-alone', facts: {} } },
    });
  });
});

test('a pair that moved as one is one change; two microphones are two', () => {
  const [pair] = KIT.pairs;
  if (!pair) throw new Error('a pair');
  const left = KIT.microphones.find(({ id }) => id === pair.leftId);
  if (!left) throw new Error('its left');
  const moved = made(moveMicrophone(left.id, { ...left.positionM, z: left.positionM.z + 0.1 }));
  const changes = changesBetween(KIT, moved);
  expect(countChanges(moved, changes)).toBe(1);
  const more = commit(
    moved,
    editMicrophone(idOf('Kick'), { padOn: !KIT.microphones.find(({ id }) => id === idOf('Kick'))?.padOn, flipped: true }),
    NOW,
  );
  if (more.kind !== 'changed') throw new Error('changed');
  expect(countChanges(more.session, changesBetween(KIT, more.session))).toBeGreaterThan(1);
});

test('what one press on a finding changes is one change: an exchange of cables, a reversed one with what makes up for it, a delay that is remembered', () => {
  const [kick, snare] = [idOf('Kick'), idOf('Snare')];
  const moves: readonly Move[] = [
    { kind: 'cables exchanged', microphoneId: kick, otherId: snare, label: '' },
    { kind: 'invert', where: 'mix', microphoneId: kick, label: '' },
    { kind: 'latency', microphoneId: kick, bySamples: 144, inMix: true, label: '' },
  ];
  for (const move of moves) {
    const session = made(applyMove(move));
    expect([move.kind, countChanges(session, changesBetween(KIT, session))]).toEqual([move.kind, 1]);
  }
  const both = commit(made(applyMove(moves[1] as Move)), applyMove(moves[2] as Move), NOW);
  if (both.kind !== 'changed') throw new Error('changed');
  expect(countChanges(both.session, changesBetween(KIT, both.session))).toBe(2);
});

/** What of a session is no set-up: the record's, the day's, and what its brief and lists hold of the day. */
const besides = ({ updatedAt: _, ...session }: Session): unknown => {
  const { microphones, pairs, instruments, furnishings, room, patch, sampleRateHz, brief, ready, ...rest } = session;
  const day = (records: Readonly<Record<string, { readonly part: string }>>, group: object) =>
    Object.fromEntries(Object.entries(group).filter(([key]) => records[key]?.part === 'day'));
  return { ...rest, brief: day(BRIEF, brief), ready: day(READY, ready) };
};

/** Whether everything that a set-up refers to is on a session's shelf. */
const hasGearOf = ({ shelf }: Session, then: Session): boolean =>
  (['microphones', 'stands', 'devices'] as const).every((kind) => then.shelf[kind].every(({ id }) => shelf[kind].some((one) => one.id === id)));

test('put back: the set-up is as it stood, every other part untouched, and what is told is what differs, field by field (seeded walks over every command)', () => {
  let [whole, lacking] = [0, 0];
  for (let seed = 1; seed <= walks(30, 1000); seed++) {
    const start = boathouseSessions()[createRandom(seed).integer(0, 4)] as Session;
    const walked = wander(start, seed, 30);
    const told = changesBetween(walked, start);
    const differing = differenceOf(walked, start).map(({ entity, id, field }) => `${entity}/${id ?? ''}/${field}`);
    const fields = new Set(told.flatMap((change) => change.fields));
    const isSmall = (key: string): boolean => /\/(positionM|aimM|stand|setupId|frame)$/.test(key);
    expect([seed, differing.filter((key) => !fields.has(key) && !isSmall(key))]).toEqual([seed, []]);
    expect([seed, [...fields].filter((key) => !differing.includes(key))]).toEqual([seed, []]);
    const back = commit(walked, putBack(start), NOW);
    if (back.kind === 'refused') throw new Error(`${seed}: ${back.reason}`);
    const session = back.kind === 'changed' ? back.session : walked;
    expect(sessionProblem(session)).toBeNull();
    expect([seed, JSON.stringify(besides(session))]).toEqual([seed, JSON.stringify(besides(walked))]);
    if (!hasGearOf(session, start)) {
      lacking++;
      continue;
    }
    whole++;
    expect([seed, differenceOf(start, session)]).toEqual([seed, []]);
    expect([seed, changesBetween(start, session)]).toEqual([seed, []]);
    // Every microphone that stands elsewhere has its height to set.
    const way = wayBack(walked, start);
    for (const change of told)
      if (
        change.kind === 'place' &&
        start.microphones.some(({ id, positionM }) => id === change.microphoneId && positionM !== undefined) &&
        change.told.code.startsWith('stands-away')
      )
        expect([seed, change.told.code, way.tape.some(({ microphoneId }) => microphoneId === change.microphoneId)]).toEqual([
          seed,
          change.told.code,
          true,
        ]);
  }
  expect(whole).toBeGreaterThan(lacking);
});

test('a microphone whose kind the shelf has lost is left out when its set-up is put back, and that is said', () => {
  const [first] = KIT.microphones;
  const shelf = { ...KIT.shelf, microphones: KIT.shelf.microphones.filter(({ id }) => id !== first?.modelId) };
  const without = { ...KIT, shelf, microphones: KIT.microphones.filter(({ modelId }) => modelId !== first?.modelId), pairs: [] };
  const back = commit(without, putBack(KIT), NOW);
  expect(back.kind === 'changed' && back.session.microphones.some(({ id }) => id === first?.id)).toBe(false);
  expect(notPutBack(without, KIT)?.facts).toEqual({ names: { join: 'comma', each: [first?.name] } });
  expect(notPutBack(KIT, KIT)).toBeNull();
});

test('readings stay with the day: gone from view with their set-up, there again when it is put back', () => {
  const [first] = KIT.microphones;
  const read = made(putReading({ microphoneId: first?.id ?? '', from: 'floor', lengthM: 1 }));
  const bare = commit(read, putBack({ ...KIT, microphones: [], pairs: [], patch: {} }), NOW);
  if (bare.kind !== 'changed') throw new Error('bare');
  expect(bare.session.tape).toEqual(read.tape);
  const again = commit(bare.session, putBack(KIT), NOW);
  expect(again.kind === 'changed' && again.session.tape).toEqual(read.tape);
});

const ATTEMPT: Attempt = {
  id: 'a',
  sessionId: KIT.id,
  at: NOW,
  kind: 'take',
  parentId: null,
  changes: ['Snare stands 6 cm from where it was.'],
  figures: { peaksDbfs: { x: -12 }, noisesDbfs: { x: -80 }, fixes: 1, improves: 0, findings: ['=SUM(A1)'], worst: { a: 'K', b: 'S', lossDb: -4.2 } },
  words: '=cmd|too boxy, "really"',
  tags: ['boxy'],
  rating: 3,
  soundBytes: 0,
};

test('a stored attempt is read as it was; anything else is none', () => {
  expect(readAttempt(JSON.parse(JSON.stringify(ATTEMPT)))).toEqual(ATTEMPT);
  for (const broken of [
    null,
    {},
    { ...ATTEMPT, rating: 9 },
    { ...ATTEMPT, at: 'yesterday' },
    { ...ATTEMPT, extra: 1 },
    { ...ATTEMPT, figures: { fixes: 1 } },
  ])
    expect(readAttempt(broken)).toBeNull();
});

test('the log: the first first, quoted as CSV wants, no cell a formula; as JSON whole', () => {
  const later = { ...ATTEMPT, id: 'b', at: '2026-11-26T11:00:00.000Z', words: '' };
  const lines = attemptsCsv([later, ATTEMPT], 'b', sayMetric).split('\r\n');
  expect(lines[1]).toContain('2026-11-26T10:00');
  expect(lines[1]).not.toMatch(/,=cmd|,"=cmd/);
  expect(lines[2]).toContain('current');
  expect(JSON.parse(attemptsJson([later, ATTEMPT], 'b')).attempts).toHaveLength(2);
});
