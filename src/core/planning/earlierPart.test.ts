import { boathouseKit } from '../../../demo/boathouse';
import type { Session } from '../document';
import { besideEarlierPart } from './index';

const KIT = boathouseKit();
const [kit] = KIT.instruments;
const at = (own: number, earlier: number, brief: Session['brief'] = {}) => {
  const told = besideEarlierPart({ ...KIT, brief }, own, earlier);
  return told && [told.code, told.facts.by];
};

// Loudness differences add up in dB: all by hand.
test.each([
  ['as loud, and as loud is wanted', at(-20, -20.4), 'part-sits-right', 0],
  ['louder by 4: the fader goes down by as much', at(-16, -20), 'part-fader-down', 4],
  ['softer by 7', at(-27, -20), 'part-fader-up', 7],
  ['with faders at unity its gains do it', at(-16, -20, { levelHabit: 'balanced at unity' }), 'part-gains-down', 4],
  ['wanted 9 under, it is as loud', at(-20, -20, { levelHabit: 'balanced at unity', levelsDb: { [kit?.id ?? '']: -9 } }), 'part-gains-down', 9],
  ['wanted 9 under, it is 12 under', at(-32, -20, { levelHabit: 'balanced at unity', levelsDb: { [kit?.id ?? '']: -9 } }), 'part-gains-up', 3],
] as const)('%s', (_, told, code, by) => {
  expect(told?.[0]).toBe(code);
  expect(told?.[1]).toEqual({ figure: expect.closeTo(by, 0), digits: 0 });
});

test('of silence nothing is said', () => {
  expect(besideEarlierPart(KIT, Number.NEGATIVE_INFINITY, -20)).toBeNull();
  expect(besideEarlierPart(KIT, -20, -80)).toBeNull();
});
