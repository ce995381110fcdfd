import {
  amplitudeRatioFromDb,
  dbFromAmplitudeRatio,
  dbFromPowerRatio,
  formatDelay,
  formatFrequency,
  formatLength,
  formatNumber,
  powerRatioFromDb,
} from './index';

test('amplitude and power decibels are two different things (common practice)', () => {
  expect(amplitudeRatioFromDb(-20)).toBeCloseTo(0.1, 12);
  expect(powerRatioFromDb(-20)).toBeCloseTo(0.01, 12);
  expect(dbFromAmplitudeRatio(2)).toBeCloseTo(6.02, 2);
  expect(dbFromPowerRatio(2)).toBeCloseTo(3.01, 2);
  expect(dbFromAmplitudeRatio(0)).toBe(-Infinity);
});

test('a tape reads to half a centimetre or a quarter inch (product rule)', () => {
  expect(formatLength(1.0349, 'metric')).toBe('103.5 cm');
  expect(formatLength(0.3, 'metric')).toBe('30 cm');
  expect(formatLength(1.0287, 'imperial')).toBe('3′ 4½″');
  expect(formatLength(0.0063, 'imperial')).toBe('¼″');
  expect(formatLength(-0.05, 'metric')).toBe('−5 cm');
});

test('a delay is told in ms, samples and length together', () => {
  expect(formatDelay(0.00042, 48000, 343.2, 'metric')).toBe('0.42 ms (20 samples, 14.4 cm)');
});

test('numbers: true minus, no minus nought, no NaN shown', () => {
  expect(formatNumber(-0.04, 1)).toBe('0.0');
  expect(formatNumber(-1.5, 1)).toBe('−1.5');
  expect(formatNumber(Number.NaN, 1)).toBe('unknown');
  expect(formatFrequency(1716)).toBe('1.72 kHz');
});
