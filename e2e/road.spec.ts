import { expect, type Locator, type Page, test } from '@playwright/test';
import { plainTake } from '../hostile/plainTake';
import { readSession, type Session } from '../src/core/document';
import { patchInputs, resolveFiles } from '../src/core/planning';
import { sayCapture } from '../src/words/capture.page.en';
import { sayCheck } from '../src/words/check.page.en';
import { sayComponents } from '../src/words/components.page.en';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { sayRecord } from '../src/words/record.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { sayTape } from '../src/words/tape.page.en';
import { injectLater } from './injected';
import { goTo, LITTLE_GEAR, tabTo, wordsInView } from './steps';

const RATE = 48_000;
const LENGTH = 20 * RATE;

/** The session that the page has made, out of its storage. */
async function sessionOf(page: Page): Promise<Session> {
  const id = /session\/([^/]+)/.exec(page.url())?.[1] ?? '';
  await expect(
    page
      .getByText(sayFrame('saved'), { exact: true })
      .or(page.getByRole('img', { name: sayFrame('saved') }))
      .filter({ visible: true }),
  ).toBeVisible();
  const stored = await page.evaluate(
    (wanted) =>
      new Promise<unknown>((done, fail) => {
        const opening = indexedDB.open('shuttlecraft');
        opening.onerror = () => fail(opening.error);
        opening.onsuccess = () => {
          const asking = opening.result.transaction('sessions').objectStore('sessions').get(wanted);
          asking.onsuccess = () => done((asking.result as { session?: unknown } | undefined)?.session ?? asking.result);
          asking.onerror = () => fail(asking.error);
        };
      }),
    id,
  );
  const read = readSession((stored as { doc?: unknown }).doc ?? stored);
  if (!read.ok) throw new Error(`the stored session can be read: ${read.reason}`);
  return read.value;
}

/** What its microphones hear, by code that shares nothing with the page, each at the input that it is plugged into; then silence. */
function heard(session: Session, count: number): Float32Array[] {
  const take = plainTake(resolveFiles(session), 3, 2);
  const inputs = patchInputs(session).map(({ deviceId, id }) => `${deviceId}/${id}`);
  const out = Array.from({ length: count }, () => new Float32Array(LENGTH));
  for (const { id } of session.microphones) {
    const channel = inputs.indexOf(session.patch[id] ?? '');
    const played = take.get(id);
    if (channel >= 0 && played) out[channel]?.set(played.subarray(0, LENGTH));
  }
  return out;
}

/** Somebody on the road: what they press and what they see before each press is counted. */
class Walker {
  readonly acts: string[] = [];
  readonly words: number[] = [];
  constructor(
    readonly page: Page,
    private readonly by: 'mouse' | 'finger' | 'keys',
  ) {}

  async press(what: string, target: Locator): Promise<void> {
    await expect(target).toBeVisible();
    this.acts.push(what);
    this.words.push(await wordsInView(this.page));
    if (this.by === 'mouse') return target.click();
    if (this.by === 'finger') return target.tap();
    await tabTo(this.page, target);
    await this.page.keyboard.press('Enter');
  }

  button = (name: string, exact = true): Locator => this.page.getByRole('button', { name, exact });

  /** The one act that is named as next, wherever it is shown; in view without scrolling. */
  async goesOn(): Promise<void> {
    const next = this.page
      .getByRole('group', { name: sayFrame('next-step') })
      .getByRole('link')
      .filter({ visible: true });
    await expect(next).toHaveCount(1);
    await expect(next).toBeInViewport();
    await this.press((await next.textContent()) ?? '', next);
  }

  async owns(gear: Readonly<Record<string, number>>): Promise<void> {
    await this.page.goto('/');
    await this.press('Plan a recording', this.button(saySessions('plan-a-recording')));
    for (const [kind, count] of Object.entries(gear)) for (let n = 0; n < count; n++) await this.press(kind, this.button(`One more: ${kind}`));
    await this.press('That is all', this.button(saySessions('that-is-what-i-own')));
  }

  /** The first of the set-ups that are proposed, its button in view at once. */
  async choosesFirst(): Promise<void> {
    const first = this.page.getByRole('list', { name: 'Proposed set-ups' }).getByRole('listitem').first();
    const place = first.getByRole('button', { name: /^Place / });
    await expect(place).toBeInViewport();
    await this.press((await place.textContent()) ?? '', place);
    await expect(this.page).toHaveURL(/floor$/);
    // What is next is said anew once the Floor is drawn.
    await expect(this.page.getByRole('group', { name: 'Plan, from above' })).toBeVisible();
  }

  /** From the Floor to a take that is proven. */
  async provesIt(): Promise<Session> {
    await this.goesOn();
    await expect(this.page).toHaveURL(/patch$/);
    await expect(this.page.getByRole('heading', { name: /inputs? in use$/ })).toBeVisible();
    const session = await sessionOf(this.page);
    await this.goesOn();
    await expect(this.page).toHaveURL(/check$/);
    return session;
  }

  async records(): Promise<void> {
    await this.press('Record here', this.button(sayCheck('record-here')));
    const panel = this.page.getByRole('group', { name: sayCapture('recording-here') });
    await expect(panel.getByRole('img', { name: /Input level/ })).toBeVisible();
    await this.press('Start', this.button(sayCapture('start-recording')));
    // It ends by itself when the playing does.
    await expect(panel).toHaveCount(0, { timeout: 90_000 });
    await expect(this.page.getByRole('region', { name: sayCheck('verdicts') })).toBeVisible({ timeout: 60_000 });
  }

  tells(who: string, most: number): void {
    console.log(`${who}: ${this.acts.length} actions (${this.acts.join(' · ')}); words in view at each: ${this.words.join(', ')}`);
    expect(this.acts.length).toBeLessThanOrEqual(most);
  }
}

const fine = (page: Page): Locator => page.getByRole('region', { name: sayCheck('verdicts') });

test('a drummer with four microphones: from the empty page to a take that is proven, and the song', async ({ page }) => {
  let played: readonly Float32Array[] = [];
  await injectLater(page, { count: 8, length: LENGTH, rate: RATE }, () => played);
  const drummer = new Walker(page, 'mouse');
  await drummer.owns(LITTLE_GEAR);
  await drummer.press('Add it', drummer.button(sayDrawing('put-it-in-the-room')));
  await drummer.choosesFirst();
  const session = await drummer.provesIt();
  expect(session.microphones).toHaveLength(4);
  played = heard(session, 8);
  await drummer.records();
  await expect(fine(page)).toContainText(sayCheck('the-take-is-what-was-planned'));
  await drummer.goesOn();
  await expect(page).toHaveURL(/record$/);
  await drummer.press('Record', drummer.button(sayRecord('record')));
  await drummer.press('Start', drummer.button(sayCapture('start-recording')));
  await expect(page.getByRole('timer')).toContainText(/[2-9] s/);
  drummer.acts.push('a key');
  await page.keyboard.press('Space');
  const takes = page.getByRole('list', { name: sayRecord('takes') });
  await expect(takes.getByRole('listitem')).toHaveCount(1);
  await expect(takes).toContainText(/Take 1\s*0:0\d, 4 channels/);
  drummer.tells('drummer', 25);
  // It is there after a reload, another beside it, and checked it is known whose channels they are.
  await page.reload();
  await expect(takes.getByRole('listitem')).toHaveCount(1);
  await page.getByRole('button', { name: /^Check it: take 1/ }).click();
  await expect(page).toHaveURL(/check$/);
  await expect(page.getByRole('list', { name: sayCheck('channels') }).getByRole('listitem')).toHaveCount(4);
  await page.goBack();
  await page.getByRole('button', { name: /^Throw away: take 1/ }).click();
  await page.getByRole('button', { name: /^Yes, throw it away: take 1/ }).click();
  await expect(takes.getByRole('listitem')).toHaveCount(0);
});

test('a guitarist with one microphone', async ({ page }) => {
  let played: readonly Float32Array[] = [];
  await injectLater(page, { count: 2, length: LENGTH, rate: RATE }, () => played);
  const guitarist = new Walker(page, 'mouse');
  await guitarist.owns({ 'Small condenser': 1, 'Two-input interface': 1, 'Boom stand': 1 });
  await guitarist.press('Acoustic guitar', guitarist.button('Acoustic guitar'));
  await guitarist.press('Add it', guitarist.button(sayDrawing('put-it-in-the-room')));
  await guitarist.choosesFirst();
  const session = await guitarist.provesIt();
  expect(session.microphones).toHaveLength(1);
  played = heard(session, 2);
  await guitarist.records();
  await expect(fine(page)).not.toContainText(sayComponents('fix'));
  guitarist.tells('guitarist', 12);
});

test('a trombonist by keyboard alone', async ({ page }) => {
  let played: readonly Float32Array[] = [];
  await injectLater(page, { count: 2, length: LENGTH, rate: RATE }, () => played);
  const player = new Walker(page, 'keys');
  await player.owns({ 'Passive ribbon': 1, 'Two-input interface': 1, 'Boom stand': 1 });
  await player.press('Brass', player.button('Brass'));
  await player.page.getByLabel(sayDrawing('size-or-build')).selectOption({ label: 'Trombone' });
  player.acts.push('Trombone');
  await player.press('Add it', player.button(sayDrawing('put-it-in-the-room')));
  await player.choosesFirst();
  const session = await player.provesIt();
  played = heard(session, 2);
  await player.records();
  await expect(fine(page)).not.toContainText(sayComponents('fix'));
  player.tells('trombonist by keyboard', 14);
});

test.describe('on a phone at the stand', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true });
  test('the road by touch; inputs by microphone; a reading that is off is kept, and measured again by a press', async ({ page }) => {
    const player = new Walker(page, 'finger');
    await player.owns({ 'Small condenser': 1, 'Two-input interface': 1, 'Boom stand': 1 });
    await player.press('Acoustic guitar', player.button('Acoustic guitar'));
    await expect(player.button(sayDrawing('put-it-in-the-room'))).toBeInViewport();
    await player.press('Add it', player.button(sayDrawing('put-it-in-the-room')));
    await player.choosesFirst();
    await player.goesOn();
    await expect(page.getByRole('table')).toHaveCount(0);
    const input = page.getByRole('list', { name: sayPatch('inputs-by-microphone') }).getByRole('combobox');
    await expect(input).toHaveValue(/./);
    const before = await input.inputValue();
    await input.selectOption({ index: 2 });
    await expect(input).not.toHaveValue(before);
    player.tells('on a phone, to the patch', 12);
    await goTo(page, 'Tape');
    const asked = page.getByRole('region', { name: sayTape('reading') });
    const first = (await asked.getByRole('heading').first().textContent()) ?? '';
    await page.getByLabel(/The tape says/).fill('300');
    await page.getByRole('button', { name: sayTape('next'), exact: true }).tap();
    await page.getByRole('button', { name: sayTape('measure-it-again') }).tap();
    await expect(asked.getByRole('heading').first()).toHaveText(first);
    await expect(page.getByLabel(/The tape says/)).toHaveValue(/300|3\.00/);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)).toBe(0);
  });
});
