import { loadFftKernel } from '../src/core/math';
import { noDocuments, strikeOne } from './damagedDocuments';
import { damageOne, noDamage } from './damagedWav';

test('2,000 damaged recordings: refused or checked, every figure a figure, every word fit to be read (seeded)', async () => {
  const kernel = await loadFftKernel();
  const counts = noDamage();
  for (let seed = 1; seed <= 2000; seed++) await damageOne(seed, kernel, counts);
  expect(counts.wrong).toEqual([]);
  expect(counts.refused).toBeGreaterThan(300);
  expect(counts.checked).toBeGreaterThan(800);
});

test('400 damaged documents: refused with one sentence, or taken in and the same when exported again (seeded)', () => {
  const counts = noDocuments();
  for (let seed = 1; seed <= 400; seed++) strikeOne(seed, counts);
  expect(counts.wrong).toEqual([]);
  expect(counts.refused).toBeGreaterThan(150);
  expect(counts.accepted).toBeGreaterThan(60);
});
