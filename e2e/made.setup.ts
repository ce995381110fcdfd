import { writeFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { sayFrame } from '../src/words/frame.page.en';
import { begin, FOUR, FOUR_AT, OWNER, placeFourByHand } from './steps';

test('somebody says what they own', async ({ page }) => {
  await begin(page);
  await page.goto('/');
  await page.getByRole('button', { name: /^Delete Session 1/ }).click();
  await expect(page.getByRole('article')).toHaveCount(0);
  await page.context().storageState({ path: OWNER, indexedDB: true });
});

test('four microphones stand', async ({ page }) => {
  await placeFourByHand(page);
  await expect(page.getByText(sayFrame('saved'), { exact: true })).toBeVisible();
  writeFileSync(FOUR_AT, new URL(page.url()).pathname);
  await page.context().storageState({ path: FOUR, indexedDB: true });
});
