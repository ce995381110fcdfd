import { readFileSync } from 'node:fs';
import { expect, type Locator, type Page } from '@playwright/test';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { saySetups } from '../src/words/setups.page.en';

/** What the boathouse owns, by the names of the kinds. */
const GEAR: Readonly<Record<string, number>> = {
  'Bass-drum dynamic': 1,
  'Rugged dynamic': 4,
  'Small condenser': 2,
  'Large condenser, many patterns': 2,
  'Passive ribbon': 2,
  'Eight-input interface, phantom in fours': 1,
  'Tall boom stand': 2,
  'Boom stand': 4,
  'Short boom stand': 3,
  'Straight stand': 1,
  'Table stand': 1,
};

/** What a person with little owns: enough for four microphones on a kit. */
export const LITTLE_GEAR: Readonly<Record<string, number>> = {
  'Bass-drum dynamic': 1,
  'Rugged dynamic': 1,
  'Small condenser': 2,
  'Eight-input interface, phantom in fours': 1,
  'Tall boom stand': 2,
  'Boom stand': 1,
  'Short boom stand': 1,
};

/** What a browser keeps, made by hand once in a run (`made.setup.ts`): once somebody has said what they own, and once four microphones stand. */
export const OWNER = '.cache/kept-owner.json';
export const FOUR = '.cache/kept-four.json';
/** The address of the session in which the four stand. */
export const FOUR_AT = '.cache/kept-four-at.txt';

/** Waits until four microphones stand and the drawing, which takes its size from what is round it, has come to rest. */
async function fourStand(page: Page): Promise<void> {
  const overhead = page.getByRole('button', { name: /Overhead right microphone/ }).first();
  await expect(overhead).toBeVisible();
  await expect(async () => {
    const before = await overhead.boundingBox();
    await settled(page);
    expect(await overhead.boundingBox()).toEqual(before);
  }).toPass();
}

const isFresh = (page: Page): boolean => page.url() === 'about:blank';

/** Waits until the page has drawn what it knows and has nothing to do. */
export const settled = (page: Page): Promise<void> =>
  page.evaluate(
    () =>
      new Promise<void>((done) => {
        requestAnimationFrame(() => requestAnimationFrame(() => requestIdleCallback(() => done(), { timeout: 2000 })));
      }),
  );

/** A new session from the list; the first one of a browser says what there is to record with. */
export async function begin(page: Page, also: Readonly<Record<string, number>> = {}): Promise<void> {
  await page.goto('/');
  await page.getByRole('button', { name: saySessions('new-session') }).click();
  const first = page.getByRole('heading', { name: 'What do you own?' });
  await expect(first.or(page.getByText('The room is empty.', { exact: false }))).toBeVisible();
  if (!(await first.isVisible())) return;
  for (const [kind, count] of Object.entries({ ...GEAR, ...also }))
    for (let n = 0; n < count; n++) await page.getByRole('button', { name: `One more: ${kind}`, exact: true }).click();
  await page.getByRole('button', { name: saySessions('that-is-what-i-own') }).click();
  await expect(page.getByText('The room is empty.', { exact: false })).toBeVisible();
}

/** The same, on the Floor, where instruments are added as well. */
async function beginOnFloor(page: Page, also: Readonly<Record<string, number>> = {}): Promise<void> {
  await begin(page, also);
  await station(page, 'Floor').click();
  // The address is the Floor's before the Floor is drawn, and both ask what is played.
  await expect(page.getByRole('group', { name: sayFloor('plan-from-above') })).toBeVisible();
  await expect(page.getByText('The room is empty.', { exact: false })).toBeVisible();
}

/** A new session of somebody who owns what the boathouse has, and what else is named. */
export async function newSession(page: Page, also: Readonly<Record<string, number>> = {}): Promise<void> {
  if (isFresh(page) && Object.keys(also).length === 0) await page.context().setStorageState(OWNER);
  await beginOnFloor(page, also);
}

/** A fresh session with a kit and the four-microphone set-up on the Floor, made as a person would; undo knows every step of it. */
export async function placeFourByHand(page: Page): Promise<void> {
  await begin(page);
  await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
  await page.getByRole('listitem', { name: 'Kick, snare and a spaced pair' }).getByRole('button', { name: 'Place 4 microphones' }).click();
  await fourStand(page);
}

/** The same, where a browser that had made it before goes on. */
export async function placeFour(page: Page): Promise<void> {
  if (!isFresh(page)) return placeFourByHand(page);
  await page.context().setStorageState(FOUR);
  await page.goto(readFileSync(FOUR_AT, 'utf8'));
  await fourStand(page);
}

/** A stop of the line, by the name of its station: those of the road say first what is done there. */
export const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: sayFrame('stations') }).getByRole('link', { name: new RegExp(`^(Choose |Place |Plug )?${name}`) });

/** Goes to a station, by the list behind *More* where the page is narrow. */
export async function goTo(page: Page, name: string): Promise<void> {
  const more = page.getByRole('button', { name: sayFrame('more-stations') });
  await expect(station(page, 'Check')).toBeVisible();
  const isBeside = (await more.isVisible()) && !(await station(page, name).isVisible());
  if (!isBeside) return station(page, name).click();
  await more.click();
  await page.getByRole('menuitem', { name: new RegExp(`^${name}`) }).click();
}

/** The chooser of set-ups with all of them in view. */
export async function openChooser(page: Page): Promise<void> {
  const chooser = page.getByRole('region', { name: saySetups('set-ups'), exact: true });
  const link = page.getByRole('link', { name: sayFloor('choose-a-set-up') }).first();
  await expect(chooser.or(link).first()).toBeVisible();
  if (!(await chooser.isVisible())) await link.click();
  await showAllSetups(page);
}

/** What is proposed comes first in the chooser: this opens the rest. */
async function showAllSetups(page: Page): Promise<void> {
  const card = page.getByRole('button', { name: saySetups('compare'), exact: true }).first();
  await expect(card).toBeVisible();
  const more = page.locator('details:not([open]) > summary', { hasText: /^\d+ more set-ups?$/ });
  if (await more.isVisible()) await more.click();
}

/** Takes something on the drawing in hand by keyboard. */
export async function take(handle: Locator): Promise<void> {
  await handle.focus();
  await handle.press('Enter');
}

/** The microphone on the plan (the first drawing), and on the elevation (the second). */
export const onPlan = (page: Page, name: string) =>
  page.getByRole('group', { name: sayFloor('plan-from-above') }).getByRole('button', { name: new RegExp(`^${name} microphone`) });
export const onSide = (page: Page, name: string) =>
  page.getByRole('group', { name: 'From the side' }).getByRole('button', { name: new RegExp(`^${name} microphone`) });

/** Words that somebody sees without scrolling, the frame's too. */
export const wordsInView = (page: Page): Promise<number> =>
  page.evaluate(() => {
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    let words = 0;
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const box = node.parentElement?.getBoundingClientRect();
      if (box && box.width > 1 && box.bottom > 0 && box.top < innerHeight && node.parentElement?.checkVisibility())
        words += (node.textContent ?? '').match(/[\p{L}]{2,}/gu)?.length ?? 0;
    }
    return words;
  });

/**
 * Presses Tab until something has the focus, as a person without a mouse would; within a row that is one stop of the Tab key, the
 * arrow keys.
 */
export async function tabTo(page: Page, target: Locator, most = 250): Promise<void> {
  await expect(target).toBeVisible();
  const where = (): Promise<'on' | 'in its row' | 'elsewhere'> =>
    target
      .evaluate((element) => {
        if (element === document.activeElement) return 'on';
        const row = (element as HTMLElement).tabIndex < 0 ? element.closest('nav, [role=toolbar]') : null;
        return row?.contains(document.activeElement) ? 'in its row' : 'elsewhere';
      })
      .catch(() => 'elsewhere');
  for (let n = 0; n < most; n++) {
    const at = await where();
    if (at === 'on') return;
    await page.keyboard.press(at === 'in its row' ? 'ArrowDown' : 'Tab');
  }
  throw new Error(`Tab never reached ${target}`);
}

/** The longest piece of a message that stands in it whatever its facts are: what a test looks for. */
export const pieceOf = (message: string): string =>
  message
    .split(/\{[^{}]*\}/)
    .map((piece) => piece.trim())
    .reduce((longest, piece) => (piece.length > longest.length ? piece : longest), '');
