import { expect, test } from '@playwright/test';
import { actAtRandom } from '../hostile/actions';
import { damageOne, noDamage } from '../hostile/damagedAudio';
import { noDocuments, strikeOne } from '../hostile/damagedDocuments';
import { askAtRandom } from '../hostile/requests';
import { wreckRows } from '../hostile/rows';
import { listen, viewsOf } from '../hostile/views';
import { loadFftKernel } from '../src/core/math';
import { createServer } from '../src/server/app';
import { listen as listenAt } from '../src/server/listen';

test('2,000 damaged recordings: refused or checked, every figure a figure, every word fit to be read', async () => {
  test.setTimeout(300_000);
  const [kernel, counts] = [await loadFftKernel(), noDamage()];
  for (let seed = 1; seed <= 2000; seed++) await damageOne(seed, kernel, counts);
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.refused, counts.checked)).toBeGreaterThan(300);
});

test('500 damaged documents: refused with one sentence, or taken in and the same when exported again', () => {
  test.setTimeout(300_000);
  const counts = noDocuments();
  for (let seed = 1; seed <= 500; seed++) strikeOne(seed, counts);
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.refused, counts.accepted)).toBeGreaterThan(60);
});

test('200 odd requests: served, or refused in one quiet line with every header', async () => {
  const open = await listenAt(createServer('dist'), { host: '127.0.0.1', port: 0 });
  if (open.kind !== 'open') throw new Error('a free port is found');
  const counts = await askAtRandom(open.port, 200, 3);
  open.server.closeAllConnections();
  open.server.close();
  expect(counts.wrong).toEqual([]);
  expect(Math.min(counts.served, counts.refused)).toBeGreaterThan(2);
});

test('damaged documents that import takes in: every view draws 20 of them', async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto('/demo');
  await page.waitForURL(/session/);
  const heard = listen(page);
  const counts = noDocuments();
  const wrong: string[] = [];
  let seen = 0;
  for (let seed = 5000; seen < 20; seed++) {
    const session = strikeOne(seed, counts);
    if (!session) continue;
    seen++;
    wrong.push(...(await viewsOf(page, session, heard)).map((words) => `seed ${seed}, ${words}`));
  }
  expect([...wrong, ...counts.wrong]).toEqual([]);
});

test('wrecked rows and a wrecked shelf hide nothing, four rounds', async ({ page, baseURL }) => {
  const counts = await wreckRows(page, baseURL ?? '', 4, 9);
  expect(counts.wrong).toEqual([]);
  expect(counts.rows).toBeGreaterThan(4);
});

test('300 actions at random over all views leave no error and no dead view', async ({ page, baseURL }) => {
  test.setTimeout(400_000);
  page.setDefaultTimeout(8000);
  const counts = await actAtRandom(page, baseURL ?? '', 300, 11);
  console.log(`actions: ${JSON.stringify(counts.kinds)}`);
  expect(counts.wrong).toEqual([]);
  expect(counts.actions).toBe(300);
});
