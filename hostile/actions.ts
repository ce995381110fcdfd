import type { Page } from '@playwright/test';
import { createRandom } from '../src/core/math';
import { listen, shows } from './views';

/** Something on the page that a person could use, by where it is. */
interface Target {
  readonly kind: 'press' | 'write' | 'choose' | 'slide' | 'drag';
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly options: number;
}

const TEXTS = ['', ' ', '0', '-1', '12', '1e9', '3,5', '6 ft 2', '12x', '<b>x</b>', '太鼓', 'طبل', '🥁'.repeat(70), 'x'.repeat(300), '"; drop', '\\'];
const KEYS = ['Enter', 'Escape', 'Tab', 'Shift+Tab', 'ArrowUp', 'Shift+ArrowLeft', 'PageUp', 'Delete', 'Control+z', 'Control+Shift+z', ' ', 'Home'];

/** Everything that can be used just now and can be seen. */
const targetsOn = (page: Page): Promise<Target[]> =>
  page.evaluate(() => {
    const found: { kind: string; name: string; x: number; y: number; options: number }[] = [];
    for (const element of document.querySelectorAll(
      'button, a[href], input, select, textarea, summary, [role=button], [role=menuitem], [role=slider], [role=option]',
    )) {
      if (!(element instanceof HTMLElement || element instanceof SVGElement)) continue;
      if (element instanceof HTMLInputElement && (element.type === 'file' || element.hidden)) continue;
      if ((element as HTMLButtonElement).disabled) continue;
      const box = element.getBoundingClientRect();
      const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
      if (box.width < 2 || x < 0 || y < 0 || x > innerWidth || y > innerHeight) continue;
      const top = document.elementFromPoint(x, y);
      const isDrawn = element instanceof SVGElement;
      if (!top || !(isDrawn ? top instanceof SVGElement : element.contains(top) || top.contains(element))) continue;
      const kind =
        element instanceof HTMLSelectElement
          ? 'choose'
          : element instanceof HTMLInputElement && element.type === 'range'
            ? 'slide'
            : element instanceof HTMLInputElement && !['checkbox', 'radio'].includes(element.type)
              ? 'write'
              : isDrawn
                ? 'drag'
                : 'press';
      const name = (element.getAttribute('aria-label') ?? element.textContent ?? '').slice(0, 60);
      found.push({ kind, name, x, y, options: element instanceof HTMLSelectElement ? element.options.length : 0 });
    }
    return found as Target[];
  });

/** What came of many random actions. */
export interface ActionCounts {
  actions: number;
  readonly kinds: Record<string, number>;
  readonly wrong: string[];
}

type Random = ReturnType<typeof createRandom>;

const whole = (random: Random, high: number): number => Math.floor(random.between(0, high));
const pick = <T>(random: Random, list: readonly T[]): T => list[whole(random, list.length)] as T;

async function drag(page: Page, { x, y }: Target, random: Random): Promise<void> {
  await page.mouse.down();
  await page.mouse.move(x + random.between(-150, 150), y + random.between(-150, 150), { steps: 3 });
  if (random.uniform() < 0.3) await page.keyboard.press('Escape');
  await page.mouse.up();
}

async function choose(page: Page, { x, y, options }: Target, random: Random): Promise<void> {
  await page.mouse.click(x, y);
  for (let n = whole(random, options); n >= 0; n--) await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
}

async function write(page: Page, { x, y }: Target, random: Random): Promise<void> {
  await page.mouse.click(x, y);
  await page.keyboard.press('Control+a');
  const text = pick(random, TEXTS);
  if (text) await page.keyboard.insertText(text);
  else await page.keyboard.press('Delete');
  await page.keyboard.press(pick(random, ['Enter', 'Tab', 'Escape']));
}

/** Uses one thing on the page; tells what was done. */
async function use(page: Page, target: Target, random: Random): Promise<string> {
  await page.mouse.move(target.x, target.y);
  if (target.kind === 'drag' && random.uniform() < 0.6) await drag(page, target, random);
  else if (target.kind === 'choose') await choose(page, target, random);
  else if (target.kind === 'write') await write(page, target, random);
  else await page.mouse.click(target.x, target.y);
  return `${target.kind} “${target.name}”`;
}

/** One action: mostly something on the page, at times a key, the way back, or another address. */
async function act(page: Page, url: string, random: Random): Promise<string> {
  const targets = await targetsOn(page);
  const chance = random.uniform();
  if (chance < 0.01 || targets.length === 0) {
    await page.goto(pick(random, [`${url}/demo`, `${url}/`, `${url}/shelf`, page.url(), `${url}/start`]));
    await page.locator('main').first().waitFor();
    return 'goto';
  }
  if (chance < 0.2) {
    const key = pick(random, KEYS);
    await page.keyboard.press(key);
    return `key ${key}`;
  }
  if (chance < 0.23) {
    await page.goBack({ timeout: 2000 }).catch(() => undefined);
    return 'back';
  }
  return use(page, pick(random, targets), random);
}

/** Acts at random on whatever the page offers, as a person in a hurry could, until a time at the latest; every failure is told with the way to it. */
export async function actAtRandom(page: Page, url: string, actions: number, seed: number, until = Number.POSITIVE_INFINITY): Promise<ActionCounts> {
  const random = createRandom(seed);
  const counts: ActionCounts = { actions: 0, kinds: {}, wrong: [] };
  const heard = listen(page);
  page.on('dialog', (dialog) => void dialog.dismiss().catch(() => undefined));
  page.on('download', (download) => void download.cancel().catch(() => undefined));
  await page.addInitScript(() => {
    window.print = () => undefined;
  });
  await page.goto(`${url}/demo`);
  await page.waitForURL(/session/);
  const last: string[] = [];
  while (counts.actions < actions && counts.wrong.length < 30 && Date.now() < until) {
    const done = await act(page, url, random).catch((error: Error) => `could not: ${error.message.split('\n')[0]}`);
    counts.actions++;
    const kind = done.split(' ')[0] ?? '';
    counts.kinds[kind] = (counts.kinds[kind] ?? 0) + 1;
    last.push(done);
    if (last.length > 8) last.shift();
    const trouble = await shows(page).catch(() => null);
    const bad = [...heard.splice(0), ...(trouble && !trouble.startsWith('nothing') ? [trouble] : [])];
    if (bad.length === 0) continue;
    counts.wrong.push(`action ${counts.actions} at ${new URL(page.url()).pathname}: ${bad[0]} after ${last.join(' · ')}`);
    await page.goto(`${url}/demo`);
    await page.waitForURL(/session/).catch(() => undefined);
  }
  return counts;
}
