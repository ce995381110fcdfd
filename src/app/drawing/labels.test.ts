import { createRandom } from '../../core/math';
import { type Box, microphoneLabels, spreadLabels } from './labels';
import { stringDash } from './MicrophoneGlyph';

const covers = (a: Box, b: Box): boolean => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

test('a label takes the first of its places that covers nothing, and the emptiest where each covers something', () => {
  const at = (x: number, w = 10): Box => ({ x, y: 0, w, h: 10 });
  expect(spreadLabels([[at(0), at(20)], [at(0), at(20), at(40)], [at(45)]], [])).toEqual([0, 1, 0]);
  expect(spreadLabels([[at(0), at(5), at(9)]], [at(0)])).toEqual([2]);
});

test('letters of microphones that stand about leave one another free wherever there is room (200 seeded rooms)', () => {
  for (let seed = 0; seed < 200; seed++) {
    const random = createRandom(seed);
    // Two steps apart at least, so that there is a free corner for each.
    const microphones = Array.from({ length: 12 }, (_, i) => ({
      label: ['K', 'OL', 'SU'][random.integer(0, 2)] as string,
      at: { x: 80 * (i % 4) + random.integer(0, 12), y: 60 * Math.floor(i / 4) + random.integer(0, 8) },
    }));
    const boxes = microphoneLabels(microphones, 1).map(({ box }) => box);
    for (const [i, box] of boxes.entries()) expect([seed, i, boxes.findIndex((other, j) => j > i && covers(box, other))]).toEqual([seed, i, -1]);
  }
});

test('eight colours are told apart by colour alone, the ninth microphone and on by its broken line', () => {
  const microphones = Array.from({ length: 20 }, (_, i) => ({ id: `m${i}`, colour: i % 8 }));
  const looks = microphones.map(({ id, colour }) => `${colour} ${stringDash(microphones, id) ?? 'whole'}`);
  expect(new Set(looks).size).toBe(20);
  expect(microphones.slice(0, 8).every(({ id }) => stringDash(microphones, id) === undefined)).toBe(true);
});
