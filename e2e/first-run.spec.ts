import { expect, type Locator, type Page, test } from '@playwright/test';
import { onPlan, station } from './steps';

/** What a person with little owns: enough for four microphones on a kit. */
const GEAR: Readonly<Record<string, number>> = {
  'Bass-drum moving-coil': 1,
  'Rugged moving-coil': 1,
  'Small condenser': 2,
  'Eight-input interface, phantom in fours': 1,
  'Tall boom stand': 2,
  'Boom stand': 1,
  'Short boom stand': 1,
};

/** From an empty browser to the first set-up; gives how many times something was pressed. */
async function firstRun(page: Page, press: (target: Locator) => Promise<number>): Promise<number> {
  let presses = 0;
  const act = async (target: Locator): Promise<void> => {
    presses += await press(target);
  };
  await page.goto('/');
  await act(page.getByRole('button', { name: 'New session' }));
  for (const [kind, count] of Object.entries(GEAR))
    for (let n = 0; n < count; n++) await act(page.getByRole('button', { name: `One more: ${kind}`, exact: true }));
  await expect(page.getByText('4 microphones, 1 device, 4 stands')).toBeVisible();
  await act(page.getByRole('button', { name: 'That is what I own' }));
  await act(page.getByRole('button', { name: 'Put it in the room' }));
  await act(page.getByRole('link', { name: 'Choose a set-up' }).first());
  const card = page.getByRole('listitem', { name: 'Kick, snare and a spaced pair' });
  await expect(card).not.toContainText('Fix');
  await act(card.getByRole('button', { name: 'Place 4 microphones' }));
  await expect(onPlan(page, 'Overhead right')).toBeVisible();
  await expect(
    page
      .getByText('Saved', { exact: true })
      .or(page.getByRole('img', { name: 'Saved' }))
      .filter({ visible: true }),
  ).toBeVisible();
  return presses;
}

const timed = async (how: string, work: () => Promise<number>): Promise<void> => {
  const began = Date.now();
  const presses = await work();
  const seconds = (Date.now() - began) / 1000;
  console.log(`first run by ${how}: ${presses} presses, ${seconds.toFixed(1)} s`);
  expect(presses).toBeLessThan(25);
  expect(seconds).toBeLessThan(90);
};

test('first run to first set-up by mouse', async ({ page }) => {
  await timed('mouse', () =>
    firstRun(page, async (target) => {
      await target.click();
      return 1;
    }),
  );
  // The gear is the person's own, and nobody else's.
  await page.goto('/shelf');
  await expect(page.getByRole('button', { name: /^Edit / })).toHaveCount(7);
});

test('first run to first set-up by keyboard alone, each place reached with Tab', async ({ page }) => {
  const on = (target: Locator): Promise<boolean> => target.evaluate((element) => element === document.activeElement).catch(() => false);
  await timed('keyboard (Enter pressed; Tab to get there not counted)', () =>
    firstRun(page, async (target) => {
      for (let i = 0; i < 150 && !(await on(target)); i++) await page.keyboard.press('Tab');
      expect(await on(target)).toBe(true);
      await page.keyboard.press('Enter');
      return 1;
    }),
  );
});

test.describe('at 390 px by touch', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  test('first run to first set-up; a finger on the drawing scrolls the page', async ({ page }) => {
    await timed('touch', () =>
      firstRun(page, async (target) => {
        await target.tap();
        return 1;
      }),
    );
    // The verdicts stand before the drawing.
    const verdicts = await page.getByRole('list', { name: 'Findings' }).boundingBox();
    const plan = await page.getByRole('group', { name: 'Plan, from above' }).boundingBox();
    expect((verdicts?.y ?? 9e9) < (plan?.y ?? 0)).toBe(true);
    expect(await page.getByRole('group', { name: 'Plan, from above' }).evaluate((drawing) => getComputedStyle(drawing).touchAction)).toBe('pan-y');
    expect(await onPlan(page, 'Snare').evaluate((handle) => getComputedStyle(handle).touchAction)).toBe('none');
  });
});

test('skipped: an empty shelf says so, and what is said later reaches the session', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New session' }).click();
  await page.getByRole('button', { name: 'Skip' }).click();
  await page.getByRole('button', { name: 'Put it in the room' }).click();
  await page.getByRole('link', { name: 'Choose a set-up' }).first().click();
  await expect(page.getByText('There is no microphone on your shelf yet', { exact: false })).toBeVisible();
  const place = page.getByRole('listitem', { name: 'One overhead' }).getByRole('button', { name: 'Place 1 microphone' });
  await expect(place).toBeDisabled();
  await page.getByRole('link', { name: 'What do you own?' }).click();
  for (const kind of ['Small condenser', 'Tall boom stand', 'Two-input interface'])
    await page.getByRole('button', { name: `One more: ${kind}` }).click();
  await page.getByRole('button', { name: 'Put them on the shelf' }).click();
  await page.getByRole('button', { name: 'Take everything from the shelf' }).click();
  await place.click();
  await expect(onPlan(page, 'Overhead')).toBeVisible();
  await expect(station(page, 'Patch')).toContainText('done');
});

test('Tab through the drawing takes nothing in hand; the name can be changed; what went away leaves the focus near', async ({ page }) => {
  await page.goto('/demo');
  await onPlan(page, 'Kick').waitFor();
  await onPlan(page, 'Kick').focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('Tab');
  await expect(page.locator('[aria-pressed=true][data-microphone]')).toHaveCount(0);
  await onPlan(page, 'Kick').press('Enter');
  await expect(onPlan(page, 'Kick')).toHaveAttribute('aria-pressed', 'true');
  const name = page.getByRole('region', { name: 'Findings and selection' }).getByLabel('Name');
  await name.fill('Big drum, 太鼓');
  await name.press('Enter');
  await expect(onPlan(page, 'Big drum, 太鼓')).toBeVisible();
  await page.getByRole('button', { name: 'Take it away' }).press('Enter');
  await expect(onPlan(page, 'Big drum, 太鼓')).toHaveCount(0);
  expect(await page.evaluate(() => document.activeElement !== document.body)).toBe(true);
});
