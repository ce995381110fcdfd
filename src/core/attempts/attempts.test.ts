import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { wander } from '../../../hostile/commandWalk';
import { walks } from '../../../scripts/walks';
import { commit, editMicrophone, getReady, moveMicrophone, plugAll, putBetween, type Session, sessionContent, sessionProblem } from '../document';
import { createRandom } from '../math';
import { resolvePlan } from '../planning';
import { type Attempt, attemptsCsv, attemptsJson, changesBetween, countChanges, putBack, readAttempt, wayBack } from './index';

const KIT = boathouseKit();
const idOf = (name: string): string => KIT.microphones.find((one) => one.name === name)?.id ?? '';
const NOW = '2026-11-26T10:00:00.000Z';

function made(...commands: Parameters<typeof commit>[1][]): Session {
  return commands.reduce((session, command) => {
    const result = commit(session, command, NOW);
    return result.kind === 'changed' ? result.session : session;
  }, KIT);
}

const wordsOf = (session: Session): string[] => changesBetween(KIT, session).map(({ words }) => words);

describe('what changed, in words', () => {
  test('nothing is nothing', () => expect(wordsOf(KIT)).toEqual([]));
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
    const [words] = wordsOf(up);
    expect(words).toMatch(/^Snare stands 6 cm from where it was: 6 cm higher, its string to the snare .* cm longer\.$/);
    const told = Number(/snare ([\d.]+) cm/.exec(words ?? '')?.[1]);
    // Told to half a centimetre.
    expect(Math.abs(told / 100 - longer)).toBeLessThan(0.0026);
  });
  test.each([
    ['a pad', editMicrophone(idOf('Overhead left'), { padOn: true }), /pad on/],
    ['polarity', editMicrophone(idOf('Kick'), { flipped: true }), /inverted in the mix on/],
    ['a choice of the instrument', getReady('choose', { choices: { 'demo-instrument/beater': 'wood' } }), /beater: wood, it was as it comes/],
  ])('%s', (_, command, words) => expect(wordsOf(made(command)).join(' ')).toMatch(words));
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
    const words = changesBetween(base, other).map((change) => change.words);
    expect(words).toContain('Kick is in input 4, it was in 1.');
    expect(words).toContain('Kick goes through Attenuator, 10 dB, it went through a cable alone.');
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

test('an attempt put back is the set-up as it stood, whole, after any changes at all; and nothing is told to have changed (seeded)', () => {
  for (let seed = 1; seed <= walks(12, 200); seed++) {
    const random = createRandom(seed);
    const start = boathouseSessions()[random.integer(0, 4)] as Session;
    const walked = wander(start, seed, 30);
    const back = commit(walked, putBack(start), NOW);
    const session = back.kind === 'changed' ? back.session : walked;
    expect(sessionProblem(session)).toBeNull();
    expect(sessionContent(session)).toBe(sessionContent(start));
    expect(changesBetween(start, session)).toEqual([]);
    const way = wayBack(walked, start);
    // Every microphone that stands elsewhere has its height to set.
    for (const change of changesBetween(walked, start))
      if (change.kind === 'place') expect(way.tape.some(({ microphoneId }) => microphoneId === change.microphoneId)).toBe(true);
  }
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
  const lines = attemptsCsv([later, ATTEMPT], 'b').split('\r\n');
  expect(lines[1]).toContain('2026-11-26T10:00');
  expect(lines[1]).not.toMatch(/,=cmd|,"=cmd/);
  expect(lines[2]).toContain('stands now');
  expect(JSON.parse(attemptsJson([later, ATTEMPT], 'b')).attempts).toHaveLength(2);
});
