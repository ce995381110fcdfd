import type { Page } from '@playwright/test';
import { createRandom } from '../src/core/math';
import { sayFloor } from '../src/words/floor.page.en';
import { KillableBrowser } from './browser';

export interface KillCounts {
  kills: number;
  edits: number;
  /** Edits that the page had put aside for good before the browser was killed, and how many of those were gone afterwards. */
  promised: number;
  broken: number;
  /** Edits that were still on their way: they may be there or not. */
  onTheirWay: number;
}

const NAME = 'Snare';
const across = (page: Page) => page.getByRole('region', { name: sayFloor('findings-and-selection') }).getByLabel(/^Across/);

/** Opens a session with its snare microphone in hand, and says how far across it stands, cm. */
async function take(page: Page, url: string): Promise<number> {
  await page.goto(url);
  const microphone = page.getByRole('group', { name: 'Plan, from above' }).getByRole('button', { name: new RegExp(`^${NAME} microphone`) });
  await microphone.press('Enter');
  return Number(await across(page).inputValue());
}

/** Tells where the microphone stands in every change that the browser has taken into its storage, once it has. */
async function listenToStorage(page: Page, kept: (acrossM: number) => void): Promise<void> {
  await page.exposeFunction('kept', kept);
  await page.addInitScript((name) => {
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = function (this: IDBObjectStore, value: unknown, ...rest: IDBValidKey[]) {
      const { session } = value as { session?: { microphones?: readonly { name: string; positionM: { x: number } }[] } };
      const placed = session?.microphones?.find((one) => one.name === name);
      const tell = (window as unknown as { kept?: (acrossM: number) => void }).kept;
      if (placed) this.transaction.addEventListener('complete', () => tell?.(placed.positionM.x));
      return put.call(this, value, ...rest);
    };
  }, NAME);
}

/**
 * Kills the whole browser at random moments while a microphone is moved by keys, each press 1 cm, often within 60 ms of one; opens
 * the session again on the same profile. What the page promises is judged: a change that storage had taken is there. How many it had
 * taken by then is the machine's business.
 */
export async function killWhileEditing(url: string, kills: number, edits: number, seed: number): Promise<KillCounts> {
  const random = createRandom(seed);
  const counts: KillCounts = { kills: 0, edits: 0, promised: 0, broken: 0, onTheirWay: 0 };
  const browser = new KillableBrowser();
  let keptM: number | null = null;
  const begin = async (): Promise<Page> => {
    const page = await browser.start();
    await listenToStorage(page, (acrossM) => {
      keptM = acrossM;
    });
    return page;
  };
  try {
    let page = await begin();
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
      const promised = keptM === null ? 0 : Math.round(Math.abs(100 * keptM - at));
      keptM = null;
      page = await begin();
      const now = await take(page, address);
      const there = Math.round(Math.abs(now - at));
      counts.promised += promised;
      counts.broken += Math.max(0, promised - there);
      counts.onTheirWay += presses - Math.max(promised, there);
      at = now;
    }
    return counts;
  } finally {
    await browser.dispose();
  }
}
