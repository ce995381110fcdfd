import type { Page } from '@playwright/test';
import type { Session } from '../src/core/document';

/** Every address of a session. */
const VIEWS = ['floor', 'pairs', 'ears', 'setups', 'tape', 'patch', 'check', 'sheet', 'shelf'] as const;

/** Listens to a page for everything that must never be heard. */
export function listen(page: Page): string[] {
  const heard: string[] = [];
  page.on('pageerror', (error) => heard.push(`error: ${error.message}`));
  page.on('console', (message) => {
    if (message.type() === 'error') heard.push(`console: ${message.text()}`);
  });
  return heard;
}

/** Puts a session into the page's storage as another tab would. */
const store = (page: Page, session: Session): Promise<void> =>
  page.evaluate(async (document) => {
    const open = indexedDB.open('shuttlecraft');
    await new Promise((done, fail) => {
      open.onsuccess = done;
      open.onerror = fail;
    });
    const transaction = open.result.transaction('sessions', 'readwrite');
    transaction
      .objectStore('sessions')
      .put({ id: document.id, updatedAt: document.updatedAt, revision: 1, savedBy: 'other', count: 0, session: document });
    await new Promise((done, fail) => {
      transaction.oncomplete = done;
      transaction.onerror = fail;
    });
    open.result.close();
  }, session);

/** Goes to an address as a link would, without loading the page again. */
async function visit(page: Page, path: string): Promise<void> {
  await page.evaluate((to) => {
    history.pushState({}, '', to);
    dispatchEvent(new PopStateEvent('popstate', { state: {} }));
  }, path);
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
}

/** Puts a session into storage and goes to one of its views. */
export async function openAs(page: Page, session: Session, view: string): Promise<void> {
  await store(page, session);
  await visit(page, `/session/${session.id}/${view}`);
}

/** What is wrong with what the page shows, or null. */
export const shows = (page: Page): Promise<string | null> =>
  page.evaluate(() => {
    const text = document.body.textContent;
    const failed = /This view failed|A new version is here|Unexpected Application Error/.exec(text);
    if (failed) return `${failed[0]}: ${text.slice(0, 300).replaceAll('\n', ' ')}`;
    const odd = /.{0,40}(NaN|undefined|Infinity|\[object).{0,40}/.exec(text);
    if (odd) return `it says “${odd[0]}”`;
    const drawn = document.querySelector('svg [d*="NaN"], svg [x*="NaN"], svg [cx*="NaN"], svg [transform*="NaN"], svg [points*="NaN"]');
    if (drawn) return `it draws ${drawn.outerHTML.slice(0, 160)}`;
    return document.querySelector('main')?.childElementCount ? null : `nothing is shown at ${location.pathname}: ${text.slice(0, 120)}`;
  });

/** Opens a session at every view and tells what failed. */
export async function viewsOf(page: Page, session: Session, heard: string[]): Promise<string[]> {
  const wrong: string[] = [];
  await store(page, session);
  for (const view of VIEWS) {
    await visit(page, `/session/${session.id}/${view}`);
    let trouble = await shows(page);
    for (let n = 0; n < 40 && trouble?.startsWith('nothing'); n++) {
      await page.waitForTimeout(25);
      trouble = await shows(page);
    }
    if (trouble) wrong.push(`${view}: ${trouble}`);
  }
  wrong.push(...heard.splice(0));
  return wrong;
}
