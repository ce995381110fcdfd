import type { Page } from '@playwright/test';
import { createRandom } from '../src/core/math';
import { saySessions } from '../src/words/sessions.page.en';

/** What a stored thing may have become. */
const WRECKS: readonly unknown[] = [
  null,
  'text',
  42,
  [],
  {},
  { format: 'shuttlecraft-session' },
  { format: 'shuttlecraft-session', version: 99 },
  { format: 'shuttlecraft-session', version: 2, name: 'x'.repeat(9000) },
  { format: '__proto__', version: 1 },
  { name: '<img src=x onerror=alert(1)>', microphones: 'gone' },
];

export interface RowCounts {
  rounds: number;
  rows: number;
  readonly wrong: string[];
}

/** Puts wrecked rows, and often a wrecked shelf, beside the demo's sessions: every whole session is listed, every wreck told, and a new session can be made. */
export async function wreckRows(page: Page, url: string, rounds: number, seed: number): Promise<RowCounts> {
  const random = createRandom(seed);
  const counts: RowCounts = { rounds, rows: 0, wrong: [] };
  page.on('pageerror', (error) => counts.wrong.push(`error: ${error.message}`));
  await page.goto(`${url}/demo`);
  await page.waitForURL(/session/);
  for (let round = 0; round < rounds; round++) {
    const wrecks = Array.from({ length: 1 + Math.floor(random.between(0, 6)) }, (_, i) => ({
      id: `wreck-${i}`,
      session: WRECKS[Math.floor(random.between(0, WRECKS.length))],
    }));
    const shelf = random.between(0, 1) < 0.5 ? WRECKS[Math.floor(random.between(0, WRECKS.length))] : undefined;
    counts.rows += wrecks.length;
    await page.evaluate(
      async ({ wrecks, shelf }) => {
        const open = indexedDB.open('shuttlecraft');
        await new Promise((done) => {
          open.onsuccess = done;
        });
        const transaction = open.result.transaction(['sessions', 'shelves'], 'readwrite');
        const sessions = transaction.objectStore('sessions');
        for (const key of await new Promise<IDBValidKey[]>((done) => {
          const keys = sessions.getAllKeys();
          keys.onsuccess = () => done(keys.result);
        }))
          if (!String(key).startsWith('demo')) sessions.delete(key);
        for (const wreck of wrecks) sessions.put({ id: wreck.id, updatedAt: '', revision: 1, savedBy: '', count: 0, session: wreck.session });
        if (shelf === undefined) transaction.objectStore('shelves').delete('shelf');
        else transaction.objectStore('shelves').put({ id: 'shelf', revision: 1, shelf });
        await new Promise((done) => {
          transaction.oncomplete = done;
        });
        open.result.close();
      },
      { wrecks, shelf },
    );
    await page.goto(`${url}/`);
    await page.getByRole('article').first().waitFor();
    const told = await page.getByText('cannot be opened and is kept as it is').count();
    const wanted = wrecks.length + (shelf === undefined ? 0 : 1);
    if ((await page.getByRole('article').count()) !== 5) counts.wrong.push(`round ${round}: not all five sessions are listed`);
    if (told !== wanted) counts.wrong.push(`round ${round}: ${told} of ${wanted} wrecks are told`);
    await page.getByRole('button', { name: saySessions('new-session') }).click();
    const skip = page.getByRole('button', { name: saySessions('skip') });
    await skip
      .or(page.getByText('The room is empty.', { exact: false }))
      .first()
      .waitFor();
    if (await skip.isVisible()) await skip.click();
    await page
      .getByText('The room is empty.', { exact: false })
      .waitFor()
      .catch(() => counts.wrong.push(`round ${round}: no new session can be made`));
  }
  return counts;
}
