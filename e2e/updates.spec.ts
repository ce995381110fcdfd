import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { createServer } from '../src/server/app';
import { listen } from '../src/server/listen';
import { sayFrame } from '../src/words/frame.page.en';

/**
 * Makes of a build another one, as the next release would be: every station's file under a new name, the list of files with it. The list
 * is written last and at once, so that a browser that asks meanwhile never sees half a release.
 */
function release(folder: string): void {
  const assets = join(folder, 'assets');
  const scripts = readdirSync(assets).filter((name) => name.endsWith('.js'));
  const next = (text: string): string => text.replaceAll(/\b(View|FirstRun|SessionShelf)-([\w-]+\.js)/g, '$1-next-$2');
  const stations = scripts.filter((name) => next(name) !== name);
  for (const name of scripts) writeFileSync(join(assets, next(name)), next(readFileSync(join(assets, name), 'utf8')));
  for (const name of stations) rmSync(join(assets, name));
  const worker = join(folder, 'sw.js');
  writeFileSync(worker, `${next(readFileSync(worker, 'utf8'))}\n// next\n`);
}

test.use({ serviceWorkers: 'allow' });

test('a new build is offered, taken by a reload, and the page in use keeps its pieces until then', async ({ context, page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'shuttlecraft-build-'));
  cpSync('dist', folder, { recursive: true });
  const open = await listen(createServer(folder), { host: '127.0.0.1', port: 0 });
  if (open.kind !== 'open') throw new Error('a free port is found');
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(String(error)));
  try {
    await page.goto(`http://127.0.0.1:${open.port}/demo`);
    await page
      .getByRole('button', { name: /^Kick microphone/ })
      .first()
      .waitFor();
    await page.evaluate(async () => void (await navigator.serviceWorker.ready));
    await page.reload();
    await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true);
    const offer = page.getByRole('button', { name: sayFrame('new-version-reload') });
    await expect(offer).toHaveCount(0);

    release(folder);
    await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
    await expect(offer).toBeVisible();
    const stations = page.getByRole('navigation', { name: sayFrame('stations') }).getByRole('link');
    for (const name of ['Tape', 'Sheet', 'Floor']) {
      await stations.filter({ hasText: name }).click();
      await expect(stations.filter({ hasText: name })).toHaveAttribute('aria-current', 'page');
      await expect(page.getByRole('main')).not.toBeEmpty();
    }
    await Promise.all([page.waitForEvent('load'), offer.click()]);
    // A browser that held the newer build back until the page had gone offers what is then a plain reload.
    await expect(async () => {
      if (await offer.isVisible()) await offer.click();
      await expect(offer).toHaveCount(0, { timeout: 3_000 });
    }).toPass();
    await expect(page.getByRole('button', { name: /^Kick microphone/ }).first()).toBeVisible();
    await expect(offer).toHaveCount(0);
    expect(await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.waiting ?? null)).toBeNull();

    // Without a worker (a LAN without https), a piece that is gone is said in words, and the other ways stay open.
    const bare = await context.browser()?.newContext({ serviceWorkers: 'block' });
    const old = await bare?.newPage();
    if (!bare || !old) throw new Error('a second window opens');
    await old.route(/assets\/.*Shelf.*\.js/, (route) => route.fulfill({ status: 404, body: 'There is no such file here.' }));
    await old.goto(`http://127.0.0.1:${open.port}/shelf`);
    await expect(old.getByRole('heading', { name: sayFrame('a-new-version-is-here') })).toBeVisible();
    await expect(old.getByRole('button', { name: sayFrame('load-again') })).toBeVisible();
    await bare.close();
    expect(errors).toEqual([]);
  } finally {
    open.server.closeAllConnections();
    open.server.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
