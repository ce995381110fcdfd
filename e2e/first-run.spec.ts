import { expect, type Locator, type Page, test } from '@playwright/test';
import { sayComponents } from '../src/words/components.page.en';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { saySetups } from '../src/words/setups.page.en';
import { saySheet } from '../src/words/sheet.page.en';
import { sayStations } from '../src/words/stations.page.en';
import { LITTLE_GEAR, onPlan, openChooser, settled, station, tabTo } from './steps';

/** From an empty browser to the first set-up; gives how many times something was pressed. */
async function firstRun(page: Page, press: (target: Locator) => Promise<number>): Promise<number> {
  let presses = 0;
  const act = async (target: Locator): Promise<void> => {
    presses += await press(target);
  };
  await page.goto('/');
  await act(page.getByRole('button', { name: saySessions('new-session') }));
  for (const [kind, count] of Object.entries(LITTLE_GEAR))
    for (let n = 0; n < count; n++) await act(page.getByRole('button', { name: `One more: ${kind}`, exact: true }));
  await expect(page.getByText('4 microphones, 1 device, 4 stands')).toBeVisible();
  await act(page.getByRole('button', { name: saySessions('that-is-what-i-own') }));
  await act(page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }));
  const card = page.getByRole('listitem', { name: 'Kick, snare and a spaced pair' });
  await expect(card).not.toContainText(sayComponents('fix'));
  await act(card.getByRole('button', { name: 'Place 4 microphones' }));
  await expect(onPlan(page, 'Overhead right')).toBeVisible();
  await expect(
    page
      .getByText(sayFrame('saved'), { exact: true })
      .or(page.getByRole('img', { name: sayFrame('saved') }))
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
  await timed('keyboard (Enter pressed; Tab to get there not counted)', () =>
    firstRun(page, async (target) => {
      await tabTo(page, target);
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
    const verdicts = await page.getByRole('list', { name: sayFloor('findings') }).boundingBox();
    const plan = await page.getByRole('group', { name: sayFloor('plan-from-above') }).boundingBox();
    expect((verdicts?.y ?? 9e9) < (plan?.y ?? 0)).toBe(true);
    // One finger on the empty drawing scrolls the page and leaves the drawing; two fingers move the drawing; one on a microphone moves that.
    const drawing = page.getByRole('group', { name: sayFloor('plan-from-above') });
    await drawing.scrollIntoViewIfNeeded();
    await settled(page);
    const fingers = await page.context().newCDPSession(page);
    const swipe = async (from: readonly (readonly [number, number])[], by: readonly [number, number]): Promise<void> => {
      const at = (share: number) => from.map(([x, y], id) => ({ x: x + by[0] * share, y: y + by[1] * share, id }));
      await fingers.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) });
      for (let step = 1; step <= 8; step++) await fingers.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(step / 8) });
      await fingers.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] });
    };
    const shownAt = () => drawing.locator('> g').getAttribute('transform');
    const scrolled = () => drawing.evaluate((element) => element.getBoundingClientRect().y);
    const corner = async (): Promise<readonly [number, number]> => {
      const box = await drawing.boundingBox();
      if (!box) throw new Error('the plan is drawn');
      return [box.x + box.width - 30, box.y + box.height / 2];
    };
    const [still, top] = [await shownAt(), await scrolled()];
    await swipe([await corner()], [0, -120]);
    await expect.poll(scrolled).toBeLessThan(top - 40);
    expect(await shownAt()).toBe(still);
    const [x, y] = await corner();
    await swipe(
      [
        [x, y],
        [x - 60, y + 30],
      ],
      [-40, 10],
    );
    await expect.poll(shownAt).not.toBe(still);
    const before = await onPlan(page, 'Snare').getAttribute('transform');
    const snare = await onPlan(page, 'Snare').boundingBox();
    if (!snare) throw new Error('the snare microphone is drawn');
    await swipe([[snare.x + snare.width / 2, snare.y + snare.height / 2]], [30, 30]);
    await expect.poll(() => onPlan(page, 'Snare').getAttribute('transform')).not.toBe(before);
  });
});

test('skipped: an empty shelf says so, and what is said later reaches the session', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: saySessions('new-session') }).click();
  await page.getByRole('button', { name: saySessions('skip') }).click();
  await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
  await openChooser(page);
  await expect(page.getByText('There is no microphone on your shelf yet', { exact: false })).toBeVisible();
  const place = page.getByRole('listitem', { name: 'One overhead' }).getByRole('button', { name: 'Place 1 microphone' });
  await expect(place).toBeDisabled();
  await page.getByRole('link', { name: 'What do you own?' }).click();
  for (const kind of ['Small condenser', 'Tall boom stand', 'Two-input interface'])
    await page.getByRole('button', { name: `One more: ${kind}` }).click();
  await page.getByRole('button', { name: saySessions('put-them-on-the-shelf') }).click();
  await page.getByRole('button', { name: saySetups('take-everything-from-the-shelf-2') }).click();
  await expect(page.getByRole('list', { name: saySetups('proposed') }).getByRole('listitem')).not.toHaveCount(0);
  await openChooser(page);
  await place.click();
  await expect(onPlan(page, 'Overhead')).toBeVisible();
  await expect(station(page, 'Patch')).toContainText(sayStations('all-plugged'));
});

test('Tab through the drawing takes nothing in hand; the name can be changed; what went away leaves the focus near', async ({ page }) => {
  await page.goto('/demo');
  await onPlan(page, 'Kick').waitFor();
  await onPlan(page, 'Kick').focus();
  for (let i = 0; i < 6; i++) await page.keyboard.press('Tab');
  await expect(page.locator('[aria-pressed=true][data-microphone]')).toHaveCount(0);
  await onPlan(page, 'Kick').press('Enter');
  await expect(onPlan(page, 'Kick')).toHaveAttribute('aria-pressed', 'true');
  const name = page.getByRole('region', { name: sayFloor('findings-and-selection') }).getByLabel(sayFloor('name'));
  await name.fill('Big drum, 太鼓');
  await name.press('Enter');
  await expect(onPlan(page, 'Big drum, 太鼓')).toBeVisible();
  await page.getByRole('button', { name: sayFloor('take-it-away') }).press('Enter');
  await expect(onPlan(page, 'Big drum, 太鼓')).toHaveCount(0);
  expect(await page.evaluate(() => document.activeElement !== document.body)).toBe(true);
});

test('a left-handed kit reads right on every view: names, marks, set-ups, pieces, sheet and undo', async ({ page }) => {
  await page.goto('/demo');
  const kit = page.getByRole('list', { name: sayFloor('instruments') }).getByRole('button', { name: /Loft kit/ });
  await kit.click();
  const across = async (name: string): Promise<number> => Number((await onPlan(page, name).getAttribute('transform'))?.match(/[\d.]+/)?.[0]);
  const before = [await across('Overhead left'), await across('Overhead right')];
  await page.getByLabel(sayFloor('handed')).selectOption({ label: 'left-handed' });
  await expect(page.getByRole('button', { name: 'Undo: make Loft kit left-handed' })).toBeEnabled();
  // The player looks up the plan: the left microphone is still on the left of it, and the hat is now on the right.
  await expect.poll(async () => (await across('Overhead left')) < (await across('Overhead right'))).toBe(true);
  expect((before[0] ?? 0) < (before[1] ?? 0)).toBe(true);
  await expect(page.getByText('left and right as the player sees them', { exact: false })).toBeVisible();
  await page.getByRole('button', { name: /^Hat/ }).last().click();
  await expect(page.getByLabel(/^Left \(cm\)/)).toBeVisible();
  await station(page, 'Tape').click();
  await expect(page.getByRole('main')).toContainText('Overhead right');
  await station(page, 'Sheet').click();
  await expect(page.getByRole('main')).toContainText(saySheet('left-and-right-are-the-players'));
  await station(page, 'Floor').click();
  await openChooser(page);
  const shoulder = page.getByRole('listitem', { name: 'One over the left shoulder' });
  await expect(shoulder).toContainText('behind the left shoulder');
  await shoulder.getByRole('button', { name: saySetups('compare') }).click();
  await page
    .getByRole('listitem', { name: 'One overhead', exact: true })
    .getByRole('button', { name: saySetups('compare') })
    .click();
  await expect(page.getByRole('region', { name: saySetups('compared') })).toContainText('One over the left shoulder');
  await shoulder.getByRole('button', { name: /^Replace/ }).click();
  await expect(page.getByRole('button', { name: 'Undo: place One over the left shoulder' })).toBeEnabled();
});
