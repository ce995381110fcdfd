import type { BrowserContext, Page } from '@playwright/test';
import { createRandom } from '../src/core/math';
import { sayFloor } from '../src/words/floor.page.en';

const microphone = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Plan, from above' }).getByRole('button', { name: new RegExp(`^${name} microphone`) });
const across = (page: Page) => page.getByRole('region', { name: sayFloor('findings-and-selection') }).getByLabel(/^Across/);

async function acrossOf(page: Page, name: string): Promise<number> {
  await microphone(page, name).press('Enter');
  return Number(await across(page).inputValue());
}

export interface TabCounts {
  edits: number;
  /** Centimetres by which each tab's view and the stored session fall short of what was pressed. */
  missing: number;
  /** Whether somebody was told that the other tab changes things too. */
  told: boolean;
}

/** Two tabs on one session, each moving a microphone of its own by keys, pressed in turn without waiting. */
export async function editInTwoTabs(context: BrowserContext, address: string, edits: number, seed: number): Promise<TabCounts> {
  const random = createRandom(seed);
  const [a, b] = [await context.newPage(), await context.newPage()];
  const tabs = [
    { page: a, name: 'Snare', pressed: 0, from: 0 },
    { page: b, name: 'Kick', pressed: 0, from: 0 },
  ];
  for (const tab of tabs) {
    await tab.page.goto(address);
    tab.from = await acrossOf(tab.page, tab.name);
  }
  for (let i = 0; i < edits; i++) {
    const tab = tabs[random.integer(0, 1)] as (typeof tabs)[number];
    await microphone(tab.page, tab.name).press('ArrowRight');
    tab.pressed += 1;
    if (random.uniform() < 0.1) await a.waitForTimeout(random.between(0, 60));
  }
  await a.waitForTimeout(1000);
  const told = (await Promise.all(tabs.map(({ page }) => page.getByText(/Another tab changed this session/).count()))).some((count) => count > 0);
  const fresh = await context.newPage();
  await fresh.goto(address);
  let missing = 0;
  for (const { name, from, pressed } of tabs) for (const page of [a, b, fresh]) missing += Math.abs((await acrossOf(page, name)) - from - pressed);
  for (const page of [a, b, fresh]) await page.close();
  return { edits, missing: Math.round(missing), told };
}
