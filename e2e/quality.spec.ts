import { AxeBuilder } from '@axe-core/playwright';
import { expect, type Page, test } from '@playwright/test';
import { sayCheck } from '../src/words/check.page.en';
import { sayEars } from '../src/words/ears.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayLoop } from '../src/words/loop.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { saySetups } from '../src/words/setups.page.en';
import { goTo, openChooser, placeFour, station } from './steps';

/** Judges what a page shows by axe; only what is wrong is worked out in full. */
const judgeOf =
  (page: Page, rules: readonly string[] = []) =>
  async (name: string): Promise<void> => {
    const axe = new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] });
    if (rules.length) axe.withRules([...rules]);
    const { violations } = await axe.analyze();
    const serious = violations.filter((violation) => violation.impact === 'serious' || violation.impact === 'critical');
    expect(serious.map((violation) => `${name}: ${violation.id} ${violation.nodes[0]?.html}`)).toEqual([]);
  };

const inSlate = (page: Page) => page.addInitScript(() => localStorage.setItem('shuttlecraft-theme', 'slate'));

test.describe('axe finds nothing serious', () => {
  test('before the first session, and on the Floor with its strips', async ({ page }) => {
    await inSlate(page);
    const check = judgeOf(page);
    await page.goto('/');
    await expect(page.getByRole('list', { name: saySessions('ways-in') })).toBeVisible();
    await check('empty sessions');
    await page.goto('/start');
    await expect(page.getByRole('heading', { name: 'What do you own?' })).toBeVisible();
    await check('what do you own');
    await page.goto('about:blank');
    await placeFour(page);
    await check('floor');
    await page
      .getByRole('button', { name: /Kick microphone/ })
      .first()
      .press('Enter');
    await check('floor with a microphone chosen');
    for (const strip of ['What it hears', 'Bleed', 'Stereo image', 'Tone guide', 'Listen']) {
      await page.getByRole('button', { name: strip, exact: true }).click();
      await check(strip);
    }
    await page.getByRole('button', { name: sayFloor('legend') }).click();
    await page
      .getByRole('button', { name: /, instrument$/ })
      .first()
      .press('Enter');
    await check('floor with an instrument chosen');
  });

  test('on set-ups, Brief, Room and Ready', async ({ page }) => {
    await inSlate(page);
    const check = judgeOf(page);
    await placeFour(page);
    await page
      .getByRole('button', { name: /, instrument$/ })
      .first()
      .press('Enter');
    await openChooser(page);
    const offers = page.getByRole('list', { name: saySetups('set-ups') });
    await offers
      .getByRole('button', { name: saySetups('compare'), exact: true })
      .nth(0)
      .click();
    await offers
      .getByRole('button', { name: saySetups('compare'), exact: true })
      .nth(1)
      .click();
    await expect(page.getByRole('region', { name: saySetups('compared') })).toBeVisible();
    await check('set-ups');
    for (const [name, questions] of [
      ['Brief', []],
      ['Room', ['Modes', 'First reflections', 'What to hang', 'Clap test']],
      ['Ready', ['Drum tuning', 'Choices', 'Hearing', 'What would help next']],
    ] as const) {
      await station(page, name).click();
      await check(name);
      for (const question of questions) {
        await page.getByRole('button', { name: question, exact: true }).click();
        await check(question);
      }
    }
  });

  test('on Pairs, Ears, Tape, Patch and the line check', async ({ page }) => {
    await inSlate(page);
    const check = judgeOf(page);
    await placeFour(page);
    await station(page, 'Pairs').click();
    await check('Pairs');
    for (const question of ['In mono', 'Other geometries', 'Panning', 'Listen']) {
      await page.getByRole('button', { name: question, exact: true }).click();
      await check(question);
    }
    await page.goto(page.url().replace(/\/[a-z]+$/, '/ears'));
    await expect(page.getByRole('slider')).toBeVisible();
    await check('ears');
    await page.getByRole('button', { name: sayEars('drills') }).click();
    await check('drills');
    await station(page, 'Tape').click();
    await check('tape');
    await station(page, 'Patch').click();
    await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible({ timeout: 20_000 });
    await check('patch');
    await page.getByRole('button', { name: sayPatch('line-check') }).click();
    await page.getByRole('button', { name: 'Begin', exact: true }).click();
    await expect(page.getByRole('region', { name: sayPatch('step') })).toBeVisible();
    await check('line check');
  });

  test('on Check, Loop, Sheet, the shelf and the sessions', async ({ page }) => {
    await inSlate(page);
    const check = judgeOf(page);
    await placeFour(page);
    await station(page, 'Check').click();
    await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
    await expect(page.getByRole('list', { name: sayCheck('channels') })).toBeVisible({ timeout: 60_000 });
    await check('check');
    await station(page, 'Loop').click();
    await page
      .getByRole('list', { name: sayLoop('attempts') })
      .getByRole('listitem')
      .first()
      .getByRole('button')
      .click();
    await expect(page.getByRole('group', { name: sayLoop('rating') })).toBeVisible();
    await check('loop');
    await station(page, 'Sheet').click();
    await expect(page.getByRole('table', { name: 'Tape list' })).toBeVisible();
    await check('sheet');
    await page.goto('/shelf');
    await page.getByRole('button', { name: 'Edit Small condenser' }).click();
    await check('shelf');
    await page.goto('/');
    await expect(page.getByRole('article')).toHaveCount(1);
    await check('sessions');
  });

  // Daylight differs by its colours alone, whose contrasts are worked out in `theme/contrast.test.ts`: here they are seen to be those.
  test('of contrast in daylight, where colours are many', async ({ page }) => {
    await page.addInitScript(() => localStorage.setItem('shuttlecraft-theme', 'daylight'));
    const check = judgeOf(page, ['color-contrast']);
    await placeFour(page);
    await page
      .getByRole('button', { name: /Kick microphone/ })
      .first()
      .press('Enter');
    await check('floor, daylight');
    await station(page, 'Patch').click();
    await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible({ timeout: 20_000 });
    await check('patch, daylight');
    await station(page, 'Sheet').click();
    await expect(page.getByRole('table', { name: 'Tape list' })).toBeVisible();
    await check('sheet, daylight');
  });
});

test.describe('with its service worker', () => {
  test.use({ serviceWorkers: 'allow' });
  test('after the first visit it works with the server unreachable, solver and FFT included', async ({ context, page }) => {
    await page.goto('/');
    await page.evaluate(async () => {
      await navigator.serviceWorker.ready;
    });
    await expect.poll(() => page.evaluate(async () => (await caches.keys()).length), { timeout: 20_000 }).toBeGreaterThan(0);
    await page.reload();
    await context.setOffline(true);
    await placeFour(page);
    await station(page, 'Patch').click();
    await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible({ timeout: 20_000 });
    await station(page, 'Check').click();
    await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
    await expect(page.getByRole('list', { name: sayCheck('findings-of-the-take') })).toContainText('is reversed', { timeout: 60_000 });
    await page.reload();
    await expect(page.getByRole('button', { name: saySessions('undo') })).toBeVisible();
    await expect(page.locator('header')).toHaveCSS('display', 'flex');
  });
});

test('the first view needs under 400 kB of JavaScript, gzip', async ({ page }) => {
  const { gzipSync } = await import('node:zlib');
  let total = 0;
  const counted: Promise<void>[] = [];
  page.on('response', (response) => {
    if (response.url().endsWith('.js') && !response.url().includes('sw.js') && !response.url().includes('workbox'))
      counted.push(
        response.body().then((body) => {
          total += gzipSync(body).length;
        }),
      );
  });
  await page.goto('/');
  await expect(page.getByRole('button', { name: saySessions('new-session') })).toBeVisible();
  await Promise.all(counted);
  expect(total).toBeGreaterThan(50_000);
  expect(total).toBeLessThan(400_000);
});

test('at phone width every station can be reached and nothing runs off the side', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await placeFour(page);
  for (const name of ['Brief', 'Room', 'Floor', 'Ready', 'Pairs', 'Tape', 'Patch', 'Check', 'Sheet']) {
    await goTo(page, name);
    await expect(page).toHaveURL(new RegExp(`/${name.toLowerCase()}$`));
    await expect(page.getByRole('main')).not.toBeEmpty();
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
    expect([name, overflow]).toEqual([name, 0]);
  }
});
