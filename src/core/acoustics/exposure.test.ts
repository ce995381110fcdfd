import { allowedMinutes, dose, EXPOSURE_RULES } from './exposure';

// NIOSH 98-126, table 1-1: 88 dBA 4 h, 94 1 h, 97 30 min, 100 15 min, 106 3.8 min; 29 CFR 1910.95, table G-16: 95 4 h, 100 2 h, 105 1 h.
test.each([
  [88, 240],
  [94, 60],
  [97, 30],
  [100, 15],
  [106, 3.75],
])('recommended: %d dBA for %d minutes', (dba, minutes) => expect(allowedMinutes(EXPOSURE_RULES[0], dba)).toBeCloseTo(minutes, 9));
test.each([
  [95, 240],
  [100, 120],
  [105, 60],
])('regulation: %d dBA for %d minutes', (dba, minutes) => expect(allowedMinutes(EXPOSURE_RULES[1], dba)).toBeCloseTo(minutes, 9));
test('half the time is half the dose', () => expect(dose(EXPOSURE_RULES[0], 94, 30)).toBeCloseTo(0.5, 12));
