import { expect, type Page, test } from '@playwright/test';
import { familyOf, INSTRUMENT_KINDS } from '../src/core/instruments';
import { newSession, placeFour, station } from './steps';

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
  await page.getByRole('button', { name: 'cm: metric, switch to imperial' }).click();
  await metric('floor');
  await page.getByRole('button', { name: 'Legend' }).click();
  for (const strip of ['What it hears', 'Leak', 'Picture', 'Tone guide', 'Listen']) {
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
  await page.getByRole('button', { name: 'Smallest moves' }).click();
  await expect(page.getByRole('region', { name: 'Smallest moves' })).toBeVisible();
  await metric('moves');
  for (const name of ['Brief', 'Room', 'Ready', 'Pairs', 'Tape', 'Patch', 'Check', 'Sheet']) {
    await station(page, name).click();
    await expect(page.getByRole('main')).not.toBeEmpty();
    if (name === 'Check') {
      await page.getByRole('button', { name: 'Load the practice take' }).click();
      await expect(page.getByRole('list', { name: 'Channels' })).toBeVisible({ timeout: 60_000 });
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
    await page.getByRole('button', { name: 'Leave it as it was' }).click();
  }

  // Every instrument's texts and set-ups, all of them laid open.
  for (const kind of INSTRUMENT_KINDS) {
    const family = familyOf(kind);
    await newSession(page);
    await page.getByRole('button', { name: family.name, exact: true }).click();
    await page.getByRole('button', { name: 'Put it in the room' }).click();
    await metric(`floor with ${kind}`);
    await page.getByRole('link', { name: 'Choose a set-up' }).first().click();
    const more = page.getByRole('button', { name: 'More', exact: true });
    while ((await more.count()) > 0) await more.first().click();
    await metric(`set-ups for ${kind}`);
  }
});
