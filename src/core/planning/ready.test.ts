import { boathouseKit, boathouseSessions } from '../../../demo/boathouse';
import type { Session } from '../document';
import { checklistFor, playingDba } from './index';

const ids = (session: Session, when: 'before plugging' | 'before the first take' | 'at the end'): string[] =>
  checklistFor(session, when).map(({ item }) => item.id);

test('the list follows the brief and the gear: a fridge at home, a bag away, drums tuned for drums, power where it is needed', () => {
  const kit = boathouseKit();
  expect(ids(kit, 'before plugging')).toEqual(expect.arrayContaining(['fridge', 'tune']));
  expect(ids({ ...kit, brief: { away: true } }, 'before plugging')).toEqual(expect.arrayContaining(['bag', 'tune']));
  expect(ids({ ...kit, brief: { away: true } }, 'before plugging')).not.toContain('fridge');
  expect(ids(kit, 'before the first take')).toContain('power');
  const guitar = boathouseSessions()[1] as Session;
  expect(ids(guitar, 'before plugging')).not.toContain('tune');
  expect(ids(guitar, 'before plugging')).toContain('strings');
});

test('what another station has seen is done without a tick; a tick does the rest', () => {
  const kit = boathouseKit();
  const lineOf = (session: Session, id: string) => checklistFor(session, 'before the first take').find(({ item }) => item.id === id);
  expect(lineOf(kit, 'patched')?.isDone).toBe(false);
  const patched = { ...kit, patch: Object.fromEntries(kit.microphones.map(({ id }, i) => [id, `eight-input/in${i + 1}`])) };
  expect(lineOf(patched, 'patched')).toEqual(expect.objectContaining({ isDone: true, isSeen: true }));
  expect(lineOf({ ...kit, ready: { done: ['phones'] } }, 'phones')).toEqual(expect.objectContaining({ isDone: true, isSeen: false }));
});

// Measured at drummers' ears by others: some 95 to 110 dBA over a session (from memory).
test('a kit is some 95 to 110 dBA at the drummer’s ears, softer when played softly; nothing without instruments', () => {
  const kit = boathouseKit();
  const level = playingDba(kit) as number;
  expect(level).toBeGreaterThan(95);
  expect(level).toBeLessThan(112);
  expect(level - (playingDba({ ...kit, brief: { loudness: 'soft' } }) as number)).toBeCloseTo(10, 9);
  expect(playingDba({ ...kit, instruments: [] })).toBeNull();
});
