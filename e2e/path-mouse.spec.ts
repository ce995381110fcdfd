import { expect, test } from '@playwright/test';
import { sayCheck } from '../src/words/check.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { onPlan, onSide, placeFour, placeFourByHand, station } from './steps';

test('the whole path by mouse: from new session to printed sheet', async ({ page }) => {
  await placeFourByHand(page);
  const findings = page.getByRole('list', { name: sayFloor('findings') });

  // Lift the right overhead in the elevation: its string grows, a finding appears while dragging.
  const overhead = onSide(page, 'Overhead right');
  const box = await overhead.boundingBox();
  if (!box) throw new Error('the overhead is drawn');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x, y - 30, { steps: 5 });
  await expect(findings).toContainText('The snare reaches');
  await page.mouse.up();
  await expect(findings).toContainText(/Move Overhead right .* closer to it/);

  // The move mends it, undo brings it back, redo mends it again.
  await findings
    .getByRole('listitem')
    .filter({ hasText: 'closer to it' })
    .getByRole('button', { name: sayFloor('make-it') })
    .click();
  await expect(findings).not.toContainText('closer to it');
  await page.getByRole('button', { name: sayFrame('undo-one') }).click();
  await expect(findings).toContainText('closer to it');
  await page.getByRole('button', { name: sayFrame('redo-one') }).click();
  await expect(findings).not.toContainText('closer to it');

  // Drag in plan, then aim.
  const before = await onPlan(page, 'Snare').getAttribute('transform');
  const snare = await onPlan(page, 'Snare').boundingBox();
  if (!snare) throw new Error('the snare microphone is drawn');
  await page.mouse.move(snare.x + snare.width / 2, snare.y + snare.height / 2);
  await page.mouse.down();
  await page.mouse.move(snare.x + snare.width / 2 - 25, snare.y + snare.height / 2 + 10, { steps: 4 });
  await page.mouse.up();
  expect(await onPlan(page, 'Snare').getAttribute('transform')).not.toBe(before);
  await page.getByRole('button', { name: sayFrame('undo-one') }).click();

  // Patch: solved by itself, changed by hand, solved again.
  await station(page, 'Patch').click();
  await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible({ timeout: 20_000 });
  await expect(page.getByRole('button', { name: 'Kick into input 1' })).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Kick into input 7' }).click();
  await expect(page.getByRole('button', { name: 'Kick into input 7' })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByText('dBFS', { exact: false }).first()).toBeVisible();

  // Check: the practice take, both faults found.
  await station(page, 'Check').click();
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  const verdicts = page.getByRole('list', { name: sayCheck('findings-of-the-take') });
  await expect(verdicts).toContainText('The polarity of Overhead right is reversed. Check its cable', { timeout: 60_000 });
  await expect(verdicts).toContainText(/Kick is 0\.8\d ms \(40 samples, .*\) late on every source/);
  await expect(page.getByRole('img', { name: /Measured arrivals of the snare/ })).toBeVisible();
  // The strokes themselves: the overhead that is turned swings the other way, until all are put in step.
  const strokes = page.getByRole('group', { name: sayCheck('strokes'), exact: true });
  await strokes.getByLabel(sayCheck('strokes-of'), { exact: true }).selectOption({ label: 'Snare' });
  await expect(strokes.getByRole('img', { name: /Strokes of the snare, as recorded: .*Overhead right 2\.\d+ ms, polarity reversed/ })).toBeVisible();
  await strokes.getByRole('button', { name: sayCheck('in-step') }).click();
  await expect(strokes.getByRole('img', { name: /Strokes of the snare, in step/ })).toBeVisible();
  // Every source is heard clearly enough in all four: nothing is left that this take would not show.
  await expect(page.getByText(/^What this take does not show/)).toHaveCount(0);

  // Sheet: the tape list and inputs, CSV, and a print.
  await station(page, 'Sheet').click();
  await expect(page.getByRole('table', { name: saySheet('tape-list') })).toContainText('Overhead left');
  await expect(page.getByRole('table', { name: saySheet('input-list') })).toContainText(sayFloor('kick'));
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: saySheet('input-list-as-csv') }).click();
  expect((await download).suggestedFilename()).toMatch(/inputs\.csv$/);
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
  expect([...pdf.toString('latin1').matchAll(/\/Type\s*\/Page[^s]/g)]).toHaveLength(1);
});

test('the stereo image of the overheads: snare in the middle, hat left, and the other way round for the audience', async ({ page }) => {
  await placeFour(page);
  await page.getByRole('button', { name: sayFloor('picture'), exact: true }).click();
  const picture = page.getByRole('img', { name: /^Between the loudspeakers/ });
  await expect(picture).toHaveAttribute('aria-label', /Snare in the middle.*Hat \d+ % left/);
  await page.getByRole('button', { name: sayFloor('as-the-audience-hears-it') }).click();
  await expect(picture).toHaveAttribute('aria-label', /Hat \d+ % right/);
  await expect(page.getByRole('region', { name: sayFloor('what-the-picture-says') })).toContainText('Snare is in the middle, as it should be.');
});
