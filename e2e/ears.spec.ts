import { writeFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { writeWav } from '../src/core/audio/wavWriter';
import { sayCheck } from '../src/words/check.page.en';
import { sayEars } from '../src/words/ears.page.en';
import { sayListening } from '../src/words/listening.page.en';
import { station } from './steps';

test.beforeEach(async ({ page }) => {
  await page.goto('/demo');
  await page
    .getByRole('button', { name: /^Kick microphone/ })
    .first()
    .waitFor();
  await page.getByRole('button', { name: /Boathouse kit/ }).click();
  await page.getByRole('menuitem', { name: /^Ears/ }).click();
});

test('the same signal twice, one turned round: left and right it is there, in mono it is gone; late it combs', async ({ page }) => {
  const level = page.getByRole('meter', { name: sayListening('level') });
  await page.getByRole('button', { name: sayListening('play') }).click();
  await expect(level).not.toHaveAttribute('aria-valuetext', 'silent');
  await page.getByRole('button', { name: sayEars('second-reversed') }).click();
  await expect(page.getByText(/loses 60(\.0)? dB/)).toBeVisible();
  await page.waitForTimeout(1000);
  await expect(level).not.toHaveAttribute('aria-valuetext', 'silent');
  await page.getByRole('button', { name: sayEars('added-to-mono') }).click();
  await expect(level).toHaveAttribute('aria-valuetext', 'silent');
  // A millisecond later it is not gone any more, but combs.
  const slider = page.getByRole('slider', { name: /^Second later by/ });
  await slider.focus();
  for (let i = 0; i < 20; i++) await page.keyboard.press('ArrowRight');
  await expect(page.getByText(/^1(\.00)? ms, 48 samples, 34 cm of air$|^1(\.00)? ms, 48 samples, 34\.\d cm of air$/)).toBeVisible();
  await expect(level).not.toHaveAttribute('aria-valuetext', 'silent');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: sayListening('play') })).toBeVisible();
});

test('a drill by keyboard: both heard, one named, what it was; the standing is kept', async ({ page }) => {
  await page.getByRole('button', { name: sayEars('drills') }).press('Enter');
  await page.getByRole('button', { name: sayEars('begin') }).press('Enter');
  const drill = page.getByRole('group', { name: sayEars('drill') });
  await expect(drill).toContainText('?');
  await drill.getByRole('button', { name: 'B', exact: true }).press('Enter');
  await drill.getByRole('button', { name: 'It is A' }).press('Enter');
  await expect(drill).toContainText(/(Right|No): it was [AB]\./);
  await expect(page.getByRole('table', { name: sayEars('how-it-stands') })).toContainText(/[01] of 1/);
  await drill.getByRole('button', { name: sayEars('next') }).press('Enter');
  await expect(drill.getByRole('button', { name: 'It is A' })).toBeEnabled();
  await page.reload();
  await page.getByRole('button', { name: sayEars('drills') }).click();
  await expect(page.getByRole('table', { name: sayEars('how-it-stands') })).toContainText(/[01] of 1/);
});

test('two channels of a take: heard beside one another, late and turned round; what both have alike is gone in mono', async ({ page }, info) => {
  const tone = Float32Array.from({ length: 96_000 }, (_, i) => 0.3 * Math.sin((2 * Math.PI * 330 * i) / 48_000) * (0.5 + 0.5 * Math.sin(i / 3000)));
  const paths = await Promise.all(
    ['Near', 'Far'].map(async (name) => {
      const path = info.outputPath(`${name}.wav`);
      await writeFile(path, writeWav([tone], 48_000, 's24'));
      return path;
    }),
  );
  await station(page, 'Check').click();
  await page.getByLabel(sayCheck('take-files')).setInputFiles(paths);
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(2, { timeout: 60_000 });
  await page.getByRole('button', { name: /Boathouse kit/ }).click();
  await page.getByRole('menuitem', { name: /^Ears/ }).click();
  await page.getByRole('button', { name: sayEars('the-take-that-was-checked') }).click();
  await page.getByRole('button', { name: sayListening('play') }).click();
  const level = page.getByRole('meter', { name: sayListening('level') });
  await expect(level).not.toHaveAttribute('aria-valuetext', 'silent');
  await page.getByRole('button', { name: sayEars('second-reversed') }).click();
  await page.getByRole('button', { name: sayEars('added-to-mono') }).click();
  await expect(level).toHaveAttribute('aria-valuetext', 'silent');
  await page.getByRole('slider', { name: /^Second later by/ }).fill('1.5');
  await expect(level).not.toHaveAttribute('aria-valuetext', 'silent');
});
