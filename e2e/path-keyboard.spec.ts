import { expect, type Locator, type Page, test } from '@playwright/test';
import { sayCheck } from '../src/words/check.page.en';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { LITTLE_GEAR, onPlan, onSide, station, tabTo } from './steps';

const pressOn = async (page: Page, target: Locator, key = 'Enter'): Promise<void> => {
  await tabTo(page, target);
  await page.keyboard.press(key);
};

test('the whole path by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await pressOn(page, page.getByRole('button', { name: saySessions('new-session') }));
  for (const [kind, count] of Object.entries(LITTLE_GEAR)) {
    await tabTo(page, page.getByRole('button', { name: `One more: ${kind}`, exact: true }));
    for (let n = 0; n < count; n++) await page.keyboard.press('Enter');
  }
  await pressOn(page, page.getByRole('button', { name: saySessions('that-is-what-i-own') }));
  await pressOn(page, page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }));
  await pressOn(page, page.getByRole('listitem', { name: 'Kick, snare and a spaced pair' }).getByRole('button', { name: 'Place 4 microphones' }));

  // Move the right overhead up by 20 cm and back by 1 cm.
  await tabTo(page, onSide(page, 'Overhead right'));
  const before = await onSide(page, 'Overhead right').getAttribute('aria-label');
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('ArrowDown');
  const after = await onSide(page, 'Overhead right').getAttribute('aria-label');
  const height = (label: string | null): number => Number(/([\d.]+) cm high/.exec(label ?? '')?.[1]);
  expect(height(after) - height(before)).toBeCloseTo(19, 0);

  // Aim with keys, from the aim handle of the chosen microphone.
  const aim = page.getByRole('button', { name: 'Aim of Overhead right' }).first();
  await aim.focus();
  const aimBefore = await aim.getAttribute('transform');
  await page.keyboard.press('Shift+ArrowLeft');
  expect(await aim.getAttribute('transform')).not.toBe(aimBefore);

  // Apply the move that mends the strings.
  const findings = page.getByRole('list', { name: sayFloor('findings') });
  await expect(findings).toContainText('closer to it');
  await pressOn(page, findings.getByRole('button', { name: sayFloor('make-it') }).first());
  await expect(findings).not.toContainText('closer to it');
  await page.keyboard.press('Control+z');
  await expect(findings).toContainText('closer to it');
  await page.keyboard.press('Control+Shift+z');
  await expect(findings).not.toContainText('closer to it');
  await expect(onPlan(page, 'Kick')).toBeVisible();

  // Tape: the height as read, then back to the list.
  await pressOn(page, station(page, 'Tape'));
  await tabTo(page, page.getByLabel(/The tape says/));
  await page.keyboard.type('20.5');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Within what you can hear', { exact: false })).toBeVisible();
  await expect(page.getByText(/^2 of \d+$/)).toBeVisible();
  await pressOn(page, page.getByRole('button', { name: 'Next' }));
  await expect(page.getByText(/^3 of \d+$/)).toBeVisible();

  await pressOn(page, station(page, 'Patch'));
  await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible({ timeout: 20_000 });
  await pressOn(page, page.getByRole('button', { name: 'Snare into input 6' }));
  await expect(page.getByRole('button', { name: 'Snare into input 6' })).toHaveAttribute('aria-pressed', 'true');

  await pressOn(page, station(page, 'Check'));
  await pressOn(page, page.getByRole('button', { name: sayCheck('load-the-practice-take') }));
  const verdicts = page.getByRole('list', { name: sayCheck('findings-of-the-take') });
  await expect(verdicts).toContainText('The polarity of Overhead right is reversed', { timeout: 60_000 });
  await pressOn(page, verdicts.getByRole('button', { name: 'I changed the cable' }));
  await expect(verdicts).toContainText('Recorded before the cable of Overhead right was changed');
  await expect(verdicts.getByRole('button', { name: 'I changed the cable' })).toHaveCount(0);

  await pressOn(page, station(page, 'Sheet'));
  await expect(page.getByRole('table', { name: saySheet('tape-list') })).toBeVisible();
  let printed = false;
  await page.exposeFunction('printCalled', () => {
    printed = true;
  });
  await page.evaluate('window.print = () => window.printCalled()');
  await pressOn(page, page.getByRole('button', { name: saySheet('print-or-save-as-pdf') }));
  await expect.poll(() => printed).toBe(true);
});
