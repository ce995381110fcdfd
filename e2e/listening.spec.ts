import { readFileSync } from 'node:fs';
import { expect, type Page, test } from '@playwright/test';
import { sayFloor } from '../src/words/floor.page.en';
import { sayListening } from '../src/words/listening.page.en';

/** What a WAV of 32-bit floats holds, read by hand: 44 bytes of head, then left and right in turn. */
function wavOf(path: string): { rate: number; left: Float32Array; right: Float32Array } {
  const bytes = readFileSync(path);
  expect(bytes.toString('latin1', 0, 4)).toBe('RIFF');
  const frames = (bytes.length - 44) >> 3;
  const side = (offset: number): Float32Array => Float32Array.from({ length: frames }, (_, i) => bytes.readFloatLE(44 + 8 * i + offset));
  return { rate: bytes.readUInt32LE(24), left: side(0), right: side(4) };
}

const rms = (samples: Float32Array): number => Math.sqrt(samples.reduce((sum, x) => sum + x * x, 0) / samples.length);

async function heard(page: Page, path: string) {
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: sayListening('save-wav') }).click()]);
  await file.saveAs(path);
  return wavOf(path);
}

test.beforeEach(async ({ page }) => {
  await page.goto('/demo');
  await page
    .getByRole('group', { name: sayFloor('strip') })
    .getByRole('button', { name: sayListening('listen') })
    .click();
});

test('the plan is heard: soon after the press, as stereo, mono and one side; what was heard is what the file has', async ({ page }, info) => {
  const listening = page.getByRole('region', { name: sayListening('listening') });
  const level = listening.getByRole('meter', { name: sayListening('level') });
  await expect(level).toHaveAttribute('aria-valuetext', 'silent');
  await listening.getByRole('button', { name: sayListening('play') }).click();
  await expect(level).not.toHaveAttribute('aria-valuetext', 'silent');
  console.log(`first sound after ${await listening.getAttribute('data-first-ms')} ms`);

  await page.waitForTimeout(1500);
  const stereo = await heard(page, info.outputPath('stereo.wav'));
  expect(rms(stereo.left)).toBeGreaterThan(1e-3);
  expect(rms(Float32Array.from(stereo.left, (x, i) => x - (stereo.right[i] as number)))).toBeGreaterThan(1e-3);
  await listening.getByRole('button', { name: sayListening('mono') }).click();
  await page.waitForTimeout(600);
  const mono = await heard(page, info.outputPath('mono.wav'));
  expect(mono.left).toEqual(mono.right);
  // Mono is half the sum of both sides, brought to the same loudness: the same but for one gain. The first 22 ms are the rise.
  const from = 4000;
  const sum = Float32Array.from(stereo.left, (x, i) => (x + (stereo.right[i] as number)) / 2).subarray(from);
  const dot = (a: Float32Array, b: Float32Array): number => a.reduce((all, x, i) => all + x * (b[i] as number), 0);
  const other = mono.left.subarray(from);
  const gain = dot(sum, other) / dot(sum, sum);
  expect(rms(Float32Array.from(other, (x, i) => x - gain * (sum[i] as number))) / rms(other)).toBeLessThan(1e-3);
  await listening.getByRole('button', { name: sayListening('left'), exact: true }).click();
  await page.waitForTimeout(400);
  const left = await heard(page, info.outputPath('left.wav'));
  expect(rms(left.right)).toBe(0);
  expect(rms(left.left)).toBeGreaterThan(1e-3);

  await page.keyboard.press('Escape');
  await expect(listening.getByRole('button', { name: sayListening('play') })).toBeVisible();
  await expect(level).toHaveAttribute('aria-valuetext', 'silent');
});

test('while a microphone is moved the sound follows; a channel that is switched off is gone', async ({ page }, info) => {
  const listening = page.getByRole('region', { name: sayListening('listening') });
  await listening.getByRole('button', { name: sayListening('play') }).click();
  await listening.getByLabel(sayListening('what-is-played')).selectOption({ label: 'snare alone' });
  await page.waitForTimeout(1500);
  const before = await heard(page, info.outputPath('before.wav'));
  const handle = page.getByRole('button', { name: /^Overhead left/ }).first();
  await handle.focus();
  for (let i = 0; i < 10; i++) await page.keyboard.press('Shift+ArrowLeft');
  await expect(listening).toHaveAttribute('data-behind-ms', /\d/);
  console.log(`behind what is moved by ${await listening.getAttribute('data-behind-ms')} ms`);
  await page.waitForTimeout(1500);
  const after = await heard(page, info.outputPath('after.wav'));
  expect(after.left.some((x, i) => Math.abs(x - (before.left[i] as number)) > 1e-3)).toBe(true);
  const channels = listening.getByRole('group', { name: sayListening('channels-heard') });
  for (const one of await channels.getByRole('button').all()) await one.click();
  await page.waitForTimeout(600);
  const none = await heard(page, info.outputPath('none.wav'));
  expect(rms(none.left) + rms(none.right)).toBe(0);
});

test('a move is heard before it is made, at one loudness, blind if wanted; nothing is changed by hearing it', async ({ page }) => {
  const kick = page.getByRole('button', { name: /^Snare microphone/ }).first();
  await kick.focus();
  for (let i = 0; i < 14; i++) await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Escape');
  const side = page.getByRole('region', { name: sayFloor('findings-and-selection') });
  const hear = side.getByRole('button', { name: 'Hear it' }).first();
  await hear.click();
  const comparison = page.getByRole('group', { name: sayListening('comparison') });
  await expect(comparison).toBeVisible();
  await comparison.getByRole('button', { name: /^B:/ }).click();
  await expect(comparison.getByRole('button', { name: /^B:/ })).toHaveAttribute('aria-pressed', 'true');
  await comparison.getByRole('button', { name: sayListening('blind') }).click();
  const blind = page.getByRole('group', { name: sayListening('blind-comparison') });
  await blind.getByRole('button', { name: 'X', exact: true }).click();
  await blind.getByRole('button', { name: 'X is A' }).click();
  await expect(blind).toContainText(/[01] of 1 right/);
  await expect(hear).toBeVisible();
  await page.getByRole('button', { name: sayListening('end-comparing') }).click();
  await expect(comparison).toHaveCount(0);
});

test('one microphone beside another kind, and a place kept to be compared with', async ({ page }) => {
  const listening = page.getByRole('region', { name: sayListening('listening') });
  await listening.getByRole('button', { name: sayListening('one'), exact: true }).click();
  await listening.getByLabel(sayListening('beside-another-kind')).selectOption({ label: 'Passive ribbon' });
  const comparison = page.getByRole('group', { name: sayListening('comparison') });
  await expect(comparison.getByRole('button', { name: 'B: Passive ribbon' })).toBeVisible();
  await page.getByRole('button', { name: sayListening('end-comparing') }).click();
  await listening.getByRole('button', { name: sayListening('keep-to-compare') }).click();
  await page
    .getByRole('button', { name: /^Overhead left/ })
    .first()
    .focus();
  await page.keyboard.press('Shift+ArrowLeft');
  await comparison.getByRole('button', { name: 'B: As it was' }).click();
  await expect(comparison.getByRole('button', { name: 'B: As it was' })).toHaveAttribute('aria-pressed', 'true');
});

test('another session is not silent for what was chosen in the one before', async ({ page }) => {
  const listening = page.getByRole('region', { name: sayListening('listening') });
  await listening.getByRole('button', { name: sayListening('one'), exact: true }).click();
  await listening.getByLabel(sayListening('what-is-played')).selectOption({ label: 'snare alone' });
  await page.getByRole('button', { name: /Boathouse kit/ }).click();
  await page.getByRole('menuitem', { name: /sessions/i }).click();
  await page.getByRole('article').filter({ hasText: 'Upright in the slip house' }).getByRole('link').first().click();
  await page
    .getByRole('group', { name: sayFloor('strip') })
    .getByRole('button', { name: sayListening('listen') })
    .click();
  await expect(listening.getByRole('button', { name: sayListening('stereo') })).toHaveAttribute('aria-pressed', 'true');
  await expect(listening.getByLabel(sayListening('what-is-played'))).toHaveValue('');
  await listening.getByRole('button', { name: sayListening('play'), exact: true }).click();
  await expect(listening.getByRole('meter', { name: sayListening('level') })).not.toHaveAttribute('aria-valuetext', 'silent');
});
