import { expect, test } from '@playwright/test';
import { actAtRandom } from '../hostile/actions';
import { noDocuments, strikeOne } from '../hostile/damagedDocuments';
import { wreckRows } from '../hostile/rows';
import { listen, viewsOf } from '../hostile/views';
import { seedsFor } from '../scripts/walks';

test('damaged documents that import takes in: every view draws them', async ({ page }) => {
  test.setTimeout(300_000);
  await page.goto('/demo');
  await page.waitForURL(/session/);
  const heard = listen(page);
  const counts = noDocuments();
  const wrong: string[] = [];
  let seen = 0;
  for (const seed of seedsFor({ name: 'damaged documents at every view', from: 5000, least: 40, all: 4000, seconds: 12 })) {
    const session = strikeOne(seed, counts);
    if (!session) continue;
    seen++;
    wrong.push(...(await viewsOf(page, session, heard)).map((words) => `seed ${seed}, ${words}`));
  }
  expect([...wrong, ...counts.wrong]).toEqual([]);
  expect(seen).toBeGreaterThan(5);
});

test('wrecked rows and a wrecked shelf hide nothing, four rounds', async ({ page, baseURL }) => {
  const counts = await wreckRows(page, baseURL ?? '', 4, 9);
  expect(counts.wrong).toEqual([]);
  expect(counts.rows).toBeGreaterThan(4);
});

test('actions at random over all views leave no error and no dead view', async ({ page, baseURL }) => {
  test.setTimeout(400_000);
  page.setDefaultTimeout(8000);
  const counts = await actAtRandom(page, baseURL ?? '', 300, 11, Date.now() + 25_000);
  console.log(`actions, seed 11: ${JSON.stringify(counts.kinds)}`);
  expect(counts.wrong).toEqual([]);
  // How many there is time for is the machine's: that it acted is what is asked.
  expect(counts.actions).toBeGreaterThan(15);
});
