import { expect, test } from '@playwright/test';
import { actAtRandom } from '../hostile/actions';
import { noDocuments, strikeOne } from '../hostile/damagedDocuments';
import { listen, viewsOf } from '../hostile/views';

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

test('500 actions at random over all views leave no error and no dead view', async ({ page, baseURL }) => {
  test.setTimeout(400_000);
  page.setDefaultTimeout(8000);
  const counts = await actAtRandom(page, baseURL ?? '', 500, 11);
  console.log(`actions: ${JSON.stringify(counts.kinds)}`);
  expect(counts.wrong).toEqual([]);
  expect(counts.actions).toBe(500);
});
