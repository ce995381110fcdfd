import { expect, test } from '@playwright/test';
import { sayFloor } from '../src/words/floor.page.en';
import { onPlan } from './steps';

test('a microphone by hand before any source, once more beside it, other kinds beside it, and undone', async ({ page }) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await page.getByText(sayFloor('a-microphone-by-hand')).click();
  await page.getByLabel(sayFloor('microphone-kind')).selectOption('Rugged dynamic');
  await page.getByLabel(sayFloor('in-front-of')).selectOption('Hat');
  await page.getByRole('button', { name: sayFloor('add-it'), exact: true }).click();
  await expect(onPlan(page, 'Hat')).toBeVisible();
  // It is in hand: its panel is there.
  await page.getByRole('button', { name: sayFloor('duplicate'), exact: true }).click();
  await expect(onPlan(page, 'Hat 2')).toBeVisible();
  await page.getByRole('button', { name: sayFloor('compare-kinds-here') }).click();
  await expect(onPlan(page, 'Hat 3')).toBeVisible();
  await expect(onPlan(page, 'Hat 4')).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(onPlan(page, 'Hat 4')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect(onPlan(page, 'Hat')).toHaveCount(0);
});
