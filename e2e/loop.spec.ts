import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { sayCheck } from '../src/words/check.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayListening } from '../src/words/listening.page.en';
import { sayLoop } from '../src/words/loop.page.en';
import { station } from './steps';

async function takeAndLoop(page: Page): Promise<void> {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await station(page, 'Check').click();
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  await expect(page.getByRole('list', { name: sayCheck('channels') })).toBeVisible({ timeout: 60_000 });
  await station(page, 'Loop').click();
}

const thread = (page: Page) => page.getByRole('list', { name: sayLoop('attempts') }).getByRole('listitem');

test('a take is an attempt; what changed since is told, two at once is said; words, a rating; the log; put back it is as it was', async ({
  page,
}) => {
  await takeAndLoop(page);
  await expect(thread(page)).toHaveCount(1);
  await expect(page.getByRole('region', { name: sayLoop('now') })).toContainText(sayLoop('what-stands-now-is-as-it'));
  await station(page, 'Floor').click();
  await page
    .getByRole('button', { name: /Snare microphone/ })
    .first()
    .press('Enter');
  await page
    .getByRole('button', { name: /Snare microphone/ })
    .first()
    .press('Shift+ArrowUp');
  await page.getByRole('button', { name: sayFloor('inverted-in-the-mix') }).click();
  await station(page, 'Loop').click();
  await expect(page.getByRole('region', { name: sayLoop('now') })).toContainText('2 things changed since');
  await expect(page.getByRole('region', { name: sayLoop('now') })).toContainText('More than one change at once');
  await page.getByRole('button', { name: sayLoop('keep-what-stands-now') }).click();
  await expect(thread(page)).toHaveCount(2);
  await thread(page).nth(0).getByRole('button').click();
  const chosen = page.getByRole('region', { name: sayLoop('chosen-attempts') });
  await chosen.getByRole('button', { name: '4 of 5' }).click();
  await chosen.getByRole('button', { name: 'boxy' }).click();
  await chosen.getByLabel(sayLoop('what-you-hear-in-it')).fill('more wood, less ring');
  await chosen.getByLabel(sayLoop('what-you-hear-in-it')).blur();
  await expect(thread(page).nth(0)).toContainText('more wood, less ring · boxy');
  await thread(page).nth(1).getByRole('button').click();
  await expect(chosen).toContainText('2 things changed between them');
  await expect(chosen.getByRole('list', { name: sayLoop('changed-between-them') })).toContainText('Snare moved');
  await thread(page).nth(0).getByRole('button').click();
  await expect(chosen.getByRole('region', { name: sayLoop('the-way-back') }).getByRole('list')).toContainText('Snare: Floor');
  await chosen.getByRole('button', { name: sayLoop('put-this-set-up-back') }).click();
  await expect(page.getByRole('region', { name: sayLoop('now') })).toContainText(sayLoop('what-stands-now-is-as-it'));
  await expect(thread(page).nth(1)).toContainText(sayLoop('stands-now-2'));
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('region', { name: sayLoop('now') })).toContainText('2 things changed since');
  await page.reload();
  await expect(thread(page)).toHaveCount(2);
  await expect(thread(page).nth(0)).toContainText('more wood, less ring');
  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: sayLoop('log-as-csv') }).click();
  expect(readFileSync(await (await waiting).path(), 'utf8')).toContain('more wood, less ring');
});

test('two takes with their sound are heard at one loudness, names hidden if wanted; microphones of one take are chosen by ear', async ({ page }) => {
  await takeAndLoop(page);
  await thread(page).nth(0).getByRole('button').click();
  await page.getByRole('button', { name: /Keep its sound/ }).click();
  await expect(thread(page).nth(0)).toContainText(sayLoop('with-its-sound'));
  await thread(page).nth(0).getByRole('button').click();
  // Again, as another take.
  await station(page, 'Check').click();
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  await expect(page.getByRole('progressbar')).toHaveCount(0, { timeout: 60_000 });
  await station(page, 'Loop').click();
  await expect(thread(page)).toHaveCount(2);
  await thread(page).nth(0).getByRole('button').click();
  await page.getByRole('button', { name: /Keep its sound/ }).click();
  await expect(thread(page).nth(0)).toContainText(sayLoop('with-its-sound'));
  await thread(page).nth(1).getByRole('button').click();
  await page.getByRole('button', { name: sayLoop('hear-both') }).click();
  const listen = page.getByRole('group', { name: 'Listen' });
  await listen.getByRole('button', { name: sayListening('names-hidden') }).click();
  await listen.getByRole('button', { name: 'A', exact: true }).click();
  await expect(listen.getByRole('button', { name: 'A', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await listen.getByRole('button', { name: 'B', exact: true }).click();
  await expect(listen.getByRole('button', { name: 'A', exact: true })).toHaveAttribute('aria-pressed', 'false');
  await page.keyboard.press('Escape');
  await expect(listen.getByRole('button', { name: 'Stop' })).toBeDisabled();
  await thread(page).nth(0).getByRole('button').click();
  await thread(page).nth(1).getByRole('button').click();
  const which = page.getByRole('region', { name: sayLoop('choose-by-ear') });
  await which.getByRole('button', { name: 'Overhead left' }).click();
  await which.getByRole('button', { name: sayFloor('snare') }).click();
  await which.getByRole('button', { name: sayLoop('hear-them') }).click();
  await which.getByLabel(sayLoop('why')).fill('rounder');
  await which
    .getByRole('group', { name: 'Listen' })
    .getByRole('button', { name: sayFloor('snare') })
    .click();
  await which.getByRole('button', { name: sayListening('this-one') }).click();
  await expect(thread(page).nth(0)).toContainText('Snare rather than Overhead left: rounder');
});
