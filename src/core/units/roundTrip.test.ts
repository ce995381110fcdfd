import fc from 'fast-check';
import { parseLength } from '../tape';
import { formatDelay, formatFineLength, formatFrequency, formatLength, inchesFromMetres, metresFromInches } from './index';

const metres = fc.double({ min: 0.02, max: 25, noNaN: true });

describe('what is shown can be typed back', () => {
  test('centimetres come back within a quarter of one: half the half-centimetre step (seeded)', () => {
    fc.assert(
      fc.property(metres, (length) => {
        const parsed = parseLength(formatLength(length, 'metric'), 'metric');
        return parsed.ok && Math.abs(parsed.metres - length) <= 0.0025 + 1e-9;
      }),
      { seed: 61, numRuns: 300 },
    );
  });
  test('feet and inches come back within an eighth of an inch: half the quarter-inch step (seeded)', () => {
    fc.assert(
      fc.property(metres, (length) => {
        const parsed = parseLength(formatLength(length, 'imperial'), 'imperial');
        return parsed.ok && Math.abs(parsed.metres - length) <= metresFromInches(0.125) + 1e-9;
      }),
      { seed: 62, numRuns: 300 },
    );
  });
  test('either system reads the other’s marks (seeded)', () => {
    fc.assert(
      fc.property(metres, (length) => {
        const [inches, centimetres] = [
          parseLength(formatLength(length, 'imperial'), 'metric'),
          parseLength(formatLength(length, 'metric'), 'imperial'),
        ];
        return inches.ok && centimetres.ok && Math.abs(inches.metres - centimetres.metres) < 0.007;
      }),
      { seed: 63, numRuns: 300 },
    );
  });
});

test('inches and back is exact enough for a tape a kilometre long (seeded)', () => {
  fc.assert(
    fc.property(fc.double({ min: -1000, max: 1000, noNaN: true }), (length) => Math.abs(metresFromInches(inchesFromMetres(length)) - length) < 1e-9),
    { seed: 64 },
  );
});

test('nothing that is shown has a hyphen for a minus, a minus nought or a long tail (seeded)', () => {
  fc.assert(
    fc.property(fc.double({ min: -30, max: 30, noNaN: true }), fc.constantFrom('metric' as const, 'imperial' as const), (value, units) => {
      for (const text of [
        formatLength(value, units),
        formatFineLength(value, units),
        formatFrequency(Math.abs(value) * 700),
        formatDelay(value / 1000, 48_000, 343.2, units),
      ])
        if (/-|−0(\.0+)? |\d\.\d{3,}/.test(text)) return false;
      return true;
    }),
    { seed: 65, numRuns: 300 },
  );
});
