import fc from 'fast-check';
import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { boathouseKit } from '../../../demo/boathouse';
import { walks } from '../../../scripts/walks';
import { sayMetric } from '../../words';
import { createRandom, distance, median, type Random, type Vec3, vec3 } from '../math';
import { resolvePlan } from '../planning';
import { deviationOf, deviationTold, judgeReadings, parseLength, type Reading, solvePosition, tapeList } from './index';

describe('the list', () => {
  const plan = resolvePlan(boathouseKit());
  test('every microphone gets its height and two or three strings; low ones before tall ones', () => {
    const list = tapeList(plan);
    for (const { id } of plan.microphones) expect([3, 4]).toContain(list.filter(({ microphoneId }) => microphoneId === id).length);
    const names = [...new Set(list.map((entry) => entry.microphone))];
    expect(names.slice(0, 2).sort()).toEqual(['Kick', 'Snare']);
    const overhead = list.filter((entry) => entry.microphone === 'Overhead left');
    expect(overhead[0]).toEqual(expect.objectContaining({ kind: 'height', from: 'Floor' }));
    expect(overhead.find((entry) => entry.from.startsWith('Snare'))?.lengthM).toBeCloseTo(1, 0);
  });
  test('tolerances come from what one hears: a pair is held to 2 cm, a close microphone finer, none finer than the tape', () => {
    for (const entry of tapeList(plan)) {
      expect(entry.toleranceM).toBeGreaterThanOrEqual(0.005);
      expect(entry.toleranceM).toBeLessThanOrEqual(entry.microphone.startsWith('Overhead') ? 0.02 : 0.1);
    }
    const snare = tapeList(plan).find((entry) => entry.microphone === 'Snare' && entry.kind === 'string');
    expect(snare?.toleranceM).toBeLessThan(0.012);
  });
});

describe('reading the tape', () => {
  // One inch is 25.4 mm exactly; the rest is arithmetic.
  test.each([
    ['103.5', 'metric', 1.035],
    ['103,5 cm', 'metric', 1.035],
    ['1.035 m', 'imperial', 1.035],
    ['1035mm', 'metric', 1.035],
    ['3\' 4 1/2"', 'imperial', 40.5 * 0.0254],
    ['3\' 4 1/2"', 'metric', 40.5 * 0.0254],
    ['3′ 4½″', 'imperial', 40.5 * 0.0254],
    ['3 ft 4 in', 'imperial', 40 * 0.0254],
    ["5'", 'imperial', 60 * 0.0254],
    ['40 1/2', 'imperial', 40.5 * 0.0254],
    ['40½ in', 'metric', 40.5 * 0.0254],
    ['3/4"', 'imperial', 0.75 * 0.0254],
    ['2.5 ft', 'imperial', 30 * 0.0254],
  ] as const)('“%s” (%s)', (typed, units, metres) => {
    const parsed = parseLength(typed, units);
    expect(parsed.ok && parsed.metres).toBeCloseTo(metres, 9);
  });
  test.each(['', 'about a metre', '-5', '0', '4000 m', '1/0', '3\' 4" 5', '1e9'])('“%s” is refused by what it is', (typed) => {
    const parsed = parseLength(typed, 'metric');
    expect(parsed).toEqual({
      ok: false,
      reason: expect.objectContaining({
        domain: 'strings',
        code: expect.stringMatching(/^(type-it|no-length|more-than-nothing|longer-than-a-tape)$/),
      }),
    });
  });
  test('any text at all gives an answer, never an exception; what is taken is a sensible length (seeded)', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), fc.constantFrom('metric' as const, 'imperial' as const), (typed, units) => {
        const parsed = parseLength(typed, units);
        return parsed.ok ? parsed.metres > 0 && parsed.metres <= 30 : parsed.reason.domain === 'strings';
      }),
      { seed: 11, numRuns: 500 },
    );
  });
  test('feet, inches and sixteenths come back exactly (seeded)', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 20 }), fc.integer({ min: 0, max: 11 }), fc.integer({ min: 1, max: 15 }), (feet, inches, sixteenths) => {
        const parsed = parseLength(`${feet}' ${inches} ${sixteenths}/16"`, 'metric');
        return parsed.ok && Math.abs(parsed.metres - (12 * feet + inches + sixteenths / 16) * 0.0254) < 1e-9;
      }),
      { seed: 12 },
    );
  });
});

test('a deviation in ms, degrees at 1 kHz and first dip: 10 cm at 343.2 m/s (reference table)', () => {
  const deviation = deviationOf(1.1, 1, 0.02, 343.2);
  expect(deviation.delayMs).toBeCloseTo(0.2914, 3);
  expect(deviation.firstDipHz).toBeCloseTo(1716, 0);
  expect(deviation.degreesAt1k).toBeCloseTo(104.9, 1);
  expect(sayMetric(deviationTold(deviation))).toBe('Make it 10 cm shorter (0.29 ms, 105° at 1 kHz, first dip 1.72 kHz).');
  expect(sayMetric(deviationTold(deviationOf(1.01, 1, 0.02, 343.2)))).toBe('Within what you can hear (+1 cm).');
});

/** Marks spread over a kit, a place to find, and readings with 5 mm of tape noise. */
function tapeCase(random: Random, marks: number): { truth: Vec3; planned: Vec3; readings: Reading[] } {
  const truth = vec3(random.between(-1, 1), random.between(-1, 1), random.between(0.4, 1.9));
  const spots: Vec3[] = [];
  while (spots.length < marks) {
    const spot = vec3(random.between(-1.2, 1.2), random.between(-1.2, 1.2), random.between(0.1, 1.2));
    if (spots.every((other) => distance(other, spot) > 0.35) && distance(spot, truth) > 0.25) spots.push(spot);
  }
  const readings = [
    { name: 'floor', fromM: null, lengthM: truth.z + 0.005 * random.normal() },
    // The tape is held to where a mark really is; the plan has it a centimetre beside, on every axis.
    ...spots.map((really, i) => ({
      name: `mark ${i}`,
      fromM: vec3(really.x + 0.01 * random.normal(), really.y + 0.01 * random.normal(), really.z + 0.01 * random.normal()),
      lengthM: distance(really, truth) + 0.005 * random.normal(),
    })),
  ];
  const planned = vec3(truth.x + 0.1 * random.normal(), truth.y + 0.1 * random.normal(), truth.z + 0.1 * random.normal());
  return { truth, planned, readings };
}

describe('the place from the tape: 1,000 seeded cases, tape 5 mm and marks 1 cm off', () => {
  test('median error under 1.5 cm with four marks and the floor; uncertainty calibrated', () => {
    const errors: number[] = [];
    const normalised: number[] = [];
    for (let seed = 1; seed <= 1000; seed++) {
      const { truth, planned, readings } = tapeCase(createRandom(seed), 4);
      const solved = solvePosition(readings, planned);
      if (!solved.ok) throw new Error(`seed ${seed}: ${solved.code}`);
      expect([seed, solved.stopReason]).toEqual([seed, 'converged']);
      const error = distance(solved.positionM, truth);
      errors.push(error);
      normalised.push((error / solved.uncertaintyM) ** 2);
    }
    expect(median(errors)).toBeLessThan(0.015);
    // Calibrated: the squared error over the squared uncertainty averages 1.
    const mean = normalised.reduce((sum, v) => sum + v, 0) / normalised.length;
    expect(mean).toBeGreaterThan(0.9);
    expect(mean).toBeLessThan(1.1);
  });

  // Bounds: our own demands. A reading is off by 8 to 25 cm; a place counts as wrong in silence where it is over 6 cm and three of its own
  // stated deviations off and nothing is said.
  test.each([
    [4, 0.01, 0.02, 0.5],
    [6, 0.01, 0.004, 0.9],
  ])(
    'one gross reading among %i strings and the floor: seldom an innocent one left out, hardly a wrong place in silence',
    (strings, innocentAtMost, silentAtMost, namedAtLeast) => {
      const counts = { named: 0, innocent: 0, silent: 0, honestAsked: 0, honestLeftOut: 0 };
      const cases = walks(120, 3000);
      // Of a short walk one case more may be among them.
      const one = walks(1, 0) / cases;
      for (let seed = 1; seed <= cases; seed++) {
        const random = createRandom(70_000 + seed);
        const { truth, planned, readings } = tapeCase(random, strings);
        const wrong = random.integer(0, readings.length - 1);
        const by = (random.uniform() < 0.5 ? -1 : 1) * random.between(0.08, 0.25);
        const misread = readings.map((reading, i) => (i === wrong ? { ...reading, lengthM: Math.max(0.02, reading.lengthM + by) } : reading));
        const { position, inconsistencies, knownToM } = judgeReadings(misread, planned);
        const leftOut = inconsistencies.find(({ code }) => code === 'too-long' || code === 'too-short')?.readings[0];
        if (leftOut === wrong) counts.named++;
        else if (leftOut !== undefined) counts.innocent++;
        else if (inconsistencies.length === 0 && position.ok && !position.alsoM)
          if (distance(position.positionM, truth) > Math.max(0.06, 3 * knownToM)) counts.silent++;
        const honest = judgeReadings(readings, planned).inconsistencies;
        if (honest.some(({ code }) => code === 'too-long' || code === 'too-short')) counts.honestLeftOut++;
        else if (honest.length > 0) counts.honestAsked++;
      }
      expect(counts.named / cases).toBeGreaterThanOrEqual(namedAtLeast - 5 * one);
      expect(counts.innocent / cases).toBeLessThanOrEqual(innocentAtMost + one);
      expect(counts.silent / cases).toBeLessThanOrEqual(silentAtMost + one);
      expect(counts.honestLeftOut / cases).toBeLessThanOrEqual(0.002 + one);
      // Asked for once more although nothing is wrong: the price of hearing of what is.
      expect(counts.honestAsked / cases).toBeLessThanOrEqual(0.08 + 3 * one);
    },
  );

  test('with one string to spare the wrong one cannot be told: those that may be are named, and nothing is left out', () => {
    let asked = 0;
    for (let seed = 1; seed <= 60; seed++) {
      const random = createRandom(90_000 + seed);
      const { planned, readings } = tapeCase(random, 3);
      const misread = readings.map((reading, i) => (i === 1 ? { ...reading, lengthM: reading.lengthM + 0.2 } : reading));
      const { inconsistencies } = judgeReadings(misread, planned);
      for (const { code, readings: which } of inconsistencies) if (code === 'one-is-wrong' && which.includes(1)) asked++;
      expect(inconsistencies.every(({ code }) => code !== 'too-long' && code !== 'too-short')).toBe(true);
    }
    expect(asked).toBeGreaterThan(36);
  });

  test('how well three readings are known grows with how far from the plan they put the microphone', () => {
    const near = tapeCase(createRandom(31), 2);
    const known = (planned: Vec3): number => judgeReadings(near.readings, planned).knownToM;
    const solved = solvePosition(near.readings, near.planned);
    if (!solved.ok) throw new Error(solved.code);
    const far = vec3(solved.positionM.x + 0.25, solved.positionM.y, solved.positionM.z + 0.2);
    expect(known(solved.positionM)).toBeGreaterThan(solved.uncertaintyM);
    expect(known(far)).toBeGreaterThan(known(solved.positionM));
  });

  test('three readings: no wrong place is accepted in silence, seeded cases', () => {
    let wrong = 0;
    let asked = 0;
    for (let seed = 1; seed <= walks(300, 3000); seed++) {
      const { truth, planned, readings } = tapeCase(createRandom(20_000 + seed), 2);
      const solved = solvePosition(readings, planned);
      if (!solved.ok) continue;
      if (solved.alsoM) asked++;
      else if (distance(solved.positionM, truth) > Math.max(0.06, 4 * solved.uncertaintyM)) wrong++;
    }
    expect(wrong).toBe(0);
    expect(asked).toBeGreaterThan(10);
  });

  test('of two places that fit, one is the truth or near it, and one more string tells which', () => {
    let settled = 0;
    let open = 0;
    for (let seed = 1; seed <= 200; seed++) {
      const { truth, planned, readings } = tapeCase(createRandom(40_000 + seed), 3);
      const two = solvePosition(readings.slice(0, 3), planned);
      if (!two.ok || !two.alsoM) continue;
      open++;
      expect(Math.min(distance(two.positionM, truth), distance(two.alsoM, truth))).toBeLessThan(Math.max(0.08, 5 * two.uncertaintyM));
      const three = solvePosition(readings, planned);
      if (three.ok && three.alsoM === null && distance(three.positionM, truth) < 0.08) settled++;
    }
    expect(open).toBeGreaterThan(5);
    expect(settled / open).toBeGreaterThan(0.7);
  });

  test('a triangle that cannot close is named by its two readings', () => {
    const readings: Reading[] = [
      { name: 'Snare centre', fromM: vec3(0, 0, 0.6), lengthM: 0.5 },
      { name: 'Kick front', fromM: vec3(1, 0, 0.6), lengthM: 0.44 },
      { name: 'Floor', fromM: null, lengthM: 0.9 },
    ];
    const { inconsistencies } = judgeReadings(readings, vec3(0.5, 0, 0.9));
    expect(inconsistencies[0]).toEqual({
      readings: [0, 1],
      code: 'triangle-open',
      facts: { first: 'Snare centre', second: 'Kick front', by: { metres: expect.closeTo(0.06, 6) } },
    });
  });

  test('two readings, or marks in one line, are refused with the reason', () => {
    const line = [0, 0.5, 1].map((x): Reading => ({ name: `m${x}`, fromM: vec3(x, 0, 1), lengthM: Math.abs(x - 2) }));
    expect(solvePosition(line.slice(0, 2), vec3(2, 0, 1))).toEqual(expect.objectContaining({ ok: false }));
    const flat = solvePosition(line, vec3(2, 0, 1));
    expect(flat.ok).toBe(false);
    expect(flat).toEqual({ ok: false, code: 'in-a-plane', facts: {} });
  });

  test('the same place as the reference solver finds (ml-levenberg-marquardt, npm), 50 seeded cases', () => {
    for (let seed = 1; seed <= 50; seed++) {
      const { planned, readings: all } = tapeCase(createRandom(9000 + seed), 5);
      // Strings alone: the reference solver knows one weight.
      const readings = all.slice(1);
      const ours = solvePosition(readings, planned);
      if (!ours.ok) throw new Error(`seed ${seed}: ${ours.code}`);
      const model =
        (at: number[]) =>
        (index: number): number => {
          const [x = 0, y = 0, z = 0] = at;
          const from = readings[index]?.fromM;
          return from ? distance(from, vec3(x, y, z)) : z;
        };
      const reference = levenbergMarquardt({ x: readings.map((_, i) => i), y: readings.map((reading) => reading.lengthM) }, model, {
        initialValues: [planned.x, planned.y, planned.z],
        damping: 1e-3,
        gradientDifference: 1e-6,
        maxIterations: 200,
        errorTolerance: 1e-14,
      });
      const [x = 0, y = 0, z = 0] = reference.parameterValues;
      expect([seed, distance(ours.positionM, vec3(x, y, z)) < 2e-4]).toEqual([seed, true]);
    }
  });

  test('swapping readings changes nothing; moving the room moves the answer along (symmetry)', () => {
    const { planned, readings } = tapeCase(createRandom(77), 4);
    const a = solvePosition(readings, planned);
    const b = solvePosition([...readings].reverse(), planned);
    const shift = (p: Vec3): Vec3 => vec3(p.x + 3, p.y - 2, p.z);
    const c = solvePosition(
      readings.map((reading) => ({ ...reading, fromM: reading.fromM && shift(reading.fromM) })),
      shift(planned),
    );
    if (!a.ok || !b.ok || !c.ok) throw new Error('solved');
    expect(distance(a.positionM, b.positionM)).toBeLessThan(1e-6);
    expect(distance(shift(a.positionM), c.positionM)).toBeLessThan(1e-6);
  });
});
