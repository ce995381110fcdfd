import { expect, type Page, test } from '@playwright/test';
import { writeWav } from '../src/core/audio';
import { createRandom } from '../src/core/math';
import { sayCapture } from '../src/words/capture.page.en';
import { sayCheck } from '../src/words/check.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { sayListening } from '../src/words/listening.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { sayRoom } from '../src/words/room.page.en';
import { station } from './steps';

// The page is loaded again in the midst of what takes a while: what was kept is there, and each place says how to go on.

/** The demo, with something changed in it that has to be there afterwards. */
async function changed(page: Page): Promise<void> {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await page
    .getByRole('button', { name: /^Overhead left microphone/ })
    .first()
    .click();
  await page.getByRole('textbox', { name: 'Name' }).first().fill('Left of the sky');
  await page.keyboard.press('Enter');
  await expect(page.getByText(sayFrame('saved'), { exact: true }).first()).toBeVisible();
}

const isThere = async (page: Page): Promise<void> => {
  await station(page, 'Floor').click();
  await expect(page.getByRole('button', { name: /^Left of the sky microphone/ }).first()).toBeVisible();
};

test('in the midst of a take check: the one before stands, and the files are asked for again', async ({ page }) => {
  await changed(page);
  await station(page, 'Check').click();
  const random = createRandom(1);
  const noise = Float32Array.from({ length: 60 * 48_000 }, () => 0.1 * random.normal());
  const buffer = Buffer.from(writeWav([noise], 48_000));
  await page
    .getByLabel(sayCheck('take-files'))
    .setInputFiles(['Kick', 'Snare', 'OH L', 'OH R'].map((name) => ({ name: `${name}.wav`, mimeType: 'audio/wav', buffer })));
  await expect(page.getByRole('progressbar', { name: sayCheck('take-check') })).toBeVisible();
  await page.reload();
  await expect(page.getByText('The page was reloaded during a take check', { exact: false })).toContainText('Choose the files again.');
  await page
    .getByLabel(sayCheck('take-files'))
    .setInputFiles([{ name: 'Kick.wav', mimeType: 'audio/wav', buffer: Buffer.from(writeWav([noise.slice(0, 96_000)], 48_000)) }]);
  await expect(page.getByLabel('Microphone of channel Kick')).toBeVisible({ timeout: 30_000 });
  await expect(page.getByText('The page was reloaded', { exact: false })).toBeHidden();
  await page.reload();
  await expect(page.getByLabel('Microphone of channel Kick')).toBeVisible();
  await expect(page.getByText('The page was reloaded', { exact: false })).toBeHidden();
  await isThere(page);
});

test('in the midst of a recording: it says that nothing of it was kept', async ({ page }) => {
  await changed(page);
  await station(page, 'Room').click();
  await page.getByRole('button', { name: sayRoom('quiet-test') }).click();
  await page.getByRole('button', { name: sayCapture('record') }).click();
  await expect(page.getByRole('img', { name: /^Input level/ })).toBeVisible({ timeout: 15_000 });
  await page.reload();
  await page.getByRole('button', { name: sayRoom('quiet-test') }).click();
  await expect(page.getByText(sayCapture('the-page-was-reloaded-while-recording'))).toBeVisible();
  await page.getByRole('button', { name: sayCapture('record') }).click();
  await expect(page.getByText('The page was reloaded', { exact: false })).toBeHidden();
  await isThere(page);
});

test('in the midst of a line check: it says so, and the check is begun again', async ({ page }) => {
  await changed(page);
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: sayPatch('solve-the-patch') }).click();
  await page.getByRole('button', { name: sayPatch('line-check') }).click();
  await page.getByLabel(sayPatch('the-interface-is')).selectOption({ label: 'simulated, to try the check' });
  await page.getByRole('button', { name: sayPatch('begin') }).click();
  const step = page.getByRole('region', { name: sayPatch('step') });
  await step.getByRole('button', { name: sayPatch('they-are-down'), exact: true }).click();
  await step.getByRole('button', { name: sayPatch('they-are-in'), exact: true }).click();
  await page.reload();
  if ((await page.getByLabel(sayPatch('the-interface-is')).count()) === 0) await page.getByRole('button', { name: sayPatch('line-check') }).click();
  // A simulated one has no power to look after.
  await expect(page.getByText('The page was reloaded during a line check.', { exact: false })).toHaveText(
    'The page was reloaded during a line check. Begin it again.',
  );
  await page.getByLabel(sayPatch('the-interface-is')).selectOption({ label: 'simulated, to try the check' });
  await page.getByRole('button', { name: sayPatch('begin') }).click();
  await expect(step).toContainText(sayPatch('turn-the-monitors-down'));
  await isThere(page);
});

test('in the midst of listening: it is silent, and can be played again', async ({ page }) => {
  await changed(page);
  await page.keyboard.press('Escape');
  await page.getByRole('group', { name: 'Strip' }).getByRole('button', { name: 'Listen' }).click();
  const listening = page.getByRole('region', { name: sayListening('listening') });
  await listening.getByRole('button', { name: sayListening('play'), exact: true }).click();
  await expect(listening.getByRole('meter', { name: sayListening('level') })).not.toHaveAttribute('aria-valuetext', 'silent');
  await page.reload();
  await isThere(page);
  if (!(await listening.isVisible())) await page.getByRole('group', { name: 'Strip' }).getByRole('button', { name: 'Listen' }).click();
  await expect(listening.getByRole('meter', { name: sayListening('level') })).toHaveAttribute('aria-valuetext', 'silent');
  await listening.getByRole('button', { name: sayListening('play'), exact: true }).click();
  await expect(listening.getByRole('meter', { name: sayListening('level') })).not.toHaveAttribute('aria-valuetext', 'silent');
});
