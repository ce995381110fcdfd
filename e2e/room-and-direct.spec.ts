import { expect, test } from '@playwright/test';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { sayTape } from '../src/words/tape.page.en';
import { newSession, onPlan, openChooser, placeFour, station, take } from './steps';

test('a panel beside the kit: added, turned and moved by keys, told what it does, undone', async ({ page }) => {
  await placeFour(page);
  const panel = page.getByRole('region', { name: sayFloor('findings-and-selection') });
  await panel.getByRole('button', { name: 'Add a panel' }).click();
  await expect(panel.getByRole('status', { name: 'What Movable panel does' })).toContainText(/decay is 0\.\d+ s instead of 0\.\d+ s/);
  const drawn = page.getByRole('group', { name: sayFloor('plan-from-above') }).getByRole('button', { name: 'Movable panel', exact: true });
  await expect(drawn).toHaveAttribute('aria-pressed', 'true');
  const across = panel.getByLabel(/^Across/);
  const before = await across.inputValue();
  await drawn.press('Shift+ArrowLeft');
  await expect(across).not.toHaveValue(before);
  await drawn.press('[');
  await expect(panel.getByLabel(/^Turned/)).toHaveValue('95');
  await panel.getByRole('button', { name: sayFloor('take-it-away') }).click();
  await expect(drawn).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(drawn).toHaveCount(1);
});

test('a foam collar goes on a microphone and off again', async ({ page }) => {
  await placeFour(page);
  await take(onPlan(page, 'Overhead left'));
  const collar = page.getByRole('button', { name: /^(✓ )?Foam collar$/ });
  await collar.click();
  await expect(collar).toHaveAttribute('aria-pressed', 'true');
  await expect(page.locator('.furnishing')).toHaveCount(2);
  await collar.click();
  await expect(page.locator('.furnishing')).toHaveCount(0);
});

test('a guitar’s pickup with a microphone: own input, 0 ms, nothing to measure, on the sheet', async ({ page }) => {
  await newSession(page, { 'Pickup into an instrument input': 1 });
  await page.getByRole('button', { name: 'Acoustic guitar', exact: true }).click();
  await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
  await openChooser(page);
  await page.getByRole('listitem', { name: 'Direct and microphone', exact: true }).getByRole('button', { name: 'Place 2 microphones' }).click();
  await take(onPlan(page, 'Pickup'));
  const panel = page.getByRole('region', { name: sayFloor('findings-and-selection') });
  await expect(panel).toContainText('Plugged in: it hears its instrument at once, at 0 ms');
  await expect(panel).toContainText(/Delay the pickup by \d+ samples/);
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: sayPatch('solve-from-nothing') }).click();
  await expect(page.getByText('2 of 8 inputs in use')).toBeVisible();
  await station(page, 'Tape').click();
  await expect(page.getByRole('region', { name: 'Tape list' })).toContainText('is plugged in: nothing to measure, 0 ms');
  await expect(page.getByRole('region', { name: sayTape('reading') })).toContainText(/toward sound hole; turned \d+°/);
  await station(page, 'Sheet').click();
  await expect(page.getByRole('table', { name: 'Tape list' })).toContainText(saySheet('nothing-to-measure-0-ms'));
  await expect(page.getByRole('table', { name: saySheet('input-list') })).toContainText('Pickup into an instrument input');
});
