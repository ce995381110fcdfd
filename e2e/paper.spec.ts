import { expect, type Page, test } from '@playwright/test';
import { boathouseSessions } from '../demo/boathouse';
import { openAs } from '../hostile/views';
import { allCases, placed } from '../src/cli/audit/cases';
import type { Session } from '../src/core/document';
import { saySheet } from '../src/words/sheet.page.en';

const pagesOf = async (page: Page): Promise<number> =>
  [...(await page.pdf({ preferCSSPageSize: true })).toString('latin1').matchAll(/\/Type\s*\/Page[^s]/g)].length;

/** The demo's sessions, and for five to seven microphones a set-up that has so many. */
function sessions(): Session[] {
  const large = allCases()
    .filter(({ recipe, room }) => room.name === 'middle' && recipe.microphones.length >= 5)
    .map(placed);
  const more = [5, 6, 7].flatMap((count) => {
    const one = large.find(({ microphones }) => microphones.length === count);
    return one ? [{ ...one, id: `paper-${count}`, name: `${count} microphones` }] : [];
  });
  return [...boathouseSessions(), ...more].filter(({ microphones }) => microphones.length > 0 && microphones.length <= 7);
}

test('the sheet of up to seven microphones is one page, on A4 and on Letter', async ({ page }) => {
  await page.goto('/');
  const said: string[] = [];
  for (const session of sessions()) {
    await openAs(page, session, 'sheet');
    await expect(page.getByRole('table', { name: saySheet('input-list') })).toBeVisible();
    for (const paper of ['A4', 'letter']) {
      await page.getByLabel(saySheet('paper')).selectOption(paper);
      const zoom = await page.locator('.sheet').evaluate((sheet) => getComputedStyle(sheet).getPropertyValue('--sheet-zoom'));
      said.push(`${session.name}, ${session.microphones.length}, ${paper}: ${Number(zoom).toFixed(2)}`);
      expect([session.name, paper, await pagesOf(page)]).toEqual([session.name, paper, 1]);
    }
  }
  console.log(`sheets on one page, each as large as: ${said.join('; ')}`);
  expect(said.length).toBeGreaterThan(11);
});
