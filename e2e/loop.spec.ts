import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { station } from './steps';

async function takeAndLoop(page: Page): Promise<void> {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  await page.getByRole('button', { name: 'Load the practice take' }).click();
  await expect(page.getByRole('list', { name: 'Channels' })).toBeVisible({ timeout: 60_000 });
  await station(page, 'Loop').click();
}

const thread = (page: Page) => page.getByRole('list', { name: 'Attempts' }).getByRole('listitem');

test('a take is an attempt; what changed since is told, two at once is said; words, a rating; the log; put back it is as it was', async ({
  page,
}) => {
  await takeAndLoop(page);
  await expect(thread(page)).toHaveCount(1);
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('What stands now is as it was then.');
  await station(page, 'Floor').click();
  await page
    .getByRole('button', { name: /Snare microphone/ })
    .first()
    .press('Enter');
  await page
    .getByRole('button', { name: /Snare microphone/ })
    .first()
    .press('Shift+ArrowUp');
  await page.getByRole('button', { name: 'Inverted in the mix' }).click();
  await station(page, 'Loop').click();
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('2 things changed since');
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('More than one at once');
  await page.getByRole('button', { name: 'Keep what stands now' }).click();
  await expect(thread(page)).toHaveCount(2);
  await thread(page).nth(0).getByRole('button').click();
  const chosen = page.getByRole('region', { name: 'Chosen attempts' });
  await chosen.getByRole('button', { name: '4 of 5' }).click();
  await chosen.getByRole('button', { name: 'boxy' }).click();
  await chosen.getByLabel('What you hear in it').fill('more wood, less ring');
  await chosen.getByLabel('What you hear in it').blur();
  await expect(thread(page).nth(0)).toContainText('more wood, less ring · boxy');
  await thread(page).nth(1).getByRole('button').click();
  await expect(chosen).toContainText('2 things changed between them');
  await expect(chosen.getByRole('list', { name: 'Changed between them' })).toContainText('Snare stands');
  await thread(page).nth(0).getByRole('button').click();
  await expect(chosen.getByRole('region', { name: 'The way back' }).getByRole('list')).toContainText('Snare: Floor');
  await chosen.getByRole('button', { name: 'Put this set-up back' }).click();
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('What stands now is as it was then.');
  await expect(thread(page).nth(1)).toContainText('stands now');
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: 'Now' })).toContainText('2 things changed since');
  await page.reload();
  await expect(thread(page)).toHaveCount(2);
  await expect(thread(page).nth(0)).toContainText('more wood, less ring');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Log as CSV' }).click();
  expect(readFileSync(await (await waiting).path(), 'utf8')).toContain('more wood, less ring');
});

test('two takes with their sound are heard at one loudness, names hidden if wanted; microphones of one take are chosen by ear', async ({ page }) => {
  await takeAndLoop(page);
  await thread(page).nth(0).getByRole('button').click();
  await page.getByRole('button', { name: /Keep its sound/ }).click();
  await expect(thread(page).nth(0)).toContainText('with its sound');
  await thread(page).nth(0).getByRole('button').click();
  // Again, as another take.
  await station(page, 'Check').click();
  await page.getByRole('button', { name: 'Load the practice take' }).click();
  await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 });
  await station(page, 'Loop').click();
  await expect(thread(page)).toHaveCount(2);
  await thread(page).nth(0).getByRole('button').click();
  await page.getByRole('button', { name: /Keep its sound/ }).click();
  await expect(thread(page).nth(0)).toContainText('with its sound');
  await thread(page).nth(1).getByRole('button').click();
  await page.getByRole('button', { name: 'Hear both' }).click();
  const listen = page.getByRole('group', { name: 'Listen' });
  await listen.getByRole('button', { name: 'Names hidden' }).click();
  await listen.getByRole('button', { name: 'A', exact: true }).click();
  await expect(listen.getByRole('button', { name: 'A', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await listen.getByRole('button', { name: 'B', exact: true }).click();
  await expect(listen.getByRole('button', { name: 'A', exact: true })).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('Escape');
  await expect(listen.getByRole('button', { name: 'Stop' })).toBeDisabled();
  await thread(page).nth(0).getByRole('button').click();
  await thread(page).nth(1).getByRole('button').click();
  const which = page.getByRole('region', { name: 'Choose by ear' });
  await which.getByRole('button', { name: 'Overhead left' }).click();
  await which.getByRole('button', { name: 'Snare' }).click();
  await which.getByRole('button', { name: 'Hear them' }).click();
  await which.getByLabel('Why').fill('rounder');
  await which.getByRole('group', { name: 'Listen' }).getByRole('button', { name: 'Snare' }).click();
  await which.getByRole('button', { name: 'This one' }).click();
  await expect(thread(page).nth(0)).toContainText('Snare rather than Overhead left: rounder');
});
