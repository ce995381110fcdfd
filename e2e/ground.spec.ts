import { expect, test } from '@playwright/test';
import { killWhileEditing } from '../hostile/kills';
import { editInTwoTabs } from '../hostile/tabs';
import { sayCheck } from '../src/words/check.page.en';
import { sayDrawing } from '../src/words/drawing.page.en';
import { sayFloor } from '../src/words/floor.page.en';
import { sayFrame } from '../src/words/frame.page.en';
import { sayJobs } from '../src/words/jobs.page.en';
import { sayPatch } from '../src/words/patch.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { sayShelf } from '../src/words/shelf.page.en';
import { onPlan, placeFour, placeFourByHand, settled, station, take } from './steps';

test('killed within moments of a key, three times: what storage had taken is there', async ({ baseURL }) => {
  test.setTimeout(240_000);
  const counts = await killWhileEditing(baseURL ?? '', 3, 20, 71);
  console.log(`kills: ${JSON.stringify(counts)}`);
  expect([counts.kills, counts.broken]).toEqual([3, 0]);
  // Storage has taken something by then even on a slow machine: else nothing was judged.
  expect(counts.promised).toBeGreaterThan(0);
});

test('two tabs, forty edits in turn without waiting: none lost', async ({ context, page }) => {
  await placeFour(page);
  const address = page.url();
  await page.close();
  const counts = await editInTwoTabs(context, address, 40, 72);
  console.log(`tabs: ${JSON.stringify(counts)}`);
  expect(counts).toEqual({ edits: 40, missing: 0, told: true });
});

test('undo says what it takes back; a held key is one step, a cancelled drag and a press without moving are none', async ({ page }) => {
  await placeFourByHand(page);
  await expect(page.getByRole('button', { name: 'Undo: place Kick, snare and a spaced pair' })).toBeEnabled();
  const snare = onPlan(page, 'Snare');
  // The drawing takes its size from what stands round it: it is looked at when that has come to rest.
  await expect
    .poll(async () => {
      const before = await snare.getAttribute('transform');
      await settled(page);
      return (await snare.getAttribute('transform')) === before;
    })
    .toBe(true);
  const place = await snare.getAttribute('transform');
  await snare.focus();
  await page.keyboard.down('ArrowRight');
  for (let i = 0; i < 12; i++) await page.keyboard.down('ArrowRight');
  await page.keyboard.up('ArrowRight');
  await page.getByRole('button', { name: 'Undo: move Snare' }).click();
  await expect(snare).toHaveAttribute('transform', place ?? '');
  await expect(page.getByRole('button', { name: 'Redo: move Snare' })).toBeEnabled();

  // A drag given up with Escape, and a press without a move, leave no step; what redo would bring is still there.
  const box = await snare.boundingBox();
  if (!box) throw new Error('the snare microphone is drawn');
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 60, y + 40, { steps: 4 });
  expect(await snare.getAttribute('transform')).not.toBe(place);
  await page.keyboard.press('Escape');
  await expect(snare).toHaveAttribute('transform', place ?? '');
  await page.mouse.up();
  await page.mouse.down();
  await page.mouse.up();
  await expect(snare).toHaveAttribute('transform', place ?? '');
  await page.getByRole('button', { name: 'Redo: move Snare' }).click();
  expect(await snare.getAttribute('transform')).not.toBe(place);
});

test('a reload keeps what is in hand, the reading being typed, and the take that was loaded', async ({ page }) => {
  await placeFour(page);
  await take(onPlan(page, 'Overhead left'));
  await page.reload();
  await expect(onPlan(page, 'Overhead left')).toHaveAttribute('aria-pressed', 'true');

  await station(page, 'Tape').click();
  await page.getByLabel(/The tape says/).fill('27.5 c');
  await page.reload();
  await expect(page.getByLabel(/The tape says/)).toHaveValue('27.5 c');

  await station(page, 'Check').click();
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  const verdicts = page.getByRole('list', { name: sayCheck('findings-of-the-take') });
  await expect(verdicts).toContainText('The polarity of Overhead right is reversed', { timeout: 60_000 });
  await page.reload();
  await expect(verdicts).toContainText('The polarity of Overhead right is reversed');
  await expect(station(page, 'Check')).toContainText(sayFrame('something-to-fix'));
});

test('a drag that goes on and a field that is being typed in come back after a reload', async ({ page }) => {
  await placeFour(page);
  const snare = onPlan(page, 'Snare');
  const box = await snare.boundingBox();
  if (!box) throw new Error('the snare microphone is drawn');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 40, box.y + box.height / 2 - 20, { steps: 4 });
  await page.waitForTimeout(100);
  // Storage keeps tenths of a millimetre, so that the place is told in whole pixels.
  const place = async (): Promise<number[]> =>
    [...((await snare.getAttribute('transform')) ?? '').matchAll(/[\d.]+/g)].slice(0, 2).map((found) => Math.round(Number(found[0])));
  const held = await place();
  await page.reload();
  await page.mouse.up();
  await expect.poll(place).toEqual(held);

  await take(onPlan(page, 'Overhead left'));
  const high = page.getByRole('region', { name: sayFloor('findings-and-selection') }).getByLabel(/^High/);
  await high.fill('143');
  await page.reload();
  await expect(high).toHaveValue('143');
});

test('a pair is set as one, parts when one is moved alone, and is squared up again', async ({ page }) => {
  await placeFour(page);
  await take(onPlan(page, 'Overhead left'));
  await page.getByRole('button', { name: /^Take .* as a pair$/ }).click();
  const frame = page.getByRole('group', { name: /as a pair$/ });
  const squared = page.getByRole('button', { name: sayFloor('square-them-up') });
  if (await squared.isVisible()) await squared.click();
  await frame.getByLabel(/^Apart/).fill('120');
  await page.keyboard.press('Enter');
  await expect(frame.getByLabel(/^Apart/)).toHaveValue('120');
  await expect(page.getByText(/Distance 1/)).toBeVisible();
  await onPlan(page, 'Overhead left').click();
  await page.keyboard.press('Shift+PageUp');
  await page.getByRole('button', { name: /^Take .* as a pair$/ }).click();
  await expect(squared).toBeVisible();
  await squared.click();
  await expect(frame.getByLabel(/^Apart/)).toBeVisible();
});

test('a session deleted in another tab is said and not revived; it can be kept', async ({ context, page }) => {
  await placeFour(page);
  const other = await context.newPage();
  await other.goto('/');
  await other.getByRole('button', { name: /^Delete Session 1/ }).click();
  await expect(page.getByText('This session was deleted in another tab.', { exact: false })).toBeVisible();
  await onPlan(page, 'Snare').press('ArrowRight');
  await expect(other.getByRole('article')).toHaveCount(0);
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(sayFrame('saved'), { exact: true })).toBeVisible();
  await expect(other.getByRole('article')).toHaveCount(1);
});

test('one broken row hides nothing: it is listed with its reason and can be exported, the rest opens', async ({ page }) => {
  await placeFour(page);
  await page.goto('/');
  await page.evaluate(async () => {
    const open = indexedDB.open('shuttlecraft');
    await new Promise((done) => {
      open.onsuccess = done;
    });
    const store = open.result.transaction('sessions', 'readwrite').objectStore('sessions');
    await new Promise((done) => {
      store.put({
        id: 'odd',
        updatedAt: '',
        revision: 1,
        savedBy: '',
        count: 0,
        session: { format: 'shuttlecraft-session', version: 2, name: 'Torn' },
      }).onsuccess = done;
    });
    open.result.close();
  });
  await page.reload();
  await expect(page.getByRole('article')).toHaveCount(1);
  await expect(page.getByRole('alert')).toContainText('Torn cannot be opened and is kept as it is.');
  const download = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Export Torn as it is' }).click();
  expect((await download).suggestedFilename()).toBe('Torn as found.json');
  await page.goto('/session/odd/floor');
  await expect(page.getByRole('alert')).toContainText('cannot be used');
  await page.getByRole('link', { name: sayFrame('go-to-all-sessions') }).click();
  await expect(page.getByRole('heading', { name: saySessions('sessions') })).toBeVisible();
});

test('gear of a session and the shelf: neither writes over the other, and each can be evened out', async ({ page }) => {
  await placeFour(page);
  await page.getByRole('button', { name: /^Session 1/ }).click();
  await page.getByRole('menuitem', { name: 'Shelf' }).click();
  await expect(page.getByRole('heading', { name: sayShelf('gear-of-this-session') })).toBeVisible();
  await page.getByRole('button', { name: 'Edit Small condenser' }).click();
  const form = page.getByRole('form', { name: /Small condenser/ });
  await form.getByLabel(sayShelf('sensitivity-mv-pa')).fill('15');
  await form.getByRole('button', { name: 'Keep it' }).click();
  await page.getByText(/1 thing differs from your shelf/).click();
  await page.getByRole('button', { name: 'Take Small condenser from the shelf' }).click();
  await expect(page.getByText(/differs from your shelf/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo: take Small condenser from the shelf' }).click();
  await page.getByText(/1 thing differs from your shelf/).click();
  await page.getByRole('button', { name: 'Put Small condenser on the shelf' }).click();
  await expect(page.getByText(/differs from your shelf/)).toHaveCount(0);
  await page.goto('/shelf');
  await expect(page.getByText('15.0 mV/Pa')).toBeVisible();
  await page.getByRole('button', { name: 'Remove Small condenser' }).click();
  await expect(page.getByText('15.0 mV/Pa')).toHaveCount(0);
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('15.0 mV/Pa')).toBeVisible();
});

test('a solver that cannot be loaded is said and blames nobody’s plan; once it can, it solves', async ({ browser }) => {
  const context = await browser.newContext({ serviceWorkers: 'block', viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  await context.route(/patch\.worker|highs.*\.wasm/, (route) => route.abort());
  await placeFour(page);
  await station(page, 'Patch').click();
  await page.getByRole('button', { name: sayPatch('solve-from-nothing') }).click();
  await expect(page.getByRole('alert')).toContainText(sayJobs('not-loaded', { what: sayJobs('patch') }));
  await context.unroute(/patch\.worker|highs.*\.wasm/);
  await page.getByRole('button', { name: sayPatch('solve-from-nothing') }).click();
  await expect(page.getByRole('heading', { name: '4 of 8 inputs in use' })).toBeVisible({ timeout: 20_000 });
  await context.close();
});

test('a take check that is stopped stops at once, gives its worker back, and can be begun again', async ({ page }) => {
  await placeFour(page);
  await station(page, 'Check').click();
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  const stop = page.getByRole('button', { name: sayCheck('stop') });
  await stop.waitFor({ timeout: 60_000 });
  const workers = (): number => page.workers().filter((worker) => /takeCheck|meterTake/.test(worker.url())).length;
  await expect.poll(workers).toBeGreaterThan(0);
  const took = await page.evaluate(async () => {
    const button = [...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'Stop');
    const start = performance.now();
    button?.click();
    while (document.querySelector('progress')) await new Promise((done) => setTimeout(done, 2));
    return performance.now() - start;
  });
  console.log(`stopped in ${took.toFixed(0)} ms`);
  expect(took).toBeLessThan(2000);
  await expect.poll(workers).toBe(0);
  await page.getByRole('button', { name: sayCheck('load-the-practice-take') }).click();
  await expect(page.getByRole('list', { name: sayCheck('findings-of-the-take') })).toContainText('The polarity of Overhead right is reversed', {
    timeout: 60_000,
  });
});

test('the kit taken away leaves every view, the list and a reload alive', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(String(error)));
  await page.goto('/demo');
  await page
    .getByRole('button', { name: /^Kick microphone/ })
    .first()
    .waitFor();
  const stations = page.getByRole('navigation', { name: sayFrame('stations') }).getByRole('link');
  const instruments = page.getByRole('list', { name: sayFloor('instruments') }).getByRole('button');
  for (let left = await instruments.count(); left > 0; left--) {
    await instruments.first().click();
    await page.getByRole('button', { name: sayFloor('take-it-away') }).click();
  }
  await expect(page.getByText('The room is empty.', { exact: false })).toBeVisible();
  for (const name of await stations.allInnerTexts()) {
    await stations.filter({ hasText: name.split('\n')[0] ?? '' }).click();
    await expect(page.getByRole('main')).not.toBeEmpty();
    await expect(page.getByText(sayFrame('this-view-failed'))).toHaveCount(0);
  }
  await page.reload();
  await expect(stations.first()).toBeVisible();
  await page.goto('/');
  await expect(page.getByRole('article')).toHaveCount(5);
  expect(errors).toEqual([]);
});

test('storage that never answers: said within moments, the page works in memory, and the session can be exported', async ({ page }) => {
  await page.addInitScript(() => {
    // A request that nobody ever answers.
    IDBFactory.prototype.open = () => new EventTarget() as IDBOpenDBRequest;
  });
  await page.goto('/');
  await expect(page.getByRole('alert')).toContainText('storage cannot be read just now', { timeout: 8000 });
  await page.getByRole('button', { name: saySessions('new-session') }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'your changes live only in this tab' })).toBeVisible({ timeout: 10_000 });
  await page.getByRole('button', { name: sayDrawing('put-it-in-the-room') }).click();
  await expect(page.getByText('The room is empty.', { exact: false })).toHaveCount(0);
  const waiting = page.waitForEvent('download');
  await page
    .getByRole('button', { name: /^Export/ })
    .first()
    .click();
  expect((await waiting).suggestedFilename()).toMatch(/\.json$/);
});
