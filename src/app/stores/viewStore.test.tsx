import { unitsOf } from './viewStore';

// The three places that measure in feet and inches (US, Liberia, Myanmar: common knowledge); all others in metres.
test.each([
  ['en-US', 'imperial'],
  ['es-US', 'imperial'],
  ['en-LR', 'imperial'],
  ['my-MM', 'imperial'],
  ['en-GB', 'metric'],
  ['en', 'metric'],
  ['de-DE', 'metric'],
  ['pt-BR', 'metric'],
  ['', 'metric'],
])('a page read as “%s” begins in %s units', (language, units) => {
  expect(unitsOf(language)).toBe(units);
});
