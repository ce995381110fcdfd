import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import { walks } from '../../../scripts/walks';
import { allCases, nameOf, placed } from '../../cli/audit/cases';
import { arrivalTable } from '../arrivals';
import { type PlacedMicrophone, panOf, type Session, sessionContent } from '../document';
import type { SourceKey } from '../ids';
import { type Monitor, matrixOf, mixDown, Scene } from '../listening';
import { createRandom, dot, loadFftKernel, normalize, subtract } from '../math';
import { resolvePlan } from '../planning';
import { lostByReversing } from './answerable';
import { answered, DRILL_KINDS, type DrillKind, LEVELS, makeDrill, NEW_STANDING, nextKind, readStandings, type Standing } from './index';

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

/** What a version of a drill sounds like: a phrase through the plan's own channels, as its question is heard. */
function heard(scene: Scene, session: Session, monitor: Monitor, key: SourceKey | null = null): Float32Array[] {
  scene.set({
    table: arrivalTable(resolvePlan(session)),
    instruments: session.instruments,
    playing: key === null ? { of: 'phrase' } : { of: 'source', key },
    rate: RATE,
  });
  const blocks = Array.from({ length: scene.blockCount }, (_, i) => scene.block(i));
  const channels = session.microphones.map((__, c) => Float32Array.from(blocks.flatMap((block) => [...(block[c] as Float32Array)])));
  const pairs = session.pairs.map(({ leftId, rightId, decoding, width = 1 }) => ({ leftId, rightId, decoding, width }));
  const mix = session.microphones.map((microphone) => ({ id: microphone.id, pan: panOf(session, microphone) }));
  return mixDown(channels, matrixOf(mix, pairs, new Set(mix.map(({ id }) => id)), monitor));
}

const RATE = 24_000;
const energyOf = (signal: readonly Float32Array[]): number => signal.reduce((sum, side) => side.reduce((all, x) => all + x * x, sum), 0);
const inner = (one: readonly Float32Array[], other: readonly Float32Array[]): number =>
  one.reduce((sum, side, s) => side.reduce((all, x, i) => all + x * (other[s]?.[i] ?? 0), sum), 0);

/** Angle between the ways two versions of a microphone look, degrees. */
function turnedByDeg(one: PlacedMicrophone, other: PlacedMicrophone): number {
  const look = ({ aimM, positionM }: PlacedMicrophone) => normalize(subtract(aimM, positionM));
  return (180 / Math.PI) * Math.acos(Math.max(-1, Math.min(1, dot(look(one), look(other)))));
}

/** What is left of one sound when the other is taken from it as loud as it fits best, dB. */
const differenceDb = (one: readonly Float32Array[], other: readonly Float32Array[]): number =>
  10 * Math.log10(Math.max(1e-12, 1 - inner(one, other) ** 2 / (energyOf(one) * energyOf(other))));

/** Energy up to a corner by a running mean over half a wave of it, three times over: plain, and low enough for a low end. */
function lowEnergy([left = new Float32Array(0), right = left]: readonly Float32Array[], hertz: number): number {
  const width = Math.round(RATE / (2 * hertz));
  const mean = (of: readonly number[]): number[] => {
    let sum = 0;
    return of.map((x, i) => {
      sum += x - (i >= width ? (of[i - width] as number) : 0);
      return sum / width;
    });
  };
  return mean(mean(mean([...left].map((x, i) => x + (right[i] ?? 0))))).reduce((sum, x) => sum + x * x, 0);
}

// A question that has no answer teaches wrong things. Each of its two versions is rendered and what is asked is measured on the sound.
test('every drill that is asked of a set-up can be heard: its two versions differ, and by what is asked (every so many set-ups in a short run)', async () => {
  const scene = new Scene(await loadFftKernel());
  const made: Partial<Record<DrillKind, number>> = {};
  const wrong: string[] = [];
  const rooms = allCases().filter(
    ({ room, recipe }, i, all) => room.name === 'middle' && all.findIndex((one) => one.recipe === recipe && one.room === room) === i,
  );
  for (const [i, one] of rooms.entries()) {
    if (i % walks(17, 1) !== 0) continue;
    const session = placed(one);
    for (const kind of DRILL_KINDS)
      for (let level = 1; level <= LEVELS[kind]; level++) {
        const drill = makeDrill(session, kind, level, createRandom(31 + level));
        if (!drill) continue;
        made[kind] = (made[kind] ?? 0) + 1;
        const name = `${nameOf(one)}: ${kind} ${level}`;
        const [changed, plain] = drill.answer === 'A' ? [drill.A, drill.B] : [drill.B, drill.A];
        const [other, as] = [heard(scene, changed, drill.monitor), heard(scene, plain, drill.monitor)];
        const difference = differenceDb(other, as);
        if (difference < -30) wrong.push(`${name}: only ${difference.toFixed(1)} dB apart`);
        if (kind === 'reversed') {
          // The source that should lose by it, played alone.
          const id = changed.microphones.find(({ flipped }, m) => flipped !== plain.microphones[m]?.flipped)?.id ?? '';
          const key = lostByReversing(plain, id)?.sourceKey ?? null;
          const [low, before] = [lowEnergy(heard(scene, changed, 'mono', key), 100), lowEnergy(heard(scene, plain, 'mono', key), 100)];
          // Half a decibel is within what the model leaves out.
          if (low >= 1.12 * before) wrong.push(`${name}: reversed it has ${(10 * Math.log10(low / before)).toFixed(1)} dB more low end`);
        }
        if (kind === 'off axis') {
          const at = changed.microphones.findIndex((two, m) => JSON.stringify(two) !== JSON.stringify(plain.microphones[m]));
          const turned = turnedByDeg(changed.microphones[at] as PlacedMicrophone, plain.microphones[at] as PlacedMicrophone);
          if (Math.abs(turned - ([90, 60, 35][level - 1] ?? 0)) > 0.5) wrong.push(`${name}: turned by ${turned.toFixed(0)}°`);
        }
      }
  }
  expect(wrong).toEqual([]);
  expect(Object.keys(made).length).toBeGreaterThanOrEqual(walks(5, DRILL_KINDS.length));
});
