import fc from 'fast-check';
import { parseLength } from '../tape';
import { formatLength, inLengthUnit, LENGTH_UNITS, type LengthUnit, typedMetres } from './index';

const INCH = 0.0254;

// An inch is 25.4 mm exactly, a foot twelve of them (international yard and pound, 1959); the rest is arithmetic.
test.each([
  ['6\'11"', 83 * INCH],
  ['6\' 11"', 83 * INCH],
  ['6′ 11″', 83 * INCH],
  ['6’11”', 83 * INCH],
  ['6 ft 11 in', 83 * INCH],
  ['6ft11in', 83 * INCH],
  ['6 ft. 11 in.', 83 * INCH],
  ['6 feet 11 inches', 83 * INCH],
  ['6 foot 11', 83 * INCH],
  ["6'11", 83 * INCH],
  ['6 ft, 11 in', 83 * INCH],
  ['83 in', 83 * INCH],
  ['83"', 83 * INCH],
  ['83 inches', 83 * INCH],
  ["83''", 83 * INCH],
  ['6.5 ft', 78 * INCH],
  ["6'", 72 * INCH],
  ['40½"', 40.5 * INCH],
  ['40 1/2 in', 40.5 * INCH],
  ['40-1/2"', 40.5 * INCH],
  ["3' 4¼″", 40.25 * INCH],
  ['3\' 4-1/4"', 40.25 * INCH],
  ['1/2 in', 0.5 * INCH],
  ['2.1 m', 2.1],
  ['2,1 m', 2.1],
  ['2.1m', 2.1],
  ['2.1 metres', 2.1],
  ['2.1 meters', 2.1],
  ['2 m 10', 2.1],
  ['2m10', 2.1],
  ['2 m 10 cm', 2.1],
  ['210 cm', 2.1],
  ['210cm', 2.1],
  ['210 centimetres', 2.1],
  ['210 centimeters', 2.1],
  ['2100 mm', 2.1],
  ['2100 millimetres', 2.1],
  ['.5 m', 0.5],
  ['  0,5 M ', 0.5],
  ['6\u00a0ft\u00a011\u00a0in', 83 * INCH],
] as const)('“%s” is the same length whatever a bare number would be counted in', (typed, metres) => {
  for (const unit of LENGTH_UNITS) expect(typedMetres(typed, unit)).toBeCloseTo(metres, 9);
  for (const units of ['metric', 'imperial'] as const) expect(parseLength(typed, units)).toEqual({ ok: true, metres: expect.closeTo(metres, 9) });
});

test.each([
  ['83', 'in', 83 * INCH],
  ['83', 'cm', 0.83],
  ['6.5', 'ft', 78 * INCH],
  ['2,1', 'm', 2.1],
  ['-5', 'cm', -0.05],
  ['−5 in', 'cm', -5 * INCH],
] as const)('a bare number, or one below nought: “%s” in %s', (typed, unit, metres) => {
  expect(typedMetres(typed, unit)).toBeCloseTo(metres, 9);
});

test.each(['', 'six feet', '6\'11"5', '6 ft 11 cm', '2 m 10 in', '1/0 in', '1e3', '6..5', "'", 'NaN', '12 furlongs', '<b>2</b>'])(
  '“%s” is no length',
  (typed) => {
    for (const unit of LENGTH_UNITS) expect(typedMetres(typed, unit)).toBeNull();
  },
);

test('what is shown and typed again, ten times over, does not drift (seeded)', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.02, max: 25, noNaN: true }), fc.constantFrom('metric' as const, 'imperial' as const), (start, units) => {
      const first = formatLength(start, units);
      let length = start;
      for (let n = 0; n < 10; n++) length = typedMetres(formatLength(length, units), 'cm') ?? Number.NaN;
      return formatLength(length, units) === first;
    }),
    { seed: 30, numRuns: 300 },
  );
});

test('a length goes into a unit and back (seeded)', () => {
  fc.assert(
    fc.property(fc.double({ min: -30, max: 30, noNaN: true }), fc.constantFrom<LengthUnit>(...LENGTH_UNITS), (metres, unit) => {
      const back = typedMetres(inLengthUnit(metres, unit).toFixed(9), unit);
      return back !== null && Math.abs(back - metres) < 1e-8;
    }),
    { seed: 31, numRuns: 300 },
  );
});
