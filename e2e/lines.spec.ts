import { expect, type Page, test } from '@playwright/test';
import { station } from './steps';

async function beginLines(page: Page, hidden: string): Promise<void> {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: 'Solve the patch' }).click();
  await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible();
  await page.getByRole('button', { name: 'Line check' }).click();
  await page.getByLabel('Hide in it').selectOption({ label: hidden });
  await page.getByRole('button', { name: 'Begin' }).click();
}

const step = (page: Page) => page.getByRole('region', { name: 'Step' });

test('step by step in the safe order: a reversed cable is found, mended and proven', async ({ page }) => {
  await beginLines(page, 'a reversed cable');
  await expect(step(page)).toContainText('Turn the monitors down');
  for (const press of ['They are down', 'They are in', 'Move the gains', 'Switch it on', 'Listen']) {
    await expect(page.getByText('Nothing wrong so far.')).toBeVisible();
    await step(page).getByRole('button', { name: press, exact: true }).click();
  }
  for (let i = 0; i < 4; i++) {
    await expect(step(page)).toContainText('Knock twice on');
    await expect(step(page)).toContainText(`${6 + i} of 10`);
    await step(page).getByRole('button', { name: 'Listen', exact: true }).click();
  }
  await expect(step(page)).toContainText('Play all of it');
  await step(page).getByRole('button', { name: 'Listen', exact: true }).click();
  const wrong = page.getByRole('list', { name: 'What is wrong with the lines' });
  await expect(wrong.getByRole('listitem')).toHaveCount(1);
  await expect(wrong).toContainText('is upside down');
  await expect(wrong).toContainText('Take another cable');
  await page.getByRole('button', { name: 'End it' }).click();
  await page.getByLabel('Hide in it').selectOption({ label: 'nothing' });
  await page.getByRole('button', { name: 'Begin' }).click();
  await step(page).getByRole('button', { name: 'Let it do all of them' }).click();
  await expect(page.getByText('All 4 lines are proven')).toBeVisible();
  await page.getByRole('button', { name: 'Hear Kick alone' }).click();
  await expect(page.getByRole('button', { name: 'Hear Kick alone' })).toHaveText('✓ Heard');
});
