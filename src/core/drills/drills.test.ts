import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { sessionContent } from '../document';
import { createRandom } from '../math';
import { resolvePlan } from '../planning';
import { answered, DRILL_KINDS, LEVELS, makeDrill, NEW_STANDING, nextKind, readStandings, type Standing } from './index';

test('on the kit every kind can be made at every level; the answer is the one that differs as asked; the session stays as it is', () => {
  const kit = boathouseKit();
  const before = sessionContent(kit);
  const random = createRandom(4);
  const sides = { A: 0, B: 0 };
  for (const kind of DRILL_KINDS)
    for (let level = 1; level <= LEVELS[kind]; level++)
      for (let n = 0; n < 6; n++) {
        const drill = makeDrill(kit, kind, level, random);
        if (!drill) throw new Error(`${kind} cannot be made`);
        sides[drill.answer]++;
        const [changed, plain] = drill.answer === 'A' ? [drill.A, drill.B] : [drill.B, drill.A];
        expect(changed.microphones.map(({ id }) => id)).toEqual(plain.microphones.map(({ id }) => id));
        const differ = changed.microphones.filter((one, i) => JSON.stringify(one) !== JSON.stringify(plain.microphones[i]));
        expect(differ.length).toBeGreaterThan(0);
        if (kind === 'reversed') expect(differ.every((one) => one.flipped !== plain.microphones.find(({ id }) => id === one.id)?.flipped)).toBe(true);
        if (kind === 'late') {
          const other = plain.microphones.find(({ id }) => id === differ[0]?.id);
          const ms = ((differ[0]?.alignSamples ?? 0) - (other?.alignSamples ?? 0)) / (kit.sampleRateHz / 1000);
          expect(ms).toBeCloseTo([5, 2, 1, 0.5][level - 1] ?? 0, 2);
        }
        expect(resolvePlan(changed).microphones).toHaveLength(changed.microphones.length);
        expect(drill.question.code).toMatch(/^ask-/);
        expect(drill.explains.code).toMatch(/^tell-/);
      }
  expect(sessionContent(kit)).toBe(before);
  expect(Math.min(sides.A, sides.B)).toBeGreaterThan(0.3 * (sides.A + sides.B));
});

test('what a session lacks is not asked: no pair, no spaced pair in mono', () => {
  const single = boathouseSessions().find(({ microphones }) => microphones.length === 1);
  if (!single) throw new Error('the demo has a session of one microphone');
  expect(makeDrill(single, 'mono', 1, createRandom(1))).toBeNull();
  expect(makeDrill(single, 'reversed', 1, createRandom(1))).toBeNull();
  expect(makeDrill(single, 'closer', 1, createRandom(1))).not.toBeNull();
});

test('three right in a row are harder and later, each time twice as late; a wrong answer is easier and due at once', () => {
  let standing: Standing = NEW_STANDING;
  const days: number[] = [];
  for (let n = 0; n < 9; n++) {
    standing = answered(standing, 'late', true, 100);
    if (n % 3 === 2) days.push(standing.dueDay - 100);
  }
  expect(days).toEqual([1, 2, 4]);
  expect(standing).toMatchObject({ level: 4, right: 9, tries: 9 });
  const after = answered(standing, 'late', false, 100);
  expect(after).toMatchObject({ level: 3, streak: 0, box: 0, dueDay: 100, right: 9, tries: 10 });
});

test('what is due comes first, the weakest of it, and not the same twice while there is another', () => {
  const standings = {
    late: { ...NEW_STANDING, dueDay: 120, right: 0, tries: 5 },
    closer: { ...NEW_STANDING, dueDay: 90, right: 8, tries: 9 },
    reversed: { ...NEW_STANDING, dueDay: 90, right: 2, tries: 9 },
  };
  const three = ['late', 'closer', 'reversed'] as const;
  expect(nextKind(standings, 100, three)).toBe('reversed');
  expect(nextKind(standings, 100, three, 'reversed')).toBe('closer');
  expect(nextKind(standings, 10, three)).toBe('late');
  expect(nextKind({}, 100, [])).toBeNull();
});

test('what was kept and cannot be read is begun anew', () => {
  expect(readStandings('{"late":{"level":2,"streak":0,"box":1,"dueDay":9,"right":3,"tries":4},"odd":1}')).toEqual({
    late: { level: 2, streak: 0, box: 1, dueDay: 9, right: 3, tries: 4 },
  });
  for (const text of ['', '[', '{"late":{"level":-1}}', '7', null]) expect(readStandings(text)).toEqual({});
});
