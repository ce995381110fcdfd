import { expect, test } from '@playwright/test';
import { boathouseKit } from '../demo/boathouse';
import { openAs } from '../hostile/views';
import { sayCheck } from '../src/words/check.page.en';
import { settled } from './steps';

/** 120 characters each: one word, from right to left, without spaces, and of two units a character. */
const NAMES = [
  'Ünterbrückenbaßtrommelfellaufnahmemikrofonständerhalterung'.repeat(3).slice(0, 120),
  'ميكروفون الطبل الكبير الأمامي القريب من الباب '.repeat(4).slice(0, 120).trim(),
  '大太鼓の前の皮の真ん中に置いたマイクロフォン'.repeat(6).slice(0, 120),
  '🥁🎷 '.repeat(24).trim(),
];
const name = (i: number): string => NAMES[i % NAMES.length] as string;

const kit = boathouseKit();
const session = {
  ...kit,
  id: 'long-names',
  name: name(0),
  players: name(1),
  instruments: kit.instruments.map((instrument) => ({ ...instrument, name: name(2) })),
  microphones: kit.microphones.map((placed, i) => ({ ...placed, name: name(i) })),
  pairs: kit.pairs.map((pair) => ({ ...pair, name: name(0) })),
  shelf: {
    ...kit.shelf,
    microphones: kit.shelf.microphones.map((model, i) => ({ ...model, name: name(i) })),
    devices: kit.shelf.devices.map((device) => ({ ...device, name: name(0) })),
    stands: kit.shelf.stands.map((stand, i) => ({ ...stand, name: name(i) })),
  },
};

/** Texts that stick out of the box with a border or ground of its own that they stand in, or off the page. */
function stickingOut(): string[] {
  const out: string[] = [];
  const wide = document.documentElement.clientWidth;
  if (document.documentElement.scrollWidth > wide) out.push(`the page is ${document.documentElement.scrollWidth} px wide`);
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const text = (node.textContent ?? '').trim();
    const range = document.createRange();
    range.selectNodeContents(node);
    const box = range.getBoundingClientRect();
    if (text.length < 20 || box.width === 0) continue;
    let scrolls = false;
    for (let at = node.parentElement; at && at !== document.body && !scrolls; at = at.parentElement) {
      const style = getComputedStyle(at);
      scrolls = style.overflowX !== 'visible';
      const isBox = style.borderLeftWidth !== '0px' || style.backgroundColor !== 'rgba(0, 0, 0, 0)';
      if (!scrolls && isBox && box.right > at.getBoundingClientRect().right + 1.5) out.push(`out of its box: ${text.slice(0, 30)}`);
    }
    if (!scrolls && box.right > wide + 1) out.push(`off the page: ${text.slice(0, 30)}`);
  }
  return [...new Set(out)];
}

for (const [width, height] of [
  [1280, 800],
  [390, 844],
] as const)
  test(`names of 120 characters of any script stay in their boxes at ${width} px`, async ({ page }) => {
    await page.setViewportSize({ width, height });
    await page.goto('/demo');
    await page.waitForURL(/session/);
    for (const view of ['brief', 'room', 'floor', 'ready', 'pairs', 'ears', 'setups', 'tape', 'patch', 'check', 'sheet', 'shelf']) {
      await openAs(page, session, view);
      await expect(page.getByRole('main')).not.toBeEmpty();
      if (view === 'floor')
        await page
          .getByRole('group', { name: 'Plan, from above' })
          .getByRole('button', { name: / microphone K,/ })
          .press('Enter');
      if (view === 'check') {
        await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
        await expect(page.getByRole('list', { name: sayCheck('channels') })).toBeVisible({ timeout: 60_000 });
      }
      await settled(page);
      expect([view, await page.evaluate(stickingOut)]).toEqual([view, []]);
    }
    await page.goto('/');
    await expect(page.getByRole('article')).toHaveCount(6);
    expect(await page.evaluate(stickingOut)).toEqual([]);
  });
