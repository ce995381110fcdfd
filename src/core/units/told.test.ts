import { formatTemperature, formatWeight, inUnits, keptTemperature, shownTemperature, shownUnits } from './index';

// One inch is 25.4 mm and one pound 0.45359237 kg by definition (1959 agreement).
test.each([
  ['{20 to 40 cm} above, between the heads.', '20 to 40 cm above, between the heads.', '8 to 16 in above, between the heads.'],
  ['box: {30 by 30 by 48 cm}, hole of {12 cm}', 'box: 30 by 30 by 48 cm, hole of 12 cm', 'box: 12 by 12 by 19 in, hole of 5 in'],
  ['{3.4 m} from that wall', '3.4 m from that wall', '11 ft from that wall'],
  ['{5 cm} up or down', '5 cm up or down', '2 in up or down'],
  ['{1.2 m} high', '1.2 m high', '47 in high'],
  ['no length at all, 110° and 12 dB', 'no length at all, 110° and 12 dB', 'no length at all, 110° and 12 dB'],
])('%s', (text, metric, imperial) => {
  expect(inUnits(text, 'metric')).toBe(metric);
  expect(inUnits(text, 'imperial')).toBe(imperial);
});

test('weights, loads and temperatures in both', () => {
  expect([formatWeight(0.45359237, 'imperial'), formatWeight(0.3, 'metric')]).toEqual(['1.00 lb', '0.30 kg']);
  expect([formatTemperature(20, 'imperial'), formatTemperature(-3, 'metric')]).toEqual(['68 °F', '−3 °C']);
  expect(shownUnits('imperial').load.per).toBeCloseTo(7.233, 3);
  for (const c of [-20, 0, 18.5, 50]) expect(keptTemperature(shownTemperature(c, 'imperial'), 'imperial')).toBeCloseTo(c, 12);
});
