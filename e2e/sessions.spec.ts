import { readFile, writeFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { sayFrame } from '../src/words/frame.page.en';
import { saySessions } from '../src/words/sessions.page.en';
import { sayShelf } from '../src/words/shelf.page.en';
import { placeFour, station } from './steps';

/** The group at the boathouse: kit, 12-string, upright, flugelhorn, congas. */
const DEMO_SESSIONS = 5;

test('new, rename, duplicate, delete with undo, export and import', async ({ page }, info) => {
  await page.goto('/');
  await expect(page.getByRole('list', { name: saySessions('ways-in') }).getByRole('listitem')).toHaveCount(3);
  await page.getByRole('button', { name: saySessions('open-the-demo') }).click();
  await expect(page.getByRole('button', { name: /Kick microphone/ }).first()).toBeVisible();
  await page.getByRole('button', { name: /Boathouse kit, Saturday/ }).click();
  const exported = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: sayFrame('export-this-session') }).click();
  const file = await (await exported).path();
  await page.goto('/');

  await page.getByRole('button', { name: 'Rename Boathouse kit, Saturday' }).click();
  await page.getByLabel(saySessions('session-name')).fill('A very long name for a session that was recorded by the lake on a windy night');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('article', { name: /very long name/ })).toBeVisible();
  await page.getByRole('button', { name: /^Duplicate A very long/ }).click();
  await expect(page.getByRole('article')).toHaveCount(DEMO_SESSIONS + 1);
  await page.getByRole('button', { name: /^Delete .*copy$/ }).click();
  await expect(page.getByRole('article')).toHaveCount(DEMO_SESSIONS);
  await page.getByRole('button', { name: saySessions('undo') }).click();
  await expect(page.getByRole('article')).toHaveCount(DEMO_SESSIONS + 1);

  await page.getByLabel(saySessions('import-a-session-shelf-or-backup')).setInputFiles(file);
  const coming = page.getByRole('region', { name: saySessions('import') });
  await expect(coming).toContainText('is here in another form. Both are kept');
  await coming.getByRole('button', { name: saySessions('take-it-in') }).click();
  await expect(page.getByText('Imported.')).toBeVisible();
  await expect(page.getByRole('article')).toHaveCount(DEMO_SESSIONS + 2);

  await page.getByRole('button', { name: saySessions('undo') }).click();
  await expect(page.getByRole('article')).toHaveCount(DEMO_SESSIONS + 1);

  const bad = info.outputPath('bad.json');
  await writeFile(bad, (await readFile(file, 'utf8')).replace('"widthM": 5.4', '"widthM": "wide"'));
  await page.getByLabel(saySessions('import-a-session-shelf-or-backup')).setInputFiles(bad);
  await expect(page.getByRole('alert')).toContainText('room.widthM must be a number. Nothing was changed.');
  await expect(page.getByRole('article')).toHaveCount(DEMO_SESSIONS + 1);
});

test('what is changed is there after a reload, and a second tab sees it', async ({ context, page }) => {
  await placeFour(page);
  const second = await context.newPage();
  await second.goto(page.url());
  await expect(second.getByRole('button', { name: /Kick microphone/ }).first()).toBeVisible();
  await page.getByRole('button', { name: /^cm: metric/ }).click();
  await expect(second.getByText(/Another tab changed this session/)).toBeVisible();
  await expect(second.getByRole('button', { name: /^in: imperial/ })).toBeVisible();
  await page.reload();
  await expect(page.getByRole('button', { name: /^in: imperial/ })).toBeVisible();
});

test('the shelf: add from the catalogue, a wrong figure is refused by name, a right one is kept', async ({ page }) => {
  await placeFour(page);
  await page.getByRole('button', { name: /Session 1/ }).click();
  await page.getByRole('menuitem', { name: 'Shelf' }).click();
  await page.getByLabel(sayShelf('add-a-microphone-from-the-catalogue')).selectOption('active-ribbon');
  const form = page.getByRole('form', { name: /Active ribbon/ });
  await form.getByLabel(sayShelf('maximum-spl-db')).fill('9000');
  await form.getByRole('button', { name: 'Keep it' }).click();
  await expect(form.getByRole('alert')).toContainText('Maximum SPL (dB) must be less than or equal to 200');
  await form.getByLabel(sayShelf('maximum-spl-db')).fill('131');
  await form.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText(/131 dB SPL/)).toBeVisible();
  await page.getByRole('button', { name: 'Remove Small condenser' }).click();
  await expect(page.getByRole('alert')).toContainText('is on the Floor 2 times');
  await page.getByLabel(sayShelf('add-an-input-device-from-the')).selectOption('two-input');
  await expect(page.getByRole('button', { name: 'Edit Two-input interface' })).toBeVisible();
  await page.getByLabel(sayShelf('add-a-stand-from-the-catalogue')).selectOption('tall-boom');
  const stand = page.getByRole('form', { name: /Tall boom stand/ });
  await stand.getByLabel('Highest (m)').fill('0.2');
  await stand.getByRole('button', { name: 'Keep it' }).click();
  await expect(stand.getByRole('alert')).toContainText('Highest (m)');
  await stand.getByLabel('Highest (m)').fill('2.6');
  await stand.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByText('1.10 m to 2.60 m')).toBeVisible();
  await station(page, 'Floor').click();
  await expect(page.getByText('of 10 inputs')).toBeVisible();
});

test('a deleted session waits, also after a reload: brought back it is whole; emptied, asked twice, it is gone', async ({ page }) => {
  await page.goto('/demo');
  await page.waitForURL(/session/);
  await page.goto('/');
  await page.getByRole('button', { name: /^Delete Congas/ }).click();
  await expect(page.getByRole('button', { name: /^Delete Congas/ })).toHaveCount(0);
  await page.reload();
  await page.getByText('Recently deleted (1)').click();
  await page.getByRole('button', { name: 'Bring back Congas' }).click();
  await expect(page.getByRole('button', { name: /^Delete Congas/ })).toBeVisible();
  await expect(page.getByText(saySessions('recently-deleted-2'))).toHaveCount(0);
  await page.getByRole('button', { name: /^Delete Congas/ }).click();
  await page.getByText('Recently deleted (1)').click();
  await page.getByRole('button', { name: saySessions('empty') }).click();
  await page.getByRole('button', { name: 'Delete 1 session for good' }).click();
  await expect(page.getByText(saySessions('recently-deleted-2'))).toHaveCount(0);
  await page.reload();
  await expect(page.getByRole('button', { name: /^Delete Flugelhorn/ })).toBeVisible();
  await expect(page.getByRole('button', { name: /^Delete Congas/ })).toHaveCount(0);
});
