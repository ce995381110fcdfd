import type { Browser, BrowserContext, Page } from '@playwright/test';
import { createRandom, type Random } from '../src/core/math';
import { sayFloor } from '../src/words/floor.page.en';
import { sayLoop } from '../src/words/loop.page.en';
import { saySessions } from '../src/words/sessions.page.en';

export interface WalkedTabs {
  walks: number;
  steps: Record<string, number>;
  presses: number;
  /** Presses that storage had not taken when their tab ended: they may be there or not. */
  onTheirWay: number;
  readonly wrong: string[];
}

export const noTabs = (): WalkedTabs => ({ walks: 0, steps: {}, presses: 0, onTheirWay: 0, wrong: [] });

const MICROPHONES = ['Snare', 'Kick', 'Overhead left'] as const;

/** A tab with a microphone of its own, and the truth of it: where it stood, what was pressed since, and what storage said it had. */
interface Tab {
  page: Page;
  readonly name: (typeof MICROPHONES)[number];
  /** Centimetres, as last read from the page. */
  from: number;
  pressed: number;
  keptM: number | null;
}

const plan = (page: Page) => page.getByRole('group', { name: 'Plan, from above' });
const microphone = (page: Page, name: string) => plan(page).getByRole('button', { name: new RegExp(`^${name} microphone`) });

async function acrossOf(page: Page, name: string): Promise<number> {
  await microphone(page, name).press('Enter');
  return Number(
    await page
      .getByRole('region', { name: sayFloor('findings-and-selection') })
      .getByLabel(/^Across/)
      .inputValue(),
  );
}

/** Opens a tab that tells where its microphone stands in every change its storage has taken. */
async function openTab(context: BrowserContext, address: string, tab: Tab): Promise<void> {
  const page = await context.newPage();
  tab.page = page;
  tab.keptM = null;
  await page.exposeFunction('kept', (acrossM: number) => {
    tab.keptM = acrossM;
  });
  await page.addInitScript((name) => {
    const { put } = IDBObjectStore.prototype;
    IDBObjectStore.prototype.put = function (this: IDBObjectStore, value: unknown, ...rest: IDBValidKey[]) {
      const { session } = (value ?? {}) as { session?: { microphones?: readonly { name: string; positionM: { x: number } }[] } };
      const placed = session?.microphones?.find((one) => one.name === name);
      const tell = (window as unknown as { kept?: (acrossM: number) => void }).kept;
      if (placed) this.transaction.addEventListener('complete', () => tell?.(placed.positionM.x));
      return put.call(this, value, ...rest);
    };
  }, tab.name);
  await page.goto(address);
  tab.from = await acrossOf(page, tab.name);
  tab.pressed = 0;
}

/** What is there after a tab ended, held against what was pressed and what storage had said: nothing promised may be gone. */
function judge(tab: Tab, now: number, label: string, counts: WalkedTabs): void {
  const promised = tab.keptM === null ? 0 : Math.round(100 * tab.keptM - tab.from);
  const there = Math.round(now - tab.from);
  if (there < promised) counts.wrong.push(`${label}: of ${tab.name} ${promised} cm were kept and ${there} are there`);
  if (there > tab.pressed) counts.wrong.push(`${label}: ${tab.name} went ${there} cm and ${tab.pressed} were pressed`);
  counts.onTheirWay += Math.max(0, tab.pressed - Math.max(there, promised));
}

async function again(context: BrowserContext, address: string, tab: Tab, label: string, counts: WalkedTabs): Promise<void> {
  const { from, pressed, keptM } = tab;
  await openTab(context, address, tab);
  judge({ ...tab, from, pressed, keptM }, tab.from, label, counts);
}

async function press(tab: Tab, random: Random, counts: WalkedTabs): Promise<void> {
  for (let i = random.integer(1, 5); i > 0; i--) {
    await microphone(tab.page, tab.name).press('ArrowRight');
    tab.pressed += 1;
    counts.presses += 1;
    if (random.uniform() < 0.3) await tab.page.waitForTimeout(random.integer(0, 80));
  }
}

/** Ends a tab's process, as the system does that is out of memory. */
async function crash(tab: Tab): Promise<void> {
  const session = await tab.page.context().newCDPSession(tab.page);
  await Promise.race([session.send('Page.crash').catch(() => undefined), tab.page.waitForEvent('crash').catch(() => undefined)]);
  await tab.page.close().catch(() => undefined);
}

const article = (page: Page, name: string) => page.getByRole('article', { name });

async function sessionsOf(page: Page): Promise<number> {
  await page.getByRole('article').first().waitFor();
  return page.getByRole('article').count();
}

/** Deletes the session in hand on a page of its own and takes that back, or takes a file in and that back. */
async function comeAndGo(
  context: BrowserContext,
  url: string,
  name: string,
  how: 'deleted' | 'taken in',
  label: string,
  counts: WalkedTabs,
): Promise<void> {
  const page = await context.newPage();
  await page.goto(url);
  const before = await sessionsOf(page);
  if (how === 'deleted') {
    await article(page, name)
      .getByRole('button', { name: /^Delete/ })
      .click();
    await article(page, name).waitFor({ state: 'detached' });
  } else {
    const file = { name: 'guest.json', mimeType: 'application/json', buffer: Buffer.from(await guest()) };
    await page.getByLabel(saySessions('import-a-session-shelf-or-backup')).setInputFiles(file);
    await page
      .getByRole('region', { name: saySessions('import') })
      .getByRole('button', { name: saySessions('take-it-in') })
      .click();
    await article(page, 'A guest').waitFor();
  }
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  if (how === 'deleted') await article(page, name).waitFor();
  else await article(page, 'A guest').waitFor({ state: 'detached' });
  const after = await sessionsOf(page);
  if (after !== before) counts.wrong.push(`${label}: ${before} sessions were there and ${after} are`);
  await page.close();
}

async function guest(): Promise<string> {
  const [{ exportSession }, { boathouseKit }] = await Promise.all([import('../src/core/exchange'), import('../demo/boathouse')]);
  return exportSession({ ...boathouseKit(), id: 'a-guest', name: 'A guest' });
}

/** Keeps what stands as an attempt on the Loop. */
async function keepAttempt(context: BrowserContext, address: string): Promise<void> {
  const page = await context.newPage();
  await page.goto(address.replace(/\/floor.*$/, '/loop'));
  await page.getByRole('button', { name: sayLoop('keep-what-stands-now') }).click();
  await page.waitForTimeout(300);
  await page.close();
}

async function attemptsOf(page: Page): Promise<number> {
  return page.evaluate(
    () =>
      new Promise<number>((done, fail) => {
        const open = indexedDB.open('shuttlecraft');
        open.onerror = () => fail(open.error);
        open.onsuccess = () => {
          const request = open.result.transaction('attempts').objectStore('attempts').count();
          request.onsuccess = () => {
            open.result.close();
            done(request.result);
          };
        };
      }),
  );
}

const STEPS = ['press', 'press', 'press', 'press', 'reload', 'close', 'close two', 'crash', 'crash two', 'delete', 'import', 'attempt'] as const;

/** How far something is off, once it is not or ten seconds are over: a busy machine's tabs take what others wrote when they get to it. */
async function comeToRest(offBy: () => Promise<number>): Promise<number> {
  const until = Date.now() + 10_000;
  let off = await offBy();
  while (off !== 0 && Date.now() < until) {
    await new Promise((done) => setTimeout(done, 200));
    off = await offBy();
  }
  return off;
}

/** One walk: two or three tabs on one session, each moving its own microphone, with everything that ends tabs or changes sessions between. */
export async function walkTabs(browser: Browser, url: string, seed: number, counts: WalkedTabs): Promise<void> {
  const random = createRandom(seed);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, serviceWorkers: 'block', locale: 'en-GB', colorScheme: 'dark' });
  context.setDefaultTimeout(15_000);
  counts.walks += 1;
  try {
    const first = await context.newPage();
    await first.goto(`${url}/demo`);
    await first.waitForURL(/session/);
    await microphone(first, 'Snare').waitFor();
    const address = first.url();
    const name = 'Boathouse kit, Saturday';
    await first.close();
    const tabs: Tab[] = MICROPHONES.slice(0, random.integer(2, 3)).map((own) => ({ page: first, name: own, from: 0, pressed: 0, keptM: null }));
    for (const tab of tabs) await openTab(context, address, tab);
    let attempts = 0;
    for (let step = random.integer(6, 12); step > 0; step--) {
      const what = STEPS[random.integer(0, STEPS.length - 1)] ?? 'press';
      const label = `seed ${seed}, ${step} before the end, ${what}`;
      counts.steps[what] = (counts.steps[what] ?? 0) + 1;
      const [a, b] = random.uniform() < 0.5 ? [tabs[0], tabs[1]] : [tabs[1], tabs[0]];
      if (!a || !b) continue;
      const ended = what.endsWith('two') ? [a, b] : [a];
      if (what !== 'delete' && what !== 'import' && what !== 'attempt') for (const tab of ended) await press(tab, random, counts);
      if (what === 'reload') {
        const { from, pressed, keptM } = a;
        await a.page.reload();
        a.from = await acrossOf(a.page, a.name);
        a.pressed = 0;
        judge({ ...a, from, pressed, keptM }, a.from, label, counts);
        a.keptM = null;
      } else if (what.startsWith('close') || what.startsWith('crash')) {
        await Promise.all(ended.map((tab) => (what.startsWith('crash') ? crash(tab) : tab.page.close())));
        for (const tab of ended) await again(context, address, tab, label, counts);
      } else if (what === 'delete' || what === 'import') {
        await a.page.waitForTimeout(400);
        await comeAndGo(context, url, name, what === 'delete' ? 'deleted' : 'taken in', label, counts);
      } else if (what === 'attempt') {
        await keepAttempt(context, address);
        attempts += 1;
      }
    }
    await (tabs[0] as Tab).page.waitForTimeout(800);
    // What every tab shows, and a fresh one: all that was pressed.
    const fresh = await context.newPage();
    await fresh.goto(address);
    for (const tab of tabs)
      for (const [where, page] of [
        ['a fresh tab', fresh],
        ['its own tab', tab.page],
      ] as const) {
        const off = await comeToRest(async () => Math.round((await acrossOf(page, tab.name)) - tab.from - tab.pressed));
        if (off !== 0) counts.wrong.push(`seed ${seed}, at the end: ${tab.name} is ${off} cm off in ${where}`);
      }
    const kept = await attemptsOf(fresh);
    // Two in a row of the very same are one.
    if (kept > attempts || (attempts > 0 && kept === 0)) counts.wrong.push(`seed ${seed}: ${attempts} attempts were kept and ${kept} are there`);
  } catch (error) {
    counts.wrong.push(`seed ${seed}: ${String(error).split('\n')[0]}`);
  } finally {
    await context.close();
  }
}
