import { cpSync, mkdtempSync, readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { createServer } from '../src/server/app';
import { listen } from '../src/server/listen';

/** Makes of a build another one, as the next release would be: every station's file under a new name, the list of files with it. */
function release(folder: string): void {
  const assets = join(folder, 'assets');
  const stations = readdirSync(assets).filter((name) => /^(View|FirstRun|SessionShelf)-.*\.js$/.test(name));
  const files = readdirSync(assets).filter((name) => name.endsWith('.js'));
  for (const name of stations) {
    const next = name.replace(/^(\w+)-/, '$1-next-');
    for (const other of [join(folder, 'sw.js'), ...files.map((file) => join(assets, file))]) {
      const text = readFileSync(other, 'utf8');
      if (text.includes(name)) writeFileSync(other, text.replaceAll(name, next));
    }
    renameSync(join(assets, name), join(assets, next));
    files.splice(files.indexOf(name), 1, next);
  }
  const worker = join(folder, 'sw.js');
  writeFileSync(worker, `${readFileSync(worker, 'utf8')}\n// next\n`);
}

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
    const offer = page.getByRole('button', { name: 'New version: reload' });
    await expect(offer).toHaveCount(0);

    release(folder);
    await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()));
    await expect(offer).toBeVisible();
    const stations = page.getByRole('navigation', { name: 'Stations' }).getByRole('link');
    for (const name of ['Tape', 'Sheet', 'Floor']) {
      await stations.filter({ hasText: name }).click();
      await expect(stations.filter({ hasText: name })).toHaveAttribute('aria-current', 'page');
      await expect(page.getByRole('main')).not.toBeEmpty();
    }
    await Promise.all([page.waitForEvent('load'), offer.click()]);
    await expect(page.getByRole('button', { name: /^Kick microphone/ }).first()).toBeVisible();
    await expect(offer).toHaveCount(0);
    expect(await page.evaluate(async () => (await navigator.serviceWorker.getRegistration())?.waiting ?? null)).toBeNull();

    // Without a worker (a LAN without https), a piece that is gone is said in words, and the other ways stay open.
    const bare = await context.browser()?.newContext({ serviceWorkers: 'block' });
    const old = await bare?.newPage();
    if (!bare || !old) throw new Error('a second window opens');
    await old.route(/assets\/.*Shelf.*\.js/, (route) => route.fulfill({ status: 404, body: 'There is no such file here.' }));
    await old.goto(`http://127.0.0.1:${open.port}/shelf`);
    await expect(old.getByRole('heading', { name: 'A new version is here' })).toBeVisible();
    await expect(old.getByRole('button', { name: 'Load again' })).toBeVisible();
    await bare.close();
    expect(errors).toEqual([]);
  } finally {
    open.server.closeAllConnections();
    open.server.close();
    rmSync(folder, { recursive: true, force: true });
  }
});
