import type { Page } from '@playwright/test';
import { createRandom } from '../src/core/math';
import { KillableBrowser } from './browser';

export interface KillCounts {
  kills: number;
  edits: number;
  /** Kills after which the last gesture was not there, and gestures lost beyond it. */
  lastLost: number;
  moreLost: number;
}

const across = (page: Page) => page.getByRole('region', { name: 'Findings and selection' }).getByLabel(/^Across/);

/** Opens the demo with its snare microphone in hand, and says how far across it stands, cm. */
async function take(page: Page, url: string): Promise<number> {
  await page.goto(url);
  const snare = page.getByRole('group', { name: 'Plan, from above' }).getByRole('button', { name: /^Snare microphone/ });
  await snare.press('Enter');
  return Number(await across(page).inputValue());
}

/**
 * Kills the whole browser at random moments while a microphone is moved by keys, each press 1 cm, often within 60 ms of one; opens
 * the session again on the same profile and counts what is missing.
 */
export async function killWhileEditing(url: string, kills: number, edits: number, seed: number): Promise<KillCounts> {
  const random = createRandom(seed);
  const counts: KillCounts = { kills: 0, edits: 0, lastLost: 0, moreLost: 0 };
  const browser = new KillableBrowser();
  try {
    let page = await browser.start();
    let at = await take(page, `${url}/demo`);
    const address = page.url();
    for (let i = 0; i < kills; i++) {
      const key = i % 2 ? 'ArrowLeft' : 'ArrowRight';
      const presses = Math.max(1, Math.round(edits / kills) + random.integer(-2, 2));
      for (let k = 0; k < presses; k++) {
        await page.keyboard.press(key);
        counts.edits += 1;
        if (k < presses - 1) await page.waitForTimeout(random.between(0, 40));
      }
      await page.waitForTimeout(random.uniform() < 0.7 ? random.between(0, 60) : random.between(60, 400));
      await browser.kill();
      counts.kills += 1;
      page = await browser.start();
      const now = await take(page, address);
      const missing = presses - Math.round(Math.abs(now - at));
      if (missing >= 1) counts.lastLost += 1;
      if (missing > 1) counts.moreLost += missing - 1;
      at = now;
    }
    return counts;
  } finally {
    await browser.dispose();
  }
}
