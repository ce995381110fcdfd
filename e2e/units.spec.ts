import { expect, type Page, test } from '@playwright/test';
import { familyOf, INSTRUMENT_KINDS } from '../src/core/instruments';
import { sayCheck } from '../src/words/check.page.en';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { saySetups } from '../src/words/setups.page.en';
import { sayShelf } from '../src/words/shelf.page.en';
import { newSession, openChooser, placeFour, station } from './steps';

const METRIC = /[\d½¼¾]\s?(cm|mm|kg|kg·m|m)\b|°C|\bm\/s\b|\((cm|m|kg|kg·m)\)|[{}]/;

/** Everything that can be read on the page: text, what fields hold and say, what a screen reader is told. */
const words = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const found = [...document.querySelectorAll('[aria-label], [title], input')].flatMap((element) =>
      [element.getAttribute('aria-label'), element.getAttribute('title'), element.getAttribute('placeholder')].filter((text) => text !== null),
    );
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode())
      if (!['SCRIPT', 'STYLE'].includes(node.parentElement?.tagName ?? '')) found.push(node.parentElement?.textContent ?? '');
    return found;
  });

test('in imperial no view says a metric word', async ({ page }) => {
  test.setTimeout(300_000);
  const metric = async (view: string): Promise<void> => {
    const found = (await words(page))
      // The fields that names of files are made of stand in braces, on purpose.
      .map((text) => text.replaceAll(/\{[a-z]+\}/g, ''))
      .filter((text) => METRIC.test(text))
      .map((text) => `${view}: ${METRIC.exec(text)?.[0]} in “${text.slice(0, 120)}”`);
    expect([...new Set(found)]).toEqual([]);
  };
  await placeFour(page);
  expect((await words(page)).some((text) => METRIC.test(text))).toBe(true);
  await page.getByRole('button', { name: sayFrame('cm-metric-switch-to-imperial') }).click();
  await metric('floor');
  await page.getByRole('button', { name: sayFloor('legend') }).click();
  for (const strip of ['What it hears', 'Bleed', 'Stereo image', 'Tone guide', 'Listen']) {
    await page
      .getByRole('button', { name: /^Kick microphone/ })
      .first()
      .press('Enter');
    await page.getByRole('button', { name: strip, exact: true }).click();
    await metric(strip);
  }
  await page
    .getByRole('button', { name: /, instrument$/ })
    .first()
    .press('Enter');
  await metric('instrument');
  await page.getByRole('button', { name: sayFloor('smallest-moves') }).click();
  await expect(page.getByRole('region', { name: sayFloor('smallest-moves') })).toBeVisible();
  await metric('moves');
  for (const name of ['Brief', 'Room', 'Ready', 'Pairs', 'Tape', 'Patch', 'Check', 'Sheet']) {
    await station(page, name).click();
    await expect(page.getByRole('main')).not.toBeEmpty();
    if (name === 'Check') {
      await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
      await expect(page.getByRole('list', { name: sayCheck('channels') })).toBeVisible({ timeout: 60_000 });
    }
    await metric(name);
    if (name !== 'Pairs') continue;
    for (const strip of ['In mono', 'Other geometries', 'Panning', 'Listen']) {
      await page.getByRole('button', { name: strip, exact: true }).click();
      await metric(strip);
    }
    await page.goto(page.url().replace(/\/[a-z]+$/, '/ears'));
    await expect(page.getByRole('slider')).toBeVisible();
    await metric('ears');
  }
  await page.goto('/shelf');
  for (const kind of ['Small condenser', 'Boom stand']) {
    await page.getByRole('button', { name: `Edit ${kind}` }).click();
    await metric(`shelf, ${kind}`);
    await page.getByRole('button', { name: sayShelf('leave-it-as-it-was') }).click();
  }

  // Every instrument's texts and set-ups, all of them laid open.
  for (const kind of INSTRUMENT_KINDS) {
    const family = familyOf(kind);
    await newSession(page);
    await page.getByRole('button', { name: family.name, exact: true }).click();
    await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
    await metric(`floor with ${kind}`);
    await openChooser(page);
    const more = page.getByRole('button', { name: saySetups('more'), exact: true });
    while ((await more.count()) > 0) await more.first().click();
    await metric(`set-ups for ${kind}`);
  }
});

test.describe('where people read in feet and inches, on a system that is light', () => {
  test.use({ locale: 'en-US', colorScheme: 'light' });

  test('a new session begins in inches and letter paper, the page in daylight; what is chosen stays', async ({ page }) => {
    await page.goto('/start');
    await page.getByRole('button', { name: saySessions('skip') }).click();
    await page.waitForURL(/\/setups$/);
    await expect(page.locator('html')).toHaveClass(/light/);
    await station(page, 'Room').click();
    await expect(page.getByLabel('Wide (ft)')).toBeVisible();
    // A length may be written as it is on the tape, whatever the field is in.
    await page.getByLabel('Wide (ft)').fill('4.572 m');
    await page.getByLabel('Wide (ft)').press('Enter');
    await expect(page.getByLabel('Wide (ft)')).toHaveValue('15');
    await page.getByRole('button', { name: sayFrame('dim-room-theme') }).click();
    await page.reload();
    await expect(page.locator('html')).toHaveClass(/dark/);
  });
});
